<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Record\Computations;
use Herald\Record\Fullness;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Render\MessageData;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class ComputedTest extends TestCase
{
    private const NOW = '2026-11-22T08:00:00Z';

    /** Each kind with the type that it is of. */
    private const FIELDS = [
        'lines' => ['integer', ['kind' => 'count', 'list' => 'order.items']],
        'many' => ['integer', ['kind' => 'count', 'list' => 'order.items', 'where' => ['path' => 'one.quantity', 'operator' => 'more', 'value' => 1]]],
        'pieces' => ['integer', ['kind' => 'sum', 'list' => 'order.items', 'of' => 'quantity']],
        'worth' => ['money', ['kind' => 'sum', 'list' => 'order.items', 'of' => 'price', 'where' => ['path' => 'one.name', 'operator' => 'filled']]],
        'cheapest' => ['money', ['kind' => 'smallest', 'list' => 'order.items', 'of' => 'price']],
        'dearest' => ['money', ['kind' => 'largest', 'list' => 'order.items', 'of' => 'price']],
        'earliest' => ['date', ['kind' => 'smallest', 'list' => 'order.items', 'of' => 'ready']],
        'top' => ['text', ['kind' => 'first', 'list' => 'order.items', 'of' => 'name']],
        'tail' => ['text', ['kind' => 'last', 'list' => 'order.tags']],
        'names' => ['text', ['kind' => 'join', 'list' => 'order.items', 'of' => 'name', 'between' => ' + ']],
        'saved' => ['money', ['kind' => 'difference', 'of' => 'order.before', 'and' => 'order.total']],
        'fee' => ['money', ['kind' => 'product', 'of' => 'order.rate', 'and' => 'order.total']],
        'saved_share' => ['decimal', ['kind' => 'share', 'of' => 'order.saved', 'and' => 'order.before']],
        'days_left' => ['integer', ['kind' => 'days', 'from' => 'now', 'to' => 'order.due']],
        'hours_left' => ['decimal', ['kind' => 'hours', 'from' => 'now', 'to' => 'order.starts_at']],
        'whole' => ['text', ['kind' => 'text', 'text' => 'Dear {order.first} {order.last}']],
    ];

    private const ORDER = [
        'number' => 'A-1', 'first' => 'Aoife', 'last' => 'Brannigan', 'before' => ['amount' => '40', 'currency' => 'EUR'], 'total' => ['amount' => '24.90', 'currency' => 'EUR'], 'rate' => '0.015',
        'due' => '2026-11-25', 'starts_at' => '2026-11-22T09:15:00Z', 'tags' => ['new', 'gift'],
        'items' => [
            ['name' => 'Chart', 'quantity' => 2, 'price' => ['amount' => '9.95', 'currency' => 'EUR'], 'ready' => '2026-12-01'],
            ['name' => null, 'quantity' => 1, 'price' => ['amount' => '5', 'currency' => 'EUR'], 'ready' => '2026-11-30'],
            ['name' => 'Torch', 'quantity' => null, 'price' => null, 'ready' => null],
        ],
    ];

    public function test_every_kind_is_computed(): void
    {
        $type = self::type(self::FIELDS);
        $data = self::computed($type, self::ORDER);

        self::assertSame(array_keys(Computations::all()), array_values(array_intersect(array_keys(Computations::all()), array_map(static fn (array $field): string => $field[1]['kind'], array_values(self::FIELDS)))), 'every kind there is is tried');
        self::assertSame([
            'lines' => 3, 'many' => 1, 'pieces' => 3, 'worth' => ['amount' => '9.95', 'currency' => 'EUR'], 'cheapest' => ['amount' => '5', 'currency' => 'EUR'], 'dearest' => ['amount' => '9.95', 'currency' => 'EUR'],
            'earliest' => '2026-11-30', 'top' => 'Chart', 'tail' => 'gift', 'names' => 'Chart + Torch', 'saved' => ['amount' => '15.1', 'currency' => 'EUR'], 'fee' => ['amount' => '0.3735', 'currency' => 'EUR'],
            'saved_share' => '37.75', 'days_left' => 3, 'hours_left' => '1.25', 'whole' => 'Dear Aoife Brannigan',
        ], array_intersect_key($data, self::FIELDS));
        self::assertSame('sum of Price in Items, where Name is filled', $type->fields['worth']->computation?->sentence());
        self::assertSame('days from Now to Due', $type->fields['days_left']->computation?->sentence());
    }

    public function test_of_what_is_empty_nothing_is_computed(): void
    {
        $data = self::computed(self::type(self::FIELDS), ['number' => 'A-1', 'last' => 'Brannigan']);

        self::assertSame(['lines' => 0, 'many' => 0, 'pieces' => 0, 'whole' => 'Dear Brannigan'], array_filter(array_intersect_key($data, self::FIELDS), static fn (mixed $value): bool => $value !== null));
        self::assertNull(self::computed(self::type(self::FIELDS), ['number' => 'A-1', 'before' => ['amount' => '0', 'currency' => 'EUR'], 'total' => ['amount' => '0', 'currency' => 'EUR']])['saved_share'], 'no share of nothing');
        self::assertNull(self::type(self::FIELDS)->computed(self::read(self::type(self::FIELDS), self::ORDER))['days_left'], 'without a moment there is none to count from');
    }

    public function test_two_currencies_are_not_put_together_and_it_says_why(): void
    {
        $faults = new Faults;
        $type = self::type(self::FIELDS);
        $order = array_replace_recursive(self::ORDER, ['items' => [1 => ['name' => 'Lamp', 'price' => ['currency' => 'USD']]], 'before' => ['currency' => 'JPY']]);
        $data = $type->computed(self::read($type, $order), self::NOW, 'Europe/Dublin', $faults);

        self::assertSame([null, null, null], [$data['worth'], $data['dearest'], $data['saved']]);
        self::assertSame(
            ['order.worth: EUR and USD are two currencies: their amounts are not put together', 'order.cheapest: USD and EUR are two currencies: their amounts are not put together', 'order.dearest: USD and EUR are two currencies: their amounts are not put together', 'order.saved: JPY and EUR are two currencies: their amounts are not put together'],
            array_map(static fn ($fault): string => "{$fault->place}: {$fault->reason}", $faults->all()),
        );
        self::assertSame(3, $data['lines'], 'all else is computed');
        self::assertSame(['order.worth', 'order.cheapest', 'order.dearest', 'order.saved'], array_column(MessageData::of($type, $data, Sample::source(), null, new \DateTimeImmutable(self::NOW))->uncomputed, 'place'));

        $records = Fullness::in([['order' => $data], ['order' => self::read($type, self::ORDER)]]);
        $document = Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'k', 'name' => 'K', 'record_type' => 'order', 'language' => 'en', 'envelope' => ['subject' => 'S'], 'manuscript' => [['id' => 'b', 'type' => 'text', 'text' => '{order.worth or "nothing"}']]], 'k');
        self::assertSame(
            ['“Worth” cannot be computed in 1 of 2 records, as they have amounts of two currencies or more digits than a value may have. It is empty there.'],
            array_column(Checks::of(Examination::of($document, $type, null, $records, Brand::usual())), 'words'),
        );
    }

    public function test_days_are_those_of_the_calendar_where_the_source_is(): void
    {
        $type = self::type(['days_left' => ['integer', ['kind' => 'days', 'from' => 'now', 'to' => 'order.starts_at']], 'since' => ['integer', ['kind' => 'days', 'from' => 'order.due', 'to' => 'now']]]);
        $days = static fn (string $starts, string $now, string $zone): int => $type->computed(self::read($type, ['number' => 'A-1', 'starts_at' => $starts]), $now, $zone)['days_left'];

        self::assertSame([1, 0], [$days('2026-11-23T01:00:00Z', '2026-11-22T22:00:00Z', 'Europe/Dublin'), $days('2026-11-23T01:00:00Z', '2026-11-22T22:00:00Z', 'Pacific/Auckland')]);
        self::assertSame(-1, $days('2026-11-21T23:59:00Z', '2026-11-22T00:01:00Z', 'UTC'));
        self::assertSame([1, 1], [$days('2027-03-29T00:30:00Z', '2027-03-28T00:30:00Z', 'Europe/Dublin'), $days('2027-11-01T00:30:00Z', '2027-10-31T00:30:00Z', 'Europe/Dublin')], 'a day of 23 hours and one of 25');
        self::assertSame(1, $type->computed(self::read($type, ['number' => 'A-1', 'due' => '2026-11-22']), '2026-11-22T11:30:00Z', 'Pacific/Auckland')['since'], 'a day has no zone: it is the 23rd there already');
    }

    /**
     * @return iterable<string, array{string, array<string, mixed>, string}>
     */
    public static function refused(): iterable
    {
        yield 'no such kind' => ['integer', ['kind' => 'median', 'list' => 'order.items'], 'kind'];
        yield 'no such list' => ['integer', ['kind' => 'count', 'list' => 'order.itms'], 'did you mean "order.items"?'];
        yield 'no list' => ['integer', ['kind' => 'count', 'list' => 'order.number'], 'it must be one of list'];
        yield 'of nothing' => ['integer', ['kind' => 'sum', 'list' => 'order.items'], 'must be one of quantity, price'];
        yield 'of words' => ['text', ['kind' => 'sum', 'list' => 'order.items', 'of' => 'name'], 'must be one of quantity, price'];
        yield 'of single words' => ['text', ['kind' => 'sum', 'list' => 'order.tags'], 'the items of this list have nothing of the kind'];
        yield 'a condition on what is not there' => ['integer', ['kind' => 'count', 'list' => 'order.items', 'where' => ['path' => 'one.colour', 'operator' => 'filled']], '"one.colour" is not known here'];
        yield 'money and numbers' => ['money', ['kind' => 'difference', 'of' => 'order.total', 'and' => 'order.rate'], 'cannot be held against each other'];
        yield 'money times money' => ['money', ['kind' => 'product', 'of' => 'order.total', 'and' => 'order.before'], 'cannot be multiplied'];
        yield 'hours of days' => ['decimal', ['kind' => 'hours', 'from' => 'now', 'to' => 'order.due'], 'it must be one of datetime'];
        yield 'of a secret' => ['text', ['kind' => 'text', 'text' => 'See {order.link}'], 'it must be one of text'];
        yield 'with a format' => ['text', ['kind' => 'text', 'text' => '{order.first|initial}'], 'without formats'];
        yield 'of itself' => ['text', ['kind' => 'text', 'text' => '{order.field}'], '"order.field" is not known here'];
        yield 'declared as something else' => ['text', ['kind' => 'count', 'list' => 'order.items'], 'is computed as integer, not as text'];
        yield 'more than it asks for' => ['integer', ['kind' => 'count', 'list' => 'order.items', 'of' => 'name'], 'of'];
    }

    /**
     * @param  array<string, mixed>  $computed
     */
    #[DataProvider('refused')]
    public function test_what_cannot_be_computed_is_refused(string $type, array $computed, string $reason): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage($reason);
        self::type(['field' => [$type, $computed]]);
    }

    public function test_texts_that_are_put_together_of_such_texts_come_to_an_end(): void
    {
        $fields = [];
        foreach (range(1, 40) as $number) {
            $fields["c{$number}"] = ['text', ['kind' => 'text', 'text' => $number === 1 ? '{order.number}' : '{order.c'.($number - 1).'}{order.c'.($number - 1).'}']];
        }
        $data = self::computed(self::type($fields), ['number' => 'A-1']);
        self::assertSame(3 * 2 ** 12, strlen($data['c13']));
        self::assertNull($data['c14']);
    }

    /** A second time by plain PHP, over made-up orders. */
    public function test_sums_and_shares_are_what_plain_php_says(): void
    {
        $dice = new Randomizer(new Mt19937(20_261_127));
        $type = self::type(self::FIELDS);
        for ($n = 0; $n < 2_000; $n++) {
            $items = [];
            for ($count = $dice->getInt(0, 6); $count > 0; $count--) {
                $items[] = ['name' => $dice->getInt(0, 3) === 0 ? null : "Thing {$count}", 'quantity' => $dice->getInt(0, 4) === 0 ? null : $dice->getInt(0, 9), 'price' => $dice->getInt(0, 4) === 0 ? null : ['amount' => sprintf('%d.%02d', $dice->getInt(0, 99), $dice->getInt(0, 99)), 'currency' => 'EUR'], 'ready' => null];
            }
            [$before, $total] = [$dice->getInt(1, 100_000), $dice->getInt(0, 100_000)];
            $cents = static fn (mixed $money): ?int => is_array($money) ? (int) round((float) $money['amount'] * 100) : null;
            $data = self::computed($type, [
                'number' => 'A-1', 'items' => $items, 'before' => ['amount' => sprintf('%d.%02d', intdiv($before, 100), $before % 100), 'currency' => 'EUR'], 'total' => ['amount' => sprintf('%d.%02d', intdiv($total, 100), $total % 100), 'currency' => 'EUR'],
                'starts_at' => gmdate('Y-m-d\TH:i:s\Z', strtotime(self::NOW) + $minutes = 60 * $dice->getInt(-5_000, 5_000)),
            ]);
            $named = array_filter($items, static fn (array $item): bool => $item['name'] !== null && $item['price'] !== null);
            $prices = array_filter(array_map(static fn (array $item): ?int => $cents($item['price']), $items), is_int(...));
            self::assertSame([
                count($items), count(array_filter($items, static fn (array $item): bool => $item['quantity'] > 1)), array_sum(array_column($items, 'quantity')),
                $named === [] ? null : array_sum(array_map(static fn (array $item): ?int => $cents($item['price']), $named)),
                $prices === [] ? null : min($prices), $prices === [] ? null : max($prices), $before - $total, round(($before - $total) / $before * 100, 2), round($minutes / 3_600, 2),
            ], [
                $data['lines'], $data['many'], $data['pieces'], $cents($data['worth']), $cents($data['cheapest']), $cents($data['dearest']), $cents($data['saved']), (float) $data['saved_share'], (float) $data['hours_left'],
            ]);
        }
    }

    public function test_what_is_computed_is_no_part_of_what_is_given(): void
    {
        $type = self::type(self::FIELDS);
        $read = self::read($type, [...self::ORDER, 'pieces' => 'forged']);

        self::assertSame(3, $read['pieces']);
        self::assertSame(array_keys(self::ORDER), array_values(array_intersect(array_keys(self::ORDER), array_keys($type->given($read)))));
        self::assertSame([], array_intersect_key($type->given($read), self::FIELDS));
    }

    public function test_what_people_added_and_does_not_fit_any_more_is_left_out(): void
    {
        $document = self::document([]);
        $own = static fn (string $key, array $computed): array => ['key' => $key, 'label' => ucfirst($key), 'computed' => $computed];
        $type = RecordType::ofNode(Json::ofArray([...$document, 'own' => [$own('pieces', ['kind' => 'sum', 'list' => 'order.items', 'of' => 'quantity']), $own('gone', ['kind' => 'count', 'list' => 'order.parcels']), $own('twice', ['kind' => 'product', 'of' => 'order.pieces', 'and' => 'order.pieces']), $own('number', ['kind' => 'count', 'list' => 'order.items'])]], 'order')->node());

        self::assertSame([3, 9], [self::computed($type, self::ORDER)['pieces'], self::computed($type, self::ORDER)['twice']]);
        self::assertArrayNotHasKey('gone', $type->fields);
        self::assertNull($type->fields['number']->computation, 'what the source declares stays');
    }

    /**
     * @param  array<string, array{string, array<string, mixed>}>  $fields
     */
    private static function type(array $fields): RecordType
    {
        return RecordType::ofNode(Json::ofArray(self::document($fields), 'order')->node());
    }

    /**
     * @param  array<string, array{string, array<string, mixed>}>  $fields
     * @return array<string, mixed>
     */
    private static function document(array $fields): array
    {
        $field = static fn (string $key, string $type, array $more = []): array => ['key' => $key, 'type' => $type, ...$more];

        return ['key' => 'order', 'name' => 'Order', 'identity' => 'number', 'fields' => [
            $field('number', 'text'), $field('first', 'text'), $field('last', 'text'), $field('before', 'money'), $field('total', 'money'), $field('rate', 'decimal'), $field('due', 'date'), $field('starts_at', 'datetime'), $field('link', 'secret'),
            $field('tags', 'list', ['of' => 'text']), $field('items', 'list', ['fields' => [$field('name', 'text'), $field('quantity', 'integer'), $field('price', 'money'), $field('ready', 'date')]]),
            ...array_map(static fn (string $key, array $one): array => $field($key, $one[0], ['computed' => $one[1]]), array_keys($fields), $fields),
        ]];
    }

    /**
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    private static function read(RecordType $type, array $data): array
    {
        return RecordReader::read($type, $data, 'order');
    }

    /**
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    private static function computed(RecordType $type, array $data): array
    {
        return $type->computed(self::read($type, $data), self::NOW, 'Europe/Dublin');
    }
}
