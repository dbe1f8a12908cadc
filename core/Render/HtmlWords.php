<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\OwnHtml\Branches;
use Herald\Manuscript\OwnHtml\Element as OwnElement;
use Herald\Manuscript\OwnHtml\Said;
use Herald\Manuscript\OwnHtml\Turns;
use Herald\Manuscript\OwnHtml\Words;
use Herald\Manuscript\Run;
use Herald\Manuscript\Variable;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;
use Herald\Value\Clean;

/** Writes words, links and pictures in HTML, wherever in the layout they stand. */
abstract class HtmlWords extends Writer
{
    /**
     * How things look here.
     *
     * @readonly
     *
     * @phpstan-allow-private-mutation
     */
    public Styling $styling;

    /** Whether this is within a link already: there is none within another. */
    private bool $linked = false;

    public function __construct(TwigWriter $twig, Ledger $ledger, Styling $styling)
    {
        parent::__construct($twig, $ledger);
        $this->styling = $styling;
    }

    /** The same for a place that looks otherwise. */
    public function styled(Styling $styling): static
    {
        $copy = clone $this;
        $copy->styling = $styling;

        return $copy;
    }

    /** Markup of our own making. */
    public function markup(string $markup): void
    {
        $this->twig->literal($markup);
    }

    public function inline(Inline $inline): void
    {
        $open = null;
        $pending = [];
        foreach ($inline->runs as $run) {
            if ($run->link != $open) {
                $this->runs($pending, $open);
                [$open, $pending] = [$run->link, []];
            }
            $pending[] = $run;
        }
        $this->runs($pending, $open);
    }

    /** The words alone, on one line: inside an attribute in double quotes, or where no markup may stand. */
    public function attribute(Inline $words): void
    {
        foreach ($words->runs as $run) {
            if ($run->content instanceof Variable) {
                $this->twig->print($this->ledger->words($run->content, Escape::Attribute));
            } else {
                $this->markup(self::escape(Clean::line($run->content ?? ' ')));
            }
        }
    }

    /**
     * A link round something, which stands there without it where the address turns out not to be safe to follow.
     *
     * @param  array<string, string|ColourRole|Token>  $style
     * @param  bool  $always  whether it is the link of a block that is left out where it leads nowhere: there is no other case, but for one that is still written
     */
    public function link(Link $link, array $style, \Closure $inside, bool $always = false, ?Element $part = null): void
    {
        $open = '<a'.$this->styling->style($style, $part);
        $inside = function () use ($inside): void {
            $this->linked = true;
            $inside();
            $this->linked = false;
        };
        $fixed = self::fixedAddress($link);
        if ($fixed !== null) {
            $linked = $always || $fixed !== '';
            $this->markup($linked ? $open.($fixed === '' ? '' : ' href="'.self::escape($fixed).'"').'>' : '');
            $inside();
            $this->markup($linked ? '</a>' : '');

            return;
        }
        if ($always) {
            // Where it leads was found out before the block was begun, see shown().
            $this->markup($open);
            $this->href();
            $this->markup('>');
            $inside();
            $this->markup('</a>');

            return;
        }
        $this->twig->tag('set _to = '.$this->address($link));
        $this->twig->tag('if _to');
        $this->markup($open);
        $this->href();
        $this->markup('>');
        $this->twig->tag('endif');
        $inside();
        $this->twig->tag('if _to');
        $this->markup('</a>');
        $this->twig->tag('endif');
    }

    /**
     * @param  int  $width  shown at, in px
     */
    public function picture(Link $source, Inline $alternative, int $width): void
    {
        $fixed = self::fixedAddress($source);
        if ($fixed === '') {
            return;
        }
        if ($fixed === null) {
            $this->twig->tag('set _from = '.$this->address($source));
            $this->twig->tag('if _from');
        }
        $this->markup('<img src="');
        $fixed === null ? $this->twig->print('_from|attribute') : $this->markup(self::escape($fixed));
        $this->markup('" width="'.$width.'" alt="');
        $this->attribute($alternative);
        $this->markup('"'.$this->styling->style([
            'display' => 'block', 'width' => '100%', 'max-width' => $width.'px', 'height' => 'auto', 'border' => '0', 'border-radius' => Token::Corner,
        ] + $this->styling->smallFont(), Element::Picture).'>');
        if ($fixed === null) {
            $this->twig->tag('endif');
        }
    }

