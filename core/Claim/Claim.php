<?php

declare(strict_types=1);

namespace Herald\Claim;

use Herald\Condition\AllOf;
use Herald\Condition\Comparison;
use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Condition\Operator\Matches;
use Herald\Condition\Verdict;
use Herald\Document\Node;
use Herald\Language\LanguageTag;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\Vocabulary;
use Herald\Value\Moment;
use Herald\Value\Type;

/** A template's claim to answer for a notice: if a condition holds, for recipients of some languages, on some days. */
final readonly class Claim
{
    /** So many languages one may name. */
    private const LANGUAGES = 50;

    /** A remark is no longer than this, in letters. */
    private const REMARK = 500;

    /**
     * @param  string  $template  its key
     * @param  array<array-key, mixed>|null  $written  the condition as it was written down; null for always
     * @param  list<string>  $languages  language ranges (RFC 4647 section 2.1): "de" takes de-AT; none for whatever language
     * @param  string|null  $collection  its key; null for one that stands by itself
     */
    private function __construct(public string $template, private ?array $written, public ?Condition $condition, public array $languages, public Days $days, public ?string $collection, public bool $on, public string $remark)
    {
    }

    /**
     * @param  Vocabulary  $vocabulary  the notice's, with what set it off ({@see Vocabulary::withEvent})
     * @param  string  $zone  IANA name, the source's
     *
     * @throws \Herald\Document\InvalidDocument naming the place of what does not fit
     */
    public static function read(Node $node, Vocabulary $vocabulary, string $zone): self
    {
        $node->only(['template' => [], 'if' => ['condition'], 'languages' => ['language'], 'from' => ['begins'], 'until' => ['to', 'ends'], 'collection' => [], 'on' => ['active'], 'remark' => ['note']]);
        $languages = $node->strings('languages');
        foreach ($languages as $index => $language) {
            if (! LanguageTag::isWellFormed($language) || $index >= self::LANGUAGES) {
                throw $node->fault("languages/{$index}", $index >= self::LANGUAGES ? 'is one language too many' : "\"{$language}\" is no language");
            }
        }
        $remark = $node->optionalString('remark') ?? '';
        if (mb_strlen($remark) > self::REMARK) {
            throw $node->fault('remark', 'has more than '.self::REMARK.' letters');
        }
        $condition = $node->node('if');

        return new self($node->string('template'), $condition?->data, $condition === null ? null : ConditionReader::read($condition, $vocabulary), $languages, Days::read($node, $zone), $node->optionalString('collection'), $node->bool('on', true), $remark);
    }

    /**
     * Whether it fits, by itself, and why or why not.
     *
     * @param  array<array-key, mixed>  $data  values by root, "now" among them
     */
    public function judge(array $data): Verdict
    {
        if (! $this->on) {
            return new Verdict(false, 'it is switched off');
        }
        $now = Moment::of($data['now'] ?? null);
        $days = $now === null ? null : $this->days->judge($now);
        $languages = $this->ofLanguages();
        $language = Path::of('recipient.language')->in($data);
        $condition = $this->condition?->judge($data);
        $verdicts = array_filter([
            $days,
            $languages === null ? null : new Verdict($languages->holds($data), is_string($language) && $language !== '' ? 'the recipient reads '.LanguageTag::name($language) : 'the recipient’s language is not known'),
            $condition,
        ]);
        $against = array_filter($verdicts, static fn (Verdict $verdict): bool => ! $verdict->holds);
        $telling = array_filter(array_map(static fn (Verdict $verdict): string => $verdict->reason, $against === [] ? $verdicts : $against));

        return new Verdict($against === [], $telling === [] ? 'it always fits' : implode(' and ', $telling), array_values($verdicts));
    }

    /**
     * All that it asks for, as one condition, for {@see Reasoning}; null for one that always fits.
     *
     * @param  Days|null  $further  on which its collection holds
     */
    public function whole(?Days $further = null): ?Condition
    {
        $languages = $this->ofLanguages();
        $parts = [...($this->condition === null ? [] : [$this->condition]), ...($languages === null ? [] : [$languages]), ...$this->days->comparisons(), ...$further?->comparisons() ?? []];

        return match (count($parts)) {
            0 => null,
            1 => $parts[0],
            default => new AllOf($parts),
        };
    }

    /** Whether it answers recipients of a language at all. */
    public function takes(string $language): bool
    {
        return $this->ofLanguages()?->holds(['recipient' => ['language' => $language]]) ?? true;
    }

    /** As it is read aloud: "if country is Germany, for recipients who read German, from 1 Dec 2026"; empty for one that always fits. */
    public function sentence(): string
    {
        return implode(', ', array_filter([
            $this->condition === null ? '' : 'if '.$this->condition->sentence(),
            $this->languages === [] ? '' : 'for who reads '.implode(' or ', array_map(LanguageTag::name(...), $this->languages)),
            $this->days->inWords(),
        ]));
    }

    /**
     * As it was written down.
     *
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'template' => $this->template,
            ...($this->written === null ? [] : ['if' => $this->written]),
            ...($this->languages === [] ? [] : ['languages' => $this->languages]),
            ...$this->days->toArray(),
            ...($this->collection === null ? [] : ['collection' => $this->collection]),
            'on' => $this->on,
            ...($this->remark === '' ? [] : ['remark' => $this->remark]),
        ];
    }

    private function ofLanguages(): ?Comparison
    {
        return $this->languages === [] ? null : new Comparison(Path::of('recipient.language'), Field::single('language', 'Language of the recipient', new Type\Language), new Matches, $this->languages);
    }
}
