<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Composer\Pcre\Preg;
use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Html\HtmlLimits;
use Herald\Html\HtmlParser;
use Herald\Html\UnreadableHtml;
use Herald\Manuscript\InlineReader;
use Herald\Manuscript\Selection;
use Herald\Manuscript\Variable;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Twig\Error\SyntaxError;

/**
 * Reads own HTML: its tags of Twig are replaced by marks, the rest is cleaned as HTML, and then each mark is read where it stands, so that nothing that is written in a tag ever is markup and
 * nothing of the markup ever is a tag.
 */
final class Reader
{
    /** Stands for "is it so?" until the type of the field is known: yes or no is yes, all else is there. */
    public const TRUE = 'true';

    /** @var list<array{string, int}> the tags, each with where it begins */
    private array $tags = [];

    /** @var array<int, true> those that were come by */
    private array $seen = [];

    private string $source = '';

    /** Stands before the number of a tag, of small letters and digits, which nothing changes that reads or writes HTML. */
    private string $mark = '';

    private const MOST_FAULTS = 100;

    /** Branches and loops within each other. */
    private const DEEPEST = 50;

    private int $depth = 0;

    private bool $givenUp = false;

    /** @var list<string> */
    private array $faults = [];

    /** @var list<string> */
    private array $leftOut = [];

    public function __construct(private readonly Vocabulary $vocabulary)
    {
    }

    /**
     * @return list<string>
     */
    public function faults(): array
    {
        return $this->faults;
    }

    /**
     * @return list<string>
     */
    public function leftOut(): array
    {
        return $this->leftOut;
    }

    /**
     * @return list<Words|Said|Element|Branches|Turns>
     */
    public function read(string $html): array
    {
        $this->source = mb_scrub(str_replace(["\r\n", "\r"], "\n", $html), 'UTF-8');
        do {
            $this->mark = 'tag'.substr(hash('xxh128', $this->mark.$this->source), 0, 10).'n';
        } while (str_contains($this->source, $this->mark));
        $parts = Tags::apart($this->source, $open);
        $marked = '';
        $at = 0;
        foreach ($parts as $index => $part) {
            if ($index % 2 === 0) {
                $marked .= $part;
            } elseif (! str_starts_with($part, '{#')) {
                $marked .= $this->mark.count($this->tags).'z';
                $this->tags[] = [$part, $at];
            }
            $at += strlen($part);
        }
        if ($open !== null) {
            $this->fault($open, 'what “'.substr($this->source, $open, 2).'” begins has no end');

            return [];
        }
        $most = (new HtmlLimits)->placeholders;
        if (count($this->tags) > $most) {
            $this->fault($this->tags[$most][1], 'this is one tag too many: '.number_format($most).' are the most');

            return [];
        }
        try {
            [$clean, $this->leftOut] = Cleaning::of($marked);
            $fragment = (new HtmlParser(new HtmlLimits(bytes: Cleaning::LARGEST)))->fragment($clean);
        } catch (UnreadableHtml $e) {
            $this->tooMuch($e, $parts);

            return [];
        }
        $nodes = $this->nodes($fragment, $this->vocabulary, new Expressions);
        foreach (array_diff_key($this->tags, $this->seen) as [$tag, $at]) {
            $this->fault($at, "“{$tag}” stands where nothing of it is shown: values stand between tags, in addresses, and in title and alt");
        }

        return $nodes;
    }

    /**
     * @return list<Words|Said|Element|Branches|Turns>
     */
    private function nodes(\DOMNode $around, Vocabulary $vocabulary, Expressions $expressions): array
    {
        $parts = [];
        foreach ($around->childNodes as $child) {
            if ($child instanceof \DOMElement) {
                $parts[] = $child;
            } elseif ($child instanceof \DOMText) {
                foreach (Preg::split("~{$this->mark}(\d+)z~", $child->data, -1, PREG_SPLIT_DELIM_CAPTURE) as $index => $part) {
                    if ($part !== '') {
                        $parts[] = $index % 2 === 1 ? (int) $part : $part;
                    }
                }
            }
        }
        $at = 0;
        $nodes = $this->until($parts, $at, [], $vocabulary, $expressions);
        if (is_int($parts[$at] ?? null)) {
            $this->faultAt($parts[$at], 'ends what did not begin in the same element');
            // The rest is read all the same, so that its tags are known.
            $this->until($parts, $at, null, $vocabulary, $expressions);
        }

        return $nodes;
    }

