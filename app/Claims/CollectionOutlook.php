<?php

declare(strict_types=1);

namespace App\Claims;

use App\Deciding\AskedClaim;
use App\Deciding\WhoAnswers;
use App\Documents\PassageShelf;
use App\Models\ClaimCollection;
use App\Models\Notice;
use App\Models\Source;
use Herald\Claim\Otherwise;
use Herald\Language\LanguageChoice;
use Herald\Language\LanguageTag;

/** Who answers in each language, now and while a collection is on; and what falls back since the collection has nothing for it. */
final readonly class CollectionOutlook
{
    private function __construct(private Source $source, private PassageShelf $passages, private \DateTimeImmutable $now)
    {
    }

    /**
     * @return list<array{notice: string, name: string, audience: string, lacks: bool, languages: list<array{tag: string, now: string, then: string}>}> in the running order
     */
    public static function of(Source $source, ClaimCollection $collection, \DateTimeImmutable $now): array
    {
        return (new self($source, new PassageShelf($source), $now))->all($collection);
    }

    /**
     * @return list<array{notice: string, name: string, audience: string, lacks: bool, languages: list<array{tag: string, now: string, then: string}>}>
     */
    private function all(ClaimCollection $collection): array
    {
        $manifest = $this->source->manifest();
        $lines = [];
        foreach ($this->source->notices()->inForce()->withWhoAnswers()->get() as $notice) {
            $notice->setRelation('source', $this->source);
            $order = WhoAnswers::to($notice);
            $own = array_filter($order->claims, static fn (AskedClaim $claim): bool => $claim->collection?->id === $collection->id && $claim->claim?->on === true && $claim->version() !== null);
            $now = $order->inForce($this->now);
            // Whatever its days: so it is while it is on.
            $then = array_values(array_filter($order->claims, static fn (AskedClaim $claim): bool => in_array($claim, $now, true) || in_array($claim, $own, true)));
            $declared = $notice->declaration();
            $lines[] = [
                'notice' => $notice->key, 'name' => $declared->name, 'audience' => $declared->audienceLabel, 'lacks' => $own === [],
                'languages' => array_map(fn (string $tag): array => ['tag' => $tag, 'now' => $this->told($notice, array_values(array_filter($now, static fn (AskedClaim $claim): bool => ! in_array($claim, $own, true))), $order->otherwise, $tag), 'then' => $this->told($notice, $then, $order->otherwise, $tag)], $manifest->source->languages),
            ];
        }

        return $lines;
    }

    /**
     * Who answers recipients of a language, in words.
     *
     * @param  list<AskedClaim>  $claims
     */
    private function told(Notice $notice, array $claims, Otherwise $otherwise, string $tag): string
    {
        $told = [];
        foreach ($claims as $claim) {
            if ($claim->claim?->takes($tag) !== true) {
                continue;
            }
            $told[] = $claim->template->name.$this->in($tag, $this->languagesOf($notice, $claim)).($claim->claim->condition === null ? '' : ', if '.$claim->claim->condition->sentence());
            if ($claim->claim->condition === null) {
                return implode('; else ', $told);
            }
        }
        $builtIn = $notice->declaration()->languages();

        return implode('; else ', [...$told, match (true) {
            $otherwise === Otherwise::Silent => 'nothing',
            $otherwise === Otherwise::Framed => 'built-in, framed'.$this->in($tag, $builtIn),
            default => 'built-in'.$this->in($tag, $builtIn),
        }]);
    }

    /**
     * In which language that is, where it is not the one that was asked for.
     *
     * @param  list<string>  $available
     */
    private function in(string $tag, array $available): string
    {
        if ($available === []) {
            return '';
        }
        $language = LanguageChoice::lookup($tag, $available, $this->source->manifest()->source->defaultLanguage)->language;

        return str_starts_with(strtolower($tag), strtolower($language)) ? '' : ', in '.LanguageTag::name($language);
    }

    /**
     * @return list<string>
     */
    private function languagesOf(Notice $notice, AskedClaim $claim): array
    {
        return $claim->version()?->wholeFor($notice->declaration(), $this->passages) ?? [];
    }
}
