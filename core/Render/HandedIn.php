<?php

declare(strict_types=1);

namespace Herald\Render;

use Composer\Pcre\Preg;
use Herald\Manuscript\Words;
use Herald\Value\Clean;

/**
 * Puts what an add-on handed in into a message: the real blocks wrote, while the message was compiled, how each kind of piece looks at its place, with these marks for its
 * words; here the words take their place.
 */
final class HandedIn
{
    public const WORDS = 'herald-words';

    public const LABEL = 'herald-label';

    public const ADDRESS = 'https://herald.invalid/address';

    /** What is written once for each point or row of a piece: in HTML, and in plain text. */
    private const EACH = ['~<li.*?</li>~s', '~<tr><th.*?</tr>~s', '~'.TextLayout::ROW.'[^\n]*\n~'];

    /**
     * What was handed in for a slot, as {@see \Herald\Block\AddOnContent} read it.
     *
     * @param  array<string, mixed>  $context  all that the message may name
     * @return list<array<string, mixed>>
     */
    public static function pieces(array $context, string $slot): array
    {
        $slots = $context['slots'] ?? null;
        /** @var list<array<string, mixed>> $pieces */
        $pieces = is_array($slots) && is_array($slots[$slot] ?? null) ? $slots[$slot] : [];

        return $pieces;
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $looks  by kind of piece; "link" and "underline" for words
     */
    public static function html(array $context, string $slot, array $looks): string
    {
        $html = self::written(self::pieces($context, $slot), $looks, static fn (array $runs): string => self::htmlOf($runs, $looks), HtmlWords::escape(...));
        Gate::check($html);

        return $html;
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $looks
     */
    public static function text(array $context, string $slot, array $looks): string
    {
        return self::written(self::pieces($context, $slot), $looks, self::textOf(...), Clean::text(...));
    }

    /**
     * @param  list<array<string, mixed>>  $pieces
     * @param  array<string, string>  $looks
     * @param  \Closure(array<array-key, mixed>): string  $words
     * @param  \Closure(string): string  $escape
     */
    private static function written(array $pieces, array $looks, \Closure $words, \Closure $escape): string
    {
        $written = '';
        $said = static fn (mixed $runs): string => $words(is_array($runs) ? $runs : []);
        $filled = static fn (string $look, mixed $text, mixed $label = [], string $address = ''): string => strtr($look, [self::WORDS => $said($text), self::LABEL => $said($label), self::ADDRESS => $escape($address)]);
        foreach ($pieces as $piece) {
            $look = $looks[is_string($piece['type'] ?? null) ? $piece['type'] : ''] ?? '';
            $each = static function (array $objects, string $text, string $label) use ($look, $filled): string {
                foreach (self::EACH as $pattern) {
                    if (Preg::isMatch($pattern, $look, $one)) {
                        return str_replace($one[0], implode('', array_map(static fn (mixed $object): string => is_array($object) ? $filled($one[0], $object[$text] ?? [], $object[$label] ?? []) : '', $objects)), $look);
                    }
                }

                return '';
            };
            $leading = $piece['link'] ?? $piece['source'] ?? null;
            $address = $leading === null ? null : HeraldExtension::address(Words::said($leading));
            $written .= match (true) {
                $address === '' => '',
                is_array($piece['points'] ?? null) => $each($piece['points'], 'text', ''),
                is_array($piece['rows'] ?? null) => $each($piece['rows'], 'value', 'label'),
                default => $filled($look, $piece['text'] ?? $piece['label'] ?? [], $piece['alternative'] ?? [], $address ?? ''),
            };
        }

        return $written;
    }

    /**
     * @param  array<array-key, mixed>  $runs
     * @param  array<string, string>  $looks
     */
    private static function htmlOf(array $runs, array $looks): string
    {
        $html = '';
        foreach ($runs as $run) {
            if (! is_array($run)) {
                continue;
            }
            $words = isset($run['break']) ? '<br>' : nl2br(HtmlWords::escape(is_string($run['text'] ?? null) ? $run['text'] : ''), false);
            foreach (['bold' => 'strong', 'italic' => 'em'] as $look => $tag) {
                $words = isset($run[$look]) ? "<{$tag}>{$words}</{$tag}>" : $words;
            }
            $words = isset($run['underline']) ? strtr($looks['underline'] ?? self::WORDS, [self::WORDS => $words]) : $words;
            $address = isset($run['link']) ? HeraldExtension::address(Words::said($run['link'])) : '';
            $html .= $address === '' ? $words : strtr($looks['link'] ?? self::WORDS, [self::WORDS => $words, self::ADDRESS => HtmlWords::escape($address)]);
        }

        return $html;
    }

    /**
     * @param  array<array-key, mixed>  $runs
     */
    private static function textOf(array $runs): string
    {
        $text = '';
        foreach ($runs as $run) {
            $words = is_array($run) && is_string($run['text'] ?? null) ? Clean::text($run['text']) : "\n";
            $address = is_array($run) && isset($run['link']) ? HeraldExtension::address(Words::said($run['link'])) : '';
            $text .= $words.($address === '' || $address === trim($words) ? '' : " ({$address})");
        }

        return $text;
    }
}
