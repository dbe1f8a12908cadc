<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Record\AnswerKind;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;

/** Asks to say that one has seen it and acts. */
final readonly class Acknowledge extends Response
{
    public static function kind(): AnswerKind
    {
        return AnswerKind::Acknowledge;
    }

    protected static function days(): int
    {
        return 7;
    }

    protected static function usualKey(): string
    {
        return 'acknowledged';
    }

    public static function schema(): array
    {
        return ['x-ground' => ColourRole::Button] + self::schemaWith('Acknowledge', ['label' => ['title' => 'Label', '$ref' => '#/$defs/inline']], ['label']);
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['label' => [['text' => 'I am on my way']], ...self::freshAs('Thank you. They know that you are on your way.')];
    }

    protected static function answers(BlockReader $reader): array
    {
        return [AnswerKind::YES => $reader->inline('label')];
    }
}
