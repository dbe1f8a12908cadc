<?php

declare(strict_types=1);

namespace Database\Demo;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Composer\Pcre\Preg;
use Herald\Value\Fold;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * The orders, bookings and accounts of Larkmoor Observatory: invented, the same for everyone (a fixed seed), dated back from one day. The last
 * of them are awkward on purpose.
 */
final class LarkmoorRecords
{
    private const FIRST = ['Aoife', 'Bram', 'Ciara', 'Dmitri', 'Eimear', 'Fionn', 'Greta', 'Hannes', 'Ilse', 'Jonas', 'Katrin', 'Liam', 'Maeve', 'Nora', 'Oisín', 'Petra', 'Ruadhán', 'Sören', 'Tomás', 'Ulrike'];

    private const LAST = ['Brannigan', 'Castell', 'Dunmore', 'Eberhardt', 'Fenwick', 'Gallagher', 'Hartnett', 'Immerwahr', 'Kessler', 'Lindqvist', 'Moran', 'Neumann', 'O’Riordan', 'Prenner', 'Quill', 'Rosenthal', 'Sweeney', 'Thornbury', 'Ullmann', 'Wexford'];

    /** Code, name, price in cents, picture. */
    private const GOODS = [
        ['CH-N', 'Star chart, northern sky, linen', 2400, 'chart'], ['CH-S', 'Star chart, southern sky, linen', 2400, 'chart'],
        ['TO-R', 'Red torch, dimmable', 1590, 'torch'], ['AT-M', 'Moon atlas, second edition', 4650, 'atlas'],
        ['PL-D', 'Planisphere for 50° to 60° north', 1275, 'chart'], ['BL-W', 'Wool blanket, observatory check', 6900, 'blanket'],
        ['MU-E', 'Enamel mug, Larkmoor dome', 1150, 'mug'], ['NB-L', 'Logbook for observers', 980, 'atlas'],
    ];

    private const PROGRAMMES = ['Open dome night', 'Saturn through the long tube', 'Meteor watch', 'First light for beginners', 'Moon and mountains'];

    private const INSTRUMENTS = ['Little Newtonian', 'Travel refractor', 'Solar telescope', 'Binoculars on a stand', 'Great Dobsonian'];

    private Randomizer $random;

    /**
     * @param  string  $base  the address under which the demo's pictures are served
     */
    public function __construct(private readonly \DateTimeImmutable $now, private readonly string $base)
    {
    }

    /**
     * @return list<array{type: string, data: array<string, mixed>}>
     */
    public function orders(): array
    {
        $this->random = new Randomizer(new Mt19937(20418));
        $orders = [];
        for ($n = 0; $n < 138; $n++) {
            $orders[] = $this->order($n);
        }
        foreach ($this->awkwardOrders() as $index => $changes) {
            $orders[] = array_replace($this->order(138 + $index), $changes);
        }

        return array_map(static fn (array $data): array => ['type' => 'order', 'data' => $data], $orders);
    }

    /**
     * @return list<array{type: string, data: array<string, mixed>}>
     */
    public function bookings(): array
    {
        $this->random = new Randomizer(new Mt19937(611));
        $bookings = [];
        for ($n = 0; $n < 115; $n++) {
            $bookings[] = $this->booking($n);
        }
        // Europe/Dublin: clocks skip 01:00 to 02:00 on the last Sunday of March, and 01:00 to 02:00 comes twice on that of October.
        $year = (int) $this->now->format('Y') + 1;
        $march = new \DateTimeImmutable("last sunday of march {$year} 01:30", new \DateTimeZone('UTC'));
        $october = new \DateTimeImmutable("last sunday of october {$year} 01:30", new \DateTimeZone('UTC'));
        foreach ([
            ['starts_at' => self::moment($march), 'ends_at' => self::moment($march->modify('+3 hours')), 'programme' => 'The night the clocks go forward'],
            ['starts_at' => self::moment($october), 'ends_at' => self::moment($october->modify('+3 hours')), 'programme' => 'The night the clocks go back'],
            ['party_size' => 1, 'guests' => []],
            ['party_size' => 31, 'guests' => array_map(fn (int $n): string => $this->pick(self::FIRST).' '.$this->pick(self::LAST), range(1, 30)), 'access_needs' => 'Two wheelchairs, one hearing loop; a guide dog named Argus'],
            ['visitor' => ['first_name' => 'Wilhelmina', 'last_name' => 'Ohne-Adresse', 'language' => 'de'], 'meeting_point' => null, 'host' => null],
        ] as $index => $changes) {
            $bookings[] = array_replace($this->booking(115 + $index), $changes);
        }

        return array_map(static fn (array $data): array => ['type' => 'booking', 'data' => $data], $bookings);
    }

