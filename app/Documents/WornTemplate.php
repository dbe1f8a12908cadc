<?php

declare(strict_types=1);

namespace App\Documents;

use App\Deciding\Answer;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Claim;
use App\Models\DocumentKind;
use App\Models\Notice;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use Herald\Brand\Brand as Design;
use Herald\Document\Json;
use Herald\Manuscript\Template as Document;
use Herald\Notice\Notice as Declared;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Style\ColourRole;
use Herald\Style\Look;
use Herald\Style\Token;
use Illuminate\Database\Eloquent\Relations\Relation;

/** A published template that wears a brand. */
final readonly class WornTemplate
{
    /**
     * @param  TemplateVersion  $version  its newest, without its document
     * @param  Notice|null  $answersFor  the notice it answers for at the moment
     * @param  Declared|null  $declared  the notice it was written for
     */
    private function __construct(public Template $template, public TemplateVersion $version, public ?Notice $answersFor, private ?Declared $declared)
    {
    }

    /**
     * All that wear a brand, by name.
     *
     * @param  bool|null  $byDefault  whether it is worn by those that name none; null as it is
     * @return list<self>
     */
    public static function of(Brand $brand, Source $source, ?bool $byDefault = null): array
    {
        $manifest = $source->manifest();
        $worn = [];
        $others = $source->brands()->has('versions')->whereKeyNot($brand->id)->pluck('key')->all();
        // Their documents are long, and read one by one where they are needed.
        $known = static fn (Relation $version) => $version->select(['versions.id', 'versions.document_id', 'versions.number']);
        $templates = $source->templates()->whereNull('archived_at')->with(['latestVersion' => $known, 'latestVersion.uses', 'claims.notice.claims.template.latestVersion' => $known])->orderBy('name')->get();
        foreach ($templates as $template) {
            $version = $template->latestVersion;
            if ($version === null || ! isset($manifest->recordTypes[$template->record_type])) {
                continue;
            }
            $named = $version->uses->firstWhere('kind', DocumentKind::Brand->value)?->key;
            if ($named === $brand->key || (($byDefault ?? $brand->is_default) && ! in_array($named, $others, true))) {
                $claim = $template->claims->first(static fn (Claim $claim): bool => $claim->notice->retired_at === null && $claim->notice->answeringClaim()?->template_id === $template->id);
                $worn[] = new self($template->setRelation('source', $source), $version, $claim?->notice->setRelation('source', $source), $template->notice === null ? null : ($manifest->notices[$template->notice] ?? null));
            }
        }

        return $worn;
    }

    /**
     * What makes the messages of all that wear a brand, for {@see ReadyFirst}.
     *
     * @param  bool|null  $byDefault  as above
     * @return array<string, \Closure(): mixed>
     */
    public static function dressing(Brand $brand, Source $source, BrandVersion $version, ?bool $byDefault = null): array
    {
        $dressing = [];
        foreach (self::of($brand, $source, $byDefault) as $worn) {
            $dressing["{$worn->version->id} for {$worn->answersFor?->id}"] = static fn () => $worn->dress($version);
        }

        return $dressing;
    }

    /**
     * The languages in which its message would not be the same in another design.
     *
     * @return list<string>
     *
     * @throws \Herald\Document\InvalidDocument when it no longer fits its source
     */
    public function changes(Design $before, Design $after): array
    {
        $document = $this->read($this->whole());

        return array_values(array_filter($document->languages(), static function (string $language) use ($document, $before, $after): bool {
            $manuscript = $document->manuscript($language);

            return Compiler::compile($manuscript, $before)->toArray() !== Compiler::compile($manuscript, $after)->toArray();
        }));
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
     * @throws \Herald\Document\InvalidDocument when it no longer fits its source
     */
    private function dress(BrandVersion $brand): void
    {
        $version = $this->whole();
        $document = $this->read($version);
        foreach ($document->languages() as $language) {
            $this->answersFor === null
                ? Compiler::compile($document->manuscript($language), $brand->read())
                : Answer::with($this->answersFor, $version, $language)->edition($brand);
        }
    }

    /** The version with its document. */
    private function whole(): TemplateVersion
    {
        return TemplateVersion::query()->findOrFail($this->version->id)->setRelation('template', $this->template);
    }

    private function read(TemplateVersion $version): Document
    {
        $types = $this->template->source->manifest()->recordTypes;

        return $version->read($this->declared->vocabulary ?? Vocabulary::of($types[$this->template->record_type], kinds: $types));
    }
}
