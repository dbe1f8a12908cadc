<?php

declare(strict_types=1);

namespace Herald\Cast;

use Composer\Pcre\Preg;
use Herald\Language\LanguageTag;
use Herald\Record\Field;
use Herald\Record\RecordType;
use Herald\Value\Emptiness;
use Herald\Value\Money;
use Herald\Value\Type;

/** What is out of the ordinary about single records, among all of a type. Knows no field by name, only by type. */
final readonly class Traits
{
    /** Letters of scripts that are written from right to left: Hebrew to Arabic Extended-A, and their presentation forms. */
    /** The trait of texts with signs that mean something to programs. */
    public const SIGNS = 'signs';

    private const RIGHT_TO_LEFT = '/[\x{0590}-\x{08FF}\x{FB1D}-\x{FDFF}\x{FE70}-\x{FEFF}]/u';

    /** What the ids of traits begin with that are part of the usual run of things: a state that a minority is in. */
    public const COMMON = 'common ';

    /**
     * @param  array<string, Field>  $fields  all fields, by path relative to the record
     */
    private function __construct(private array $fields)
    {
    }

    public static function of(RecordType $type): self
    {
        return new self(self::below($type->fields, ''));
    }

    /**
     * @param  array<string, array<string, mixed>>  $records  normalised, by key
     * @return array<string, array<string, string>> by the key of the record: its traits in words, by an id of the trait; those that few have come first
     */
    public function found(array $records): array
    {
        $traits = array_map(static fn (): array => [], $records);
        foreach ($this->fields as $path => $field) {
            // Where a whole group is empty, its members are not told one by one.
            $group = str_contains($path, '.') ? substr($path, 0, (int) strrpos($path, '.')) : null;
            $present = $group === null ? $records : array_filter($records, static fn (array $record): bool => ! Emptiness::of(self::at($record, $group)));
            $values = array_map(static fn (array $record): mixed => self::at($record, $path), $present);
            foreach (self::ofField($path, $field, $values) as $id => [$words, $keys]) {
                foreach ($keys as $key) {
                    $traits[$key][$id] = $words;
                }
            }
        }

        return $traits;
    }

    /**
     * @param  array<string, mixed>  $values  by the key of the record
     * @return iterable<string, array{string, list<string>}> words and the keys of those that have it, by trait
     */
    private static function ofField(string $path, Field $field, array $values): iterable
    {
        $label = mb_strtolower(mb_substr($field->label->in('en'), 0, 1)).mb_substr($field->label->in('en'), 1);
        $filled = array_filter($values, static fn (mixed $value): bool => ! Emptiness::of($value));
        $empty = array_map(strval(...), array_keys(array_diff_key($values, $filled)));
        if ($empty !== [] && count($empty) * 4 < count($values)) {
            yield "{$path} empty" => ["no {$label}", $empty];
        }
        if ($filled === []) {
            return;
        }
        if ($field->type instanceof Type\Items) {
            $counts = array_map(static fn (mixed $list): int => is_array($list) ? count($list) : 0, $filled);
            yield "{$path} most" => [max($counts).' '.$label, self::keysOf($counts, max($counts))];
            yield "{$path} one" => ["one of {$label}", self::keysOf($counts, 1)];
        } elseif ($field->type instanceof Type\Text) {
            $lengths = array_map(static fn (mixed $text): int => is_string($text) ? mb_strlen($text) : 0, $filled);
            // A short text that is far longer than usual; long ones are meant to be long.
            $sorted = array_values($lengths);
            sort($sorted);
            $usual = $sorted[intdiv(count($sorted), 2)];
            if (max($lengths) > 30 && max($lengths) > 2 * $usual && $usual < 40) {
                yield "{$path} longest" => ["longest {$label}, ".max($lengths).' letters', self::keysOf($lengths, max($lengths))];
            }
            yield "{$path} rtl" => ["{$label} right to left", self::keysWhere($filled, self::RIGHT_TO_LEFT)];
            yield self::SIGNS => ['signs that need care', self::keysWhere($filled, '/[<>&{}"\'\x{1F300}-\x{1FAFF}\x{202A}-\x{202E}\x{2066}-\x{2069}]/u')];
        } elseif ($field->type instanceof Type\Money) {
            yield from self::ofMoney($label, $filled);
        } elseif ($field->type instanceof Type\Language) {
            foreach (self::rare($filled) as $language => $keys) {
                yield "language {$language}" => [LanguageTag::name($language), $keys];
            }
        } elseif ($field->type instanceof Type\Option) {
            foreach (self::rare($filled) as $option => $keys) {
                yield self::COMMON."{$path} {$option}" => [mb_strtolower(isset($field->options[$option]) ? $field->options[$option]->in('en') : (string) $option), $keys];
            }
        }
    }

    /**
     * @param  array<string, mixed>  $filled
     * @return iterable<string, array{string, list<string>}>
     */
    private static function ofMoney(string $label, array $filled): iterable
    {
        $amounts = array_filter(array_map(Money::read(...), $filled));
        foreach (self::rare(array_map(static fn (Money $money): string => $money->currency, $amounts)) as $currency => $keys) {
            yield "currency {$currency}" => ["in {$currency}", $keys];
        }
        yield "{$label} zero" => ["{$label} of nothing", array_map(strval(...), array_keys(array_filter($amounts, static fn (Money $money): bool => $money->amount->isZero())))];
    }

    /**
     * The values that a minority has.
     *
     * @param  array<string, mixed>  $values
     * @return array<string, list<string>> keys by value
     */
    private static function rare(array $values): array
    {
        $keys = [];
        foreach ($values as $key => $value) {
            if (is_string($value)) {
                $keys[$value][] = (string) $key;
            }
        }
        uasort($keys, static fn (array $one, array $other): int => count($other) <=> count($one));

        return array_slice($keys, 1, null, true);
    }

    /**
     * @param  array<string, int>  $numbers
     * @return list<string>
     */
    private static function keysOf(array $numbers, int $number): array
    {
        return array_map(strval(...), array_keys($numbers, $number, true));
    }

    /**
     * @param  array<string, mixed>  $texts
     * @param  non-empty-string  $pattern
     * @return list<string>
     */
    private static function keysWhere(array $texts, string $pattern): array
    {
        return array_map(strval(...), array_keys(array_filter($texts, static fn (mixed $text): bool => is_string($text) && Preg::isMatch($pattern, $text))));
    }

    /**
     * @param  array<string, Field>  $fields
     * @return array<string, Field>
     */
    private static function below(array $fields, string $path): array
    {
        $all = [];
        foreach ($fields as $field) {
            $all[$path.$field->key] = $field;
            $all += self::below($field->type instanceof Type\Group ? $field->fields : [], $path.$field->key.'.');
        }

        return $all;
    }

    /**
     * @param  array<string, mixed>  $record
     */
    private static function at(array $record, string $path): mixed
    {
        $value = $record;
        foreach (explode('.', $path) as $segment) {
            $value = is_array($value) ? ($value[$segment] ?? null) : null;
        }

        return $value;
    }
}
