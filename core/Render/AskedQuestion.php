<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Document\Node;
use Herald\Record\AnswerKind;

/** What a compiled message asks, with what the page says that its links lead to. Words are Twig source, filled as the message is. */
final readonly class AskedQuestion
{
    /**
     * @param  string  $key  under which the answer is kept
     * @param  int  $days  for how long its links can be used
     * @param  bool  $mayChange  whether an answer may be changed until then
     * @param  string  $words  of the question; empty for none
     * @param  array<array-key, string>  $answers  what each answer says, by its value
     * @param  string  $thanks  what is said to who has answered; empty for the usual
     */
    public function __construct(public string $key, public AnswerKind $kind, public int $days, public bool $mayChange, public string $words, public array $answers, public string $thanks)
    {
    }

    /**
     * The same with further answers.
     *
     * @param  array<array-key, string>  $answers
     */
    public function with(array $answers): self
    {
        return new self($this->key, $this->kind, $this->days, $this->mayChange, $this->words, $this->answers + $answers, $this->thanks);
    }

    /**
     * @return list<string> what may be answered
     */
    public function values(): array
    {
        return array_map(strval(...), array_keys($this->answers));
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return ['key' => $this->key, 'kind' => $this->kind->value, 'days' => $this->days, 'may_change' => $this->mayChange, 'words' => $this->words, 'answers' => array_map(static fn (string $value, string $words): array => [$value, $words], $this->values(), array_values($this->answers)), 'thanks' => $this->thanks];
    }

    public static function stored(Node $node): self
    {
        $answers = [];
        foreach ($node->nodes('answers') as $answer) {
            [$value, $words] = [...array_values(array_map(static fn (mixed $one): string => is_string($one) ? $one : '', $answer->data)), '', ''];
            $answers[$value] = $words;
        }

        return new self($node->string('key'), AnswerKind::from($node->string('kind')), $node->int('days', 1), $node->bool('may_change'), $node->string('words'), $answers, $node->string('thanks'));
    }
}
