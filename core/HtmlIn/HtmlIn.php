<?php

declare(strict_types=1);

namespace Herald\HtmlIn;

use Composer\Pcre\Preg;
use Herald\Block\Button;
use Herald\Block\Columns;
use Herald\Block\Divider;
use Herald\Block\Facts;
use Herald\Block\Heading;
use Herald\Block\Html;
use Herald\Block\Phrase;
use Herald\Block\Picture;
use Herald\Block\Points;
use Herald\Block\Section;
use Herald\Block\Space;
use Herald\Block\Text;
use Herald\Document\InvalidDocument;
use Herald\Html\Elements;
use Herald\Html\Enclosed;
use Herald\Html\HtmlLimits;
use Herald\Html\HtmlParser;
use Herald\Html\UnreadableHtml;
use Herald\Manuscript\OwnHtml\Cleaning;
use Herald\Render\HeraldExtension;

/**
 * Makes blocks of HTML that was written elsewhere, for mail programs: its layout tables become columns and sections, its buttons buttons, its words texts, and what has no block own HTML. Placeholders in
 * whatever brackets become variables where it is said which, and what became of each element is told.
 */
final class HtmlIn
{
    /** Elements deeper than this become own HTML. */
    private const DEEPEST = 120;

    private const DEEPEST_GROUP = 4;

    /** Elements that stand for nothing that is seen. */
    private const UNSEEN = ['head', 'title', 'meta', 'link', 'base', 'style', 'script', 'noscript', 'template', 'iframe', 'object', 'embed', 'svg', 'math', 'video', 'audio', 'canvas', 'input', 'select', 'textarea', 'option', 'frameset', 'frame', 'area', 'map'];

    /** Elements that stand on lines of their own. */
    private const BLOCKS = ['address', 'article', 'aside', 'blockquote', 'body', 'center', 'dd', 'div', 'dl', 'dt', 'figcaption', 'figure', 'footer', 'form', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'header', 'hr', 'html', 'img', 'li', 'main', 'nav', 'ol', 'p', 'pre', 'section', 'table', 'tbody', 'td', 'tfoot', 'th', 'thead', 'tr', 'ul', 'caption', 'colgroup', 'col'];

    /** Before an address that begins with a placeholder, so that it is one. */
    private const HOST = 'https://placeholder.invalid/';

    /** @var array<string, array<string, int>> how often each kind of element became what */
    private array $report = [];

    private int $number = 0;

    /**
     * @param  array<string, string>  $fields  the paths of fields, by placeholders as they are written
     */
    private function __construct(private readonly Placeholders $placeholders, private readonly array $fields, private readonly Styles $styles)
    {
    }

    /**
     * @param  array<string, string>  $fields  the paths of fields, by placeholders as they are first written
     *
     * @throws InvalidDocument when it is too much, or nothing is in it
     */
    public static function read(string $html, array $fields = []): Arrived
    {
        $html = mb_scrub($html, 'UTF-8');
        try {
            (new HtmlParser)->checkSize($html);
            [$marked, $placeholders] = Placeholders::in($html, (new HtmlLimits)->placeholders);

            return (new self($placeholders, $fields, new Styles(stripos($html, '<!doctype') === false)))->taken($marked);
        } catch (UnreadableHtml $e) {
            throw (new HtmlParser)->refusal($html, $e)->inDocument('the HTML', 'html', $html);
        }
    }

