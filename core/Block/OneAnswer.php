<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Record\AnswerKind;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;

/** Asks something to which there is but one answer: a button that says it. */
abstract readonly class OneAnswer extends Response
{
    /** What an author calls it. */
    abstract protected static function title(): string;

    /**
     * @return array{string, string} what a new one says on the button, and to who has pressed it
     */
    abstract protected static function words(): array;

    final public static function schema(): array
    {
        return ['x-ground' => ColourRole::Button] + self::schemaWith(static::title(), ['label' => ['title' => 'Label', '$ref' => '#/$defs/inline']], ['label']);
    }

    final public static function fresh(Vocabulary $vocabulary): array
    {
        [$label, $thanks] = static::words();

        return ['label' => [['text' => $label]], ...self::freshAs($thanks)];
    }

    final protected static function answers(BlockReader $reader): array
    {
        return [AnswerKind::YES => $reader->inline('label')];
    }
}
