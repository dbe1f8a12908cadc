<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Condition\Condition;
use Herald\Manuscript\Block;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Run;
use Herald\Manuscript\Selection;
use Herald\Manuscript\Variable;
use Herald\Record\AnswerKind;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\Vocabulary;
use Herald\Value\Formats;
use Herald\Value\Type;

/** What writing HTML and writing plain text have in common: conditions, repeats, links. */
abstract class Writer
{
    public function __construct(protected readonly TwigWriter $twig, protected readonly Ledger $ledger)
    {
    }

    /** Every type of block can be written; a manuscript knows no more of them than that they are blocks. */
    protected static function written(Block $block): Written
    {
        return $block instanceof Written ? $block : throw new \LogicException('Nobody can write a block of type '.$block::type());
    }

    /** Writes something that is shown only when the condition holds, or always where there is none. */
    public function when(?Condition $condition, \Closure $write): void
    {
        if ($condition === null) {
            $write();

            return;
        }
        $this->twig->tag('if holds('.$this->ledger->number($condition).')');
        $write();
        $this->twig->tag('endif');
    }

    /** What is written within, by itself. It must be of fixed words. */
    public function apart(\Closure $write): string
    {
        $before = $this->twig->length();
        $write();

        return $this->twig->cut($before);
    }

    /** Writes a block where it is to be shown: under its condition, and where it leads somewhere or something was handed in for it if it is nothing otherwise. */
    protected function shown(Block $block, \Closure $write): void
    {
        $this->when($block->common()->when, function () use ($block, $write): void {
            // What leads nowhere whatever the data is seen while it is written, and never published.
            $needed = $block instanceof Leading && self::fixedAddress($block->link()) === null;
            if ($needed) {
                $this->twig->tag('set _to = '.$this->address($block->link()));
                $this->twig->tag('if _to');
            } elseif ($block instanceof Awaiting) {
                $this->twig->tag('if handed_in('.TwigWriter::quote($block->slot()).')');
            }
            $write();
            if ($needed || $block instanceof Awaiting) {
                $this->twig->tag('endif');
            }
        });
    }

    /**
     * Writes the first branch whose condition holds.
     *
     * @template T
     *
     * @param  list<array{Condition, T}>  $branches  each with what stands in it
     * @param  \Closure(T): void  $write
     */
    public function firstOf(array $branches, \Closure $otherwise, \Closure $write): void
    {
        if ($branches === []) {
            $otherwise();

            return;
        }
        foreach ($branches as $index => [$condition, $within]) {
            $this->twig->tag(($index === 0 ? 'if' : 'elseif').' holds('.$this->ledger->number($condition).')');
            $write($within);
        }
        $this->twig->tag('else');
        $otherwise();
        $this->twig->tag('endif');
    }

    /**
     * Writes something once for each item of a list that is selected, or what stands in its place when there is none.
     *
     * @param  \Closure|null  $between  writes what stands after each but the last
     */
    public function each(Selection $items, \Closure $write, ?\Closure $empty = null, ?\Closure $between = null): void
    {
        $this->twig->tag("for {$items->item} in turns({$this->selected($items)})");
        $begin = $this->twig->length();
        $write();
        if ($between !== null) {
            $this->twig->tag('if not loop.last');
            $between();
            $this->twig->tag('endif');
        }
        // Where an item stands among the others is found out where it is asked for.
        foreach (['number' => 'loop.index', 'first' => 'loop.first', 'last' => 'loop.last'] as $what => $value) {
            if ($this->ledger->isUsed("{$items->item}_{$what}")) {
                $this->twig->tagAt($begin, "set {$items->item}_{$what} = {$value}");
            }
        }
        if ($empty !== null) {
            $this->twig->tag('else');
            $empty();
        }
        $this->twig->tag('endfor');
    }

    /**
     * Writes something where anything is added up and there are items at all, with the sum of what a variable says of each.
     *
     * @param  list<Variable|null>  $summed  variables of one item, null where nothing is added up
     * @param  \Closure(list<Inline|null>): void  $write  takes a sum for each of them
     */
    public function sums(Selection $items, array $summed, \Closure $write): void
    {
        if (array_filter($summed) === []) {
            return;
        }
        $this->twig->tag('set _items = '.$this->selected($items));
        $this->twig->tag('if _items');
        $sums = [];
        foreach ($summed as $index => $variable) {
            if ($variable !== null) {
                $this->twig->tag("set sum_{$index} = summed(_items, ".TwigWriter::quote($variable->path->segments[1] ?? '').', '.TwigWriter::quote($variable->field->type->name()).')');
            }
            $sums[] = $variable === null ? null : new Inline([new Run(new Variable(Path::of("sum_{$index}"), $variable->field, $variable->format, '', $variable->with))]);
        }
        $write($sums);
        $this->twig->tag('endif');
    }

    /**
     * Writes what was handed in for a slot.
     *
     * @param  'html'|'text'  $form
     * @param  array<string, string>  $looks  see {@see HandedIn}
     */
    protected function handedInAs(string $form, string $slot, array $looks): void
    {
        $pairs = array_map(static fn (string $kind, string $look): string => TwigWriter::quote($kind).': '.TwigWriter::quote($look), array_keys($looks), $looks);
        $this->twig->print("handed_in_as_{$form}(".TwigWriter::quote($slot).', {'.implode(', ', $pairs).'})');
    }

    /**
     * Notes down what the message asks.
     *
     * @param  array<array-key, Inline>  $answers  what each says, by its value
     */
    public function asks(string $key, AnswerKind $kind, int $days, bool $mayChange, ?Inline $words, array $answers, ?Inline $thanks): void
    {
        $this->ledger->asks(new AskedQuestion($key, $kind, $days, $mayChange, $this->lineOf($words), array_map($this->lineOf(...), $answers), $this->lineOf($thanks)));
    }

    private function lineOf(?Inline $words): string
    {
        $twig = new TwigWriter;
        $words === null || (new TextWriter($twig, $this->ledger))->inline($words, ' ');

        return $twig->source();
    }

    /** Where an answer is given that a message asks for. */
    public static function answering(string $key, string $value): Link
    {
        $address = Field::single($value, 'Where it is answered', new Type\Url);

        return new Link([new Variable(Path::of(Vocabulary::ANSWERS.".{$key}.{$value}"), $address, Formats::usual($address->type))]);
    }

    /** The Twig expression for the items that are selected of a list. */
    private function selected(Selection $items): string
    {
        if ($items->list->root() === Vocabulary::RECORDS) {
            // They were looked for before it is filled.
            return 'found('.$this->ledger->selection($items).')';
        }
        $list = $this->ledger->value($items->list);

        return $items->isAll() ? $list : 'selected('.$this->ledger->selection($items).", {$list})";
    }

    /** Where a link leads that has no variables in it, empty where that is not safe to follow; null when it depends on the data. */
    protected static function fixedAddress(Link $link): ?string
    {
        $text = '';
        foreach ($link->pieces as $piece) {
            if ($piece instanceof Variable) {
                return null;
            }
            $text .= $piece;
        }

        return HeraldExtension::address($text);
    }

    /** The Twig expression for where a link leads: an address that is safe to follow, or an empty text. */
    protected function address(Link $link): string
    {
        $parts = [];
        foreach ($link->pieces as $index => $piece) {
            $parts[] = $piece instanceof Variable
                ? '('.$this->ledger->words($piece, $index === 0 ? Escape::Raw : Escape::Url).')'
                : TwigWriter::quote($piece);
        }

        return '('.($parts === [] ? "''" : implode(' ~ ', $parts)).')|address';
    }
}
