<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\Piece;

/** What a check says about a template: where, what, how grave, how to mend it. */
final readonly class Finding
{
    /**
     * @param  string|null  $block  the id of the block it is about, "envelope", or null for the whole
     * @param  string|null  $id  of the object within it: the block itself, or one of its rows, columns or branches
     * @param  string|null  $part  the member of that object
     * @param  string|null  $variable  the path of the variable it is about
     */
    private function __construct(
        public Weight $weight,
        public string $words,
        public ?string $block,
        public ?string $id,
        public ?string $part,
        public ?string $variable,
        public ?Mend $mend,
    ) {
    }

    public static function at(Piece $piece, Weight $weight, string $words, ?Mend $mend = null, ?string $variable = null): self
    {
        return new self($weight, $words, $piece->block, $piece->id, $piece->part, $variable, $mend);
    }

    /**
     * @param  string|null  $block  the id of a block; null for the whole
     */
    public static function ofBlock(?string $block, Weight $weight, string $words): self
    {
        return new self($weight, $words, $block, $block, null, null, null);
    }

    public static function ofWhole(Weight $weight, string $words, ?Mend $mend = null): self
    {
        return new self($weight, $words, null, null, null, null, $mend);
    }
}
