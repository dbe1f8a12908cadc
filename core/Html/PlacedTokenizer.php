<?php

declare(strict_types=1);

namespace Herald\Html;

use Masterminds\HTML5\Parser\EventHandler;
use Masterminds\HTML5\Parser\Scanner;
use Masterminds\HTML5\Parser\Tokenizer;

/**
 * Takes HTML apart as the standard has it (WHATWG HTML, 13.2.5), knows where what it is at began, and drops no words: a `<` that begins
 * nothing is text, and what has no end is refused.
 */
final class PlacedTokenizer extends Tokenizer
{
    private int $begun = 0;

    public function __construct(private readonly Scanner $source, EventHandler $events)
    {
        parent::__construct($source, $events);
    }

    /** The byte at which the tag, comment or declaration began that is being read, or was read last. */
    public function begun(): int
    {
        return $this->begun;
    }

    protected function tagName(): bool
    {
        $this->begun = $this->source->position() - 1;

        return (bool) parent::tagName();
    }

    protected function endTag(): bool
    {
        $this->begun = $this->source->position() - 1;

        return (bool) parent::endTag();
    }

    protected function markupDeclaration(): bool
    {
        $this->begun = $this->source->position() - 1;

        return (bool) parent::markupDeclaration();
    }

    /**
     * Errors that the standard mends are of no interest.
     *
     * @param  string  $msg
     */
    protected function parseError($msg): string
    {
        /** @var string|false $next */
        $next = $this->source->current();
        if ($msg === 'Illegal tag opening') {
            $this->buffer('<');
        } elseif (str_starts_with($msg, 'Unexpected EOF') || ($msg === 'Unclosed RCDATA end tag' && $next === false)) {
            throw new UnreadableHtml('has a tag or comment here that is never closed');
        }

        return '';
    }
}
