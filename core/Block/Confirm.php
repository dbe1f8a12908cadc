<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Record\AnswerKind;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;

/** Asks to confirm something, such as that an address is one's own. Common practice: for three days. */
final readonly class Confirm extends Response
{
    public static function kind(): AnswerKind
    {
        return AnswerKind::Confirm;
    }

    protected static function days(): int
    {
        return 3;
    }

    protected static function usualKey(): string
    {
        return 'confirmed';
    }

    public static function schema(): array
    {
        return ['x-ground' => ColourRole::Button] + self::schemaWith('Confirm', ['label' => ['title' => 'Label', '$ref' => '#/$defs/inline']], ['label']);
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['label' => [['text' => 'Yes, this is me']], ...self::freshAs('Thank you. It is confirmed.')];
    }

    protected static function answers(BlockReader $reader): array
    {
        return [AnswerKind::YES => $reader->inline('label')];
    }
}