    /**
     * @return array<string, mixed>
     */
    private function order(int $n): array
    {
        $items = array_map(fn (): array => $this->item('EUR', 2), range(1, $this->random->getInt(1, 5)));
        $number = 'LM-'.(20280 + $n);
        $placed = $this->now->modify('-'.((149 - $n) * 9 + $this->random->getInt(0, 8)).' hours');
        $status = $n > 130 ? $this->pick(['pending', 'paid']) : $this->pick(['paid', 'packing', 'sent', 'sent', 'delivered', 'delivered', 'delivered', 'cancelled', 'refunded', 'failed']);
        $person = $this->person();
        $abroad = $this->pick(['IE', 'IE', 'GB', 'DE', 'FR', 'US']);
        $address = ['name' => $person['first_name'].' '.$person['last_name'], 'street' => $this->random->getInt(1, 99).' '.$this->pick(['Moor Road', 'Sternwartestraße', 'Harbour Lane', 'Rue des Étoiles']), 'postcode' => 'X'.$this->random->getInt(100, 999), 'city' => $this->pick(['Larkmoor', 'Dunmore', 'Oberried', 'Saint-Clair']), 'country' => $abroad];

        return [
            'number' => $number, 'placed_at' => self::moment($placed), 'pay_by' => in_array($status, ['pending', 'failed'], true) ? $placed->modify('14 days')->format('Y-m-d') : null, 'status' => $status,
            'payment_method' => $this->pick(['Card', 'Bank transfer', 'Invoice']), 'delivery_method' => $this->pick(['Post', 'Courier']),
            'items' => $items, ...$this->sums($items, 'EUR', 2),
            'customer' => $person, 'billing' => $address, 'delivery' => $address,
            'note' => $this->random->getInt(0, 9) === 0 ? 'Please leave it with the neighbour at number 4.' : null,
            'shipment' => in_array($status, ['sent', 'delivered'], true) ? ['company' => 'Moorland Post', 'link' => "https://track.example.net/{$number}"] : null,
            'gift' => $this->random->getInt(0, 11) === 0, 'page' => "https://larkmoor.example.org/orders/{$number}", 'meta' => null,
            'refunded_amount' => $status === 'refunded' ? $items[0]['line_total'] : null,
        ];
    }

