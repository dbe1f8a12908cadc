<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Condition;

/** One of several points, which may be shown under a condition of its own. */
final readonly class Point
{
    public const SCHEMA = [
        'title' => 'Point',
        'type' => 'object',
        'required' => ['id', 'text'],
        'additionalProperties' => false,
        'properties' => [
            'id' => ['$ref' => '#/$defs/id'],
            'text' => ['title' => 'Words', '$ref' => '#/$defs/inline'],
            'when' => ['title' => 'Shown', '$ref' => '#/$defs/condition'],
        ],
    ];

    private function __construct(public Inline $words, public ?Condition $when)
    {
    }

    public static function read(BlockReader $reader): self
    {
        $reader->id();

        return new self($reader->inline('text'), $reader->condition());
    }
}
