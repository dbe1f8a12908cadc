<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Document\Node;
use Herald\Language\LanguageTag;
use Herald\Record\Field;
use Herald\Record\Path;

/** All of a notice that whoever replaces its words has to know: the words, what must be in them, places, fields. Two of them are held against each other. */
final readonly class NoticeOutline
{
    /**
     * @param  array<string, string>  $words  hashes of the built-in words, by language
     * @param  list<string>  $required  what a message must contain, in words
     * @param  array<string, string>  $places  labels of what add-ons hand in, by key
     * @param  array<string, string>  $fields  types by path
     * @param  array<string, string>  $renamed  paths as they are, by those that they were
     */
    private function __construct(public array $words, private array $required, private array $places, private array $fields, private array $renamed)
    {
    }

    public static function of(Notice $notice): self
    {
        $fields = array_map(static fn (Field $field): string => $field->type->name(), $notice->vocabulary->paths());

        return new self(
            $notice->builtIns->hashes,
            [...array_map(static fn (string $path): string => "a link to {$path}", $notice->requiredLinks), ...array_map(static fn (string $path): string => "the value {$path}", $notice->requiredVariables), ...array_map(static fn (string $key): string => "the question {$key}", $notice->requiredAnswers)],
            array_map(static fn (Slot $slot): string => $slot->label, $notice->slots),
            $fields,
            self::renamed($notice, array_keys($fields)),
        );
    }

    /**
     * Takes back what {@see toArray} gave.
     *
     * @param  array<array-key, mixed>  $kept
     */
    public static function ofArray(array $kept): self
    {
        $node = new Node($kept, '', 'outline of a notice');
        $texts = static fn (string $key): array => $node->node($key)?->texts() ?? [];

        return new self($texts('words'), $node->strings('required'), $texts('places'), $texts('fields'), []);
    }

    /**
     * @return array{words: array<string, string>, required: list<string>, places: array<string, string>, fields: array<string, string>}
     */
    public function toArray(): array
    {
        return ['words' => $this->words, 'required' => $this->required, 'places' => $this->places, 'fields' => $this->fields];
    }

    /** The same with the words that a template was begun from. */
    public function withWords(?self $other): self
    {
        return $other === null ? $this : new self($other->words, $this->required, $this->places, $this->fields, $this->renamed);
    }

    /**
     * What is other now. A field that is new needs no look, and one that has another key is followed.
     *
     * @return list<NoticeChange>
     */
    public function differences(self $now): array
    {
        $changes = [];
        foreach ($this->words + $now->words as $language => $_) {
            $language = (string) $language;
            [$before, $after] = [$this->words[$language] ?? null, $now->words[$language] ?? null];
            if ($before !== $after) {
                $changes[] = new NoticeChange(ChangeKind::Words, match (true) {
                    $before === null => 'There are built-in words in '.LanguageTag::name($language).' now',
                    $after === null => 'There are no built-in words in '.LanguageTag::name($language).' any more',
                    default => 'The built-in words in '.LanguageTag::name($language).' are others',
                }, $language);
            }
        }
        foreach (array_diff($now->required, $this->required) as $one) {
            $changes[] = new NoticeChange(ChangeKind::Requirement, "It must contain {$one} now");
        }
        foreach (array_diff($this->required, $now->required) as $one) {
            $changes[] = new NoticeChange(ChangeKind::Requirement, "It need not contain {$one} any more");
        }
        foreach (array_diff_key($now->places, $this->places) as $label) {
            $changes[] = new NoticeChange(ChangeKind::Place, "Add-ons may hand in “{$label}” now");
        }
        foreach (array_diff_key($this->places, $now->places) as $label) {
            $changes[] = new NoticeChange(ChangeKind::Place, "Nobody hands in “{$label}” any more");
        }
        foreach ($this->fields as $path => $type) {
            $other = $now->fields[$path] ?? null;
            if ($other !== $type) {
                $changes[] = new NoticeChange(ChangeKind::Field, match (true) {
                    $other !== null => "{$path} is of type {$other} now, and was of type {$type}",
                    isset($now->renamed[$path]) => "{$path} is called {$now->renamed[$path]} now; what names it is followed",
                    default => "{$path} is there no longer",
                });
            }
        }

        return $changes;
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, string>
     */
    private static function renamed(Notice $notice, array $paths): array
    {
        $renamed = [];
        foreach ($paths as $path) {
            foreach (self::former($notice, Path::of($path)) as $former) {
                $renamed[$former] = $path;
            }
        }

        return $renamed;
    }

    /**
     * @return list<string> what a path may have been called before
     */
    private static function former(Notice $notice, Path $path): array
    {
        $former = [[$path->root()]];
        $field = $notice->vocabulary->roots()[$path->root()] ?? null;
        foreach (array_slice($path->segments, 1) as $segment) {
            $field = $field?->fields[$segment] ?? null;
            $former = array_merge(...array_map(static fn (array $before): array => array_map(static fn (string $key): array => [...$before, $key], [$segment, ...$field->was ?? []]), $former));
        }

        return array_values(array_diff(array_map(static fn (array $segments): string => implode('.', $segments), $former), [(string) $path]));
    }
}
