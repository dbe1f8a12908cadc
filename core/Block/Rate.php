<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Align;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Inline;
use Herald\Record\AnswerKind;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;

/** Asks how it was, from 1 to 5: in figures in a row, or in words below each other. */
final readonly class Rate extends Response
{
    /** At both sides of a figure, in px: five of them stand in a row on a phone. */
    private const ROOM = 13;

    public static function kind(): AnswerKind
    {
        return AnswerKind::Rate;
    }

    protected static function days(): int
    {
        return 30;
    }

    protected static function usualKey(): string
    {
        return 'rating';
    }

    public static function schema(): array
    {
        return self::schemaWith('Rate, 1 to 5', [
            'question' => ['title' => 'Question', 'x-hint' => 'How was it?', '$ref' => '#/$defs/inline'],
            'marks' => ['title' => 'Marks', 'description' => 'what stands for 1, 2, 3, 4 and 5', 'type' => 'array', 'minItems' => AnswerKind::MARKS, 'maxItems' => AnswerKind::MARKS, 'items' => [
                'title' => 'Mark', 'type' => 'object', 'required' => ['id', 'label'], 'additionalProperties' => false,
                'properties' => ['id' => ['$ref' => '#/$defs/id'], 'label' => ['title' => 'Label', '$ref' => '#/$defs/inline']],
            ]],
            'may_change' => ['title' => 'May be changed', 'description' => 'as long as it can be answered', 'type' => 'boolean'],
        ], ['marks']);
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return [
            'question' => [['text' => 'How was it?']],
            'marks' => array_map(static fn (int $mark): array => ['id' => "mark-{$mark}", 'label' => [['text' => (string) $mark]]], range(1, AnswerKind::MARKS)),
            ...parent::fresh($vocabulary),
        ];
    }

    protected static function answers(BlockReader $reader): array
    {
        $answers = [];
        foreach ($reader->each('marks') as $index => $mark) {
            $mark->id();
            $answers[$index + 1] = $mark->inline('label');
        }

        return $answers === [] ? [1 => new Inline([])] : $answers;
    }

    protected function draw(HtmlWriter $writer, Align $align, array $answers): void
    {
        // Figures stand abreast on the narrowest phone; words would be broken there.
        foreach ($answers as $label) {
            $words = $label->fixedWords();
            if ($words === null || mb_strlen($words) > 2) {
                parent::draw($writer, $align, $answers);

                return;
            }
        }
        $writer->markup('<table role="presentation"'.$writer->standing($align).' cellspacing="0" cellpadding="0" border="0"><tr>');
        foreach ($answers as $value => $label) {
            $writer->markup('<td'.$writer->styling->style(['padding' => $writer->rightToLeft ? '0 0 0 6px' : '0 6px 0 0']).'>');
            $this->button($writer, Align::Start, (string) $value, $label, self::ROOM);
            $writer->markup('</td>');
        }
        $writer->markup('</tr></table>');
    }
}
