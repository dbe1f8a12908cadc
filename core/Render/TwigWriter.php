<?php

declare(strict_types=1);

namespace Herald\Render;

use Composer\Pcre\Preg;

/**
 * Writes Twig source. The only place where it is written: literals can never open a tag, and line ends after a tag, which Twig
 * would swallow, are kept.
 */
final class TwigWriter
{
    /** A place where the source can be cut in two that are filled one after the other. Nothing else that is written here contains it: neither literals nor constants have a bare "\r". */
    public const SEAM = "{#\r#}";

    private string $source = '';

    private bool $afterTag = false;

    /** How many tags are open that must be closed. */
    private int $depth = 0;

    /** Text that stands in the result as it is. It must be escaped for its place already. */
    public function literal(string $text): void
    {
        if ($text === '') {
            return;
        }
        if ($this->afterTag && $text[0] === "\n") {
            $text = "\n".$text;
        }
        // A bracket at the end may meet another that comes after it. Line ends of other systems would be read as our own.
        $this->source .= Preg::replace(['/\{(?=[{%#\r]|$)/D', '/\r/'], ["{{ '{' }}", '{{ "\r" }}'], $text);
        $this->afterTag = false;
    }

    /** The value of an expression. */
    public function print(string $expression): void
    {
        $this->source .= '{{ '.$expression.' }}';
        $this->afterTag = false;
    }

    public function tag(string $tag): void
    {
        $this->source .= '{% '.$tag.' %}';
        $this->afterTag = true;
        $this->depth += match (true) {
            str_starts_with($tag, 'if ') || str_starts_with($tag, 'for ') => 1,
            str_starts_with($tag, 'end') => -1,
            default => 0,
        };
    }

    public function length(): int
    {
        return strlen($this->source);
    }

    /** A tag that opens nothing, right behind another one that was written when the source had that length. */
    public function tagAt(int $length, string $tag): void
    {
        $this->source = substr_replace($this->source, '{% '.$tag.' %}', $length, 0);
    }

    /** Takes out again what was written since the source had that length. */
    public function cut(int $length): string
    {
        $cut = substr($this->source, $length);
        $this->source = substr($this->source, 0, $length);

        return $cut;
    }

    /** A seam, unless a tag is open here. */
    public function seam(): void
    {
        if ($this->depth === 0) {
            $this->source .= self::SEAM;
        }
    }

    /** What another one wrote. */
    public function append(self $other): void
    {
        $this->source .= ($this->afterTag && str_starts_with($other->source, "\n") ? "\n" : '').$other->source;
        $this->afterTag = $other->source === '' ? $this->afterTag : $other->afterTag;
    }

    public function source(): string
    {
        return $this->source;
    }

    /** A text as a constant in an expression. */
    public static function quote(string $text): string
    {
        return "'".addcslashes($text, "'\\\r")."'";
    }
}
