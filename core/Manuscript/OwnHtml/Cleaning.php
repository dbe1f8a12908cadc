<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Composer\Pcre\Preg;
use Herald\Html\Elements;
use Herald\Html\Enclosed;
use Herald\Html\HtmlLimits;
use Herald\Html\HtmlParser;
use Herald\Html\UnreadableHtml;
use Herald\Style\CustomCss;
use Symfony\Component\HtmlSanitizer\HtmlSanitizer;
use Symfony\Component\HtmlSanitizer\HtmlSanitizerConfig;
use TijsVerkoyen\CssToInlineStyles\CssToInlineStyles;

/**
 * Makes of whatever HTML what may stand in a message: its style sheets written into the elements they are about, and of elements, attributes, addresses and styles those alone that mail programs show and
 * that do nothing. What is taken out is told.
 */
final class Cleaning
{
    /** Elements that may stand in a message; of others that only hold words the words stay. */
    public const ELEMENTS = [
        'a', 'abbr', 'b', 'big', 'blockquote', 'br', 'caption', 'center', 'code', 'col', 'colgroup', 'dd', 'del', 'div', 'dl', 'dt', 'em', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'hr', 'i', 'img', 'ins', 'li', 'ol', 'p', 'pre', 's',
        'small', 'span', 'strike', 'strong', 'sub', 'sup', 'table', 'tbody', 'td', 'tfoot', 'th', 'thead', 'tr', 'u', 'ul', 'wbr',
    ];

    /** Elements that are nothing in a message but for what stands in them. */
    private const HOLDING = ['address', 'article', 'aside', 'body', 'figcaption', 'figure', 'font', 'footer', 'header', 'html', 'main', 'nav', 'section', 'time', 'mark', 'cite', 'q', 'var', 'kbd', 'samp', 'label', 'tt', 'details', 'summary', 'picture', 'acronym', 'dfn', 'bdi', 'bdo', 'fieldset', 'legend', 'form'];

    private const ATTRIBUTES = ['style', 'align', 'valign', 'bgcolor', 'width', 'height', 'border', 'cellpadding', 'cellspacing', 'role', 'dir', 'lang', 'title', 'alt', 'src', 'href', 'colspan', 'rowspan', 'scope', 'start', 'type', 'color'];

    /** Attributes that need no word where they are left out: they say nothing in a message. */
    private const SILENT = ['class', 'id', 'name', 'target', 'rel', 'data-', 'aria-', 'xmlns', 'charset', 'content', 'face', 'size', 'background', 'itemprop', 'itemscope', 'itemtype', 'summary', 'nowrap', 'http-equiv', 'media'];

    /** Beside what a brand's own CSS may set. Nothing that takes an element out of its place. */
    private const LAYOUT = [
        'width', 'max-width', 'min-width', 'height', 'max-height', 'min-height', 'margin', 'margin-top', 'margin-right', 'margin-bottom', 'margin-left', 'vertical-align', 'display', 'float', 'clear', 'border-collapse', 'border-spacing', 'table-layout', 'list-style', 'list-style-type',
        'white-space', 'word-break', 'overflow-wrap', 'background', 'border-color', 'border-style', 'border-width', 'border-left-width', 'border-top-color', 'border-bottom-color', 'font', 'direction', 'overflow',
    ];

    /** What takes a few seconds, as {@see cost} counts. */
    private const MOST_LOOKED_FOR = 2_000_000;

    private const MOST_RULES = 2_000;

    /** As HTML of its own, in letters. */
    public const LONGEST = 100_000;

    /** What becomes of it once its style sheets are written into its elements, in bytes. */
    public const LARGEST = 2_000_000;

    /**
     * @return array{string, list<string>} the markup, and what was taken out of it, in words
     *
     * @throws UnreadableHtml when it is more than is read
     */
    public static function of(string $html): array
    {
        // Comments are for those who write. What is for word processors alone is none of ours: they get the rest.
        $html = Enclosed::without($html, Enclosed::COMMENTS);
        [$html, $unwritten] = self::inlined($html);
        $left = array_fill_keys($unwritten, true);
        $parser = new HtmlParser(new HtmlLimits(bytes: self::LARGEST));
        $document = $parser->document($html);
        self::look($document->documentElement, $left);
        $clean = '';
        foreach (Elements::first($document, 'body')->childNodes ?? [] as $node) {
            $clean .= HtmlParser::write($node);
        }

        return [(new HtmlSanitizer(self::config(), $parser))->sanitize($clean), array_map(strval(...), array_keys($left))];
    }

    /**
     * The declarations of a style that may stand in a message.
     *
     * @param  array<string, true>  $left  takes what was left out
     *
     * @param-out array<string, true> $left
     */
    public static function style(string $style, array &$left): string
    {
        $kept = [];
        foreach (self::declarations($style) as $declaration) {
            [$property, $value] = [...array_map(trim(...), explode(':', $declaration, 2)), ''];
            $property = strtolower($property);
            if ($property === '' || $value === '') {
                continue;
            }
            $value = trim(Preg::replace('~\s*!\s*important$~i', '', $value));
            $isKnown = isset(CustomCss::honoured()[$property]) || in_array($property, self::LAYOUT, true) || Preg::isMatch('~^mso-[a-z-]+$~D', $property);
            // Nothing that loads, moves or runs: no url(), no expression(), no escapes.
            if ($isKnown && Preg::isMatch('~^(?:rgba?\([\d\s,.%/]++\)|hsla?\([\d\s,.%/deg]++\)|[A-Za-z0-9 #.,%\'"+/*-])++$~D', $value) && ! ($property === 'display' && ! Preg::isMatch('~^(none|block|inline|inline-block|table|table-cell|table-row)$~D', $value))) {
                $kept[] = $property.':'.str_replace('"', "'", $value);
            } else {
                $left["the style “{$property}”"] = true;
            }
        }

        return implode(';', $kept);
    }

