<?php

declare(strict_types=1);

namespace Herald\HtmlIn;

use Composer\Pcre\Preg;
use Herald\Block\Heading;
use Herald\Block\Points;
use Herald\Block\Text;
use Herald\Colour\ColourNames;
use Herald\Html\Elements;
use Herald\Manuscript\OwnHtml\Cleaning;
use Herald\Style\Token;

/** What the styles of foreign HTML say that a template has a look for: colours, grounds, sizes, sides. What is let go is counted. */
final class Styles
{
    /** Properties that are carried over, or that the layout is read from. */
    private const TAKEN = [
        'color', 'background', 'background-color', 'text-align', 'font-weight', 'font-style', 'text-decoration', 'width', 'max-width', 'min-width', 'height', 'max-height', 'min-height', 'display', 'padding', 'padding-top', 'padding-right', 'padding-bottom', 'padding-left',
        'margin', 'margin-top', 'margin-right', 'margin-bottom', 'margin-left', 'border', 'border-top', 'border-bottom', 'border-left', 'border-right', 'border-collapse', 'border-spacing', 'vertical-align', 'font-size', 'overflow', 'border-radius', 'line-height', 'font-family', 'table-layout',
    ];

    private const COLOUR = '~#[0-9a-f]{6}\b|#[0-9a-f]{3}\b|rgba?\(\s*(\d{1,3})[\s,]+(\d{1,3})[\s,]+(\d{1,3})\s*(?:[,/]\s*[\d.]+%?\s*)?\)~i';

    /** @var array<string, int> properties without a counterpart, and how often they were said */
    private array $letGo = [];

    private string $paper = '#FFFFFF';

    private string $text = '';

    private string $heading = '';

    /** Of the words, in px; 0 where it is not said. */
    private int $size = 0;

    /** @var \SplObjectStorage<\DOMElement, array<string, string>> values by property, of elements that were asked for */
    private \SplObjectStorage $effective;

    /** @param  bool  $quirks  whether browsers would show it as they did long ago: nothing is taken over into tables from around them */
    public function __construct(private readonly bool $quirks = false)
    {
        $this->effective = new \SplObjectStorage;
    }

    /**
     * @return array<string, int>
     */
    public function letGo(): array
    {
        arsort($this->letGo);

        return $this->letGo;
    }

    /**
     * What the whole says: the colours of page and paper, of words, headings and links; fonts, sizes and corners.
     *
     * @return array<string, string|int> the look of a template
     */
    public function ofWhole(\DOMElement $body): array
    {
        $look = array_filter(['page' => $this->background($body), 'text' => $this->said($body, 'color')]);
        // The ground on which most of the words stand.
        $words = intdiv(strlen($body->textContent), 3);
        foreach (Elements::within($body) as $element) {
            $background = in_array(strtolower($element->tagName), ['table', 'td', 'div'], true) ? $this->background($element) : null;
            if ($background !== null && $background !== ($look['page'] ?? null) && strlen($element->textContent) > $words) {
                [$look['paper'], $words] = [$background, strlen($element->textContent)];
            }
        }
        foreach (['h1', 'h2', 'h3'] as $name) {
            foreach (Elements::within($body, $name) as $element) {
                $look['heading'] ??= $this->said($element, 'color');
            }
        }
        // Of links those among words, not those that stand alone.
        foreach (Elements::within($body, 'a') as $element) {
            if (! isset($look['link']) && ($colour = $this->said($element, 'color')) !== null && ! Preg::isMatch('~(^|;)\s*(padding|display|background)~i', $element->getAttribute('style')) && self::isAmongWords($element)) {
                $look['link'] = $colour;
            }
        }
        $common = $this->commonest($body);
        $look['text'] ??= $common['color'] ?? null;
        foreach (Elements::within($body) as $element) {
            $this->count($element);
        }
        $look = array_filter($look);
        $this->paper = $look['paper'] ?? $look['page'] ?? '#FFFFFF';
        [$this->text, $this->heading] = [$look['text'] ?? '', $look['heading'] ?? ''];
        $heading = Elements::first($body, 'h1') ?? Elements::first($body, 'h2');
        $type = array_filter([
            'font' => self::stack($common['font-family'] ?? ''), 'size' => self::figure($common['font-size'] ?? '', Token::Size), 'line_height' => self::lines($common['line-height'] ?? '', $common['font-size'] ?? ''),
            'heading_font' => $heading === null ? null : self::stack($this->effective($heading, 'font-family')), 'heading_size' => $heading === null ? null : self::figure($this->declared($heading, 'font-size'), Token::HeadingSize),
            'corner' => $this->corner($body),
        ], static fn (string|int|null $one): bool => $one !== null);
        $this->size = is_int($type['size'] ?? null) ? $type['size'] : 0;
        if (($type['heading_font'] ?? null) === ($type['font'] ?? null)) {
            unset($type['heading_font']);
        }

        return [...$look, ...$type];
    }

