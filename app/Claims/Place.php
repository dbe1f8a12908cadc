<?php

declare(strict_types=1);

namespace App\Claims;

use Herald\Document\InvalidDocument;

/** Where a template's claim is to stand among those of its notice, as it is published. */
final readonly class Place
{
    /**
     * @param  'stays'|'keep'|'first'|'last'|'in_place_of'|'before'  $how
     * @param  int|null  $of  the claim that it takes the place of, or stands before, by its place in the order
     * @param  array<array-key, mixed>|null  $condition  for which records alone; null for all
     * @param  string|null  $collection  the key of the one while which is on it answers
     * @param  list<string>  $languages  of the recipients that it is for; none for all
     */
    private function __construct(private string $how, private ?int $of, private ?array $condition, private ?string $collection = null, private array $languages = [])
    {
    }

    /**
     * @param  array{how: 'keep'|'first'|'last'|'in_place_of'|'before', claim?: int|null, if?: array<array-key, mixed>|null, languages?: list<string>}|null  $asked  null where it was not said: it stays where it stands, and one that stands nowhere stands beneath those that ask for something
     */
    public static function of(?array $asked): self
    {
        return $asked === null ? new self('keep', null, null) : new self($asked['how'], $asked['claim'] ?? null, $asked['if'] ?? null, languages: $asked['languages'] ?? []);
    }

    /** As it is: where it stands nowhere, it goes on answering for nothing. */
    public static function stays(): self
    {
        return new self('stays', null, null);
    }

    /**
     * Above all others.
     *
     * @param  string  $collection  the key of the one while which is on it answers
     */
    public static function first(string $collection): self
    {
        return new self('first', null, null, $collection);
    }

    /**
     * Beneath all others, for what is published from a file.
     *
     * @param  string|null  $collection  the key of the one while which is on it answers
     */
    public static function last(?string $collection = null): self
    {
        return new self('last', null, null, $collection);
    }

    /**
     * An order with the claim of a template in its place. The others stay as they are, but for the one that it takes the place of, which is switched off.
     *
     * @param  array{claims: list<array<string, mixed>>, otherwise: string}  $order
     * @return array{claims: list<array<string, mixed>>, otherwise: string}
     *
     * @throws InvalidDocument when the claim that is named is not there
     */
    public function in(array $order, string $template): array
    {
        $claims = $order['claims'];
        $own = array_filter($claims, static fn (array $claim): bool => $claim['template'] === $template);
        $isOn = array_filter($own, static fn (array $claim): bool => ($claim['on'] ?? true) === true) !== [];
        if ($this->how === 'stays' || ($this->how === 'keep' && $isOn)) {
            return $this->languages === [] ? $order : [...$order, 'claims' => array_map(fn (array $claim): array => $claim['template'] === $template && ($claim['on'] ?? true) === true && ! isset($claim['languages']) ? [...$claim, 'languages' => $this->languages] : $claim, $claims)];
        }
        if (in_array($this->how, ['in_place_of', 'before'], true) && ! isset($claims[$this->of ?? -1])) {
            throw InvalidDocument::because('publication', 'place/claim', 'is no claim of the notice');
        }
        $new = ['template' => $template, ...($this->condition === null ? [] : ['if' => $this->condition]), ...($this->languages === [] ? [] : ['languages' => $this->languages]), ...array_filter(['collection' => $this->collection]), 'on' => true];
        $at = match ($this->how) {
            'last' => count($claims),
            'in_place_of', 'before' => (int) $this->of,
            'first' => 0,
            'keep' => $this->beneath($claims),
        };
        if ($this->how === 'in_place_of') {
            // What it was asked of, the new one is asked of.
            $new = [...array_diff_key($claims[$at], ['remark' => 1]), 'template' => $template, ...($this->languages === [] ? [] : ['languages' => $this->languages]), 'on' => true];
            $claims[$at]['on'] = false;
        }
        array_splice($claims, $at, 0, [$new]);
        // One of its own that was switched off and asked for nothing has no more to say.
        $claims = array_filter($claims, static fn (array $claim): bool => $claim['template'] !== $template || $claim === $new || array_diff_key($claim, ['template' => 1, 'on' => 1]) !== [] || ($claim['on'] ?? true) === true);

        return [...$order, 'claims' => array_values($claims)];
    }

    /**
     * Beneath all that ask for something, above what always fits: there it takes nothing from the others, unless it asks for something itself.
     *
     * @param  list<array<string, mixed>>  $claims
     */
    private function beneath(array $claims): int
    {
        if ($this->condition !== null || $this->languages !== []) {
            return 0;
        }
        foreach ($claims as $at => $claim) {
            if (array_diff_key($claim, ['template' => 1, 'on' => 1, 'remark' => 1]) === [] && ($claim['on'] ?? true) === true) {
                return $at;
            }
        }

        return count($claims);
    }
}
