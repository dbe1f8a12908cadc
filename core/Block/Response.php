<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Align;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Piece;
use Herald\Manuscript\Purpose;
use Herald\Record\AnswerKind;
use Herald\Record\Question;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Writer;
use Herald\Render\Written;

/** Asks something that is answered by one press: each answer is a link of its own, to a page with a button that records it. */
abstract readonly class Response implements Written
{
    /**
     * @param  Inline|null  $question  null where the button says it all
     * @param  non-empty-array<array-key, Inline>  $answers  what each says, by its value
     */
    final protected function __construct(private Common $common, private string $key, private ?Inline $question, private array $answers, private int $days, private bool $mayChange, private ?Inline $thanks)
    {
    }

    abstract public static function kind(): AnswerKind;

    /** For how many days it can be answered where nothing else is said. */
    abstract protected static function days(): int;

    /** The key that a new one begins with. */
    abstract protected static function usualKey(): string;

    /**
     * @return non-empty-array<array-key, Inline> what each answer says, by its value
     */
    abstract protected static function answers(BlockReader $reader): array;

    /**
     * A new block that asks a question.
     *
     * @return array<string, mixed>
     */
    final public static function asking(Question $question, Vocabulary $vocabulary): array
    {
        $class = Blocks::types()[$question->kind->value];

        return ['type' => $question->kind->value, ...$class::fresh($vocabulary) ?? [], 'key' => $question->key];
    }

    /** The name of what is asked, where a piece of a document says it; null where it says something else. */
    final public static function asked(Piece $piece): ?string
    {
        return $piece->part === 'key' && is_string($piece->raw) && is_subclass_of(Blocks::all()[$piece->type] ?? '', self::class) ? $piece->raw : null;
    }

    final public static function type(): string
    {
        return static::kind()->value;
    }

    /**
     * @param  array<string, array<string, mixed>>  $own  what this kind has of its own
     * @param  list<string>  $required
     * @return array{title: string, x-purpose: Purpose, properties: array<string, array<string, mixed>>, required: list<string>}
     */
    final protected static function schemaWith(string $title, array $own, array $required): array
    {
        return [
            'title' => $title,
            'x-purpose' => Purpose::Ask,
            'properties' => [
                ...$own,
                'key' => ['title' => 'Kept as', 'x-brief' => true, 'x-hint' => static::usualKey(), 'description' => 'the name under which the answer is kept: it stands beside the record as response.NAME', '$ref' => '#/$defs/name'],
                'valid' => ['title' => 'Can be answered for', 'x-brief' => true, 'x-unit' => 'days', 'description' => 'from when the message is made; '.static::days().' when absent', 'type' => 'integer', 'minimum' => 1, 'maximum' => 365],
                'thanks' => ['title' => 'Who has answered reads', 'x-bare' => true, 'x-hint' => 'Thank you. Your answer has been noted.', '$ref' => '#/$defs/inline'],
            ],
            'required' => ['key', ...$required],
        ];
    }

    final public static function read(BlockReader $reader): self
    {
        $common = $reader->common(3);
        $key = $reader->node->string('key');
        $asked = $reader->vocabulary->questions[$key] ?? null;
        if ($asked !== null && $asked->kind !== static::kind()) {
            $reader->reading->faults->add($reader->node->below('key'), "\"{$key}\" is asked elsewhere already, in another way ({$asked->kind->value}): choose another name");
        }

        return new static($common, $key, $reader->optionalInline('question'), static::answers($reader), $reader->node->int('valid', static::days()), $reader->node->bool('may_change'), $reader->optionalInline('thanks'));
    }

    final public function common(): Common
    {
        return $this->common;
    }

    final public function html(HtmlWriter $writer): void
    {
        $this->ask($writer);
        if ($this->question !== null && ! $this->question->isEmpty()) {
            $question = $this->question;
            $writer->padded('0 0 '.$writer->brand->step.'px 0', static fn () => $writer->paragraph($question, $writer->styling->bodyFont()));
        }
        $this->draw($writer, $this->common->align, $this->answers);
    }

    /**
     * Buttons below each other.
     *
     * @param  non-empty-array<array-key, Inline>  $answers
     */
    protected function draw(HtmlWriter $writer, Align $align, array $answers): void
    {
        $rows = array_keys($answers);
        if (count($rows) === 1) {
            $this->button($writer, $align, (string) $rows[0], $answers[$rows[0]]);

            return;
        }
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">');
        foreach ($rows as $value) {
            $writer->markup('<tr><td align="'.$align->side($writer->rightToLeft).'"'.$writer->styling->style(['padding' => '0 0 '.$writer->brand->step.'px 0']).'>');
            $this->button($writer, $align, (string) $value, $answers[$value]);
            $writer->markup('</td></tr>');
        }
        $writer->markup('</table>');
    }

    /**
     * @param  int  $room  at both sides of the label, in px
     */
    final protected function button(HtmlWriter $writer, Align $align, string $value, Inline $label, int $room = Button::ROOM): void
    {
        Button::draw($writer, $align, $label, Writer::answering($this->key, $value), false, $room);
    }

    final public function text(TextWriter $writer): void
    {
        $this->ask($writer);
        if ($this->question !== null && ! $this->question->isEmpty()) {
            $writer->paragraph($this->question);
        }
        foreach ($this->answers as $value => $label) {
            $writer->linked($label, Writer::answering($this->key, (string) $value));
        }
    }

    private function ask(Writer $writer): void
    {
        $writer->asks($this->key, static::kind(), $this->days, $this->mayChange, $this->question, $this->answers, $this->thanks);
    }

    /**
     * What every new one has.
     *
     * @return array<string, mixed>
     */
    final protected static function freshAs(string $words): array
    {
        return ['key' => static::usualKey(), 'thanks' => [['text' => $words]]];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return self::freshAs('Thank you. Your answer has been noted.');
    }
}
