<?php

declare(strict_types=1);

namespace App\Sending;

use App\Models\Notice;
use App\Models\Record;
use Herald\Message\Recipient;
use Herald\Notice\Notice as Declared;
use Herald\Record\Field;
use Herald\Record\FieldType;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Render\FilledMessage;
use Herald\Render\Renderer;
use Herald\Render\Scope;

/** A notice's message as it would be for a record now: the true message, but for parameters that only an event brings. */
final readonly class Rendering
{
    public function __construct(private Renderer $renderer)
    {
    }

    /**
     * @param  bool  $builtIn  the source's own words, whoever answers
     * @param  string|null  $language  another language than the recipient's
     * @return array{Answer, Recipient, FilledMessage}
     */
    public function of(Notice $notice, Record $record, bool $builtIn, ?string $language): array
    {
        $declaration = $notice->declaration();
        $manifest = $notice->source->manifest();
        $type = $manifest->recordTypes[$declaration->recordType];
        [$data, $given, $recipient] = self::dataFor($declaration, $type, $record);
        $wanted = $language ?? $recipient->language;
        $answer = $builtIn ? Answer::builtIn($notice, $wanted) : Answer::to($notice, $wanted);
        $message = $answer->edition()->message();
        $scope = Scope::of($type, $data, $manifest->source, $recipient, now()->toDateTimeImmutable(), $given, $message);

        return [$answer, $recipient, $this->renderer->fill($message, $scope)];
    }

    /**
     * The record's data, parameters to show, and the recipient.
     *
     * @return array{array<string, mixed>, array<string, mixed>, Recipient}
     */
    public static function dataFor(?Declared $declaration, RecordType $type, Record $record): array
    {
        // What is stored was read with the record type of its day; fields that came since are filled in.
        $data = RecordReader::read($type, $record->data, $record->key);
        $given = array_map(self::example(...), $declaration->given ?? []);

        return [$data, $given, $declaration?->recipient->resolve([$type->key => $data, 'given' => $given]) ?? new Recipient(null)];
    }

    private static function example(Field $field): mixed
    {
        return match ($field->type) {
            FieldType::Text => '('.$field->label->in('en').', given with the event)',
            FieldType::List, FieldType::Open => [],
            default => null,
        };
    }
}