    private function taken(string $marked): Arrived
    {
        $head = self::parser()->document($marked);
        // Its comments are for those who wrote it, and for word processors.
        [$html, $left] = Cleaning::inlined(Enclosed::without($marked, Enclosed::COMMENTS));
        $document = self::parser()->document($html);
        foreach ($left as $what) {
            $this->note($what, null);
        }
        $subject = trim(Elements::first($head, 'title')->textContent ?? '');
        foreach (Elements::within($head, 'style') as $sheet) {
            $this->note('<style>', 'styles of the elements they are about');
        }
        foreach (Elements::first($head, 'head')->childNodes ?? [] as $said) {
            if ($said instanceof \DOMElement && strtolower($said->tagName) !== 'style') {
                $this->note('<'.strtolower($said->tagName).'>', strtolower($said->tagName) === 'title' && $subject !== '' ? 'the subject' : null);
            }
        }
        $body = Elements::first($document, 'body');
        $this->addresses($document);
        $preview = $body === null ? '' : $this->preview($body);
        $look = $body === null ? [] : $this->styles->ofWhole($body);
        $blocks = $body === null ? [] : self::flattened($this->blocks($body, 0), 0);
        $this->note('<body>', 'the message');
        if ($blocks === []) {
            throw InvalidDocument::because('the HTML', 'html', 'has nothing in it that can be seen');
        }
        foreach ($this->placeholders->all() as $placeholder) {
            if ($placeholder->decides) {
                $this->report[$placeholder->written][''] = $placeholder->times;
            }
        }
        foreach ($this->styles->letGo() as $property => $times) {
            $this->report["the style “{$property}”"][''] = $times;
        }

        return new Arrived([
            'manuscript' => $blocks,
            ...($subject === '' && $preview === '' ? [] : ['envelope' => array_filter(['subject' => $this->filled([['text' => $subject]]), 'preview' => $this->filled([['text' => $preview]])], static fn (array $runs): bool => $runs !== [] && $runs !== [['text' => '']])]),
            ...($look === [] ? [] : ['look' => $look]),
        ], $this->placeholders->all(), $this->told());
    }

    /**
     * @return list<array<string, mixed>> blocks in normal form
     */
    private function blocks(\DOMNode $around, int $depth): array
    {
        $blocks = $loose = [];
        foreach (iterator_to_array($around->childNodes) as $node) {
            $name = $node instanceof \DOMElement ? strtolower($node->tagName) : '';
            if ($node instanceof \DOMText || ($node instanceof \DOMElement && ! in_array($name, [...self::BLOCKS, ...self::UNSEEN], true) && ! $this->isButton($node) && ! $this->holdsBlocks($node))) {
                $loose[] = $node;
            } elseif ($node instanceof \DOMElement) {
                array_push($blocks, ...$this->loose($loose), ...match (true) {
                    in_array($name, self::UNSEEN, true) => $this->unseen($node),
                    $this->isButton($node) => [$this->button($node, $node)],
                    $depth > self::DEEPEST => $this->ownHtml($node),
                    default => $this->element($node, $name, $depth + 1),
                });
                $loose = [];
            }
        }

        return [...$blocks, ...$this->loose($loose)];
    }

