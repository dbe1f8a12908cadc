<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Condition\ConditionReader;
use Herald\Document\Node;
use Herald\Record\Vocabulary;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Thousands of conditions over made-up records, evaluated a second time by plain PHP that knows nothing of ours. */
final class ConditionsTwiceTest extends TestCase
{
    private const TODAY = '2026-11-22';

    private Randomizer $dice;

    public function test_conditions_hold_as_plain_php_says(): void
    {
        $this->dice = new Randomizer(new Mt19937(20_261_127));
        [$held, $tried] = [0, 4_000];
        for ($n = 0; $n < $tried; $n++) {
            $record = $this->record();
            [$document, $expected] = $this->condition(2, $record);
            $condition = ConditionReader::read(new Node($document, '', 'condition'), Vocabulary::of(Sample::type()));
            $data = ['visit' => Sample::record($record), 'now' => self::TODAY.'T12:00:00Z', 'source' => ['zone' => 'UTC']];
            $told = json_encode([$document, $record], JSON_THROW_ON_ERROR);
            self::assertSame($expected, $condition->holds($data), $told);
            self::assertSame($expected, $condition->judge($data)->holds, $told);
            self::assertSame($expected, ConditionReader::stored(json_decode(json_encode($condition->toArray(), JSON_THROW_ON_ERROR), true))->holds($data), $told);
            $held += $expected ? 1 : 0;
        }
        self::assertGreaterThan($tried / 4, $held);
        self::assertLessThan($tried * 3 / 4, $held);
    }

    /**
     * @return array<string, mixed>
     */
    private function record(): array
    {
        $price = fn (): ?array => $this->of([null, ['amount' => (string) $this->dice->getInt(0, 40), 'currency' => 'EUR']]);

        return [
            'size' => $this->of([null, $this->dice->getInt(0, 6)]),
            'share' => $this->of([null, $this->dice->getInt(0, 6).'.'.$this->of(['0', '5'])]),
            'total' => $price(),
            'day' => $this->of([null, $this->day()]),
            'paid' => $this->of([null, true, false]),
            'status' => $this->of([null, 'open', 'done']),
            'guest' => ['name' => $this->of([null, 'Zoë Öberg', 'zoe oberg', 'Ann', 'Anna']), 'email' => null, 'language' => $this->of([null, 'de', 'de-AT', 'en-IE']), 'country' => null],
            'items' => array_map(fn (): array => ['name' => $this->of([null, 'Chart', 'Torch']), 'price' => $price()], range(1, $this->dice->getInt(1, 3))),
            'guests' => $this->of([[], ['Ann'], ['Zoë', 'Bram']]),
        ];
    }

