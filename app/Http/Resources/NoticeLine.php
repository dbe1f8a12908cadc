<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Documents\PassageShelf;
use App\Models\Notice;
use App\Timing\PlanDues;
use Herald\Document\InvalidDocument;
use Herald\Language\LanguageChoice;
use Herald\Manuscript\Template;
use Herald\Notice\Carrier;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * A notice as the running order lists it.
 *
 * @property Notice $resource
 */
final class NoticeLine extends JsonResource
{
    public static $wrap = null;

    /**
     * @param  array<string, int>  $counts  dispatches of the last 30 days by state
     * @param  int  $coming  how many come in the next seven days, of one that goes by a date
     */
    public function __construct(Notice $notice, private readonly array $counts, private readonly PassageShelf $passages, private readonly int $coming = 0)
    {
        parent::__construct($notice);
    }

    public function toArray(Request $request): array
    {
        $notice = $this->resource;
        $declaration = $notice->declaration();
        $claim = $notice->answeringClaim();
        $version = $claim?->template->latestVersion;

        return [
            'key' => $notice->key, 'name' => $declaration->name, 'cue' => $declaration->cue->inWords(),
            'audience' => $declaration->audience->value, 'audience_label' => $declaration->audienceLabel,
            'state' => $version !== null ? 'replaced' : ($declaration->languages() === [] ? 'unwritten' : 'built_in'),
            'own' => $declaration->isOwn(), 'on' => $declaration->on, 'only_if' => $declaration->narrowing?->sentence(),
            'carrier' => $declaration->carrier->value,
            'template' => $version === null ? null : ['key' => $claim->template->key, 'name' => $claim->template->name, 'version' => $version->number],
            'languages' => $this->languages(),
            'dispatches' => (object) $this->counts,
            'coming' => PlanDues::goesByDate($declaration) ? $this->coming : null,
            'trouble' => $this->trouble(),
        ];
    }

    /**
     * Each language of the source: whether the message has words of its own in it, falls back to another, or has lost words
     * that the built-in has.
     *
     * @return list<array{tag: string, words: 'own'|'falls_back'|'missing'}>
     */
    private function languages(): array
    {
        $declaration = $this->resource->declaration();
        $has = $this->answering()?->wholeLanguages() ?? $declaration->languages();
        $default = $this->resource->source->manifest()->source->defaultLanguage;
        $own = static fn (array $languages, string $tag): bool => $languages !== []
            && str_starts_with(strtolower($tag), strtolower(LanguageChoice::lookup($tag, array_values($languages), $default)->language));

        return array_map(static fn (string $tag): array => [
            'tag' => $tag,
            'words' => $own($has, $tag) ? 'own' : ($own($declaration->languages(), $tag) ? 'missing' : 'falls_back'),
        ], $this->resource->source->manifest()->source->languages);
    }

    /** The template that answers, read; null for the built-in, and where it no longer fits the source. */
    private function answering(): ?Template
    {
        try {
            $version = $this->resource->answeringClaim()?->template->latestVersion;

            return $version?->read($this->resource->declaration()->vocabulary, $this->passages->of($version->document));
        } catch (InvalidDocument) {
            return null;
        }
    }

    /**
     * @return list<string> what is wrong, in words
     */
    private function trouble(): array
    {
        $trouble = [];
        if (! $this->resource->hasWords() && $this->resource->declaration()->on) {
            $trouble[] = 'nothing is written for it yet: it sends nothing';
        }
        if ($this->resource->declaration()->carrier === Carrier::Source) {
            $trouble[] = 'still sent by the source itself';
        }
        if ($this->resource->answeringClaim() !== null && $this->answering() === null) {
            $trouble[] = 'its template no longer fits the source';
        }
        foreach (['failed' => 'failed', 'uncertain' => 'uncertain', 'bounced' => 'bounced'] as $state => $words) {
            if (($this->counts[$state] ?? 0) > 0) {
                $trouble[] = $this->counts[$state].' '.$words;
            }
        }

        return $trouble;
    }
}
