<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Condition\Condition;
use Herald\Manuscript\Selection;
use Herald\Manuscript\Variable;
use Herald\Record\Path;

/** What the compiler notes down while it writes one message: its conditions and the paths it uses. */
final class Ledger
{
    /** @var array<string, int> */
    private array $numbers = [];

    /** @var list<Condition> */
    private array $conditions = [];

    /** @var list<Selection> */
    private array $selections = [];

    /** @var array<string, true> */
    private array $paths = [];

    /** @var array<string, AskedQuestion> */
    private array $questions = [];

    public function __construct(public readonly string $language)
    {
    }

    /** The number under which the condition is asked for while the message is filled. */
    public function number(Condition $condition): int
    {
        array_map($this->uses(...), $condition->paths());
        $key = json_encode($condition->toArray(), JSON_THROW_ON_ERROR);
        if (! isset($this->numbers[$key])) {
            $this->numbers[$key] = count($this->conditions);
            $this->conditions[] = $condition;
        }

        return $this->numbers[$key];
    }

    /** The number under which the items are selected while the message is filled. */
    public function selection(Selection $items): int
    {
        array_map($this->uses(...), $items->only?->paths() ?? []);
        $known = array_search($items, $this->selections, true);
        if ($known === false) {
            $this->selections[] = $items;
        }

        return $known === false ? count($this->selections) - 1 : $known;
    }

    public function isUsed(string $path): bool
    {
        return isset($this->paths[$path]);
    }

    public function uses(Path $path): void
    {
        $this->paths[(string) $path] = true;
    }

    /** Of two under one key the words of the first count; the answers are those of both. */
    public function asks(AskedQuestion $question): void
    {
        $known = $this->questions[$question->key] ?? null;
        $this->questions[$question->key] = $known === null ? $question : $known->with($question->answers);
    }

    /**
     * @return list<AskedQuestion>
     */
    public function questions(): array
    {
        return array_values($this->questions);
    }

    /** The Twig expression for the value at a path, as tags need it. */
    public function value(Path $path): string
    {
        $this->uses($path);
        $expression = $path->root();
        foreach (array_slice($path->segments, 1) as $segment) {
            $expression .= '['.TwigWriter::quote($segment).']';
        }

        return $expression;
    }

    /** The Twig expression for a variable put into words and escaped for its place. */
    public function words(Variable $variable, Escape $place): string
    {
        $this->uses($variable->path);
        $zone = $variable->field->zone === null ? null : $variable->path->sibling($variable->field->zone);
        if ($zone !== null) {
            $this->uses($zone);
        }
        $options = [];
        foreach (in_array($variable->format->name(), ['label', 'list'], true) ? $variable->field->options : [] as $value => $label) {
            $options[] = TwigWriter::quote((string) $value).': '.TwigWriter::quote($label->in($this->language));
        }
        $with = [];
        foreach ($variable->with as $name => $value) {
            $with[] = TwigWriter::quote((string) $name).': '.(is_int($value) ? (string) $value : TwigWriter::quote($value));
        }
        $arguments = [
            // A member of an open field need not be there; everything else must.
            TwigWriter::quote(($variable->open ? '?' : '').$variable->path),
            TwigWriter::quote($variable->fallback),
            $zone === null ? 'null' : TwigWriter::quote((string) $zone),
            '{'.implode(', ', $options).'}',
            '{'.implode(', ', $with).'}',
        ];
        while (in_array(end($arguments), ["''", 'null', '{}'], true)) {
            array_pop($arguments);
        }

        return $place->value.'_as_'.$variable->format->name().'('.implode(', ', $arguments).')';
    }

    /** The same for a plain text at a path. */
    public function text(string $path, Escape $place): string
    {
        $this->uses(Path::of($path));

        return $place->value.'_as_text('.TwigWriter::quote($path).')';
    }

    /**
     * @return list<Condition>
     */
    public function conditions(): array
    {
        return $this->conditions;
    }

    /**
     * @return list<Selection>
     */
    public function selections(): array
    {
        return $this->selections;
    }

    /**
     * @return list<string>
     */
    public function paths(): array
    {
        return array_map(strval(...), array_keys($this->paths));
    }
}
