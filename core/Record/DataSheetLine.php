<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** One line of a data sheet. */
final readonly class DataSheetLine
{
    /**
     * @param  string  $path  as variables name it; below a list with the item's number after a slash
     * @param  string|null  $value  in words; null for a group or an empty field
     * @param  int  $depth  how many groups it lies in
     * @param  array<string, string>  $offers  the value in each format that suits it, by name, where that was asked for
     */
    public function __construct(public string $path, public string $label, public FieldType $type, public ?string $value, public int $depth, public array $offers = [])
    {
    }

    public function isGroup(): bool
    {
        return $this->type instanceof Type\Group || $this->type instanceof Type\Open;
    }
}