    /**
     * What an element says of the block that it became.
     *
     * @return array<string, mixed> its members
     */
    public function ofBlock(\DOMElement $element, string $type): array
    {
        $align = $this->align($element);
        $colour = in_array($type, [Text::type(), Points::type(), Heading::type()], true) ? $this->said($element, 'color') ?? $this->onlyColour($element) : null;
        $role = $type === Heading::type() ? 'heading' : 'text';
        $size = in_array($type, [Text::type(), Points::type()], true) ? self::figure($this->effective($element, 'font-size'), Token::Size) : null;
        $look = [
            ...($colour === null || $colour === ($role === 'heading' ? $this->heading : $this->text) ? [] : [$role => $colour]),
            ...($size === null || $size === $this->size ? [] : ['size' => $size]),
        ];

        return [...($align === null ? [] : ['align' => $align]), ...($look === [] ? [] : ['look' => $look])];
    }

    /** A ground of its own, other than that of the paper. */
    public function ground(\DOMElement $element): ?string
    {
        $background = $this->background($element);

        return $background === null || $background === $this->paper || ($element->parentNode instanceof \DOMElement && $background === $this->groundAround($element->parentNode)) ? null : $background;
    }

    /** Whether a link is filled with a colour, as buttons are. */
    public function fills(\DOMElement $link): bool
    {
        return $this->background($link) !== null && Preg::isMatch('~(^|;)\s*(padding|display\s*:\s*(inline-)?block)~i', $link->getAttribute('style'));
    }

    /** Whether some cell around the one link of a table is filled. */
    public function fillsWithin(\DOMElement $table): bool
    {
        foreach (Elements::within($table, 'td') as $cell) {
            if ($this->background($cell) !== null && $this->background($cell) !== $this->paper) {
                return true;
            }
        }

        return $this->background($table) !== null && $this->background($table) !== $this->paper;
    }

    /** The colour that a button is filled with. */
    public function fill(\DOMElement $link, \DOMElement $whole): ?string
    {
        for ($element = $link; ; $element = $element->parentNode) {
            $background = $this->background($element);
            if ($background !== null || $element === $whole || ! $element->parentNode instanceof \DOMElement) {
                return $background;
            }
        }
    }

    public function colour(\DOMElement $element): ?string
    {
        return $this->said($element, 'color') ?? $this->onlyColour($element);
    }

    public function isHidden(\DOMElement $element): bool
    {
        return Preg::isMatch('~(^|;)\s*(display\s*:\s*none|visibility\s*:\s*hidden|mso-hide\s*:\s*all|max-height\s*:\s*0(px)?\s*(;|$)|font-size\s*:\s*0(px)?\s*(;|$))~i', $element->getAttribute('style'));
    }

    /** Whether it is a line across and nothing else. */
    public function isRule(\DOMElement $element): bool
    {
        return Preg::isMatch('~(^|;)\s*border-(top|bottom)(-width)?\s*:\s*(?!0|none)~i', $element->getAttribute('style'))
            && ! Preg::isMatch('/[^\s\x{A0}]/u', $element->textContent) && ! Elements::has($element, 'img');
    }

    /** Whether it stands in a line with others of its kind. */
    public function isBox(\DOMElement $element): bool
    {
        return Preg::isMatch('~(^|;)\s*(display\s*:\s*(inline-block|table-cell)|float\s*:\s*(left|right))~i', $element->getAttribute('style'));
    }

