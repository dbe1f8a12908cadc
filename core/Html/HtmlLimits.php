<?php

declare(strict_types=1);

namespace Herald\Html;

/** How much of HTML from elsewhere is read. {@see HtmlParser} looks at all of it while it reads, before anything is built of a tag that is too much. */
final readonly class HtmlLimits
{
    /**
     * @param  int  $bytes  of the whole
     * @param  int  $tags  start tags in all
     * @param  int  $attributesOfTag  of one tag; what a parser does for each grows with those before it
     * @param  int  $attributes  in all
     * @param  int  $depth  of elements within elements
     * @param  int  $placeholders  places for values of data, in whatever brackets, each as often as it comes
     * @param  int  $styleSheets  `<style>` elements
     * @param  int  $styleBytes  of all style sheets together
     */
    public function __construct(
        public int $bytes = 1_000_000,
        public int $tags = 10_000,
        public int $attributesOfTag = 100,
        public int $attributes = 30_000,
        public int $depth = 200,
        public int $placeholders = 2_000,
        public int $styleSheets = 50,
        public int $styleBytes = 200_000,
    ) {
    }
}