    /**
     * The declarations of a style, apart: a semicolon between brackets ends none.
     *
     * @return list<string>
     */
    public static function declarations(string $style): array
    {
        Preg::matchAll('~(?:[^;(]++|\([^)]*+\)?)++~', $style, $found);

        return array_map(strval(...), $found[0]);
    }

    /**
     * HTML with its style sheets written into the elements.
     *
     * @return array{string, list<string>} and what of them could not be, in words
     *
     * @throws UnreadableHtml when it is more than is read
     */
    public static function inlined(string $html): array
    {
        if (stripos($html, '<style') === false) {
            return [$html, []];
        }
        // Another program takes it apart here.
        (new HtmlParser)->document($html);
        $parts = Enclosed::apart($html, Enclosed::STYLE_SHEETS);
        $of = static fn (int $kind): string => implode(' ', array_filter($parts, static fn (int $index): bool => $index % 2 === $kind, ARRAY_FILTER_USE_KEY));
        [$bare, $sheet] = [$of(0), Preg::replace('~</?style[^>]*+>~i', '', $of(1))];
        Preg::matchAll('~@(media|import|font-face|supports)~i', $sheet, $rules);
        if (self::cost($sheet, $bare) > self::MOST_LOOKED_FOR) {
            return [$bare, ['its style sheet, which is too long for so many elements']];
        }
        // Selectors that cannot be read are passed over; PHP would warn of each.
        set_error_handler(static fn (): bool => true);
        try {
            $inlined = (new CssToInlineStyles)->convert($html);
        } finally {
            restore_error_handler();
        }

        return [
            Enclosed::without($inlined, Enclosed::STYLE_SHEETS),
            array_map(static fn (string $rule): string => 'what its style sheet says under “@'.strtolower($rule).'”', array_values(array_unique($rules[1]))),
        ];
    }

    /** How much there is to look for: each selector among all elements, and each step down within whatever it may lie in; and its declarations for each element. */
    private static function cost(string $sheet, string $html): int
    {
        $open = $deepest = 0;
        Preg::matchAll('~<(/?)(?!br\b|img\b|hr\b|meta\b|input\b|link\b|col\b|wbr\b|!)[a-z]~i', $html, $tags);
        foreach ($tags[1] as $end) {
            $open = max(0, $open + ($end === '' ? 1 : -1));
            $deepest = max($deepest, $open);
        }
        $cost = 0;
        Preg::matchAll('~([^{}]++)\{([^{}]*+)~', Enclosed::without($sheet, Enclosed::COMMENTS_OF_STYLE_SHEETS), $rules);
        if (count($rules[1]) > self::MOST_RULES) {
            return PHP_INT_MAX;
        }
        foreach ($rules[1] as $index => $selectors) {
            foreach (explode(',', (string) $selectors) as $selector) {
                $steps = max(1, count(Preg::split('~[\s>+\~]+~', trim($selector))));
                $cost += count($tags[1]) * (($steps === 1 ? 1 : $steps * $deepest) + substr_count((string) $rules[2][$index], ';'));
            }
        }

        return $cost;
    }

    /**
     * Notes what the sanitiser will take out.
     *
     * @param  array<string, true>  $left
     *
     * @param-out array<string, true> $left
     */
    private static function look(?\DOMElement $element, array &$left): void
    {
        if ($element === null) {
            return;
        }
        $name = strtolower($element->tagName);
        if (! in_array($name, [...self::ELEMENTS, ...self::HOLDING, 'head', 'meta', 'title', 'html', 'body'], true)) {
            $left["<{$name}>"] = true;

            return;
        }
        foreach (iterator_to_array($element->attributes ?? []) as $attribute) {
            $called = strtolower($attribute->nodeName);
            $value = (string) $attribute->nodeValue;
            if ($called === 'style') {
                $element->setAttribute('style', self::style($value, $left));
            } elseif (in_array($called, Element::ADDRESSES, true) && ! Preg::isMatch('~^\s*(https?:|mailto:|tel:|[^:]*$)~i', $value)) {
                $left['the address “'.mb_strimwidth($value, 0, 40, '…').'”'] = true;
            } elseif (! in_array($called, self::ATTRIBUTES, true) && array_filter(self::SILENT, static fn (string $silent): bool => str_starts_with($called, $silent)) === []) {
                $left["“{$called}” of <{$name}>"] = true;
            }
        }
        foreach ($element->childNodes as $child) {
            if ($child instanceof \DOMElement) {
                self::look($child, $left);
            }
        }
    }

    private static function config(): HtmlSanitizerConfig
    {
        $config = (new HtmlSanitizerConfig)->allowLinkSchemes(['http', 'https', 'mailto', 'tel'])->allowMediaSchemes(['http', 'https'])->allowRelativeLinks()->allowRelativeMedias()->withMaxInputLength(-1);
        foreach (self::ELEMENTS as $element) {
            $config = $config->allowElement($element, self::ATTRIBUTES);
        }
        foreach (self::HOLDING as $element) {
            $config = $config->blockElement($element);
        }

        return $config;
    }
}