    /**
     * What stands before the first of some tags: `else` and the like, which end what came before them.
     *
     * @param  list<\DOMElement|string|int>  $parts  elements, words, and numbers of tags
     * @param  list<string>|null  $ends  null to go on to the end
     * @return list<Words|Said|Element|Branches|Turns>
     *
     * @param-out int $at
     */
    private function until(array $parts, int &$at, ?array $ends, Vocabulary $vocabulary, Expressions $expressions): array
    {
        $nodes = [];
        while ($at < count($parts) && ! $this->isGivenUp()) {
            $part = $parts[$at];
            if (! is_int($part)) {
                $nodes[] = $part instanceof \DOMElement ? $this->element($part, $vocabulary, $expressions) : new Words($part);
                $at++;

                continue;
            }
            $this->seen[$part] = true;
            if (str_starts_with($this->tags[$part][0], '{{')) {
                $variable = $this->variable($part, $vocabulary, $expressions, false);
                array_push($nodes, ...($variable === null ? [] : [new Said($variable)]));
                $at++;

                continue;
            }
            [$word, $rest] = $this->word($part);
            if (in_array($word, ['else', 'elseif', 'endif', 'endfor'], true)) {
                if ($ends !== null) {
                    return $nodes;
                }
                $at++;
            } elseif (in_array($word, ['if', 'for'], true) && ++$this->depth > self::DEEPEST) {
                $this->faultAt($part, 'lies in more than '.self::DEEPEST.' others: that is too deep');
                $this->givenUp = true;
            } elseif ($word === 'if') {
                $nodes[] = $this->branches($parts, $at, $part, $rest, $vocabulary, $expressions);
                $this->depth--;
            } elseif ($word === 'for') {
                array_push($nodes, ...$this->turns($parts, $at, $part, $rest, $vocabulary, $expressions));
                $this->depth--;
            } else {
                $this->faultAt($part, "“{$word}” has no place here; if, elseif, else, endif, for and endfor have");
                $at++;
            }
        }

        return $nodes;
    }

    /**
     * @param  list<\DOMElement|string|int>  $parts
     *
     * @param-out int $at
     */
    private function branches(array $parts, int &$at, int $opening, string $rest, Vocabulary $vocabulary, Expressions $expressions): Branches
    {
        $branches = $otherwise = [];
        $tag = $opening;
        $isElse = false;
        do {
            $condition = $isElse ? null : $this->condition($tag, $rest, $vocabulary, $expressions);
            $at++;
            $within = $this->until($parts, $at, [''], $vocabulary, $expressions);
            if ($isElse) {
                $otherwise = $within;
            } elseif ($condition !== null) {
                $branches[] = [$condition, $within];
            }
            $tag = $parts[$at] ?? null;
            [$word, $rest] = is_int($tag) ? $this->word($tag) : ['', ''];
            if (! is_int($tag) || ! in_array($word, $isElse ? ['endif'] : ['else', 'elseif', 'endif'], true)) {
                $this->faultAt($opening, is_int($tag) ? "is followed by “{$word}” where its end is awaited" : 'does not end in the element in which it begins');

                return new Branches($branches, $otherwise);
            }
            $isElse = $word === 'else';
        } while ($word !== 'endif');
        $at++;

        return new Branches($branches, $otherwise);
    }

    /**
     * @param  list<\DOMElement|string|int>  $parts
     * @return list<Turns> one; none where the list is none
     *
     * @param-out int $at
     */
    private function turns(array $parts, int &$at, int $opening, string $rest, Vocabulary $vocabulary, Expressions $expressions): array
    {
        [$selection, $inside, $within] = $this->loop($opening, $rest, $vocabulary, $expressions);
        $at++;
        $children = $this->until($parts, $at, [''], $inside, $within);
        $empty = [];
        if (is_int($parts[$at] ?? null) && $this->word($parts[$at])[0] === 'else') {
            $at++;
            $empty = $this->until($parts, $at, [''], $vocabulary, $expressions);
        }
        if (! is_int($parts[$at] ?? null) || $this->word($parts[$at])[0] !== 'endfor') {
            $this->faultAt($opening, 'does not end in the element in which it begins');
        } else {
            $at++;
        }

        return $selection === null ? [] : [new Turns($selection, $children, $empty)];
    }

    /**
     * @return array{Selection|null, Vocabulary, Expressions} the items, and what may be named of them
     */
    private function loop(int $tag, string $rest, Vocabulary $vocabulary, Expressions $expressions): array
    {
        try {
            [$item, $list] = $expressions->loop($rest);
            if (! Vocabulary::mayBeCalled($item)) {
                throw new SyntaxError("An item cannot be called “{$item}”: the word is taken");
            }
            $path = $vocabulary->current(Path::of($list));
            $field = $vocabulary->list($path);
            if (! $field->type instanceof Type\Items) {
                throw new SyntaxError("“{$path}” is not a list but of type {$field->type->name()}");
            }

            return [new Selection($path, $item), $vocabulary->with($item, $field), $expressions->within($item)];
        } catch (SyntaxError|UnknownPath|\InvalidArgumentException $e) {
            $this->refused($tag, $e);

            return [null, $vocabulary, $expressions];
        }
    }

    private function condition(int $tag, string $rest, Vocabulary $vocabulary, Expressions $expressions): ?Condition
    {
        try {
            return ConditionReader::read(new Node($this->settled($expressions->condition($rest), $vocabulary), '', ''), $vocabulary);
        } catch (SyntaxError $e) {
            $this->refused($tag, $e);
        } catch (InvalidDocument $e) {
            $this->faultAt($tag, $e->faults[0]->reason);
        }

        return null;
    }

