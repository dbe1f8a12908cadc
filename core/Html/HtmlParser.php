<?php

declare(strict_types=1);

namespace Herald\Html;

use Composer\Pcre\Preg;
use Masterminds\HTML5;
use Masterminds\HTML5\Parser\Scanner;
use Symfony\Component\HtmlSanitizer\Parser\ParserInterface;

/** The one reader of HTML from elsewhere. Whatever passes a limit, or ends in the middle of a tag or a comment, is refused with its place. */
final readonly class HtmlParser implements ParserInterface
{
    /** Stands before what has no body: without one, words before the first element would be dropped. */
    private const FRAME = '<!DOCTYPE html><html><body>';

    public function __construct(public HtmlLimits $limits = new HtmlLimits)
    {
    }

    /** @throws UnreadableHtml */
    public function document(string $html): \DOMDocument
    {
        $frame = stripos($html, '<body') === false ? self::FRAME : '';

        return $this->tree($html, $frame, false)->whole();
    }

    /** @throws UnreadableHtml */
    public function fragment(string $html): \DOMDocumentFragment
    {
        return $this->tree($html, '', true)->part();
    }

    public function parse(string $html, string $context = 'body'): \DOMNode
    {
        return $this->fragment($html);
    }

    /** @throws UnreadableHtml when there is no need to begin */
    public function checkSize(string $html): void
    {
        if (strlen($html) > $this->limits->bytes) {
            throw new UnreadableHtml('is larger than '.number_format($this->limits->bytes).' bytes');
        }
        if (substr_count($html, '<') > 3 * $this->limits->tags) {
            throw new UnreadableHtml('has more than '.number_format(3 * $this->limits->tags).' “<”');
        }
    }

    /** Why a text is refused, with its place, where it was refused in another form; the same where it can be read. */
    public function refusal(string $html, UnreadableHtml $inOtherForm): UnreadableHtml
    {
        try {
            $this->document($html);
        } catch (UnreadableHtml $refusal) {
            return $refusal;
        }

        return new UnreadableHtml($inOtherForm->reason, previous: $inOtherForm);
    }

    public static function write(\DOMNode $node): string
    {
        return (string) (new HTML5(['disable_html_ns' => true]))->saveHTML($node);
    }

    private function tree(string $html, string $frame, bool $isFragment): LimitedTree
    {
        $this->checkSize($html);
        // Only what is of no use in a text may be another one afterwards: places are counted in bytes.
        $html = Preg::replace('/\r\n|\r/', "\n", mb_scrub($html, 'UTF-8'));
        $tree = new LimitedTree($this->limits, $isFragment);
        $tokenizer = new PlacedTokenizer(new Scanner($frame.$html, 'UTF-8'), $tree);
        try {
            $tokenizer->parse();
        } catch (UnreadableHtml $e) {
            throw new UnreadableHtml($e->reason, max(0, $tokenizer->begun() - strlen($frame)), $e);
        }

        return $tree;
    }
}