    /** In px; 0 where it does not say. */
    public function width(\DOMElement $element): int
    {
        return $this->measure($element, 'width');
    }

    public function height(\DOMElement $element): int
    {
        return $this->measure($element, 'height');
    }

    private function measure(\DOMElement $element, string $what): int
    {
        foreach (['max-'.$what, $what] as $property) {
            if (Preg::isMatch('~(?:^|;)\s*'.$property.'\s*:\s*(\d{1,4})px~i', $element->getAttribute('style'), $found)) {
                return (int) $found[1];
            }
        }

        return Preg::isMatch('~^\d{1,4}(px)?$~D', trim($element->getAttribute($what))) ? (int) $element->getAttribute($what) : 0;
    }

    private function align(\DOMElement $element): ?string
    {
        for ($at = $element; $at instanceof \DOMElement; $at = $at->parentNode) {
            $said = Preg::isMatch('~(?:^|;)\s*text-align\s*:\s*(\w+)~i', $at->getAttribute('style'), $found) ? $found[1] : $at->getAttribute('align');
            if (strtolower($at->tagName) === 'center') {
                return 'center';
            }
            if ($this->quirks && strtolower($at->tagName) === 'table') {
                return null;
            }
            if ($said !== '' && strtolower($at->tagName) !== 'table') {
                return ['center' => 'center', 'middle' => 'center', 'right' => 'end', 'end' => 'end'][strtolower($said)] ?? null;
            }
        }

        return null;
    }

    private function background(\DOMElement $element): ?string
    {
        return $this->said($element, 'background-color') ?? $this->said($element, 'background') ?? self::hex($element->getAttribute('bgcolor'));
    }

    private function groundAround(\DOMElement $element): ?string
    {
        for ($at = $element; $at instanceof \DOMElement; $at = $at->parentNode) {
            if (($background = $this->background($at)) !== null) {
                return $background;
            }
        }

        return null;
    }

    /**
     * How most of the words are written, without those of headings and links.
     *
     * @return array<string, string> values by property
     */
    private function commonest(\DOMElement $body): array
    {
        $words = ['color' => [], 'font-family' => [], 'font-size' => [], 'line-height' => []];
        foreach ((new \DOMXPath($body->ownerDocument ?? new \DOMDocument))->query('.//text()[normalize-space(.) != ""][not(ancestor::a or ancestor::h1 or ancestor::h2 or ancestor::h3)]', $body) ?: [] as $text) {
            if (! $text instanceof \DOMText || ! $text->parentNode instanceof \DOMElement) {
                continue;
            }
            foreach (array_keys($words) as $property) {
                $value = $this->effective($text->parentNode, $property);
                $value = $property === 'color' ? (string) self::hex($value) : $value;
                // What is not said is as common as anything else may be.
                $words[$property][$value] = ($words[$property][$value] ?? 0) + strlen($text->data);
            }
        }

        return array_filter(array_map(static function (array $values): string {
            arsort($values);

            return (string) array_key_first($values);
        }, $words), static fn (string $value): bool => $value !== '');
    }

    /** What an element says of a property, or the nearest one around it. */
    private function effective(\DOMElement $element, string $property): string
    {
        $known = $this->effective[$element] ?? [];
        if (! isset($known[$property])) {
            $value = $this->declared($element, $property);
            $known[$property] = $value === '' && $element->parentNode instanceof \DOMElement ? $this->effective($element->parentNode, $property) : $value;
            $this->effective[$element] = $known;
        }

        return $known[$property];
    }

    private function declared(\DOMElement $element, string $property): string
    {
        return Preg::isMatch('~(?:^|;)\s*'.$property.'\s*:\s*([^;]+)~i', $element->getAttribute('style'), $found) ? trim((string) $found[1]) : '';
    }

    /** The corners of the first thing that is filled like a button. */
    private function corner(\DOMElement $body): ?int
    {
        foreach (Elements::within($body, 'a') as $link) {
            foreach ($this->fills($link) ? [$link] : ($link->parentNode instanceof \DOMElement && $this->background($link->parentNode) !== null ? [$link->parentNode, $link] : []) as $element) {
                if (($corner = self::figure($this->declared($element, 'border-radius'), Token::Corner)) !== null) {
                    return $corner;
                }
            }
        }

        return null;
    }

