<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** The first letter alone, as a capital: "A" of "Aoife". */
final class InitialFormat implements Format
{
    private readonly CaseFormat $capitals;

    public function __construct()
    {
        $this->capitals = CaseFormat::upper();
    }

    public function name(): string
    {
        return 'initial';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Text;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        return is_string($value) ? $this->capitals->apply((string) grapheme_substr(trim($value), 0, 1), $locality) : '';
    }
}
