<?php

declare(strict_types=1);

namespace Herald\Record;

use Composer\Pcre\Preg;
use Herald\Document\Node;
use Herald\Language\Caption;
use Herald\Value\Type;

/** Something that people are asked in messages about records of a type. The latest answer stands beside the record, as `response.KEY`. */
final readonly class Question
{
    /**
     * @param  array<string, Caption>  $options  of a choice: its answers with their labels
     */
    private function __construct(public string $key, public AnswerKind $kind, public Caption $label, public array $options)
    {
    }

    /** Reads one that has passed the schema: `{"key", "kind", "label", "options"}`. */
    public static function ofNode(Node $node): self
    {
        $key = $node->string('key');
        $options = [];
        foreach ($node->nodes('options') as $option) {
            $value = $option->string('value');
            $options[$value] = Caption::of($option->raw('label'), $value);
        }

        return new self($key, AnswerKind::from($node->string('kind')), Caption::of($node->raw('label'), self::readable($key)), $options);
    }

    /** What a key is called where nothing else is said. */
    public static function readable(string $key): string
    {
        return ucfirst(str_replace('_', ' ', $key));
    }

    /**
     * What it is among variables: the answer, and when it was given.
     *
     * @return array<string, Field> by key
     */
    public function fields(): array
    {
        $label = $this->label->in('en');
        $answer = match ($this->kind) {
            AnswerKind::Confirm, AnswerKind::Acknowledge => Field::single($this->key, $label, new Type\Boolean),
            AnswerKind::Rate => Field::single($this->key, $label, new Type\Integer),
            AnswerKind::Choose => Field::option($this->key, $this->label, $this->options),
        };

        return [$this->key => $answer, "{$this->key}_at" => Field::single("{$this->key}_at", "{$label}, answered", new Type\DateTime)];
    }

    /** An answer as it stands beside the record; null where it is none. */
    public function value(string $answer): bool|int|string|null
    {
        return match ($this->kind) {
            AnswerKind::Confirm, AnswerKind::Acknowledge => $answer === AnswerKind::YES ? true : null,
            AnswerKind::Rate => Preg::isMatch('/^[1-'.AnswerKind::MARKS.']$/D', $answer) ? (int) $answer : null,
            AnswerKind::Choose => $answer === '' ? null : $answer,
        };
    }

    /** An answer in words. */
    public function inWords(string $answer): string
    {
        return match ($this->kind) {
            AnswerKind::Confirm, AnswerKind::Acknowledge => 'yes',
            AnswerKind::Rate => $answer,
            AnswerKind::Choose => ($this->options[$answer] ?? null)?->in('en') ?? $answer,
        };
    }
}
