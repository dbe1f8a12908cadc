<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;

/**
 * One piece of a manuscript, alone or a group of others. A type of block is one class in core/Block, registered in
 * {@see Blocks}: its schema, how it is read, and how it is written ({@see \Herald\Render\Written}) in HTML and in plain text.
 */
interface Block
{
    /** The name that documents use. */
    public static function type(): string;

    /**
     * What the block has beside what all blocks have, as JSON Schema: "properties" and, where needed, "required". The composer is made from it: "title"
     * is what an author reads beside a member, "x-brief" puts a setting among the few that are shown at once, "x-unit" names its unit, "x-hint" stands
     * where nothing is written yet, "x-bare" are words without looks, "x-upload" is an address that a picture put in may give,
     * "x-fixed" keeps a block where it stands, "x-ground" is the ground that its words stand on, where it brings one of its own.
     *
     * @return array{title: string, x-purpose: Purpose, x-fixed?: true, x-ground?: ColourRole, properties: array<string, array<string, mixed>>, required?: list<string>}
     */
    public static function schema(): array;

    /**
     * The members of a new block, filled as far as the record offers something to fill it with. Ids within are given anew when it is put in.
     *
     * @return array<string, mixed>|null null when the record has nothing that such a block is made of
     */
    public static function fresh(Vocabulary $vocabulary): ?array;

    public static function read(BlockReader $reader): self;

    public function common(): Common;
}
