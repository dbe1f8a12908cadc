<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Condition\ConditionReader;
use Herald\Condition\Operator\Operators;
use Herald\Condition\Operator\Takes;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Notice\Cue;
use Herald\Notice\FieldChange;
use Herald\Notice\Occurrence;
use Herald\Record\EarlierState;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Renaming;
use Herald\Record\Vocabulary;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** A record as it was is compared with what it is by today's names, types and options. */
final class EarlierStateTest extends TestCase
{
    /** A type may become one of these, and its values stay what they are. */
    private const WIDER = ['integer' => 'decimal', 'option' => 'text', 'email' => 'text', 'phone' => 'text', 'country' => 'text', 'boolean' => 'boolean'];

    private const VALUES = [
        'text' => ['paid', 'a note'], 'integer' => [0, 7, 120], 'decimal' => ['1.5', '100'], 'money' => [['amount' => '327.00', 'currency' => 'EUR'], ['amount' => '12', 'currency' => 'JPY']],
        'date' => ['2026-12-03'], 'datetime' => ['2026-12-03T10:00:00Z'], 'boolean' => [true, false], 'option' => ['o1', 'o2', 'o3'], 'email' => ['aoife@example.org'], 'phone' => ['+353 20 912 0000'], 'country' => ['IE', 'FR'],
    ];

    public function test_a_field_under_another_key_has_not_changed(): void
    {
        $type = self::type([['key' => 'price', 'label' => 'Total', 'type' => 'money', 'was' => ['total']], ['key' => 'points', 'type' => 'integer']]);
        $after = self::read($type, ['total' => ['amount' => '327.00', 'currency' => 'EUR'], 'points' => 5]);
        $before = EarlierState::of($type, ['number' => '1', 'total' => ['amount' => '327.00', 'currency' => 'EUR']], $after);

        self::assertSame($after, $before->data);
        self::assertSame(['points'], $before->unknown);
        $verdict = self::cue($type, ['becomes' => ['path' => 'thing.price', 'operator' => 'more', 'value' => 100]])->judge(new Occurrence('changed', 'thing', $before, $after));
        self::assertSame([false, 'Total is more than 100, but it was so before'], [$verdict->holds, $verdict->reason]);
        $verdict = self::cue($type, ['becomes' => ['path' => 'thing.points', 'operator' => 'is', 'value' => 5]])->judge(new Occurrence('changed', 'thing', $before, $after));
        self::assertSame([false, 'Points is 5; whether it was so before is not known, as thing.points was declared otherwise then'], [$verdict->holds, $verdict->reason]);
        self::assertFalse(self::change($type, 'thing.points')->holds(new Occurrence('changed', 'thing', $before, $after)));
        self::assertFalse(self::change($type, 'thing.price')->holds(new Occurrence('changed', 'thing', $before, $after)));
    }

    public function test_a_renamed_option_is_the_same_and_is_understood_in_conditions(): void
    {
        $type = self::type([['key' => 'status', 'type' => 'option', 'options' => [['value' => 'settled', 'was' => ['paid'], 'label' => 'Settled'], ['value' => 'open']]]]);
        $after = self::read($type, ['status' => 'settled']);
        self::assertSame($after, self::read($type, ['status' => 'paid']), 'data under the former value');
        $paid = ['path' => 'thing.status', 'operator' => 'is', 'value' => 'paid'];
        self::assertFalse(self::cue($type, ['becomes' => $paid])->judge(new Occurrence('changed', 'thing', EarlierState::of($type, ['number' => '1', 'status' => 'paid'], $after), $after))->holds);
        self::assertTrue(self::cue($type, ['becomes' => $paid])->judge(new Occurrence('changed', 'thing', EarlierState::of($type, ['number' => '1', 'status' => 'open'], $after), $after))->holds);
        self::assertSame(['path' => 'thing.status', 'operator' => 'one_of', 'value' => ['settled', 'open']], Renaming::in(['path' => 'thing.status', 'operator' => 'one_of', 'value' => ['paid', 'open']], Vocabulary::of($type)));
        // One that is gone altogether: nobody knows what stood there.
        self::assertFalse(self::change($type, 'thing.status')->holds(new Occurrence('changed', 'thing', EarlierState::of($type, ['number' => '1', 'status' => 'cancelled'], $after), $after)));
        $this->expectExceptionMessage('"open" already stands for another option');
        self::type([['key' => 'status', 'type' => 'option', 'options' => [['value' => 'settled', 'was' => ['open']], ['value' => 'open']]]]);
    }

