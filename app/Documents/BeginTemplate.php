<?php

declare(strict_types=1);

namespace App\Documents;

use App\Models\Source;
use App\Models\Template;
use App\Models\User;
use App\Responses\Questions;
use Herald\Document\Extent;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Document\Schema;
use Herald\Manuscript\NormalForm;
use Herald\Notice\Notice as Declared;
use Herald\Starter\Starter;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Begins a template: from a notice's built-in words, as a copy of another template, from a starter, or blank. Its first draft remembers from what. */
final readonly class BeginTemplate
{
    private function __construct(private Source $source, private ?Declared $notice, private ?TemplateDesk $copied, private ?Starter $starter)
    {
    }

    /**
     * @param  array{name: string, folder?: string|null, from: string, starter?: string|null, notice?: string|null, template?: string|null, record_type?: string|null}  $asked
     *
     * @throws ValidationException when what it is to begin with is not there, or does not go together
     */
    public static function of(Source $source, array $asked, ?User $person): Template
    {
        $notice = ($asked['notice'] ?? null) === null ? null : ($source->manifest()->notices[$asked['notice']] ?? throw self::refused('There is no such notice.'));
        $begun = new self($source, $notice, $asked['from'] === 'copy' ? TemplateDesk::of($source, (string) ($asked['template'] ?? '')) : null, $asked['from'] === 'starter' ? Starter::all()[$asked['starter'] ?? ''] ?? null : null);
        if ($asked['from'] === 'built_in' && $notice === null) {
            throw self::refused('Choose the notice whose words to begin with.');
        }

        return $begun->template($asked['name'], $asked['folder'] ?? null, $asked['from'], $begun->type($asked['record_type'] ?? ''), $person);
    }

    /**
     * Begins a passage: blank, or with blocks that were written elsewhere.
     *
     * @param  array<array-key, mixed>  $words  its "language", "blocks" and "translations"
     *
     * @throws ValidationException when the source has no such records
     * @throws \Herald\Document\InvalidDocument when the blocks are none
     */
    public static function passage(Source $source, string $name, string $type, array $words, ?User $person): Template
    {
        $manifest = $source->manifest();
        if (! isset($manifest->recordTypes[$type])) {
            throw ValidationException::withMessages(['record_type' => 'Choose the kind of record it speaks about.']);
        }
        $key = Drafts::freeKey($source->templates()->getQuery(), $name, 'passage');
        $document = Json::ofArray([
            'format' => 'velvet-herald/template', 'version' => 1, 'key' => $key, 'name' => $name, 'record_type' => $type, 'language' => $words['language'] ?? $manifest->source->defaultLanguage,
            'passage' => true, 'envelope' => ['subject' => []], 'manuscript' => $words['blocks'] ?? [], ...array_filter(['translations' => $words['translations'] ?? null]),
        ], $key);
        Extent::check($document, app(Limits::class));
        Schema::Template->check($document);

        return DB::transaction(static function () use ($source, $key, $name, $type, $document, $person): Template {
            $passage = $source->passages()->create(['key' => $key, 'name' => $name, 'record_type' => $type, 'folder' => '', 'is_passage' => true]);
            (new Questions($source, $type))->takeUp($document->data);
            $passage->draft()->create(['document' => Json::ofArray(NormalForm::of($document->data), $key)->text(), 'revision' => 1, 'user_id' => $person?->id]);

            return $passage;
        });
    }

    private function type(string $asked): string
    {
        $type = $this->notice->recordType ?? $this->copied?->type->key ?? $asked;
        if (! isset($this->source->manifest()->recordTypes[$type])) {
            throw self::refused('Choose a notice, or the kind of record it speaks about.');
        }

        return $this->copied === null || $this->copied->type->key === $type ? $type : throw self::refused("“{$this->copied->template->name}” speaks about another kind of record.");
    }

    private function template(string $name, ?string $folder, string $from, string $type, ?User $person): Template
    {
        $key = Drafts::freeKey($this->source->templates()->getQuery(), $name, 'template');
        $manifest = $this->source->manifest();
        $blank = ['format' => 'velvet-herald/template', 'version' => 1, 'language' => $manifest->source->defaultLanguage, 'envelope' => ['subject' => []], 'manuscript' => []];
        [$base, $begunFrom] = match ($from) {
            'built_in' => [$this->notice?->toTemplate($key, $name, '', $manifest->source->defaultLanguage) ?? [], ['notice' => $this->notice?->key, 'words' => $this->notice?->builtIns->hashes]],
            'copy' => [$this->copied?->document() ?? [], ['template' => $this->copied?->template->key, 'version' => $this->copied?->template->latestVersion?->number]],
            'starter' => [$this->starter === null ? $blank : (new FromStarter($this->source, $this->notice, $manifest->recordTypes[$type]))->over($blank, $this->starter), ['starter' => $this->starter?->key]],
            default => [$blank, null],
        };
        $document = Json::ofArray([
            ...array_diff_key($base, ['folder' => 1, 'notice' => 1]), 'key' => $key, 'name' => $name, 'record_type' => $type, ...($this->notice === null ? [] : ['notice' => $this->notice->key]),
        ], $key);
        Schema::Template->check($document);

        return DB::transaction(function () use ($key, $name, $folder, $type, $document, $begunFrom, $manifest, $person): Template {
            $template = $this->source->templates()->create([
                'is_passage' => isset($document->data['passage']), 'key' => $key, 'name' => $name, 'record_type' => $type, 'notice' => $this->notice === null ? $this->copied?->template->notice : $this->notice->key,
                'folder' => $folder ?? $this->copied?->template->folder ?? ($this->notice === null ? '' : $manifest->strands[$this->notice->strand]->name),
            ]);
            (new Questions($this->source, $type))->takeUp($document->data);
            $template->draft()->create(['document' => $document->text(), 'revision' => 1, 'user_id' => $person?->id, 'begun_from' => $begunFrom]);

            return $template;
        });
    }

    private static function refused(string $why): ValidationException
    {
        return ValidationException::withMessages(['notice' => $why]);
    }
}
