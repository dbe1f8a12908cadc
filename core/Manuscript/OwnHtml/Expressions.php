<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Composer\Pcre\Preg;
use Herald\Value\Formats;
use Twig\Environment;
use Twig\Error\SyntaxError;
use Twig\Extension\AbstractExtension;
use Twig\Loader\ArrayLoader;
use Twig\Node\Expression\ArrayExpression;
use Twig\Node\Expression\Binary;
use Twig\Node\Expression\ConstantExpression;
use Twig\Node\Expression\FilterExpression;
use Twig\Node\Expression\GetAttrExpression;
use Twig\Node\Expression\TestExpression;
use Twig\Node\Expression\Unary;
use Twig\Node\Expression\Variable\ContextVariable;
use Twig\Node\ForNode;
use Twig\Node\IfNode;
use Twig\Node\Node;
use Twig\Node\PrintNode;
use Twig\Source;
use Twig\TwigFilter;

/**
 * Reads the expressions of Twig's tags, by Twig's own parser, into what manuscripts have for the same: a variable with its format, a condition. Whatever has no such counterpart is refused,
 * so that nothing is ever judged in two ways.
 */
final readonly class Expressions
{
    /** Comparisons by their nodes, with what they are when the sides are changed over. */
    private const COMPARISONS = [
        Binary\EqualBinary::class => ['is', 'is'], Binary\NotEqualBinary::class => ['is_not', 'is_not'], Binary\GreaterBinary::class => ['more', 'less'], Binary\LessBinary::class => ['less', 'more'],
        Binary\GreaterEqualBinary::class => ['at_least', 'at_most'], Binary\LessEqualBinary::class => ['at_most', 'at_least'], Binary\StartsWithBinary::class => ['starts_with', null], Binary\EndsWithBinary::class => ['ends_with', null],
    ];

    private Environment $twig;

    /** @param  list<string>  $items  what items around are called, the innermost last */
    public function __construct(private array $items = [], ?Environment $twig = null)
    {
        $this->twig = $twig ?? self::environment();
    }

    /** The same within a loop. */
    public function within(string $item): self
    {
        return new self([...$this->items, $item], $this->twig);
    }

    /**
     * @param  string  $tag  with its signs: `{{ order.total|money }}`
     * @return array{variable: string, format?: string, fallback?: string, with?: array<string, string|int>}
     *
     * @throws SyntaxError when it is none that has a place here
     */
    public function variable(string $tag): array
    {
        $node = $this->first($tag);

        return $node instanceof PrintNode ? $this->said($node->getNode('expr')) : throw new SyntaxError('This is no value');
    }

    /**
     * @param  string  $expression  what stands between `if` and the end of the tag
     * @return array<string, mixed> the condition, as documents have it
     *
     * @throws SyntaxError as above
     */
    public function condition(string $expression): array
    {
        $node = $this->first("{% if {$expression} %}{% endif %}");

        return $node instanceof IfNode ? $this->judged($node->getNode('tests')->getNode('0')) : throw new SyntaxError('This is no condition');
    }

    /**
     * @param  string  $rest  what stands between `for` and the end of the tag
     * @return array{string, string} what an item is called, and the path of the list
     *
     * @throws SyntaxError as above
     */
    public function loop(string $rest): array
    {
        $node = $this->first("{% for {$rest} %}{% endfor %}");
        if (! $node instanceof ForNode) {
            throw new SyntaxError('This is no loop');
        }
        $item = $node->getNode('value_target')->getAttribute('name');
        if (Preg::isMatch('/^\s*\w+\s*,/', $rest)) {
            throw new SyntaxError('A loop names one thing here: “for item in order.items”');
        }

        return [is_string($item) ? $item : '', $this->path($node->getNode('seq'))];
    }

    private function first(string $source): Node
    {
        // The body holds one node, perhaps within another that only holds nodes.
        for ($node = $this->twig->parse($this->twig->tokenize(new Source($source, '')))->getNode('body'); $node::class !== PrintNode::class && ! $node instanceof IfNode && ! $node instanceof ForNode; $node = $node->getNode('0')) {
            if (! $node->hasNode('0')) {
                throw new SyntaxError('There is nothing in it');
            }
        }

        return $node;
    }

    /**
     * @return array{variable: string, format?: string, fallback?: string, with?: array<string, string|int>}
     */
    private function said(Node $node): array
    {
        if (! $node instanceof FilterExpression) {
            return ['variable' => $this->path($node)];
        }
        $said = $this->said($node->getNode('node'));
        $name = $node->getAttribute('name');
        $arguments = [];
        foreach ($node->getNode('arguments') as $key => $argument) {
            $arguments[$key] = $this->constant($argument);
        }
        if ($name === 'default') {
            $fallback = $arguments[0] ?? '';

            return count($arguments) === 1 && is_string($fallback) && ! isset($said['fallback']) ? [...$said, 'fallback' => $fallback] : throw new SyntaxError('“default” is given one text: default("guest")');
        }
        if (isset($said['format']) || isset($said['fallback'])) {
            throw new SyntaxError('A value has one format, and “default” comes after it');
        }
        $with = [];
        foreach ($arguments as $key => $argument) {
            if (! is_string($key) || (! is_string($argument) && ! is_int($argument))) {
                throw new SyntaxError('What a format is told has a name: number(digits=2)');
            }
            $with[$key] = $argument;
        }

        return [...$said, 'format' => is_string($name) ? $name : '', ...($with === [] ? [] : ['with' => $with])];
    }

    /**
     * @return array<string, mixed>
     */
    private function judged(Node $node): array
    {
        foreach (self::COMPARISONS as $class => [$operator, $turned]) {
            if ($node instanceof $class) {
                [$left, $right] = [$node->getNode('left'), $node->getNode('right')];
                if (! self::isPath($left)) {
                    return $turned !== null ? ['path' => $this->path($right), 'operator' => $turned, 'value' => $this->constant($left)] : throw new SyntaxError('What is compared begins with a field');
                }

                return ['path' => $this->path($left), 'operator' => $operator, 'value' => self::isPath($right) ? ['path' => $this->path($right)] : $this->constant($right)];
            }
        }

        return match (true) {
            $node instanceof Binary\AndBinary => ['all' => $this->parts($node, 'all')],
            $node instanceof Binary\OrBinary => ['any' => $this->parts($node, 'any')],
            $node instanceof TestExpression && $node->getAttribute('name') === 'true' => $this->judged($node->getNode('node')),
            $node instanceof Unary\NotUnary => ['not' => $this->judged($node->getNode('node'))],
            $node instanceof Binary\InBinary => $this->among($node),
            $node instanceof Binary\NotInBinary => ['not' => $this->among($node)],
            $node instanceof TestExpression && in_array($node->getAttribute('name'), ['empty', 'defined'], true) => ['path' => $this->path($node->getNode('node')), 'operator' => $node->getAttribute('name') === 'empty' ? 'empty' : 'filled'],
            self::isPath($node) => ['path' => $this->path($node), 'operator' => Reader::TRUE],
            default => throw new SyntaxError('This has no counterpart among conditions; fields, texts and numbers, the comparisons ==, !=, <, <=, >, >=, in, “starts with”, “ends with”, “is empty”, and “and”, “or”, “not” have'),
        };
    }

    /**
     * Both sides of "and" or "or", those of the same within them at the same height.
     *
     * @param  'all'|'any'  $kind
     * @return list<mixed>
     */
    private function parts(Node $node, string $kind): array
    {
        $parts = [];
        foreach (['left', 'right'] as $side) {
            $judged = $this->judged($node->getNode($side));
            array_push($parts, ...(is_array($judged[$kind] ?? null) ? array_values($judged[$kind]) : [$judged]));
        }

        return $parts;
    }

    /**
     * @return array<string, mixed>
     */
    private function among(Node $node): array
    {
        [$left, $right] = [$node->getNode('left'), $node->getNode('right')];
        if (self::isPath($right)) {
            return ['path' => $this->path($right), 'operator' => 'contains', 'value' => $this->constant($left)];
        }

        if (! $right instanceof ArrayExpression) {
            throw new SyntaxError('After “in” stands a list, as in ["IE", "GB"], or a field');
        }
        $values = [];
        foreach ($right->getKeyValuePairs() as $pair) {
            $value = is_array($pair) ? $pair['value'] : null;
            $values[] = $value instanceof Node ? $this->constant($value) : '';
        }

        return ['path' => $this->path($left), 'operator' => 'one_of', 'value' => $values];
    }

    private static function isPath(Node $node): bool
    {
        return $node instanceof ContextVariable || $node instanceof GetAttrExpression;
    }

    private function path(Node $node): string
    {
        if ($node instanceof ContextVariable) {
            $name = $node->getAttribute('name');

            return is_string($name) ? $name : '';
        }
        $member = $node instanceof GetAttrExpression ? $node->getNode('attribute') : null;
        if (! $node instanceof GetAttrExpression || ! $member instanceof ConstantExpression || ! is_string($member->getAttribute('value')) || $node->getAttribute('type') === 'method') {
            throw new SyntaxError('Only fields have a place here, as in {{ order.number }}, with one format and a text for when they are empty: {{ order.total|money|default("nothing") }}');
        }
        $before = $this->path($node->getNode('node'));
        // Where the loop stands is what its item says of itself.
        if ($before === 'loop') {
            $standing = ['index' => 'number', 'first' => 'first', 'last' => 'last'][$member->getAttribute('value')] ?? throw new SyntaxError('Of a loop there are loop.index, loop.first and loop.last');

            return ($this->items[count($this->items) - 1] ?? throw new SyntaxError('This stands in no loop'))."_{$standing}";
        }

        return "{$before}.{$member->getAttribute('value')}";
    }

    private function constant(Node $node): string|int|float|bool
    {
        if ($node instanceof Unary\NegUnary) {
            $value = $this->constant($node->getNode('node'));

            return is_int($value) || is_float($value) ? -$value : throw new SyntaxError('Only a number has a minus');
        }
        $value = $node instanceof ConstantExpression ? $node->getAttribute('value') : null;

        return is_string($value) || is_int($value) || is_float($value) || is_bool($value) ? $value : throw new SyntaxError('Here stands a text or a number');
    }

    private static function environment(): Environment
    {
        $twig = new Environment(new ArrayLoader, ['autoescape' => false, 'optimizations' => 0]);
        // Formats are the only filters; "default" says what stands for nothing.
        $twig->addExtension(new class extends AbstractExtension
        {
            public function getFilters(): array
            {
                return array_map(static fn (string $name): TwigFilter => new TwigFilter($name, null, ['is_variadic' => true]), [...array_keys(Formats::all()), 'default']);
            }
        });

        return $twig;
    }
}
