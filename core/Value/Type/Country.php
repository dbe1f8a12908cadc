<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Composer\Pcre\Preg;

/** An ISO 3166-1 alpha-2 code. */
final class Country extends FieldType
{
    public function name(): string
    {
        return 'country';
    }

    public function wanted(): string
    {
        return 'a country code such as IE';
    }

    public function read(mixed $value, array $options): mixed
    {
        return is_string($value) && Preg::isMatch('/^[A-Z]{2}$/D', $value) ? $value : null;
    }

    public function note(): string
    {
        return 'ISO 3166-1';
    }

    public function usualFormat(): string
    {
        return 'label';
    }
}