    /**
     * Words that stand in no element of their own are a text.
     *
     * @param  list<\DOMNode>  $nodes
     * @return list<array<string, mixed>>
     */
    private function loose(array $nodes): array
    {
        foreach ($nodes as $node) {
            $this->noteAll($node, 'words and their looks');
        }
        $words = Phrase::of($nodes);
        $around = $nodes === [] ? null : $nodes[0]->parentNode;
        // What decided something leaves nothing, nor does a blank that keeps lines apart.
        $said = array_filter($this->filled($words), static fn (array $run): bool => isset($run['variable']) || (is_string($run['text'] ?? null) && Preg::isMatch('/[^\s\x{A0}\x{200B}-\x{200F}]/u', $run['text'])));

        return $said === [] ? [] : [$this->block(Text::type(), ['text' => $words], $around instanceof \DOMElement ? $around : null)];
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function element(\DOMElement $element, string $name, int $depth): array
    {
        if ($this->styles->isHidden($element)) {
            $this->noteAll($element, null);

            return [];
        }
        if ($name === 'img' || $name === 'table') {
            return $name === 'img' ? $this->picture($element, null) : $this->table($element, $depth);
        }
        if ($name === 'hr' || $this->styles->isRule($element)) {
            $this->noteAll($element, 'Divider');

            return [$this->block(Divider::type(), [], $element)];
        }
        if ($name === 'a' && ($picture = Elements::only($element, 'img')) !== null && trim($element->textContent) === '') {
            $this->note('<a>', 'where a picture leads');

            return $this->picture($picture, $element);
        }
        // Words and lists say themselves what they can become, where nothing but words is in them.
        $rich = Elements::has($element, 'img') || Elements::has($element, 'table');
        foreach ($rich ? [] : [Heading::class, Points::class] as $class) {
            $members = $class::ofHtml($element);
            if ($members !== null) {
                $this->noteAll($element, $members === [] ? null : $class::schema()['title']);

                return $members === [] ? [] : [$this->block($class::type(), $members, $element)];
            }
        }
        $this->note("<{$name}>", $name === 'p' && ! $this->holdsBlocks($element) ? 'Text' : 'the layout');
        $boxes = $this->boxes($element);

        return $this->onGround($element, $boxes === [] ? $this->blocks($element, $depth) : $this->abreast(array_map(fn (\DOMElement $box): array => $this->element($box, strtolower($box->tagName), $depth + 1), $boxes)));
    }

    /**
     * The same with what lies too deep in groups beside each other: boxes within boxes are how layouts are written, not what they look like.
     *
     * @param  list<array<string, mixed>>  $blocks
     * @return list<array<string, mixed>>
     */
    private static function flattened(array $blocks, int $depth): array
    {
        $flat = [];
        foreach ($blocks as $block) {
            /** @var list<list<array<string, mixed>>> $lists */
            $lists = isset($block['columns']) && is_array($block['columns']) ? array_column($block['columns'], 'blocks') : (isset($block['blocks']) ? [$block['blocks']] : []);
            $lists = array_map(static fn (array $list): array => self::flattened($list, $depth + 1), $lists);
            if ($lists !== [] && $depth >= self::DEEPEST_GROUP) {
                array_push($flat, ...array_merge(...$lists));
            } elseif (isset($block['columns']) && is_array($block['columns'])) {
                $flat[] = [...$block, 'columns' => array_map(static fn (mixed $column, array $list): array => [...(array) $column, 'blocks' => $list], $block['columns'], $lists)];
            } else {
                $flat[] = $lists === [] ? $block : [...$block, 'blocks' => $lists[0]];
            }
        }

        return $flat;
    }

    /**
     * Blocks on a ground of their own, where the element has one that nothing around it has.
     *
     * @param  list<array<string, mixed>>  $within
     * @return list<array<string, mixed>>
     */
    private function onGround(\DOMElement $element, array $within): array
    {
        $ground = $this->styles->ground($element);

        return $ground === null || $within === [] ? $within : [[...$this->block(Section::type(), ['blocks' => $within]), 'look' => ['accent' => $ground]]];
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function table(\DOMElement $table, int $depth): array
    {
        $link = $this->onlyLink($table);
        if ($link !== null && ($this->styles->fills($link) || $this->styles->fillsWithin($table))) {
            return [$this->button($table, $link)];
        }
        $rows = self::rows($table);
        $facts = $this->facts($rows);
        if ($facts !== null) {
            $this->noteAll($table, 'Facts');

            return [$this->block(Facts::type(), ['rows' => $facts], $table)];
        }
        $widest = max([0, ...array_map(fn (array $cells): int => count(array_filter($cells, $this->isFull(...))), $rows)]);
        if ($widest > 4 || ($widest > 2 && $this->isHeaded($rows)) || ($widest > 2 && $this->isOfWords($rows)) || ($widest > 1 && count($rows) > 1 && $this->isOfWords($rows))) {
            return $this->ownHtml($table);
        }
        $this->note('<table>', 'the layout');
        $blocks = [];
        foreach (Elements::ofTable($table, 'tbody', 'thead', 'tfoot', 'colgroup', 'col', 'caption') as $part) {
            $this->note("<{$part->tagName}>", 'the layout');
            array_push($blocks, ...($part->tagName === 'caption' ? $this->blocks($part, $depth) : []));
        }
        foreach ($rows as $cells) {
            array_push($blocks, ...$this->row($cells, $depth));
        }

        return $this->onGround($table, $blocks);
    }

    /**
     * @param  list<\DOMElement>  $cells
     * @return list<array<string, mixed>>
     */
    private function row(array $cells, int $depth): array
    {
        $row = $cells[0]->parentNode ?? null;
        $this->note('<tr>', 'the layout');
        $columns = [];
        foreach ($cells as $cell) {
            if (count($cells) === 1 && $this->styles->isRule($cell) && ! $this->isFull($cell)) {
                $this->noteAll($cell, 'Divider');
                $columns[] = [$this->block(Divider::type(), [], $cell)];

                continue;
            }
            $this->note('<'.strtolower($cell->tagName).'>', 'the layout');
            $height = $this->styles->height($cell);
            if (! $this->isFull($cell) && $this->holdsRule($cell)) {
                foreach ($cell->childNodes as $within) {
                    $this->noteAll($within, 'Divider');
                }
                $columns[] = [$this->block(Divider::type(), [])];

                continue;
            }
            if (! $this->isFull($cell)) {
                foreach ($cell->childNodes as $within) {
                    $this->noteAll($within, 'the room between blocks');
                }
                if ($height >= 8 && count($cells) === 1) {
                    $columns[] = [$this->block(Space::type(), ['height' => min(240, $height)], null)];
                }

                continue;
            }
            $within = $this->onGround($cell, $this->blocks($cell, $depth));
            if ($within !== []) {
                $columns[] = $within;
            }
        }
        $blocks = $this->abreast($columns);

        return $row instanceof \DOMElement ? $this->onGround($row, $blocks) : $blocks;
    }

    /**
     * The children of an element that stand side by side because they are boxes in a line; none where something else stands among them.
     *
     * @return list<\DOMElement>
     */
    private function boxes(\DOMElement $element): array
    {
        $boxes = [];
        foreach ($element->childNodes as $child) {
            if ($child instanceof \DOMElement && $this->styles->isBox($child) && in_array(strtolower($child->tagName), self::BLOCKS, true) && $this->isFull($child)) {
                $boxes[] = $child;
            } elseif (trim($child->textContent) !== '' || ($child instanceof \DOMElement && $this->isFull($child))) {
                return [];
            }
        }

        return count($boxes) > 1 && count($boxes) <= 4 ? $boxes : [];
    }

    /**
     * What stands side by side, as far as anything stands there.
     *
     * @param  list<list<array<string, mixed>>>  $columns
     * @return list<array<string, mixed>>
     */
    private function abreast(array $columns): array
    {
        $columns = array_values(array_filter($columns));

        return count($columns) > 1 ? [$this->columns($columns)] : ($columns[0] ?? []);
    }

    /**
     * @param  non-empty-list<list<array<string, mixed>>>  $columns
     * @return array<string, mixed>
     */
    private function columns(array $columns): array
    {
        return $this->block(Columns::type(), ['columns' => array_map(fn (array $blocks): array => ['id' => $this->id(), 'blocks' => $blocks], $columns)]);
    }

    /**
     * Labels and values of a table of two columns that holds nothing but words.
     *
     * @param  list<list<\DOMElement>>  $rows
     * @return list<array<string, mixed>>|null
     */
    private function facts(array $rows): ?array
    {
        if (count($rows) < 2 || ! $this->isOfWords($rows)) {
            return null;
        }
        $facts = [];
        foreach ($rows as $cells) {
            if (count($cells) !== 2 || ! $this->isFull($cells[0])) {
                return null;
            }
            $facts[] = ['id' => $this->id(), 'label' => $this->filled(Phrase::of([$cells[0]])), 'value' => $this->filled(Phrase::of([$cells[1]]))];
        }

        return $facts;
    }

    /**
     * @return array<string, mixed>
     */
    private function button(\DOMElement $whole, \DOMElement $link): array
    {
        $this->noteAll($whole, 'Button');
        $label = array_map(static fn (array $run): array => array_diff_key($run, ['link' => 1, 'bold' => 1]), Phrase::of([$link]));
        $look = array_filter(['button' => $this->styles->fill($link, $whole), 'button_text' => $this->styles->colour($link)]);
        $block = $this->block(Button::type(), ['label' => $label, 'link' => $this->leads($link->getAttribute('href'))], $whole);

        return $look === [] ? $block : [...$block, 'look' => $look];
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function picture(\DOMElement $picture, ?\DOMElement $link): array
    {
        $source = trim($picture->getAttribute('src'));
        if (! Preg::isMatch('~^https?://~i', $source)) {
            $this->note('<img> at “'.mb_strimwidth($this->placeholders->asWritten(self::bare($source)), 0, 40, '…').'”', null);

            return [];
        }
        [$width, $height] = [$this->styles->width($picture), $this->styles->height($picture)];
        if ($width <= 1 && $height <= 1 && ($picture->hasAttribute('width') || $picture->hasAttribute('height'))) {
            $this->note('<img> of one pixel, which counts who reads', null);

            return [];
        }
        $this->note('<img>', 'Picture');
        $alternative = trim($picture->getAttribute('alt'));
        $leads = $link === null ? [] : $this->leads($link->getAttribute('href'));

        return [$this->block(Picture::type(), [
            'source' => $this->leads($source), 'alternative' => $alternative === '' ? [] : $this->filled([['text' => $alternative]]),
            ...($width >= 8 && $width <= 720 ? ['width' => $width] : []), ...($leads === [] ? [] : ['link' => $leads]),
        ], $link ?? $picture)];
    }

    /**
     * What has no block is HTML of one's own, as far as that may stand in a message.
     *
     * @return list<array<string, mixed>>
     */
    private function ownHtml(\DOMElement $element): array
    {
        $html = HtmlParser::write($element);
        [$clean] = Cleaning::of($html);
        $written = implode('', array_map(fn (string|Placeholder $part): string => is_string($part) ? strtr($part, ['{{' => '&#123;&#123;', '{%' => '&#123;%', '{#' => '&#123;#', self::HOST => '']) : $this->asTwig($part), $this->placeholders->apart($clean)));
        if (trim(strip_tags($clean, ['img'])) === '') {
            $this->noteAll($element, null);

            return [];
        }
        $this->noteAll($element, 'Own HTML');

        return [$this->block(Html::type(), ['html' => trim($written)."\n"])];
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function unseen(\DOMElement $element): array
    {
        $this->noteAll($element, null);

        return [];
    }

    private function asTwig(Placeholder $placeholder): string
    {
        $path = $this->fields[$placeholder->written] ?? '';

        return match (true) {
            $placeholder->decides => '',
            $path !== '' => "{{ {$path} }}",
            default => htmlspecialchars(strtr($placeholder->written, ['{' => "{\u{2060}"]), ENT_QUOTES | ENT_SUBSTITUTE, 'UTF-8'),
        };
    }

    /**
     * @param  array<string, mixed>  $members
     * @param  \DOMElement|null  $element  that says how it looks
     * @return array<string, mixed>
     */
    private function block(string $type, array $members, ?\DOMElement $element = null): array
    {
        $members = array_map(fn (mixed $member): mixed => is_array($member) ? $this->within($member) : $member, $members);

        return ['id' => $this->id(), 'type' => $type, ...$members, ...($element === null ? [] : $this->styles->ofBlock($element, $type))];
    }

    /**
     * Texts with variables in place of marks, and ids for what has none.
     *
     * @param  array<array-key, mixed>  $list
     * @return array<array-key, mixed>
     */
    private function within(array $list): array
    {
        if (array_is_list($list) && $list !== [] && is_array($list[0]) && (is_string($list[0]['text'] ?? null) || isset($list[0]['break']))) {
            /** @var list<array<string, mixed>> $list */
            return $this->filled($list);
        }

        return array_map(fn (mixed $one): mixed => is_array($one) && ! array_is_list($one) && is_array($one['text'] ?? null) && ! isset($one['id']) ? ['id' => $this->id(), ...$one, 'text' => $this->within($one['text'])] : $one, $list);
    }

    /**
     * @param  list<array<string, mixed>>  $runs
     * @return list<array<string, mixed>>
     */
    private function filled(array $runs): array
    {
        $filled = [];
        foreach ($runs as $run) {
            if (is_array($run['link'] ?? null)) {
                $address = is_array($run['link'][0] ?? null) && is_string($run['link'][0]['text'] ?? null) ? $run['link'][0]['text'] : '';
                $link = $address === '' ? $run['link'] : $this->leads($address);
                $run = $link === [] ? array_diff_key($run, ['link' => 1]) : [...$run, 'link' => $link];
            }
            if (! is_string($run['text'] ?? null) || ! $this->placeholders->areIn($run['text'])) {
                $filled[] = $run;

                continue;
            }
            foreach ($this->placeholders->apart($run['text']) as $part) {
                array_push($filled, ...$this->said($part, array_diff_key($run, ['text' => 1])));
            }
        }

        return $filled;
    }

    /**
     * @param  array<string, mixed>  $looks
     * @return list<array<string, mixed>>
     */
    private function said(string|Placeholder $part, array $looks): array
    {
        $path = is_string($part) ? '' : ($this->fields[$part->written] ?? '');

        return match (true) {
            is_string($part) => [['text' => $part, ...$looks]],
            $part->decides => [],
            $path === '' => [['text' => $part->written, ...$looks]],
            default => [['variable' => $path, ...$looks]],
        };
    }

    /**
     * Where something leads, as runs; empty where that is nowhere.
     *
     * @return list<array<string, mixed>>
     */
    private function leads(string $address): array
    {
        $bare = self::bare(trim($address));
        if (! str_starts_with($address, self::HOST) && ! $this->placeholders->areIn($bare) && HeraldExtension::address($bare) === '') {
            return [];
        }

        return $this->filled($bare === '' ? [] : [['text' => $bare]]);
    }

    private static function bare(string $address): string
    {
        return str_replace(self::HOST, '', $address);
    }

    /** Addresses that begin with a placeholder are made to be addresses; those that lead nowhere from here are told. */
    private function addresses(\DOMDocument $document): void
    {
        foreach (['a' => 'href', 'img' => 'src'] as $name => $attribute) {
            foreach (Elements::within($document, $name) as $element) {
                $address = trim($element->getAttribute($attribute));
                if ($this->placeholders->areIn($address) && ($this->placeholders->apart($address)[0] ?? null) instanceof Placeholder) {
                    $element->setAttribute($attribute, self::HOST.$address);
                } elseif ($name === 'a' && $address !== '' && ! $this->placeholders->areIn($address) && HeraldExtension::address($address) === '') {
                    $this->note('the address “'.mb_strimwidth($address, 0, 40, '…').'”, which leads nowhere from here', null);
                }
            }
        }
    }

    /** What is said for inbox lists alone, hidden at the beginning of the message. */
    private function preview(\DOMElement $body): string
    {
        foreach ($body->childNodes as $node) {
            if ($node instanceof \DOMElement) {
                if (! $this->styles->isHidden($node)) {
                    return '';
                }
                $words = trim(Preg::replace('/[\s\x{200B}-\x{200F}\x{34F}\x{A0}\x{2007}\x{AD}]+/u', ' ', $node->textContent));
                $this->noteAll($node, $words === '' ? null : 'the preview line');
                $node->parentNode?->removeChild($node);

                return mb_strimwidth($words, 0, 200);
            }
        }

        return '';
    }

    private function holdsRule(\DOMElement $element): bool
    {
        foreach (Elements::within($element) as $within) {
            if ($this->styles->isRule($within)) {
                return true;
            }
        }

        return false;
    }

    /** Whether it is a link that looks like a button. */
    private function isButton(\DOMElement $element): bool
    {
        return strtolower($element->tagName) === 'a' && ! Elements::has($element, 'img') && trim($element->textContent) !== '' && $this->styles->fills($element);
    }

    /** The one link in which all words of an element stand. */
    private function onlyLink(\DOMElement $element): ?\DOMElement
    {
        $link = Elements::only($element, 'a');

        return $link !== null && ! Elements::has($element, 'img') && trim($link->textContent) !== '' && trim($link->textContent) === trim($element->textContent) ? $link : null;
    }

    private function holdsBlocks(\DOMElement $element): bool
    {
        foreach (Elements::within($element) as $within) {
            if (in_array(strtolower($within->tagName), self::BLOCKS, true) || $this->isButton($within)) {
                return true;
            }
        }

        return false;
    }

    /**
     * Whether nothing but words stands in the cells.
     *
     * @param  list<list<\DOMElement>>  $rows
     */
    private function isOfWords(array $rows): bool
    {
        foreach ($rows as $cells) {
            foreach ($cells as $cell) {
                foreach (Elements::within($cell) as $within) {
                    if (Preg::isMatch('/^(table|img|ul|ol|h[1-6]|div|p|hr)$/i', $within->tagName) || $this->isButton($within)) {
                        return false;
                    }
                }
            }
        }

        return true;
    }

    /**
     * Whether it says what its columns hold.
     *
     * @param  list<list<\DOMElement>>  $rows
     */
    private function isHeaded(array $rows): bool
    {
        return count(array_filter($rows[0] ?? [], static fn (\DOMElement $cell): bool => strtolower($cell->tagName) === 'th')) > 1;
    }

    private function isFull(\DOMElement $element): bool
    {
        return Preg::isMatch('/[^\s\x{A0}\x{200B}-\x{200F}\x{FEFF}]/u', $element->textContent) || Elements::has($element, 'img') || Elements::has($element, 'hr') || strtolower($element->tagName) === 'img';
    }

    /**
     * The cells of a table by row, without those of tables in it.
     *
     * @return list<non-empty-list<\DOMElement>>
     */
    private static function rows(\DOMElement $table): array
    {
        $rows = [];
        foreach (Elements::ofTable($table, 'tr') as $row) {
            $cells = [];
            foreach ($row->childNodes as $cell) {
                if ($cell instanceof \DOMElement && Preg::isMatch('/^t[dh]$/i', $cell->tagName)) {
                    $cells[] = $cell;
                }
            }
            if ($cells !== []) {
                $rows[] = $cells;
            }
        }

        return $rows;
    }

    private function note(string $what, ?string $became): void
    {
        $this->report[$what][(string) $became] = ($this->report[$what][(string) $became] ?? 0) + 1;
    }

    /** The element and all in it became one thing. */
    private function noteAll(\DOMNode $node, ?string $became): void
    {
        if ($node instanceof \DOMElement) {
            $this->note('<'.strtolower($node->tagName).'>', $became);
            foreach (Elements::within($node) as $within) {
                $this->note('<'.strtolower($within->tagName).'>', $became);
            }
        }
    }

    /**
     * @return list<array{what: string, became: string|null, times: int}> what was left out first
     */
    private function told(): array
    {
        $told = [];
        foreach ($this->report as $what => $all) {
            foreach ($all as $became => $times) {
                $told[] = ['what' => $what, 'became' => $became === '' ? null : $became, 'times' => $times];
            }
        }
        usort($told, static fn (array $one, array $other): int => ($one['became'] !== null) <=> ($other['became'] !== null));

        return $told;
    }

    /** Of what has been looked at, and holds marks and styles besides. */
    private static function parser(): HtmlParser
    {
        return new HtmlParser(new HtmlLimits(bytes: Cleaning::LARGEST));
    }

    private function id(): string
    {
        return 'in'.++$this->number;
    }
}
