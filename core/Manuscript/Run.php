<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Style\ColourRole;

/** A stretch of inline text with one look: words, a variable, or a line break. */
final readonly class Run
{
    /**
     * @param  string|Variable|null  $content  null is a line break
     */
    public function __construct(
        public string|Variable|null $content,
        public bool $bold = false,
        public bool $italic = false,
        public bool $underline = false,
        public ?ColourRole $colour = null,
        public ?Link $link = null,
    ) {
    }
}
