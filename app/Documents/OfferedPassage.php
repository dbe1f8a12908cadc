<?php

declare(strict_types=1);

namespace App\Documents;

use App\Models\Source;
use App\Models\Template;
use Herald\Document\Json;
use Herald\Manuscript\PartKind;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Piece;
use Herald\Manuscript\Walk;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Starter\Roles;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;

/** A passage as it is offered to those who write templates. */
final readonly class OfferedPassage
{
    /** How much of what it says is shown, in characters. */
    private const SHOWN = 240;

    /**
     * @param  array<string, Field>  $needs  the fields of the record that it reads, by path
     * @param  list<array{key: string, name: string, published: bool, draft: bool}>  $usedIn  templates that take it in, as they are worked on or published
     * @param  list<array{string, array<string, string>}>  $said  which fields its needs are elsewhere, with the kind of record
     */
    private function __construct(public Template $template, private Json $document, private Vocabulary $vocabulary, public array $needs, public array $usedIn, private array $said)
    {
    }

    /**
     * All that are in the archive, or are not, or both, by name. Those about records that the source no longer has are left out.
     *
     * @return list<self>
     */
    public static function all(Source $source, ?bool $archived): array
    {
        $types = $source->manifest()->recordTypes;
        $templates = $source->templates()->where('is_passage', false)->whereNull('archived_at')->with(['latestVersion', 'draft'])->orderBy('name')->get();
        // Each document is read once, for all passages.
        $fields = $templates->mapWithKeys(static fn (Template $template): array => [$template->key => ['published' => self::said($template->latestVersion?->document), 'draft' => self::said($template->draft?->document)]])->all();
        $offered = [];
        foreach ($source->passages()->when($archived !== null, static fn (Builder $passages) => $passages->whereNull('archived_at', not: $archived === true))->with(['latestVersion.user', 'draft.user', 'claims.notice'])->orderBy('name')->get() as $passage) {
            if (isset($types[$passage->record_type])) {
                $desk = TemplateDesk::with($passage, $source);
                $document = Json::ofArray($desk->document(), $passage->key);
                $offered[] = new self($passage, $document, $desk->vocabulary, Passages::needs($document->data, $desk->vocabulary), ...self::uses($passage->key, $templates, $fields));
            }
        }

        return $offered;
    }

    /** What it says, shortened, with the names of fields in place of their values. */
    public function says(): string
    {
        $says = [];
        foreach (Walk::through($this->document->data, $this->vocabulary) as $piece) {
            if ($piece->kind === PartKind::Inline && $piece->block !== 'envelope' && ! $piece->isBlank()) {
                $says[] = $this->words($piece);
            }
        }

        return mb_strimwidth(implode(' · ', $says), 0, self::SHOWN, '…');
    }

    /** What a field that it needs is called. */
    public function label(string $path): string
    {
        return $this->vocabulary->fullLabel(Path::of($path));
    }

    /**
     * Which fields of a template's records its needs are: as was said of it in other templates about such records, else those of the same meaning or name. Empty where they are the same records.
     *
     * @return array<string, string> by the paths that it needs
     */
    public function fieldsFor(TemplateDesk $desk): array
    {
        if ($desk->type->key === $this->template->record_type) {
            return [];
        }
        $said = [];
        foreach ($this->said as [$type, $fields]) {
            $said = $type === $desk->type->key ? [...$said, ...$fields] : $said;
        }
        $same = Roles::of($this->vocabulary, null)->inOther(Roles::of($desk->vocabulary, null));
        $fields = [];
        foreach ($this->needs as $path => $need) {
            $alike = array_filter($desk->vocabulary->ofRecord(), static fn (Field $field): bool => $field->key === $need->key && $field->type->name() === $need->type->name());
            $found = $said[$path] ?? $same[$path] ?? array_key_first($alike);
            $fields += $found === null ? [] : [$path => $found];
        }

        return $fields;
    }

    private function words(Piece $piece): string
    {
        $words = '';
        foreach (is_array($piece->raw) ? $piece->raw : [] as $run) {
            $run = is_array($run) ? $run : [];
            $words .= is_string($run['variable'] ?? null) ? '['.self::called($run['variable'], $piece->vocabulary).']' : (is_string($run['text'] ?? null) ? $run['text'] : ' ');
        }

        return trim($words);
    }

    private static function called(string $path, Vocabulary $vocabulary): string
    {
        try {
            return $vocabulary->field(Path::of($path))->label->in('en');
        } catch (UnknownPath|\InvalidArgumentException) {
            return $path;
        }
    }

    /**
     * @param  string|null  $document  the text of a template's document
     * @return array<array-key, array<string, string>> what it says of the fields that passages need, by their keys
     */
    private static function said(?string $document): array
    {
        return $document === null || ! str_contains($document, '"'.Passages::BLOCK.'"') ? [] : Passages::fields(Json::ofText($document, 'template')->data);
    }

    /**
     * @param  Collection<int, Template>  $templates
     * @param  array<string, array{published: array<array-key, array<string, string>>, draft: array<array-key, array<string, string>>}>  $all  what each of them says
     * @return array{list<array{key: string, name: string, published: bool, draft: bool}>, list<array{string, array<string, string>}>}
     */
    private static function uses(string $key, Collection $templates, array $all): array
    {
        [$uses, $said] = [[], []];
        foreach ($templates as $template) {
            ['published' => $published, 'draft' => $draft] = $all[$template->key];
            foreach ([$published[$key] ?? null, $draft[$key] ?? null] as $fields) {
                $said = [...$said, ...($fields === null ? [] : [[$template->record_type, $fields]])];
            }
            if (isset($published[$key]) || isset($draft[$key])) {
                $uses[] = ['key' => $template->key, 'name' => $template->name, 'published' => isset($published[$key]), 'draft' => isset($draft[$key])];
            }
        }

        return [$uses, $said];
    }
}