    /** Fonts as looks have them; null where nothing can be made of them. */
    private static function stack(string $css): ?string
    {
        $stack = trim(Preg::replace('~\s+~', ' ', str_replace('"', "'", $css)));

        return Preg::isMatch("~^[A-Za-z0-9 ,'-]{1,300}$~D", $stack) ? $stack : null;
    }

    /** A figure in px, within what a look may say; null otherwise. */
    private static function figure(string $css, Token $token): ?int
    {
        [$least, $most] = $token->bounds() ?? [0, 0];
        $px = Preg::isMatch('~^([\d.]{1,6})\s*(px|pt)?$~i', $css, $found) ? (int) round((float) $found[1] * (strtolower($found[2] ?? '') === 'pt' ? 4 / 3 : 1)) : -1;

        return $px >= $least && $px <= $most ? $px : null;
    }

    /** The height of a line in hundredths of the size. */
    private static function lines(string $css, string $size): ?int
    {
        [$least, $most] = Token::LineHeight->bounds() ?? [0, 0];
        $px = self::figure($size, Token::Size);
        $hundredths = match (true) {
            Preg::isMatch('~^\d(\.\d{1,3})?$~D', $css) => (int) round(100 * (float) $css),
            Preg::isMatch('~^(\d{2,3})(\.\d+)?%$~D', $css, $found) => (int) $found[1],
            $px !== null && Preg::isMatch('~^(\d{1,3})px$~D', $css, $found) => (int) round(100 * (int) $found[1] / $px),
            default => 0,
        };

        return $hundredths >= $least && $hundredths <= $most ? $hundredths : null;
    }

    /** The colour that all words of an element have, because they stand in one element within it. */
    private function onlyColour(\DOMElement $element): ?string
    {
        $at = $element;
        do {
            $full = array_values(array_filter(iterator_to_array($at->childNodes, false), static fn (\DOMNode $node): bool => trim((string) $node->textContent) !== ''));
            $at = count($full) === 1 && $full[0] instanceof \DOMElement ? $full[0] : null;
            $colour = $at === null ? null : $this->said($at, 'color') ?? self::hex($at->getAttribute('color'));
        } while ($at !== null && $colour === null);

        return $colour;
    }

    /** Whether more than a few letters stand beside it. */
    private static function isAmongWords(\DOMElement $link): bool
    {
        $beside = 0;
        for ($node = $link->parentNode?->firstChild; $node !== null && $beside <= 8; $node = $node->nextSibling) {
            $beside += $node === $link ? 0 : strlen((string) $node->textContent);
        }

        return $beside > 8;
    }

    private function said(\DOMElement $element, string $property): ?string
    {
        return Preg::isMatch('~(?:^|;)\s*'.$property.'\s*:\s*([^;]+)~i', $element->getAttribute('style'), $found) ? self::hex((string) $found[1]) : null;
    }

    private function count(\DOMElement $element): void
    {
        foreach (Cleaning::declarations($element->getAttribute('style')) as $declaration) {
            $property = strtolower(trim(explode(':', $declaration)[0]));
            if ($property !== '' && ! in_array($property, self::TAKEN, true) && ! str_starts_with($property, 'mso-') && ! str_starts_with($property, '-')) {
                $this->letGo[$property] = ($this->letGo[$property] ?? 0) + 1;
            }
        }
    }

    /** A colour as #RRGGBB; null for none, or one that cannot be reckoned with. */
    private static function hex(string $css): ?string
    {
        if (! Preg::isMatch(self::COLOUR, ColourNames::asFigures(trim($css)), $found)) {
            return null;
        }
        if (isset($found[3])) {
            return sprintf('#%02X%02X%02X', min(255, (int) $found[1]), min(255, (int) $found[2]), min(255, (int) $found[3]));
        }
        $hex = strtoupper($found[0]);

        return strlen($hex) === 4 ? "#{$hex[1]}{$hex[1]}{$hex[2]}{$hex[2]}{$hex[3]}{$hex[3]}" : $hex;
    }
}