    /**
     * HTML that somebody wrote by hand.
     *
     * @param  list<Words|Said|OwnElement|Branches|Turns>  $nodes
     */
    public function own(array $nodes): void
    {
        foreach ($nodes as $node) {
            match (true) {
                $node instanceof Words => $this->markup(self::escape($node->text)),
                $node instanceof Said => $this->twig->print($this->ledger->words($node->variable, Escape::Html)),
                $node instanceof Branches => $this->firstOf($node->branches, fn () => $this->own($node->otherwise), $this->own(...)),
                $node instanceof Turns => $this->each($node->items, fn () => $this->own($node->children), $node->empty === [] ? null : fn () => $this->own($node->empty)),
                $node instanceof OwnElement => $this->ownElement($node),
            };
        }
    }

    private function ownElement(OwnElement $element): void
    {
        $source = isset($element->attributes['src']) ? new Link($element->attributes['src']) : null;
        $fixed = $source === null ? null : self::fixedAddress($source);
        if ($element->name === 'img' && ($source === null || $fixed === '')) {
            return;
        }
        if ($source !== null && $fixed === null) {
            // A picture that is not there leaves no gap.
            $this->twig->tag('set _from = '.$this->address($source));
            $this->twig->tag('if _from');
        }
        $this->markup("<{$element->name}");
        foreach ($element->attributes + ($element->name === 'img' ? ['alt' => []] : []) as $name => $pieces) {
            if ($name === 'src') {
                $this->markup(' src="'.self::escape((string) $fixed));
                $fixed !== null ?: $this->twig->print('_from|attribute');
                $this->markup('"');
            } elseif ($name === 'href') {
                $this->ownAddress(new Link($pieces));
            } else {
                $this->markup(" {$name}=\"");
                foreach ($pieces as $piece) {
                    is_string($piece) ? $this->markup(self::escape($piece)) : $this->twig->print($this->ledger->words($piece, Escape::Attribute));
                }
                $this->markup('"');
            }
        }
        $this->markup('>');
        if (! in_array($element->name, OwnElement::EMPTY, true)) {
            $this->own($element->children);
            $this->markup("</{$element->name}>");
        }
        if ($source !== null && $fixed === null) {
            $this->twig->tag('endif');
        }
    }

    /** Where an element leads; nothing where that is not safe to follow. */
    private function ownAddress(Link $link): void
    {
        $fixed = self::fixedAddress($link);
        if ($fixed !== null) {
            $this->markup($fixed === '' ? '' : ' href="'.self::escape($fixed).'"');

            return;
        }
        $this->twig->tag('set _to = '.$this->address($link));
        $this->twig->tag('if _to');
        $this->href();
        $this->twig->tag('endif');
    }

    /** Author text, for elements and for attributes in double quotes. */
    public static function escape(string $text): string
    {
        return htmlspecialchars(Clean::text($text), ENT_QUOTES | ENT_SUBSTITUTE, 'UTF-8');
    }

    private function href(): void
    {
        $this->markup(' href="');
        $this->twig->print('_to|attribute');
        $this->markup('"');
    }

    /**
     * @param  list<Run>  $runs
     */
    private function runs(array $runs, ?Link $link): void
    {
        if ($runs === []) {
            return;
        }
        $write = function () use ($runs): void {
            foreach ($runs as $run) {
                $this->run($run);
            }
        };
        if ($link === null || $this->linked) {
            $write();

            return;
        }
        $this->link($link, ['color' => ColourRole::Link, 'text-decoration' => 'underline'], $write, part: Element::Link);
    }

    private function run(Run $run): void
    {
        $style = [
            ...($run->underline ? ['text-decoration' => 'underline'] : []),
            ...($run->colour === null ? [] : ['color' => $run->colour]),
        ];
        $tags = [
            ...($run->bold ? ['<strong>' => '</strong>'] : []),
            ...($run->italic ? ['<em>' => '</em>'] : []),
            ...($style === [] ? [] : ['<span'.$this->styling->style($style).'>' => '</span>']),
        ];
        $this->markup(implode('', array_keys($tags)));
        if ($run->content instanceof Variable) {
            $this->twig->print($this->ledger->words($run->content, Escape::Html));
        } else {
            $this->markup($run->content === null ? '<br>' : nl2br(self::escape($run->content), false));
        }
        $this->markup(implode('', array_reverse($tags)));
    }
}
