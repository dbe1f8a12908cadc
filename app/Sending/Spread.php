<?php

declare(strict_types=1);

namespace App\Sending;

use App\Jobs\WorkDue;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Record;
use App\Models\Source;
use Herald\Document\InvalidDocument;
use Herald\Notice\Each;
use Herald\Notice\Notice as Declared;
use Herald\Record\RecordType;
use Illuminate\Support\Facades\DB;

/**
 * A message that goes to each of several is spread: its due becomes one for each of them, some hundreds at a time, and those become dispatches as others do. Two with the same address get one.
 */
final class Spread
{
    private const AT_ONCE = 500;

    /** How many of the newest are looked at before something is saved. */
    private const FORESEEN = 2_000;

    /** How many of the newest are looked at for one to show. */
    private const LOOKED_AT = 200;

    /**
     * Takes the next of them. Called by the worker that has the due in hand.
     *
     * @param  array<string, mixed>  $data  what the message is about, by root
     * @return bool whether that were all; then it has been said so, unless the lease was lost
     */
    public static function over(Due $due, Declared $declared, Each $each, array $data): bool
    {
        $type = self::type($due->source, $each);
        $records = $type === null ? null : $due->source->records()->where('type', $type->key)->where('id', '>', $due->spread_after ?? 0)->orderBy('id')->limit(self::AT_ONCE)->get();
        $rows = [];
        foreach ($records === null ? array_map(static fn (array $one): array => [null, $one], $each->items($data)) : self::meeting($records->all(), $type, $each, $data) as $index => [$id, $one]) {
            $address = $declared->recipient->resolve([...$data, ...$one])->address;
            $rows[] = [
                'source_id' => $due->source_id, 'notice_id' => $due->notice_id, 'record_id' => $due->record_id, 'event_id' => $due->event_id, 'part_of' => $due->id, 'occasion' => $due->occasion.self::mark($address, (string) ($id ?? $index)), 'of_record' => $id,
                'record_revision' => $due->record_revision, 'given' => $due->getRawOriginal('given'), 'user_id' => $due->user_id, 'by_hand' => $due->by_hand,
                'due_at' => $due->getRawOriginal('due_at'), 'try_at' => now(), 'state' => DueState::Waiting->value, 'reason' => $due->reason, 'created_at' => now(), 'updated_at' => now(),
            ];
        }
        $last = $records?->count() === self::AT_ONCE ? $records->last()?->id : null;
        if ($last === null && $rows === [] && Due::query()->where('part_of', $due->id)->doesntExist()) {
            DB::transaction(static fn (): bool => DecideDue::drop($due, "There is nobody to go to: {$each->inWords()}"));

            return true;
        }
        DB::transaction(static function () use ($due, $rows, $last): void {
            $next = $last === null
                ? ['state' => DueState::Spread, 'state_reason' => null, 'lease_until' => null]
                : ['state' => DueState::Waiting, 'spread_after' => $last, 'try_at' => now(), 'lease' => null, 'lease_until' => null];
            if (! $due->changeUnderLease($next)) {
                return;
            }
            foreach (array_chunk($rows, 100) as $some) {
                Due::query()->insertOrIgnore($some);
            }
            foreach (Due::query()->where(['notice_id' => $due->notice_id, 'record_id' => $due->record_id])->whereIn('occasion', array_column($rows, 'occasion'))->where('state', DueState::Waiting)->pluck('id') as $id) {
                WorkDue::dispatch($id);
            }
            if ($last !== null) {
                WorkDue::dispatch($due->id);
            }
        });

        return $last === null;
    }

    /**
     * The one that a due is for, which a message was spread to.
     *
     * @param  array<string, mixed>  $data  what the message is about, by root
     * @return array<string, array<array-key, mixed>> by root
     *
     * @throws InvalidDocument when it is there no longer
     */
    public static function of(Due $due, Declared $declared, Each $each, array $data): array
    {
        $type = self::type($due->source, $each);
        $record = $type === null || $due->of_record === null ? null : Record::query()->find($due->of_record);
        $ones = $record === null || $type === null ? array_map(static fn (array $one): array => [null, $one], $each->items($data)) : [[$record->id, $each->one($record->asOther($type) ?? [])]];
        foreach ($ones as $index => [$id, $one]) {
            // Decided anew it goes to the same one, whose address may have been corrected.
            if (($id !== null && str_starts_with($due->occasion, 'again:')) || str_ends_with($due->occasion, self::mark($declared->recipient->resolve([...$data, ...$one])->address, (string) ($id ?? $index)))) {
                return $one;
            }
        }
        throw InvalidDocument::because($declared->key, 'recipient', 'whom it was to go to is there no longer, or has another address');
    }

    /**
     * One to show a message with.
     *
     * @param  array<string, mixed>  $data  what the message is about, by root
     * @return array<string, array<array-key, mixed>> by root
     */
    public static function example(Source $source, Each $each, array $data): array
    {
        $type = self::type($source, $each);
        $newest = $type === null ? [] : $source->records()->where('type', $type->key)->latest('id')->limit(self::LOOKED_AT)->get()->all();
        $ones = $type === null ? $each->items($data) : array_column(iterator_to_array(self::meeting($newest, $type, $each, $data), false), 1);

        return $ones[0] ?? $each->nobody();
    }

    /**
     * How many it would go to now, looked at so far as is quickly done.
     *
     * @param  array<string, mixed>  $data  what the message is about, by root
     * @return array{words: string, number: int, more: bool}
     */
    public static function foresee(Source $source, Each $each, array $data): array
    {
        $type = self::type($source, $each);
        $records = $type === null ? [] : $source->records()->where('type', $type->key)->latest('id')->limit(self::FORESEEN + 1)->get()->all();
        $number = $type === null ? count($each->items($data)) : iterator_count(self::meeting(array_slice($records, 0, self::FORESEEN), $type, $each, $data));

        return ['words' => $each->inWords(), 'number' => $number, 'more' => count($records) > self::FORESEEN];
    }

    /**
     * Those of some records that it goes to.
     *
     * @param  array<Record>  $records
     * @param  array<string, mixed>  $data
     * @return \Generator<int, array{int, array<string, array<array-key, mixed>>}> id, and what messages name, by root
     */
    public static function meeting(array $records, RecordType $type, Each $each, array $data): \Generator
    {
        foreach ($records as $record) {
            $read = $record->asOther($type);
            $one = $read === null ? [] : $each->one($read);
            if ($one !== [] && $each->holds([...$data, ...$one])) {
                yield [$record->id, $one];
            }
        }
    }

    public static function type(Source $source, Each $each): ?RecordType
    {
        return $each->kind() === null ? null : $source->manifest()->recordTypes[$each->kind()] ?? null;
    }

    /** By which one is told from the others: by the address, where there is one. */
    private static function mark(?string $address, string $otherwise): string
    {
        return '#'.substr(hash('sha256', $address === null ? "none:{$otherwise}" : mb_strtolower($address)), 0, 16);
    }
}
