<?php

declare(strict_types=1);

namespace Herald\Document;

/** How large a document of blocks is: looked at before anything else is done with it. */
final class Extent
{
    private int $blocks = 0;

    private function __construct(private readonly Limits $limits, private readonly string $document)
    {
    }

    /** @throws InvalidDocument naming the limit that is passed, and where */
    public static function check(Json $document, Limits $limits): void
    {
        $bytes = strlen((string) json_encode($document->object, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PARTIAL_OUTPUT_ON_ERROR));
        if ($bytes > $limits->document) {
            throw InvalidDocument::because($document->name, '', 'is larger than '.Limits::inWords($limits->document));
        }
        (new self($limits, $document->name))->measure($document->data, '', 0);
    }

    /**
     * @param  array<array-key, mixed>  $value
     * @param  int  $depth  how many blocks, or conditions, it lies in
     */
    private function measure(array $value, string $place, int $depth): void
    {
        if (count($value) > $this->limits->items) {
            throw InvalidDocument::because($this->document, $place, 'has '.number_format(count($value)).' members; '.number_format($this->limits->items).' are the most');
        }
        $isBlock = isset($value['type'], $value['id']);
        $this->blocks += $isBlock ? 1 : 0;
        if ($this->blocks > $this->limits->blocks) {
            throw InvalidDocument::because($this->document, $place, "is one block too many: {$this->limits->blocks} are the most");
        }
        $depth += $isBlock || isset($value['all']) || isset($value['any']) || isset($value['not']) ? 1 : 0;
        if ($depth > $this->limits->depth) {
            throw InvalidDocument::because($this->document, $place, "lies in more than {$this->limits->depth} others: that is too deep");
        }
        foreach ($value as $key => $member) {
            if (is_array($member)) {
                $this->measure($member, ltrim("{$place}/{$key}", '/'), $depth);
            }
        }
    }
}
