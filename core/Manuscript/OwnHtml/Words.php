<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

/** Text between tags, as it is read. */
final readonly class Words
{
    public function __construct(public string $text)
    {
    }
}
