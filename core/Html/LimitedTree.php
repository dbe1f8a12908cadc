<?php

declare(strict_types=1);

namespace Herald\Html;

use Masterminds\HTML5\Elements as Html;
use Masterminds\HTML5\Parser\DOMTreeBuilder;

/** Builds the tree of what a tokenizer finds, within limits, and leaves no words outside of the body. */
final class LimitedTree extends DOMTreeBuilder
{
    /** Elements that may stand before the body. */
    private const OF_HEAD = ['html', 'head', 'body', 'title', 'meta', 'link', 'base', 'basefont', 'bgsound', 'style', 'script', 'noscript', 'template', 'frameset'];

    private const SCOPES = ['html', 'table', 'caption', 'td', 'th', 'button', 'object', 'template', 'marquee', 'applet'];

    private int $tags = 0;

    private int $ends = 0;

    private int $attributes = 0;

    private int $styleSheets = 0;

    private int $styleBytes = 0;

    /** @var array<string, int> how many elements of a name are open at most: those are counted too that ended with what they lie in */
    private array $open = [];

    /** How deep the current element lies at most: end tags do not lower it. */
    private int $depth = 0;

    public function __construct(private readonly HtmlLimits $limits, bool $isFragment)
    {
        parent::__construct($isFragment, [self::OPT_DISABLE_HTML_NS => true]);
    }

    /**
     * @param  string  $name
     * @param  array<string, string|null>  $attributes
     * @param  bool  $selfClosing
     */
    public function startTag($name, $attributes = [], $selfClosing = false)
    {
        $this->hold($this->attributes += count($attributes), $this->limits->attributes, 'attributes');
        $this->hold(count($attributes), $this->limits->attributesOfTag, 'attributes in one tag');
        $isFrame = in_array($name, ['html', 'head', 'body'], true);
        if ($isFrame && ($this->insertMode >= self::IM_IN_BODY || ($name === 'html' && $this->whole()->documentElement !== null))) {
            // There is one of each (WHATWG HTML, 13.2.6.4.7).
            return Html::element($name);
        }
        $this->hold($this->tags += $isFrame ? 0 : 1, $this->limits->tags, 'tags');
        $this->hold($this->styleSheets += $name === 'style' ? 1 : 0, $this->limits->styleSheets, 'style sheets');
        if (! in_array($name, self::OF_HEAD, true)) {
            $this->openBody();
        }
        $this->open[$name] = ($this->open[$name] ?? 0) + 1;
        $mode = parent::startTag($name, $attributes, $selfClosing);
        if (++$this->depth > $this->limits->depth) {
            for ($this->depth = 0, $node = $this->current; $node instanceof \DOMElement; $node = $node->parentNode) {
                $this->depth++;
            }
            if ($this->depth > $this->limits->depth) {
                throw new UnreadableHtml("is nested more than {$this->limits->depth} elements deep");
            }
        }

        return $mode;
    }

    /** @param  string  $name */
    public function endTag($name): void
    {
        $this->hold(++$this->ends, $this->limits->tags, 'end tags');
        // What follows the end of the body stands in it all the same (WHATWG HTML, 13.2.6.4.19 and 22).
        if (! in_array($name, ['body', 'html'], true) && ! ($name === 'head' && $this->insertMode >= self::IM_IN_BODY)) {
            parent::endTag($name);
        }
    }

    /** @param  string  $data */
    public function text($data): void
    {
        if ($this->current instanceof \DOMElement && $this->current->tagName === 'style') {
            $this->hold($this->styleBytes += strlen($data), $this->limits->styleBytes, 'bytes of style sheets');
        } elseif (trim($data) !== '' && ! ($this->insertMode === self::IM_IN_HEAD && $this->current instanceof \DOMElement && $this->current->tagName !== 'head')) {
            $this->openBody();
        }
        parent::text($data);
    }

    public function whole(): \DOMDocument
    {
        return $this->doc instanceof \DOMDocument ? $this->doc : throw new \LogicException('There is always a document');
    }

    public function part(): \DOMDocumentFragment
    {
        return $this->frag instanceof \DOMDocumentFragment ? $this->frag : throw new \LogicException('A fragment was not asked for');
    }

    /**
     * A paragraph within a cell closes none outside of the table (WHATWG HTML, 13.2.4.2: what is in button scope).
     *
     * @param  string  $tagName
     */
    protected function autoclose($tagName): bool
    {
        // There is no use in looking for what was never begun, or has ended as often.
        if (($this->open[$tagName] ?? 0) === 0) {
            return false;
        }
        if ($tagName !== 'p') {
            $isClosed = (bool) parent::autoclose($tagName);
            $this->open[$tagName] -= $isClosed ? 1 : 0;

            return $isClosed;
        }
        for ($node = $this->current; $node instanceof \DOMElement && ! in_array($node->tagName, self::SCOPES, true); $node = $node->parentNode) {
            if ($node->tagName === 'p') {
                $this->current = $node->parentNode;
                $this->open['p']--;

                return true;
            }
            if ($node !== $this->current && Html::isA($node->tagName, Html::AUTOCLOSE_P)) {
                return false;
            }
        }

        return false;
    }

    private function openBody(): void
    {
        if ($this->frag === null && $this->insertMode < self::IM_IN_BODY && $this->insertMode !== self::IM_IN_HEAD_NOSCRIPT) {
            $this->autoclose('head');
            parent::startTag('body');
        }
    }

    private function hold(int $number, int $most, string $of): void
    {
        if ($number > $most) {
            throw new UnreadableHtml('has more than '.number_format($most).' '.$of);
        }
    }
}