    /**
     * The condition with what is asked of a field alone: of yes and no whether it is yes, of all others whether there is anything.
     *
     * @param  array<array-key, mixed>  $condition
     * @return array<array-key, mixed>
     */
    private function settled(array $condition, Vocabulary $vocabulary): array
    {
        if (($condition['operator'] ?? null) !== self::TRUE) {
            return array_map(fn (mixed $part): mixed => is_array($part) ? $this->settled($part, $vocabulary) : $part, $condition);
        }
        try {
            $isYesNo = $vocabulary->field($vocabulary->current(Path::of(is_string($condition['path']) ? $condition['path'] : '')))->type instanceof Type\Boolean;
        } catch (UnknownPath|\InvalidArgumentException) {
            $isYesNo = false;
        }

        return $isYesNo ? [...$condition, 'operator' => 'is', 'value' => true] : [...$condition, 'operator' => 'filled'];
    }

    private function element(\DOMElement $element, Vocabulary $vocabulary, Expressions $expressions): Element
    {
        $attributes = [];
        foreach ($element->attributes ?? [] as $attribute) {
            $attributes[$attribute->nodeName] = $this->attribute($attribute->nodeName, (string) $attribute->nodeValue, $vocabulary, $expressions);
        }

        return new Element(strtolower($element->tagName), $attributes, $this->nodes($element, $vocabulary, $expressions));
    }

    /**
     * @return list<string|Variable>
     */
    private function attribute(string $name, string $value, Vocabulary $vocabulary, Expressions $expressions): array
    {
        $pieces = [];
        foreach (Preg::split("~{$this->mark}(\d+)z~", $value, -1, PREG_SPLIT_DELIM_CAPTURE) as $index => $part) {
            if ($index % 2 === 0) {
                $pieces = [...$pieces, ...($part === '' ? [] : [$part])];

                continue;
            }
            $this->seen[(int) $part] = true;
            if (! str_starts_with($this->tags[(int) $part][0], '{{')) {
                $this->faultAt((int) $part, 'stands within an attribute, where only values may stand');
            } elseif (! in_array($name, [...Element::ADDRESSES, 'title', 'alt'], true)) {
                $this->faultAt((int) $part, "stands in “{$name}”, where no value may stand");
            } else {
                $variable = $this->variable((int) $part, $vocabulary, $expressions, in_array($name, Element::ADDRESSES, true));
                $pieces = [...$pieces, ...($variable === null ? [] : [$variable])];
            }
        }

        return $pieces;
    }

    private function variable(int $tag, Vocabulary $vocabulary, Expressions $expressions, bool $inLink): ?Variable
    {
        try {
            $run = $expressions->variable($this->tags[$tag][0]);
        } catch (SyntaxError $e) {
            $this->refused($tag, $e);

            return null;
        }
        $faults = new Faults;
        $reader = new InlineReader($vocabulary, $faults);
        $read = $inLink ? $reader->link([$run], '')->pieces : array_map(static fn ($one): string|Variable|null => $one->content, $reader->inline([$run], '')->runs);
        foreach ($faults->all() as $fault) {
            $this->faultAt($tag, $fault->reason);
        }

        return ($read[0] ?? null) instanceof Variable ? $read[0] : null;
    }

    /**
     * The word with which a tag begins, and the rest of it.
     *
     * @return array{string, string}
     */
    private function word(int $tag): array
    {
        Preg::match('~^\{%[-\~]?\s*(\w*)(.*?)[-\~]?%\}$~s', $this->tags[$tag][0], $found);

        return [$found[1] ?? '', trim($found[2] ?? '')];
    }

    private function refused(int $tag, \Throwable $e): void
    {
        // Twig says the line of the one tag that it was given.
        $this->faultAt($tag, lcfirst(Preg::replace('~( in "[^"]*")?( at line \d+)?\.?$~', '', $e instanceof SyntaxError ? $e->getRawMessage() : $e->getMessage())));
    }

    private function faultAt(int $tag, string $why): void
    {
        [$source, $at] = $this->tags[$tag];
        $this->fault($at, "“{$source}”: {$why}");
    }

    /**
     * @param  list<string>  $parts  text and tags by turns
     */
    private function tooMuch(UnreadableHtml $e, array $parts): void
    {
        // Where it is in what was written, with the tags as long as they are.
        $level = implode('', array_map(static fn (int $index, string $part): string => $index % 2 === 0 ? $part : Preg::replace('/[^\n]/', 'x', $part), array_keys($parts), $parts));
        $e = (new HtmlParser)->refusal($level, $e);
        $this->faults[] = $e->place($this->source).'the HTML '.$e->reason;
    }

    private function fault(int $at, string $why): void
    {
        if (! $this->isGivenUp()) {
            $this->faults[] = (new UnreadableHtml($why, $at))->place($this->source).$why;
        }
    }

    /** Whether there are so many faults that the rest is not looked at. */
    private function isGivenUp(): bool
    {
        return $this->givenUp || count($this->faults) >= self::MOST_FAULTS;
    }
}