    /**
     * @return iterable<string, array{int}>
     */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= 60; $seed++) {
            yield "seed {$seed}" => [$seed];
        }
    }

    /** Whatever becomes of a record type: where nothing of a record has changed, nothing is set off; and where a field has that was known, that is seen. */
    #[DataProvider('seeds')]
    public function test_nothing_changed_nothing_set_off(int $seed): void
    {
        $random = new Randomizer(new Mt19937($seed));
        $fields = self::fields($random, 'f', 3);
        [$old, $was] = [self::type($fields), self::values($random, $fields)];
        $stored = $old->given(self::read($old, $was));
        [$newFields, $now] = self::evolved($random, $fields, $was, 'n');
        $new = self::type($newFields);
        $after = self::read($new, $now);
        $before = EarlierState::of($new, $stored, $after);

        $judged = 0;
        $vocabulary = Vocabulary::of($new);
        foreach (array_keys($vocabulary->ofRecord()) as $path) {
            self::assertFalse(self::change($new, $path)->holds(new Occurrence('changed', 'thing', $before, $after)), "{$path} has not changed");
            foreach (Operators::all() as $operator) {
                foreach (self::compared($random, $operator->takes(), $vocabulary->field(\Herald\Record\Path::of($path))->type->name(), $vocabulary->field(\Herald\Record\Path::of($path))->optionValues()) as $value) {
                    try {
                        $cue = self::cue($new, ['becomes' => ['path' => $path, 'operator' => $operator->name(), ...($value === null ? [] : ['value' => $value])]]);
                    } catch (InvalidDocument) {
                        continue;
                    }
                    $judged++;
                    $verdict = $cue->judge(new Occurrence('changed', 'thing', $before, $after));
                    self::assertFalse($verdict->holds, "{$path} {$operator->name()}: {$verdict->reason}");
                }
            }
        }
        self::assertGreaterThan(10, $judged);

        // A single text of today becomes another: that is one.
        foreach ($new->fields as $key => $field) {
            if ($field->type->name() === 'text' && is_string($after[$key]) && ! in_array($key, $before->unknown, true)) {
                self::assertTrue(self::change($new, "thing.{$key}")->holds(new Occurrence('changed', 'thing', $before, [...$after, $key => 'something else'])), "{$key} has changed");
            }
        }
    }

    /**
     * @return list<array<string, mixed>>
     */
    private static function fields(Randomizer $random, string $prefix, int $depth): array
    {
        $fields = [];
        for ($count = $random->getInt(2, 5), $i = 0; $i < $count; $i++) {
            $kind = $random->getInt(0, 9);
            $fields[] = match (true) {
                $kind === 0 && $depth > 1 => ['key' => "{$prefix}{$i}", 'type' => 'object', 'fields' => self::fields($random, "{$prefix}{$i}", $depth - 1)],
                $kind === 1 && $depth > 1 => ['key' => "{$prefix}{$i}", 'type' => 'list', 'fields' => self::fields($random, "{$prefix}{$i}", $depth - 1)],
                $kind === 2 => ['key' => "{$prefix}{$i}", 'type' => 'list', 'of' => 'text'],
                default => self::field("{$prefix}{$i}", array_keys(self::VALUES)[$random->getInt(0, count(self::VALUES) - 1)]),
            };
        }

        return $fields;
    }

    /**
     * @return array<string, mixed>
     */
    private static function field(string $key, string $type): array
    {
        return ['key' => $key, 'type' => $type, ...($type === 'option' ? ['options' => [['value' => 'o1'], ['value' => 'o2'], ['value' => 'o3']]] : [])];
    }

    /**
     * @param  list<array<string, mixed>>  $fields
     * @return array<string, mixed>
     */
    private static function values(Randomizer $random, array $fields): array
    {
        $values = [];
        foreach ($fields as $field) {
            $one = static fn (): mixed => self::VALUES[$field['type']][$random->getInt(0, count(self::VALUES[$field['type']]) - 1)];
            $values[$field['key']] = match (true) {
                $random->getInt(0, 4) === 0 => null,
                $field['type'] === 'object' => self::values($random, $field['fields']),
                $field['type'] === 'list' => array_map(static fn (int $i): mixed => isset($field['fields']) ? self::values($random, $field['fields']) : "item {$i}", range(1, $random->getInt(1, 3))),
                default => $one(),
            };
        }

        return $values;
    }

    /**
     * The fields as another manifest declares them, and the same record as the source sends it then.
     *
     * @param  list<array<string, mixed>>  $fields
     * @param  array<string, mixed>  $values
     * @return array{list<array<string, mixed>>, array<string, mixed>}
     */
    private static function evolved(Randomizer $random, array $fields, array $values, string $prefix): array
    {
        $next = $sent = [];
        foreach ($fields as $at => $field) {
            $value = $values[$field['key']] ?? null;
            $key = $random->getInt(0, 2) === 0 ? "{$prefix}{$at}" : $field['key'];
            if ($key !== $field['key']) {
                $field['was'] = [$field['key']];
            }
            if (isset($field['fields'])) {
                $seed = $random->getInt(0, PHP_INT_MAX);
                // All items of a list are declared alike.
                $of = static fn (mixed $one): array => self::evolved(new Randomizer(new Mt19937($seed)), $field['fields'], is_array($one) ? $one : [], $prefix.$at);
                $value = match (true) {
                    $value === null => null,
                    $field['type'] === 'list' => array_map(static fn (mixed $one): array => $of($one)[1], $value),
                    default => $of($value)[1],
                };
                $field['fields'] = $of([])[0];
            } elseif ($field['type'] === 'option' && $random->getInt(0, 1) === 0) {
                $field['options'] = [['value' => 'first', 'was' => ['o1']], ['value' => 'o2'], ['value' => 'third', 'was' => ['o3']]];
                $value = ['o1' => 'first', 'o3' => 'third'][$value ?? ''] ?? $value;
            } elseif (isset(self::WIDER[$field['type']]) && $random->getInt(0, 1) === 0) {
                $field['type'] = self::WIDER[$field['type']];
                unset($field['options']);
                $value = $field['type'] === 'decimal' && is_int($value) ? "{$value}.00" : $value;
            }
            $field['key'] = $key;
            $next[] = $field;
            $sent[$key] = $value;
        }
        for ($count = $random->getInt(0, 2), $i = 0; $i < $count; $i++) {
            $declared = self::field("{$prefix}new{$i}", array_keys(self::VALUES)[$random->getInt(0, count(self::VALUES) - 1)]);
            $next[] = $declared;
            $sent += self::values($random, [$declared]);
        }

        return [$random->shuffleArray($next), $sent];
    }

    /**
     * @param  list<string>  $options
     * @return list<mixed>
     */
    private static function compared(Randomizer $random, Takes $takes, string $type, array $options): array
    {
        $values = $options === [] ? self::VALUES[$type] ?? ['a'] : $options;

        return match ($takes) {
            Takes::Nothing => [null],
            Takes::One => [...$values, ...($type === 'money' ? [100] : [])],
            Takes::Several => [$values],
            Takes::Two => [[$values[0], $values[count($values) - 1]]],
            Takes::Days => [],
        };
    }

    /**
     * @param  list<array<string, mixed>>  $fields
     */
    private static function type(array $fields): RecordType
    {
        return RecordType::ofJson(Json::ofArray(['key' => 'thing', 'name' => 'Thing', 'identity' => 'number', 'fields' => [['key' => 'number', 'type' => 'text'], ...$fields]], 'type'));
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     */
    private static function read(RecordType $type, array $values): array
    {
        return RecordReader::read($type, ['number' => '1', ...$values], 'thing');
    }

    /**
     * @param  array{becomes: array<string, mixed>}  $cue
     */
    private static function cue(RecordType $type, array $cue): Cue
    {
        return new Cue('thing', null, '', false, null, ConditionReader::read(new Node($cue['becomes'], 'becomes', 'cue'), Vocabulary::of($type)), null, null, false, null);
    }

    private static function change(RecordType $type, string $path): FieldChange
    {
        return FieldChange::ofNode(new Node(['path' => $path], 'changes', 'cue'), Vocabulary::of($type));
    }
}
