<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\Preg;
use Herald\Value\Type\FieldType;

/** The value as it is, or its beginning. */
final class TextFormat implements Adjustable
{
    private const LONGEST = 2000;

    public function name(): string
    {
        return 'text';
    }

    public function accepts(FieldType $type): bool
    {
        return $type->isSingle() && ! $type instanceof Type\Money;
    }

    public function parameters(FieldType $type, array $options, ?string $language): array
    {
        return $type instanceof Type\Text ? [new Parameter('length', 'Letters at most', bounds: [1, self::LONGEST])] : [];
    }

    public function mayName(string $parameter, FieldType $type): bool
    {
        return false;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        $length = $locality->number('length');

        return match (true) {
            is_bool($value) => $value ? 'true' : 'false',
            is_scalar($value) => $length === null ? (string) $value : self::beginning((string) $value, $length),
            Mask::hides($value) => Mask::WORDS,
            default => '',
        };
    }

    /** Cut after a whole word, where one ends in the last third; letters are those that people see. */
    private static function beginning(string $text, int $length): string
    {
        if ((int) grapheme_strlen($text) <= $length) {
            return $text;
        }
        $cut = (string) grapheme_substr($text, 0, $length);
        $goesOn = ! Preg::isMatch('/^\s/u', (string) grapheme_substr($text, $length, 1));
        $whole = $goesOn ? Preg::replace('/\s+\S*$/u', '', $cut) : $cut;

        return rtrim((int) grapheme_strlen($whole) * 3 >= $length * 2 ? $whole : $cut).'…';
    }
}
