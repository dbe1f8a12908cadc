<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Inline;
use Herald\Record\AnswerKind;
use Herald\Record\Vocabulary;

/** Asks for one of several named answers. */
final readonly class Choose extends Response
{
    public static function kind(): AnswerKind
    {
        return AnswerKind::Choose;
    }

    protected static function days(): int
    {
        return 30;
    }

    protected static function usualKey(): string
    {
        return 'answer';
    }

    public static function schema(): array
    {
        return self::schemaWith('Choose an answer', [
            'question' => ['title' => 'Question', 'x-hint' => 'What would you like?', '$ref' => '#/$defs/inline'],
            'options' => ['title' => 'Answers', 'type' => 'array', 'minItems' => 1, 'maxItems' => 10, 'items' => [
                'title' => 'Answer', 'type' => 'object', 'required' => ['id', 'label'], 'additionalProperties' => false,
                'properties' => [
                    'id' => ['$ref' => '#/$defs/id'],
                    'label' => ['title' => 'Label', '$ref' => '#/$defs/inline'],
                    'value' => ['title' => 'Kept as', 'x-hint' => 'answer', 'description' => 'the word that is kept; the id when absent', '$ref' => '#/$defs/name'],
                ],
            ]],
            'may_change' => ['title' => 'May be changed', 'description' => 'as long as it can be answered', 'type' => 'boolean'],
        ], ['options']);
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return [
            'question' => [['text' => 'Will you come?']],
            'options' => [['id' => 'one', 'label' => [['text' => 'Yes']], 'value' => 'yes'], ['id' => 'other', 'label' => [['text' => 'No']], 'value' => 'no']],
            ...parent::fresh($vocabulary),
        ];
    }

    protected static function answers(BlockReader $reader): array
    {
        $answers = [];
        foreach ($reader->each('options') as $option) {
            $id = $option->id();
            $value = $option->node->optionalString('value') ?? $id;
            if (isset($answers[$value])) {
                $reader->reading->faults->add($option->node->below('value'), "two answers are kept as \"{$value}\"");
            }
            $answers[$value] = $option->inline('label');
        }

        return $answers === [] ? ['none' => new Inline([])] : $answers;
    }
}
