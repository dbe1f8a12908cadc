<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** A template's envelope and body in one language. */
final readonly class Manuscript
{
    /**
     * @param  list<Block>  $blocks
     */
    public function __construct(public string $language, public Envelope $envelope, public array $blocks)
    {
    }
}
