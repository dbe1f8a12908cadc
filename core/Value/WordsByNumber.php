<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\Preg;
use Herald\Value\Type\FieldType;

/** Other words for one than for many, in the plural categories of the language (CLDR); for a list, by how many items it has. "#" stands for the number. */
final class WordsByNumber implements Adjustable
{
    public const NUMBER = '#';

    /** A number by itself, before any category: "=0". */
    private const EXACTLY = '/^=\d{1,9}$/D';

    public function name(): string
    {
        return 'words_by_number';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Integer || $type instanceof Type\Decimal || $type instanceof Type\Items;
    }

    public function parameters(FieldType $type, array $options, ?string $language): array
    {
        $named = array_map(
            static fn (string $category): Parameter => new Parameter($category, $language === null ? $category : self::label($category, $language), $category === 'other' || $category === 'one' ? self::NUMBER : null, $category === 'other'),
            $language === null ? Plural::CATEGORIES : Plural::categories($language),
        );

        return [new Parameter('=0', 'For none at all'), ...$named];
    }

    public function mayName(string $parameter, FieldType $type): bool
    {
        return Preg::isMatch(self::EXACTLY, $parameter);
    }

    public function apply(mixed $value, Locality $locality): string
    {
        $number = is_array($value) ? count($value) : (is_numeric($value) ? $value + 0 : null);
        if ($number === null) {
            return '';
        }
        $words = $locality->with["={$number}"] ?? $locality->with[Plural::category($number, $locality->language)] ?? $locality->with['other'] ?? self::NUMBER;

        return str_replace(self::NUMBER, Formats::all()['number']->apply($number, $locality), (string) $words);
    }

    private static function label(string $category, string $language): string
    {
        return $category === 'other' ? 'For all others' : 'For '.implode(', ', Plural::examples($category, $language)).(count(Plural::examples($category, $language)) > 2 ? ' …' : '');
    }
}
