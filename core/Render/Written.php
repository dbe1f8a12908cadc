<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Manuscript\Block;

/** A block that can be written: every type of block there is. */
interface Written extends Block
{
    /** Writes the inside of the table cell that the block stands in. */
    public function html(HtmlWriter $writer): void;

    public function text(TextWriter $writer): void;
}
