<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Style\Look;

/** A template's envelope and body in one language. */
final readonly class Manuscript
{
    /**
     * @param  list<Block>  $blocks
     * @param  Look  $look  in place of the brand's
     * @param  list<Block>|null  $plain  what the plain-text part is written from, where it was taken over by hand
     */
    public function __construct(public string $language, public Envelope $envelope, public array $blocks, public Look $look = new Look, public ?array $plain = null)
    {
    }
}
