<?php

declare(strict_types=1);

namespace Herald\Record;

use Composer\Pcre\Preg;
use Herald\Language\Caption;
use Herald\Value\Type;

/**
 * All that may be named at some place of a template: the roots of variables (the record, given, source, recipient,
 * brand, now, message, and inside a repeat its item) and what lies beneath them.
 */
final readonly class Vocabulary
{
    /** Names that the core gives to roots; no record type and no repeat item may take them. */
    public const OWN_ROOTS = ['given', 'source', 'recipient', 'brand', 'now', 'message', 'records', self::RESPONSE];

    /** Beneath it are the source's records of each kind, as lists that can be gone through and named in no other way: `records.night`. */
    public const RECORDS = 'records';

    /** Beneath it is what people have answered. */
    public const RESPONSE = 'response';

    /** Words of the language that templates are compiled to; no root may be called so. */
    private const TAKEN = ['and', 'or', 'not', 'in', 'is', 'matches', 'starts', 'ends', 'has', 'true', 'false', 'null', 'none', 'loop', 'if', 'else', 'for', 'xor', 'same', 'divisible', 'b', 'slots', self::ANSWERS, self::FOLLOWED];

    /** What something follows: a message that was sent. In cues alone. */
    public const FOLLOWED = 'followed';

    /** What set a message off. In conditions on who answers alone. */
    public const EVENT = 'event';

    /** What goes by this name is where answers are given, in the data alone. */
    public const ANSWERS = 'answers';

    /**
     * @param  non-empty-array<string, Field>  $roots  by name, the record first
     * @param  array<string, Field>  $kinds  lists of other records, by the key of their type
     * @param  array<string, Question>  $questions  what people are asked, by key
     */
    private function __construct(private array $roots, private array $kinds = [], public array $questions = [])
    {
    }

    /**
     * @param  array<string, Field>  $given  the parameters of the notice, by key
     * @param  array<string, RecordType>  $kinds  those that the source knows, by key, where its records can be listed
     */
    public static function of(RecordType $type, array $given = [], array $kinds = []): self
    {
        $answered = array_merge(...array_values(array_map(static fn (Question $question): array => array_values($question->fields()), $type->questions)));

        return new self([
            ...self::ofFields($type->key, $type->name, $type->fields, $given)->roots,
            ...($answered === [] ? [] : [self::RESPONSE => Field::object(self::RESPONSE, 'Answers', $answered)]),
        ], array_map(Field::ofRecords(...), $kinds), $type->questions);
    }

    /**
     * The same for fields that are no type yet.
     *
     * @param  array<string, Field>  $fields
     * @param  array<string, Field>  $given
     */
    public static function ofFields(string $key, Caption $name, array $fields, array $given = []): self
    {
        return new self([
            $key => Field::object($key, $name->in('en'), array_values($fields)),
            'given' => Field::object('given', 'Given', array_values($given)),
            ...self::everywhere(),
        ]);
    }

    /** What a brand's frame may name, whatever the message is about. */
    public static function ofFrame(): self
    {
        return new self(self::everywhere());
    }

    /**
     * @return non-empty-array<string, Field>
     */
    private static function everywhere(): array
    {
        return [
            'source' => Field::object('source', 'Source', [
                Field::single('name', 'Source name', new Type\Text),
                Field::single('url', 'Web address of the source', new Type\Url),
                Field::single('email', 'E-mail address of the source', new Type\Email),
                Field::single('reply_to', 'Reply address of the source', new Type\Email),
                Field::single('legal', 'Legal line of the source', new Type\Text),
                Field::single('zone', 'Time zone of the source', new Type\Zone),
                Field::single('maps', 'Address of the map service', new Type\Url),
            ]),
            'recipient' => Field::object('recipient', 'Recipient', [
                Field::single('name', 'Recipient name', new Type\Text),
                Field::single('address', 'E-mail address of the recipient', new Type\Email),
                Field::single('language', 'Language of the recipient', new Type\Language),
            ]),
            'brand' => Field::object('brand', 'Brand', [
                Field::single('name', 'Brand name', new Type\Text),
                Field::single('legal', 'Legal lines of the brand', new Type\Text),
            ]),
            'now' => Field::single('now', 'Now', new Type\DateTime),
            'message' => Field::object('message', 'Message', [Field::single('id', 'Number of the message', new Type\Text)]),
        ];
    }

    /** Whether a record type or a repeat item may be called so. */
    public static function mayBeCalled(string $name): bool
    {
        return Preg::isMatch('/^[a-z][a-z0-9_]*$/D', $name)
            && ! in_array($name, self::OWN_ROOTS, true)
            && ! in_array($name, self::TAKEN, true);
    }

    /**
     * Where an item stands among the others that are gone through.
     *
     * @return array<string, array{string, Type\FieldType}> labels and types, by what stands behind the name of the item and an underscore
     */
    public static function standing(): array
    {
        return ['number' => ['Number in the list', new Type\Integer], 'first' => ['First of them', new Type\Boolean], 'last' => ['Last of them', new Type\Boolean]];
    }

    /**
     * The values that stand for one item, by the names that {@see with} gives.
     *
     * @param  int  $index  from 0
     * @param  int  $count  of all that are gone through
     * @return array<string, mixed>
     */
    public static function item(string $name, mixed $item, int $index, int $count): array
    {
        return [$name => $item, "{$name}_number" => $index + 1, "{$name}_first" => $index === 0, "{$name}_last" => $index === $count - 1];
    }

    /** The vocabulary inside a repeat, where each item of the list goes by a name of its own. */
    public function with(string $name, Field $list): self
    {
        $standing = [];
        foreach (self::standing() as $what => [$label, $type]) {
            $standing["{$name}_{$what}"] = Field::single("{$name}_{$what}", $label, $type);
        }

        return new self([...$this->roots, $name => $list->item($name), ...$standing], $this->kinds, $this->questions);
    }

    /** The vocabulary in which one of a list goes by a name of its own, alone. */
    public function one(string $name, Field $list): self
    {
        return new self([...$this->roots, $name => $list->item($name)], $this->kinds, $this->questions);
    }

    /** The vocabulary of who answers: with what set a message off, unless the records themselves are called so. */
    public function withEvent(): self
    {
        return new self([...$this->roots, ...isset($this->roots[self::EVENT]) ? [] : [self::EVENT => Field::object(self::EVENT, 'Event', [
            Field::single('name', 'Name of the event', new Type\Text),
            Field::single('at', 'When the event came', new Type\DateTime),
        ])]], $this->kinds, $this->questions);
    }

    /** The vocabulary of what follows a message. */
    public function following(string $label): self
    {
        return new self([...$this->roots, self::FOLLOWED => Field::object(self::FOLLOWED, $label, [Field::single('at', $label, new Type\DateTime)])], $this->kinds, $this->questions);
    }

    /**
     * The field that a path leads to.
     *
     * @throws UnknownPath naming the nearest path there is
     */
    public function field(Path $path): Field
    {
        $field = $this->roots[$path->root()] ?? throw $this->unknown($path);
        foreach (array_slice($path->segments, 1) as $segment) {
            if ($field->type instanceof Type\Open) {
                return Field::single($segment, $segment, new Type\Text);
            }
            $field = ($field->type instanceof Type\Group ? $field->member($segment) : null) ?? throw $this->unknown($path);
        }

        return $field;
    }

    /**
     * The list at a path: one of the record, or all records of a kind.
     *
     * @throws UnknownPath as above, also where there is something that is no list
     */
    public function list(Path $path): Field
    {
        if ($path->root() !== self::RECORDS) {
            return $this->field($path);
        }

        return (count($path->segments) === 2 ? $this->kinds[$path->segments[1]] ?? null : null) ?? throw $this->unknown($path);
    }

    /**
     * @return array<string, Field> lists of the source's records, by path
     */
    public function kinds(): array
    {
        return array_column(array_map(static fn (string $key, Field $list): array => [self::RECORDS.".{$key}", $list], array_map(strval(...), array_keys($this->kinds)), $this->kinds), 1, 0);
    }

    /** Whether any field had another key before. */
    public function isRenamed(): bool
    {
        return array_filter($this->roots, static fn (Field $field): bool => $field->isRenamed()) !== [];
    }

    /** The list at a path; one that stands for it where there is none, as is told where it is read. */
    public function items(mixed $path): Field
    {
        try {
            $list = $this->list(Path::of(is_string($path) ? $path : ''));
        } catch (UnknownPath|\InvalidArgumentException) {
            return Field::missingList();
        }

        return $list->type instanceof Type\Items ? $list : Field::missingList();
    }

    /** The same path as it is today, where a field of it had another key before. */
    public function current(Path $path): Path
    {
        $field = $this->roots[$path->root()] ?? null;
        $segments = [$path->root()];
        foreach (array_slice($path->segments, 1) as $segment) {
            $field = $field?->type instanceof Type\Group ? $field->member($segment) : null;
            $segments[] = $field->key ?? $segment;
        }

        return $segments === $path->segments ? $path : Path::of(implode('.', $segments));
    }

    /**
     * What a field is called where it stands alone, without its group around it: "Country of the delivery address".
     *
     * @throws UnknownPath as above
     */
    public function fullLabel(Path $path): string
    {
        $label = $this->field($path)->label->in('en');
        $segments = $path->segments;
        if (count($segments) < 3) {
            return $label;
        }
        $group = $this->field(Path::of(implode('.', array_slice($segments, 0, -1))))->label->in('en');

        return $label.' of the '.mb_strtolower(mb_substr($group, 0, 1)).mb_substr($group, 1);
    }

    /** Whether the path leads below an open field, where a member need not be there. */
    public function isOpen(Path $path): bool
    {
        $field = $this->roots[$path->root()] ?? null;
        foreach (array_slice($path->segments, 1) as $segment) {
            if ($field?->type instanceof Type\Open) {
                return true;
            }
            $field = $field?->fields[$segment] ?? null;
        }

        return false;
    }

    /**
     * @return array<string, Field> the fields of the record itself, by path, those in groups among them
     */
    public function ofRecord(): array
    {
        return self::below((string) array_key_first($this->roots), array_values($this->roots)[0]);
    }

    /**
     * @return array<string, Field> the groups of the record, by path, those in groups after them
     */
    public function groups(): array
    {
        $groups = [];
        $open = [(string) array_key_first($this->roots) => array_values($this->roots)[0]];
        while ($open !== []) {
            $below = [];
            foreach ($open as $path => $group) {
                foreach ($group->fields as $field) {
                    $below += $field->type instanceof Type\Group ? [$path.'.'.$field->key => $field] : [];
                }
            }
            $groups += $open = $below;
        }

        return $groups;
    }

    /**
     * The record's first list of objects, with its path.
     *
     * @return array{string, Field}|null
     */
    public function firstList(): ?array
    {
        foreach ($this->ofRecord() as $path => $field) {
            if ($field->type instanceof Type\Items && $field->fields !== []) {
                return [$path, $field];
            }
        }

        return null;
    }

    /**
     * @return array<string, Field> by name
     */
    public function roots(): array
    {
        return $this->roots;
    }

    /**
     * @return array<string, Field> every declared field that can be reached without going through a list, by path
     */
    public function paths(): array
    {
        $paths = [];
        foreach ($this->roots as $name => $field) {
            $paths += self::below($name, $field);
        }

        return $paths;
    }

    private function unknown(Path $path): UnknownPath
    {
        $nearest = null;
        $best = max(3, intdiv(strlen((string) $path), 3)) + 1;
        foreach ([...array_keys($this->paths()), ...array_keys($this->kinds())] as $known) {
            $distance = levenshtein((string) $path, $known);
            if ($distance < $best) {
                [$nearest, $best] = [$known, $distance];
            }
        }

        return new UnknownPath((string) $path, $nearest);
    }

    /**
     * @return array<string, Field>
     */
    private static function below(string $path, Field $field): array
    {
        if (! $field->type instanceof Type\Group) {
            return [$path => $field];
        }
        $paths = [];
        foreach ($field->fields as $child) {
            $paths += self::below($path.'.'.$child->key, $child);
        }

        return $paths;
    }
}
