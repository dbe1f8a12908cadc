<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;

/** Reads words with their looks out of HTML: bold, italic, underline, links and line ends; all else is let go, and white space is as browsers show it. */
final class Phrase
{
    /** Elements deeper than this are read as their words alone. */
    private const DEEPEST = 100;

    /** @var list<array<string, mixed>> */
    private array $runs = [];

    private function __construct(private readonly ?string $without)
    {
    }

    /**
     * @param  iterable<\DOMNode>  $nodes  one after the other
     * @param  string|null  $without  a look that is let go
     * @return list<array<string, mixed>> runs, without white space at both ends
     */
    public static function of(iterable $nodes, ?string $without = null): array
    {
        $phrase = new self($without);
        foreach ($nodes as $node) {
            $phrase->take($node, [], 0);
        }

        return $phrase->trimmed();
    }

    /**
     * @param  array<string, mixed>  $looks
     */
    private function take(\DOMNode $node, array $looks, int $depth): void
    {
        if ($node instanceof \DOMText) {
            $this->say($node->data, $looks);
        } elseif ($node instanceof \DOMElement && $node->tagName === 'br') {
            $this->runs[] = ['break' => true];
        } elseif ($node instanceof \DOMElement) {
            $looks = array_diff_key(self::looks($node, $looks), [$this->without => 1]);
            if ($depth > self::DEEPEST) {
                $this->say($node->textContent, $looks);

                return;
            }
            foreach ($node->childNodes as $child) {
                $this->take($child, $looks, $depth + 1);
            }
        }
    }

    /**
     * @param  array<string, mixed>  $looks
     */
    private function say(string $words, array $looks): void
    {
        $words = Preg::replace('/[ \t\r\n\f]+/', ' ', $words);
        $last = array_key_last($this->runs);
        $before = $last === null || isset($this->runs[$last]['break']) ? ' ' : (is_string($text = $this->runs[$last]['text'] ?? null) ? $text : '');
        $words = str_ends_with($before, ' ') ? ltrim($words, ' ') : $words;
        if ($words === '') {
            return;
        }
        if ($last !== null && array_diff_key($this->runs[$last], ['text' => 1]) === $looks) {
            $this->runs[$last]['text'] = $before.$words;
        } else {
            $this->runs[] = ['text' => $words, ...$looks];
        }
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function trimmed(): array
    {
        $runs = $this->runs;
        while ($runs !== [] && isset($runs[0]['break'])) {
            array_shift($runs);
        }
        while (($last = array_pop($runs)) !== null) {
            $text = rtrim(is_string($last['text'] ?? null) ? $last['text'] : '', ' ');
            if ($text !== '') {
                return [...$runs, [...$last, 'text' => $text]];
            }
        }

        return [];
    }

    /**
     * @param  array<string, mixed>  $around
     * @return array<string, mixed>
     */
    private static function looks(\DOMElement $element, array $around): array
    {
        $style = strtolower($element->getAttribute('style'));
        $says = static fn (string $property, string $value): bool => Preg::isMatch("/(^|[;\\s]){$property}\\s*:\\s*({$value})/", $style);
        $isLink = $element->tagName === 'a' && Preg::isMatch('~^(https?|mailto|tel):~i', $element->getAttribute('href'));
        $looks = [
            'bold' => (in_array($element->tagName, ['b', 'strong'], true) || $says('font-weight', 'bold|[6-9]00')) && ! $says('font-weight', 'normal|[1-5]00'),
            'italic' => (in_array($element->tagName, ['i', 'em'], true) || $says('font-style', 'italic')) && ! $says('font-style', 'normal'),
            'underline' => ! $isLink && ! isset($around['link']) && ($element->tagName === 'u' || $says('text-decoration(-line)?', 'underline')),
        ];

        return [...$around, ...array_filter($looks), ...($isLink ? ['link' => [['text' => trim($element->getAttribute('href'))]]] : [])];
    }
}
