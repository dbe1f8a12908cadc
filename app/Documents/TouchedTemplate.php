<?php

declare(strict_types=1);

namespace App\Documents;

use App\Claims\OrderDesk;
use App\Deciding\Answer;
use App\Deciding\WhoAnswers;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Claim;
use App\Models\DocumentKind;
use App\Models\Notice;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use App\Models\VersionUse;
use Herald\Brand\Brand as Design;
use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Claim\Otherwise;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Language\LanguageTag;
use Herald\Manuscript\Template as Document;
use Herald\Notice\Notice as Declared;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Style\ColourRole;
use Herald\Style\Look;
use Herald\Style\Token;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\Relation;

/** A published template whose messages a brand that it wears, or a passage that it takes in, would make others. */
final readonly class TouchedTemplate
{
    /**
     * @param  TemplateVersion  $version  its newest, without its document
     * @param  list<Notice>  $answersFor  those for which it is switched on
     * @param  Declared|null  $declared  the notice it was written for
     */
    private function __construct(public Template $template, public TemplateVersion $version, public array $answersFor, private ?Declared $declared)
    {
    }

    /**
     * All that wear a brand, by name.
     *
     * @param  bool|null  $byDefault  whether it is worn by those that name none; null as it is
     * @return list<self>
     */
    public static function wearing(Brand $brand, Source $source, ?bool $byDefault = null): array
    {
        $others = $source->brands()->has('versions')->whereKeyNot($brand->id)->pluck('key')->all();

        return self::all($source, static function (TemplateVersion $version) use ($brand, $byDefault, $others): bool {
            $named = $version->uses->firstWhere('kind', DocumentKind::Brand->value)?->key;

            return $named === $brand->key || (($byDefault ?? $brand->is_default) && ! in_array($named, $others, true));
        });
    }

    /**
     * All that take a passage in, by name.
     *
     * @return list<self>
     */
    public static function taking(Template $passage): array
    {
        return self::all($passage->source, static fn (TemplateVersion $version): bool => $version->uses->contains(static fn (VersionUse $use): bool => $use->kind === VersionUse::PASSAGE && $use->key === $passage->key));
    }

    /**
     * @param  \Closure(TemplateVersion): bool  $isTouched
     * @return list<self>
     */
    private static function all(Source $source, \Closure $isTouched): array
    {
        $manifest = $source->manifest();
        $touched = [];
        // Their documents are long, and read one by one where they are needed.
        $known = static fn (Relation $version) => $version->select(['versions.id', 'versions.document_id', 'versions.number']);
        $templates = $source->templates()->where('is_passage', false)->whereNull('archived_at')->with(['latestVersion' => $known, 'latestVersion.uses', 'claims.notice'])->orderBy('name')->get();
        foreach ($templates as $template) {
            $version = $template->latestVersion;
            if ($version === null || ! isset($manifest->recordTypes[$template->record_type])) {
                continue;
            }
            if ($isTouched($version)) {
                $touched[] = new self($template->setRelation('source', $source), $version, self::notices($template, $source), $template->notice === null ? null : ($manifest->notices[$template->notice] ?? null));
            }
        }

        return $touched;
    }

    /**
     * The notices for which a template is switched on. Expects claims.notice to be loaded.
     *
     * @return list<Notice>
     */
    public static function notices(Template $template, Source $source): array
    {
        $on = $template->claims->filter(static fn (Claim $claim): bool => $claim->active && $claim->notice->retired_at === null && $claim->notice->unfit === null);

        return array_values($on->map(static fn (Claim $claim): Notice => $claim->notice->setRelation('source', $source))->unique('id')->all());
    }

    /**
     * What makes the messages of all that wear a brand, for {@see ReadyFirst}.
     *
     * @param  bool|null  $byDefault  as above
     * @return array<string, \Closure(): mixed>
     */
    public static function dressing(Brand $brand, Source $source, BrandVersion $version, ?bool $byDefault = null): array
    {
        $dressing = $byDefault ?? $brand->is_default ? self::framed($source, $version) : [];
        // Those of collections that wear it.
        foreach ($source->notices()->inForce()->withWhoAnswers()->whereHas('claims.collection', static fn (Builder $collections) => $collections->where(['brand_id' => $brand->id, 'active' => true]))->get() as $notice) {
            $notice->setRelation('source', $source)->claims->filter(static fn (Claim $claim): bool => $claim->collection?->brand_id === $brand->id)->each(static fn (Claim $claim) => $claim->collection?->setRelation('brand', (clone $brand)->setRelation('latestVersion', $version)));
            $dressing += OrderDesk::of($notice)->touched(WhoAnswers::to($notice), $version->id);
        }
        foreach (self::wearing($brand, $source, $byDefault) as $worn) {
            $dressing["{$worn->version->id} for {$worn->told()}"] = static fn () => $worn->dress($version);
        }

        return $dressing;
    }

    /**
     * What makes the built-in words of all notices that stand in the brand's frame.
     *
     * @return array<string, \Closure(): mixed>
     */
    private static function framed(Source $source, BrandVersion $version): array
    {
        $framed = [];
        foreach ($source->notices()->inForce()->where('fallback', Otherwise::Framed)->get() as $notice) {
            $notice->setRelation('source', $source);
            foreach ($notice->declaration()->languages() as $language) {
                $framed["{$notice->key} in {$language}"] = static fn () => Answer::builtIn($notice, $language, $version)->edition();
            }
        }

        return $framed;
    }

    /**
     * What makes the messages of all that take a passage in, for {@see ReadyFirst}.
     *
     * @return array<string, \Closure(): mixed>
     */
    public static function renewing(Template $passage, TemplateVersion $version): array
    {
        $renewing = [];
        foreach (self::taking($passage) as $touched) {
            $renewing["{$touched->version->id} for {$touched->told()}"] = static fn () => $touched->renew($version);
        }

        return $renewing;
    }

    /**
     * What publishing something would do to templates that it touches.
     *
     * @param  list<self>  $all
     * @param  \Closure(self): list<string>  $differs  the languages in which a template's message would be another, in words
     * @return array{list<array{template: string, name: string, languages: list<string>, notice: string|null}>, list<Finding>} those that would be others, and what stands in the way
     */
    public static function outlook(array $all, \Closure $differs): array
    {
        [$editions, $broken] = [[], []];
        foreach ($all as $touched) {
            try {
                $languages = $differs($touched);
            } catch (InvalidDocument $e) {
                $broken[] = Finding::ofWhole(Weight::Grave, "{$touched->template->name} can no longer be compiled: {$e->getMessage()}");

                continue;
            }
            if ($languages !== []) {
                $editions[] = ['template' => $touched->template->key, 'name' => $touched->template->name, 'languages' => $languages, 'notice' => $touched->answersFor === [] ? null : implode(', ', array_map(static fn (Notice $notice): string => $notice->called(), $touched->answersFor))];
            }
        }

        return [$editions, $broken];
    }

    /**
     * The languages in which its message would not be the same with another document of a passage, in words, and which of them nobody would get any more.
     *
     * @return list<string>
     *
     * @throws InvalidDocument when the passage does not fit it
     */
    public function differsWith(Template $passage, Json $document): array
    {
        $version = $this->whole();
        $before = $this->read($version);
        $drafted = (new TemplateVersion(['document' => $document->text()]))->forceFill(['document_id' => $passage->id, 'id' => 0]);
        $after = $this->read($version, $drafted);
        $brand = $this->template->source->brandWornAs($after->brand)->read();

        $differs = array_filter($after->languages(), static fn (string $language): bool => Compiler::compile($before->manuscript($language), $brand)->toArray() !== Compiler::compile($after->manuscript($language), $brand)->toArray());
        $lost = array_diff($before->wholeLanguages(), $after->wholeLanguages());

        return array_map(static fn (string $language): string => LanguageTag::name($language).(in_array($language, $lost, true) ? ', which lacks words then and goes out no more' : ''), array_values(array_unique([...$differs, ...$lost])));
    }

    /**
     * The languages in which its message would not be the same in another design, in words.
     *
     * @return list<string>
     *
     * @throws InvalidDocument when it no longer fits its source
     */
    public function differsIn(Design $before, Design $after): array
    {
        $document = $this->read($this->whole());

        return array_map(LanguageTag::name(...), array_values(array_filter($document->languages(), static function (string $language) use ($document, $before, $after): bool {
            $manuscript = $document->manuscript($language);

            return Compiler::compile($manuscript, $before)->toArray() !== Compiler::compile($manuscript, $after)->toArray();
        })));
    }

    /**
     * @return list<string> in words, the colours by role and the tokens that it overrides
     */
    public function overrides(): array
    {
        return array_map(static fn (ColourRole|Token $one): string => $one->words(), Look::overriddenIn(Json::ofText($this->whole()->document, $this->template->name)->data));
    }

    /**
     * Makes its editions in a version of the brand, before anything goes out in it. One that answers for nothing is compiled to see that it can be.
     *
     * @throws InvalidDocument when it no longer fits its source
     */
    private function dress(BrandVersion $brand): void
    {
        $version = $this->whole();
        $document = $this->read($version);
        foreach ($document->languages() as $language) {
            if ($this->answersFor === []) {
                Compiler::compile($document->manuscript($language), $brand->read());
            }
            foreach ($this->answersFor as $notice) {
                Answer::with($notice, $version, $language)->edition($brand);
            }
        }
    }

    /**
     * Makes its editions with a version of a passage, before anything goes out with it.
     *
     * @throws InvalidDocument when the passage does not fit it
     */
    private function renew(TemplateVersion $passage): void
    {
        $version = $this->whole();
        $document = $this->read($version, $passage);
        foreach ($document->wholeLanguages() as $language) {
            if ($this->answersFor === []) {
                Compiler::compile($document->manuscript($language), $this->template->source->brandWornAs($document->brand)->read());
            }
            foreach ($this->answersFor as $notice) {
                Answer::with($notice, $version, $language, $passage)->edition();
            }
        }
    }

    /** What tells the notices that it answers for from others. */
    private function told(): string
    {
        return implode(' ', array_map(static fn (Notice $notice): int => $notice->id, $this->answersFor));
    }

    /** The version with its document. */
    private function whole(): TemplateVersion
    {
        return TemplateVersion::query()->findOrFail($this->version->id)->setRelation('template', $this->template);
    }

    /**
     * @param  TemplateVersion|null  $passage  taken in though it is not in force
     */
    private function read(TemplateVersion $version, ?TemplateVersion $passage = null): Document
    {
        $types = $this->template->source->manifest()->recordTypes;

        return $version->read($this->declared->vocabulary ?? Vocabulary::of($types[$this->template->record_type], kinds: $types), (new PassageShelf($this->template->source))->of($version->document, $passage));
    }
}