    /**
     * The dome nights of the weeks before and after the day, some of them full.
     *
     * @return list<array{type: string, data: array<string, mixed>}>
     */
    public function nights(): array
    {
        $this->random = new Randomizer(new Mt19937(88));
        $nights = [];
        for ($n = -4; $n < 14; $n++) {
            $starts = $this->now->setTime(20, 0)->modify((3 * $n + 2).' days')->modify('+'.$this->random->getInt(0, 2).' hours');
            $nights[] = ['type' => 'night', 'data' => [
                'number' => 'N-'.(500 + $n), 'programme' => self::PROGRAMMES[($n + 5) % 5], 'dome' => $this->pick(['Great Dome', 'East Dome', 'Little Dome']), 'starts_at' => self::moment($starts), 'zone' => 'Europe/Dublin',
                'places' => $this->pick([0, 3, 8, 12, 20]), 'price' => self::money('18', 'EUR'), 'picture' => "{$this->base}/demo/night.png", 'page' => 'https://larkmoor.example.org/nights/'.(500 + $n),
            ]];
        }

        return $nights;
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function awkwardOrders(): array
    {
        $to = static fn (string $account, array $rest = []): array => ['email' => "{$account}@example.org", 'language' => 'en', ...$rest];
        $forty = array_map(fn (): array => $this->item('EUR', 2), range(1, 40));
        $yen = [$this->item('JPY', 0), $this->item('JPY', 0)];
        $dinar = [$this->item('KWD', 3)];
        $free = [['code' => 'ST-1', 'name' => 'Sticker sheet, free', 'quantity' => 1, 'unit_price' => self::money('0', 'EUR'), 'line_total' => self::money('0', 'EUR'), 'picture' => null, 'options' => null]];

        return [
            ['customer' => $to('first-light', ['last_name' => 'Kessler'])],
            ['customer' => $to('long.name', ['first_name' => 'Bartholomew', 'last_name' => 'Featherstonehaugh-Cholmondeley-Majoribanks-Wriothesley-Smythe']), 'items' => $forty, ...$this->sums($forty, 'EUR', 2)],
            ['customer' => $to('apostrophe', ['first_name' => 'Niamh', 'last_name' => 'O\'Shea & Sons <b>"The Dome"</b>']), 'status' => 'pending'],
            ['customer' => $to('layla', ['first_name' => 'ليلى', 'last_name' => 'حداد', 'language' => 'ar']), 'items' => $dinar, ...$this->sums($dinar, 'KWD', 3)],
            ['customer' => $to('seven', ['first_name' => '{{ 7*7 }}', 'last_name' => '{% if 1 %}x{% endif %}']), 'note' => "<script>alert(1)</script>\njavascript:alert(2)", 'status' => 'pending'],
            ['customer' => $to('emoji', ['first_name' => '🌟 Stella', 'last_name' => "Nova\u{202E}gnp.exe", 'language' => 'de']), 'items' => $free, ...$this->sums($free, 'EUR', 2)],
            ['customer' => ['first_name' => 'Noel', 'last_name' => 'Address', 'language' => 'en'], 'status' => 'pending'],
            ['customer' => $to('plus+stars', ['first_name' => 'Ingrid', 'last_name' => 'Plus', 'language' => 'de-AT']), 'items' => $yen, ...$this->sums($yen, 'JPY', 0)],
            ['customer' => $to('bounce', ['first_name' => 'Bo', 'last_name' => 'Unce']), 'delivery' => null, 'status' => 'pending'],
            ['customer' => $to('later', ['first_name' => 'Lara', 'last_name' => 'Terwards']), 'meta' => ['engraving' => 'To the brightest', 'gift_wrap' => 'midnight'], 'status' => 'pending'],
            ['customer' => $to('drop', ['first_name' => 'Drew', 'last_name' => 'Oppenheim']), 'refunded_amount' => self::money('999.00', 'EUR'), 'status' => 'pending'],
            ['customer' => $to('aoife', ['first_name' => 'Aoife', 'last_name' => 'Brannigan']), 'status' => 'pending', 'gift' => true],
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private function booking(int $n): array
    {
        $reference = 'DN-'.(7100 + $n);
        $starts = $this->now->setTime(20, 0)->modify(($n - 90).' days')->modify('+'.$this->random->getInt(0, 3).' hours');
        $past = $starts < $this->now;
        $size = $this->random->getInt(1, 8);

        return [
            'reference' => $reference, 'programme' => $this->pick(self::PROGRAMMES), 'dome' => $this->pick(['Great Dome', 'East Dome', 'Little Dome']),
            'starts_at' => self::moment($starts), 'ends_at' => self::moment($starts->modify('+3 hours')), 'zone' => 'Europe/Dublin',
            'status' => $past ? $this->pick(['visited', 'visited', 'visited', 'clouded_out', 'cancelled']) : $this->pick(['requested', 'confirmed', 'confirmed', 'waiting']),
            'party_size' => $size, 'guests' => $size > 1 ? array_map(fn (): string => $this->pick(self::FIRST), range(2, $size)) : [],
            'price' => self::money((string) (18 * $size), 'EUR'), 'paid' => $this->random->getInt(0, 2) > 0, 'visitor' => $this->person(),
            'host' => $this->pick([['name' => 'Una Farrell', 'email' => 'una@larkmoor.example.org'], ['name' => 'Piotr Zielak', 'email' => 'piotr@larkmoor.example.org']]),
            'access_needs' => $this->random->getInt(0, 8) === 0 ? 'One wheelchair' : null, 'sky_outlook' => $past ? null : $this->pick(['Clear until midnight', 'Broken cloud', null]),
            'meeting_point' => ['name' => 'Main gate', 'map' => 'https://larkmoor.example.org/map', 'coordinates' => '53.4188,-7.9042'],
            'rating' => $past ? $this->pick([null, null, 3, 4, 5, 5, 1]) : null, 'page' => "https://larkmoor.example.org/bookings/{$reference}",
        ];
    }

    /**
     * Telescopes lent in the last two months: some to be signed, some out, some overdue, most returned.
     *
     * @return list<array{type: string, data: array<string, mixed>}>
     */
    public function loans(): array
    {
        $this->random = new Randomizer(new Mt19937(303));
        $loans = [];
        for ($n = 0; $n < 40; $n++) {
            $lent = $this->now->modify(($n * 2 - 74).' days');
            $due = $lent->modify($this->pick(['14', '21', '28']).' days');
            $number = 'LN-'.(301 + $n);
            $isOver = $due < $this->now;
            $loans[] = ['type' => 'loan', 'data' => [
                'number' => $number, 'instrument' => $this->pick(self::INSTRUMENTS), 'serial' => 'LK-'.$this->random->getInt(1000, 9999),
                // Of those that were due, one in five is still out.
                'step' => $n > 34 ? $this->pick(['sent', 'viewed']) : ($isOver && $n % 5 > 0 ? 'returned' : ($n === 12 ? 'expired' : 'signed')),
                'sign_until' => $lent->modify('7 days')->format('Y-m-d'), 'lent_on' => $n > 34 ? null : $lent->format('Y-m-d'), 'due_on' => $n === 33 ? null : $due->format('Y-m-d'),
                'deposit' => self::money($this->pick(['80', '120', '150']), 'EUR'),
                'borrower' => array_intersect_key($this->person(), array_flip(['first_name', 'last_name', 'email', 'phone', 'language'])), 'agreement' => "https://larkmoor.example.org/loans/{$number}",
            ]];
        }

        return $loans;
    }

    /**
     * @return list<array{type: string, data: array<string, mixed>}>
     */
    public function subscriptions(): array
    {
        $this->random = new Randomizer(new Mt19937(606));
        $subscriptions = [];
        for ($n = 0; $n < 60; $n++) {
            $person = $this->person();
            $number = 'SK-'.(601 + $n);
            $subscriptions[] = ['type' => 'subscription', 'data' => [
                'number' => $number, 'name' => $n === 8 ? null : "{$person['first_name']} {$person['last_name']}", 'address' => $n === 21 ? null : $person['email'],
                'kinds' => $this->pick([['aurora'], ['aurora', 'shower'], ['shower', 'clouded_out'], ['aurora', 'shower', 'clouded_out']]), 'least_level' => $this->random->getInt(1, 5), 'region' => $this->pick(['moor', 'moor', 'coast', 'hills']),
                // One in six has not confirmed yet.
                'language' => $person['language'], 'confirmed_at' => $n % 6 === 5 ? null : self::moment($this->now->modify('-'.$this->random->getInt(3, 400).' days')), 'page' => "https://larkmoor.example.org/sky/{$number}",
            ]];
        }

        return $subscriptions;
    }

    /**
     * @return list<array{type: string, data: array<string, mixed>}>
     */
    public function alerts(): array
    {
        $alerts = [];
        foreach ([['Northern lights over the moor', 'aurora', 4, ['moor', 'hills'], 'The sun has been busy: look north once it is dark, away from lamps.'], ['The Leonids', 'shower', 2, ['moor', 'coast', 'hills'], 'Up to fifteen shooting stars an hour, best after midnight.'],
            ['Clouds over the coast', 'clouded_out', 3, ['coast'], 'No stars tonight: the domes stay closed.'], ['Northern lights, perhaps', 'aurora', 2, ['hills'], 'A faint glow low in the north is possible.'],
            ['The Geminids', 'shower', 5, ['moor', 'coast', 'hills'], 'The richest night of the year: lie down, look up, wait.'], ['Bright northern lights', 'aurora', 5, ['moor', 'coast', 'hills'], 'Seen as far south as we can remember. Go out now.']] as $n => [$title, $kind, $level, $regions, $words]) {
            $from = $this->now->modify(($n * 3 - 12).' days');
            $alerts[] = ['type' => 'alert', 'data' => [
                'number' => 'SA-'.(31 + $n), 'title' => $title, 'kind' => $kind, 'level' => $level, 'from' => self::moment($from), 'until' => self::moment($from->modify('8 hours')), 'regions' => $regions, 'words' => $words,
                'status' => $n < 4 ? 'over' : 'expected',
            ]];
        }

        return $alerts;
    }

    /**
     * @return list<array{type: string, data: array<string, mixed>}>
     */
    public function accounts(): array
    {
        $this->random = new Randomizer(new Mt19937(77));
        $accounts = [];
        for ($n = 0; $n < 24; $n++) {
            $person = $this->person();
            $number = 'AC-'.(1001 + $n);
            $accounts[] = ['type' => 'account', 'data' => [
                'number' => $number, 'name' => $n === 11 ? null : "{$person['first_name']} {$person['last_name']}", 'email' => $n === 17 ? null : $person['email'], 'former_email' => $n % 6 === 0 ? "former.{$person['email']}" : null,
                'language' => $person['language'], 'page' => "https://larkmoor.example.org/accounts/{$number}",
                'reset_link' => $n % 3 === 0 ? 'https://larkmoor.example.org/new-password/'.bin2hex($this->random->getBytes(16)) : null,
                'link_valid_until' => $n % 3 === 0 ? self::moment($this->now->modify('+2 hours')) : null,
            ]];
        }

        return $accounts;
    }

    /**
     * @return array<string, mixed>
     */
    private function person(): array
    {
        [$first, $last, $number] = [$this->pick(self::FIRST), $this->pick(self::LAST), $this->random->getInt(10, 99)];
        $account = Preg::replace('/[^a-z]/', '', strtolower(Fold::text($first.$last)));

        return [
            'first_name' => $first, 'last_name' => $last, 'email' => "{$account}{$number}@example.org",
            // 0xx 910 0xx xx: kept free for fiction in the numbering plan of the demo.
            'phone' => '+353 20 910 '.$this->random->getInt(1000, 9999), 'language' => $this->pick(['en', 'en', 'de', 'de-AT', 'en-GB']),
            'country' => $this->pick(['IE', 'DE', 'GB', 'AT']), 'group' => $this->pick(['guest', 'guest', 'friend', 'school']),
            'member_since' => $this->now->modify('-'.$this->random->getInt(30, 2000).' days')->format('Y-m-d'),
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private function item(string $currency, int $digits): array
    {
        [$code, $name, $cents, $picture] = $this->pick(self::GOODS);
        $quantity = $this->random->getInt(1, 3);
        $price = BigDecimal::ofUnscaledValue($cents, 2)->toScale($digits, RoundingMode::HALF_UP);

        return [
            'code' => $code, 'name' => $name, 'quantity' => $quantity,
            'unit_price' => self::money((string) $price, $currency), 'line_total' => self::money((string) $price->multipliedBy($quantity), $currency),
            'picture' => "{$this->base}/demo/{$picture}.png", 'options' => null,
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $items
     * @return array<string, array{amount: string, currency: string}|string|null>
     */
    private function sums(array $items, string $currency, int $digits): array
    {
        $subtotal = BigDecimal::zero();
        foreach ($items as $item) {
            $subtotal = $subtotal->plus($item['line_total']['amount']);
        }
        $discounted = $this->random->getInt(0, 6) === 0 && ! $subtotal->isZero();
        $discount = $discounted ? $subtotal->multipliedBy('0.1')->toScale($digits, RoundingMode::HALF_UP) : BigDecimal::zero();
        $delivery = BigDecimal::of($subtotal->isGreaterThan(60) || $subtotal->isZero() ? '0' : '5.90')->toScale($digits, RoundingMode::HALF_UP);
        $total = $subtotal->minus($discount)->plus($delivery);

        return [
            'subtotal' => self::money((string) $subtotal->toScale($digits), $currency),
            'discount' => $discounted ? self::money((string) $discount->negated(), $currency) : null, 'voucher' => $discounted ? 'PERSEIDS10' : null,
            'delivery_cost' => self::money((string) $delivery, $currency),
            'tax' => self::money((string) $total->multipliedBy('0.187')->toScale($digits, RoundingMode::HALF_UP), $currency),
            'total' => self::money((string) $total->toScale($digits), $currency),
        ];
    }

    /**
     * @return array{amount: string, currency: string}
     */
    private static function money(string $amount, string $currency): array
    {
        return ['amount' => $amount, 'currency' => $currency];
    }

    private static function moment(\DateTimeImmutable $moment): string
    {
        return $moment->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z');
    }

    private function pick(array $from): mixed
    {
        return $from[$this->random->getInt(0, count($from) - 1)];
    }
}
