<?php

declare(strict_types=1);

namespace Herald\Html;

use Herald\Document\InvalidDocument;

/** HTML that is more than is read, or ends in the middle of something. */
final class UnreadableHtml extends \RuntimeException
{
    /**
     * @param  string  $reason  to follow the name of the document: "has more than 10,000 tags"
     * @param  int|null  $at  the byte at which it shows; null where it is true of the whole
     */
    public function __construct(public readonly string $reason, public readonly ?int $at = null, ?\Throwable $previous = null)
    {
        parent::__construct($reason, previous: $previous);
    }

    /** The place in the text that was read, "line 3, column 5: ", counted in letters from 1; empty where it is true of the whole. */
    public function place(string $html): string
    {
        if ($this->at === null) {
            return '';
        }
        $before = substr($html, 0, $this->at);
        $line = substr_count($before, "\n") + 1;
        $column = mb_strlen(substr($before, (int) strrpos("\n{$before}", "\n")), 'UTF-8') + 1;

        return "line {$line}, column {$column}: ";
    }

    public function inDocument(string $name, string $place, string $html): InvalidDocument
    {
        return InvalidDocument::because($name, $place, $this->place($html).$this->reason);
    }
}
