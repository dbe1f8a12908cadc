<?php

declare(strict_types=1);

namespace App\Sending;

use App\Models\Event;
use App\Models\RecordRevision;
use App\Secrets\Seal;
use Herald\Document\InvalidDocument;
use Herald\Notice\Notice as Declared;
use Herald\Record\EarlierState;
use Herald\Record\Field;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Secrets;
use Herald\Record\Vocabulary;
use Herald\Value\Mask;

/**
 * Compares what comes under the id of a known event with that event. What counts is what they say once they are read: a source that writes its JSON otherwise when it tries again, with
 * members in another order or 5.00 in place of 5, says the same.
 */
final readonly class SameEvent
{
    /**
     * @param  list<Declared>  $notices  those about records of the type
     */
    public function __construct(private Event $known, private RecordType $type, private array $notices)
    {
    }

    /**
     * @param  array<array-key, mixed>|null  $record  as it came; null where it was named by its key alone
     * @param  array<array-key, mixed>  $given
     * @param  array<array-key, mixed>  $slots
     * @return list<string> the places that differ, as `record/status`; never a value, as it may be a secret
     */
    public function differences(string $name, string $key, ?array $record, array $given, array $slots): array
    {
        $isAbout = $this->known->record->key === $key && $this->known->record->type === $this->type->key;

        return array_values(array_unique([
            ...($this->known->name === $name ? [] : ['event']),
            ...match (true) {
                ! $isAbout => ['record'],
                $record === null => [],
                default => $this->ofRecord($record),
            },
            ...$this->ofGiven($given),
            ...(($this->known->slots ?? []) == $slots ? [] : ['slots']),
        ]));
    }

    /**
     * @param  array<array-key, mixed>  $record
     * @return list<string>
     */
    private function ofRecord(array $record): array
    {
        $misfit = $this->known->data;
        if ($misfit !== null) {
            $kept = Seal::ofMisfit($this->type->fields, $misfit);

            return array_map(static fn (int|string $member): string => "record/{$member}", array_keys(array_filter($kept + $record, static fn (mixed $value, int|string $member): bool => ($kept[$member] ?? null) != ($record[$member] ?? null), ARRAY_FILTER_USE_BOTH)));
        }
        $revision = RecordRevision::query()->where(['record_id' => $this->known->record_id, 'revision' => $this->known->record_revision])->first();
        if ($revision === null) {
            // It is not kept any longer: nobody can say that it differs.
            return [];
        }
        try {
            $now = $this->type->given(RecordReader::read($this->type, $record, 'record'));
        } catch (InvalidDocument) {
            return ['record'];
        }
        $then = EarlierState::of($this->type, Seal::openAsFar($this->type->fields, $revision->data), $now)->data;
        $members = Vocabulary::of($this->type)->roots()[$this->type->key]->fields;

        return array_map(static fn (int|string $key): string => "record/{$key}", array_keys(array_filter($now, static fn (mixed $value, int|string $key): bool => isset($members[$key]) ? ! $members[$key]->equates($then[$key] ?? null, $value) : ($then[$key] ?? null) != $value, ARRAY_FILTER_USE_BOTH)));
    }

    /**
     * @param  array<array-key, mixed>  $given
     * @return list<string>
     */
    private function ofGiven(array $given): array
    {
        $declared = [];
        foreach ($this->notices as $notice) {
            foreach ($notice->given as $key => $field) {
                // What is a secret to one notice was sealed, whatever it is to another.
                $declared[$key] = Secrets::areIn($field) ? $field : $declared[$key] ?? $field;
            }
        }
        $kept = Seal::openAsFar($declared, $this->known->given);
        $differ = static function (mixed $one, mixed $other, ?Field $field): bool {
            if (Mask::hides($one)) {
                // Sealed with a key that is gone: nobody can say that it differs.
                return false;
            }
            if ($one == $other || $field === null || ! is_scalar($one) || ! is_scalar($other)) {
                return $one != $other;
            }
            try {
                return ! $field->equates($field->read($one), $field->read($other)) || $field->read($one) === null;
            } catch (\InvalidArgumentException) {
                return true;
            }
        };

        return array_map(static fn (int|string $key): string => "given/{$key}", array_keys(array_filter($kept + $given, static fn (mixed $_, int|string $key): bool => $differ($kept[$key] ?? null, $given[$key] ?? null, $declared[$key] ?? null), ARRAY_FILTER_USE_BOTH)));
    }
}
