<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Document\InvalidDocument;
use Herald\Html\Elements;
use Herald\Html\HtmlParser;
use Herald\Html\UnreadableHtml;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\PartKind;
use Herald\Manuscript\Shape;

/** What was copied elsewhere, as blocks, cleaned. Each type of block that HTML can become says so itself, see {@see FromHtml}; all other words become texts. */
final class Pasted
{
    /** Elements that begin on a line of their own. */
    private const OWN_LINE = ['address', 'article', 'aside', 'blockquote', 'body', 'dd', 'div', 'dl', 'dt', 'figcaption', 'figure', 'footer', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'header', 'hr', 'html', 'img', 'li', 'main', 'nav', 'ol', 'p', 'pre', 'section', 'table', 'tbody', 'td', 'th', 'thead', 'tr', 'ul'];

    private const LEFT_OUT = ['script', 'style', 'meta', 'link', 'title', 'template', 'iframe', 'object', 'noscript', 'head'];

    /** Elements deeper than this are read as one line. */
    private const DEEPEST = 100;

    /** @var list<array<string, mixed>> */
    private array $blocks = [];

    /** @var list<\DOMNode> what stands on no line of its own yet */
    private array $loose = [];

    /**
     * @param  string  $called  what it is called in refusals
     * @return list<array<string, mixed>> blocks in normal form, their ids `p1`, `p2`, …
     *
     * @throws InvalidDocument when it is too much
     */
    public static function html(string $html, string $called = 'the pasted HTML'): array
    {
        try {
            $document = (new HtmlParser)->document($html);
        } catch (UnreadableHtml $e) {
            throw $e->inDocument($called, 'html', $html);
        }
        $pasted = new self;
        foreach ($document->childNodes as $node) {
            $pasted->take($node, 0);
        }
        $pasted->flush();

        return self::withIds($pasted->blocks);
    }

    /**
     * Plain text: one block a paragraph, line ends within it kept; lines that all begin with a dash, a dot or a number are points.
     *
     * @return list<array<string, mixed>> as above
     */
    public static function text(string $text): array
    {
        $blocks = [];
        foreach (Preg::split('/\n[ \t]*\n/', str_replace(["\r\n", "\r"], "\n", $text)) as $paragraph) {
            $lines = array_values(array_filter(array_map(trim(...), explode("\n", $paragraph)), static fn (string $line): bool => $line !== ''));
            foreach (['/^[-*•–]\s+/u' => [], '/^\d{1,3}[.)]\s+/' => ['numbered' => true]] as $mark => $members) {
                if ($lines !== [] && count(Preg::grep($mark, $lines)) === count($lines)) {
                    $blocks[] = ['type' => Points::type(), 'points' => array_map(static fn (string $line): array => ['text' => [['text' => Preg::replace($mark, '', $line)]]], $lines), ...$members];

                    continue 2;
                }
            }
            if ($lines !== []) {
                $blocks[] = ['type' => Text::type(), 'text' => array_merge(...array_map(static fn (int $index, string $line): array => [...($index > 0 ? [['break' => true]] : []), ['text' => $line]], array_keys($lines), $lines))];
            }
        }

        return self::withIds($blocks);
    }

    private function take(\DOMNode $node, int $depth): void
    {
        if (! $node instanceof \DOMElement || $depth > self::DEEPEST || ! $this->isOnItsOwn($node)) {
            if ($node instanceof \DOMText || ($node instanceof \DOMElement && ! in_array($node->tagName, self::LEFT_OUT, true))) {
                $this->loose[] = $node;
            }

            return;
        }
        $this->flush();
        foreach (Blocks::types() as $type => $class) {
            $members = is_subclass_of($class, FromHtml::class) ? $class::ofHtml($node) : null;
            if ($members !== null) {
                array_push($this->blocks, ...($members === [] ? [] : [['type' => $type, ...$members]]));

                return;
            }
        }
        foreach ($node->childNodes as $child) {
            $this->take($child, $depth + 1);
        }
        $this->flush();
    }

    /** What stood on no line of its own was one. */
    private function flush(): void
    {
        $words = Phrase::of($this->loose);
        $this->loose = [];
        if ($words !== []) {
            $this->blocks[] = ['type' => Text::type(), 'text' => $words];
        }
    }

    private function isOnItsOwn(\DOMElement $element): bool
    {
        return in_array($element->tagName, self::OWN_LINE, true) || Elements::has($element, ...self::OWN_LINE);
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @return list<array<string, mixed>>
     */
    private static function withIds(array $blocks): array
    {
        $number = 0;
        $named = [];
        foreach ($blocks as $block) {
            $id = 'p'.++$number;
            foreach (Shape::ofBlock(is_string($block['type']) ? $block['type'] : '')->parts ?? [] as $part => $kind) {
                if ($kind === PartKind::Objects && is_array($block[$part] ?? null)) {
                    $block[$part] = array_map(static function (mixed $one) use (&$number): array {
                        return ['id' => 'p'.++$number, ...(array) $one];
                    }, array_values($block[$part]));
                }
            }
            $named[] = ['id' => $id, ...$block];
        }

        return $named;
    }
}
