<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\Passages;
use Herald\Manuscript\Piece;

/** What a check says about a document: where, what, how grave, how to mend it. */
final readonly class Finding
{
    /**
     * @param  string|null  $block  the id of the block it is about, "envelope", or null for the whole
     * @param  string|null  $id  of the object within it: the block itself, or one of its rows, columns or branches; null for the document itself
     * @param  string|null  $part  the member of that object; of the document itself, the place of the member: "colours/link"
     * @param  string|null  $variable  the path of the variable it is about
     * @param  list<Mend>  $mends  each does away with it
     */
    private function __construct(
        public Weight $weight,
        public string $words,
        public ?string $block,
        public ?string $id,
        public ?string $part,
        public ?string $variable,
        public array $mends,
    ) {
    }

    public static function at(Piece $piece, Weight $weight, string $words, ?Mend $mend = null, ?string $variable = null): self
    {
        // What a passage says is mended there.
        if (Passages::isWithin($piece->block)) {
            $outer = Passages::outer($piece->block);

            return new self($weight, "In the passage: {$words}", $outer, $outer, null, $variable, []);
        }

        return new self($weight, $words, $piece->block, $piece->id, $piece->part, $variable, $mend === null || $piece->within ? [] : [$mend]);
    }

    /**
     * @param  string|null  $block  the id of a block; null for the whole
     */
    public static function ofBlock(?string $block, Weight $weight, string $words): self
    {
        $outer = $block === null ? null : Passages::outer($block);

        return new self($weight, $words, $outer, $outer, null, null, []);
    }

    /**
     * @param  string|null  $part  the place of a member of the document: "colours/link", "logo", "css"
     * @param  list<Mend>  $mends
     */
    public static function ofWhole(Weight $weight, string $words, ?string $part = null, array $mends = []): self
    {
        return new self($weight, $words, null, null, $part, null, $mends);
    }

    /**
     * @param  list<self>  $findings
     * @return list<self> those that keep a document from being published
     */
    public static function grave(array $findings): array
    {
        return array_values(array_filter($findings, static fn (self $finding): bool => $finding->weight === Weight::Grave));
    }
}
