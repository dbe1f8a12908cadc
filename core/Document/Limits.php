<?php

declare(strict_types=1);

namespace Herald\Document;

/** How large what comes from outside may be. Each refusal tells the limit that it is about. */
final readonly class Limits
{
    /**
     * @param  int  $blocks  of a template or a brand
     * @param  int  $depth  of blocks within blocks, and of conditions within conditions
     * @param  int  $items  of any one list: of a record, or of a document
     * @param  int  $document  of a template or a brand, in bytes
     * @param  int  $record  of the data of one record with its parameters, in bytes
     * @param  int  $filled  of one part of a filled message, in bytes
     * @param  int  $turns  of all repeats of one part of a message together
     */
    public function __construct(
        public int $blocks = 500,
        public int $depth = 12,
        public int $items = 1_000,
        public int $document = 1_000_000,
        public int $record = 1_000_000,
        public int $filled = 2_000_000,
        public int $turns = 20_000,
    ) {
    }

    /** A number of bytes, as people read it. */
    public static function inWords(int $bytes): string
    {
        return $bytes >= 1_000_000 ? rtrim(rtrim(number_format($bytes / 1_000_000, 1), '0'), '.').' MB' : ((int) ceil($bytes / 1_000)).' KB';
    }
}