    private function day(): string
    {
        return (new \DateTimeImmutable(self::TODAY))->modify($this->dice->getInt(-6, 6).' days')->format('Y-m-d');
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array{array<string, mixed>, bool} a condition, and whether it holds
     */
    private function condition(int $depth, array $record): array
    {
        if ($depth > 0 && $this->dice->getInt(0, 1) === 1) {
            $parts = array_map(fn (): array => $this->condition($depth - 1, $record), range(1, $this->dice->getInt(1, 3)));
            $said = array_column($parts, 1);

            return $this->of([
                [['all' => array_column($parts, 0)], ! in_array(false, $said, true)],
                [['any' => array_column($parts, 0)], in_array(true, $said, true)],
                [['not' => $parts[0][0]], ! $parts[0][1]],
            ]);
        }
        if ($this->dice->getInt(0, 3) === 0) {
            $limit = $this->dice->getInt(0, 40);
            $dear = array_map(static fn (array $item): bool => $item['price'] !== null && (int) $item['price']['amount'] > $limit, $record['items']);
            $document = fn (string $quantifier): array => ['list' => 'visit.items', 'quantifier' => $quantifier, 'item' => 'thing', 'where' => ['path' => 'thing.price', 'operator' => 'more', 'value' => $limit]];

            return $this->of([[$document('any'), in_array(true, $dear, true)], [$document('all'), ! in_array(false, $dear, true)], [$document('none'), ! in_array(true, $dear, true)]]);
        }

        return $this->comparison($record);
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array{array<string, mixed>, bool}
     */
    private function comparison(array $record): array
    {
        [$field, $found, $value, $other] = $this->of([
            ['size', $record['size'], $this->dice->getInt(0, 6), $this->dice->getInt(0, 6)],
            ['share', $record['share'] === null ? null : (float) $record['share'], $this->dice->getInt(0, 12) / 2, $this->dice->getInt(0, 12) / 2],
            ['total', $record['total'] === null ? null : (int) $record['total']['amount'], $this->dice->getInt(0, 40), $this->dice->getInt(0, 40)],
            ['day', $record['day'], $this->day(), $this->day()],
            ['guests', count($record['guests']), $this->dice->getInt(0, 3), $this->dice->getInt(0, 3)],
        ]);
        $there = $found !== null;
        $document = static fn (string $operator, mixed $value = null, string $path = '') => ['path' => 'visit.'.($path ?: $field), 'operator' => $operator, ...($value === null ? [] : ['value' => $value])];
        $days = $this->dice->getInt(0, 6);
        $off = $record['day'] === null ? null : (int) round((strtotime($record['day']) - strtotime(self::TODAY)) / 86_400);
        $name = $record['guest']['name'];
        $plain = str_replace(['ë', 'ö'], ['e', 'o'], mb_strtolower((string) $name));
        $part = $this->of(['zoe', 'ÖBERG', 'ann', 'a', 'zoë öberg']);
        $folded = str_replace(['ë', 'ö'], ['e', 'o'], mb_strtolower($part));
        $language = (string) $record['guest']['language'];
        $size = $record['size'];
        $share = $record['share'] === null ? null : (float) $record['share'];

        return $this->of([
            [$document('more', $value), $there && $found > $value],
            [$document('less', $value), $there && $found < $value],
            [$document('at_least', $value), $there && $found >= $value],
            [$document('at_most', $value), $there && $found <= $value],
            [$document('between', [$value, $other]), $there && $found >= $value && $found <= $other],
            [$document('is', $this->of(['open', 'done']), 'status'), null],
            [$document('is', true, 'paid'), $record['paid'] === true],
            [$document('is_not', true, 'paid'), $record['paid'] !== true],
            [$document('one_of', [1, 3, 5], 'size'), in_array($size, [1, 3, 5], true)],
            [$document('empty', null, 'guest.name'), $name === null],
            [$document('filled', null, 'day'), $record['day'] !== null],
            [$document('within_next', $days, 'day'), $off !== null && $off >= 0 && $off <= $days],
            [$document('within_last', $days, 'day'), $off !== null && $off <= 0 && $off >= -$days],
            [$document('matches', ['de', 'fr'], 'guest.language'), in_array(substr($language, 0, 2), ['de', 'fr'], true)],
            [$document('contains', $part, 'guest.name'), $name !== null && str_contains($plain, $folded)],
            [$document('starts_with', $part, 'guest.name'), $name !== null && str_starts_with($plain, $folded)],
            [$document('ends_with', $part, 'guest.name'), $name !== null && str_ends_with($plain, $folded)],
            [$document('reads_as', $part, 'guest.name'), $name !== null && $plain === $folded],
            [$document('more', ['path' => 'visit.share'], 'size'), $size !== null && $share !== null && $size > $share],
            [$document('is', ['path' => 'visit.size'], 'share'), $size !== null && $share !== null && (float) $size === $share],
        ], $record);
    }

    /**
     * One of several.
     *
     * @template T
     *
     * @param  non-empty-list<T>  $many
     * @param  array<string, mixed>|null  $record
     * @return T
     */
    private function of(array $many, ?array $record = null): mixed
    {
        $one = $many[$this->dice->getInt(0, count($many) - 1)];

        // What the die chose is looked up once it is known.
        return $record !== null && is_array($one) && $one[1] === null ? [$one[0], $record['status'] === $one[0]['value']] : $one;
    }
}
