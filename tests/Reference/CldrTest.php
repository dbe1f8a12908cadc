<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Value\Formats;
use Herald\Value\Locality;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Writes values a second time, from the patterns and names in CLDR's JSON, and compares. */
final class CldrTest extends TestCase
{
    /**
     * @return iterable<string, array{string}>
     */
    public static function languages(): iterable
    {
        foreach (['en', 'en-IE', 'de', 'de-AT', 'fr', 'nl', 'da', 'sv', 'cs', 'ja'] as $language) {
            yield $language => [$language];
        }
    }

    #[DataProvider('languages')]
    public function test_money(string $language): void
    {
        $numbers = self::data('numbers', $language, 'numbers')['numbers'];
        $currencies = self::data('numbers', $language, 'currencies')['numbers']['currencies'];
        foreach ([['EUR', '24.00', 2], ['EUR', '1234567.80', 2], ['JPY', '15900', 0], ['KWD', '12.345', 3], ['USD', '-7.50', 2]] as [$currency, $amount, $digits]) {
            [$pattern, $negative] = [...explode(';', $numbers['currencyFormats-numberSystem-latn']['standard']), null];
            $number = self::number($amount, $digits, $numbers, $pattern, 'currencyGroup');
            $symbol = $currencies[$currency]['symbol'] ?? $currency;
            // Where letters meet digits, CLDR asks for a no-break space (currencySpacing).
            $gap = preg_match('/\p{L}$/u', $symbol) === 1 && str_starts_with($pattern, '¤#') ? "\u{A0}" : '';
            $minus = $numbers['symbols-numberSystem-latn']['minusSign'];
            $filled = $amount[0] === '-' ? str_replace('-', $minus, $negative ?? '-'.$pattern) : $pattern;
            $expected = str_replace('¤', $symbol.$gap, (string) preg_replace('/[#0,.]+/', $number, $filled));

            $shown = Formats::all()['money']->apply(['amount' => $amount, 'currency' => $currency], new Locality($language));
            self::assertSame(self::spaces($expected), self::spaces($shown), "{$amount} {$currency}");
        }
    }

    #[DataProvider('languages')]
    public function test_numbers(string $language): void
    {
        $numbers = self::data('numbers', $language, 'numbers')['numbers'];
        foreach (['7', '1234', '98765.432'] as $value) {
            $digits = strlen((string) substr((string) strrchr($value, '.'), 1));
            self::assertSame(
                self::spaces(self::number($value, $digits, $numbers, $numbers['decimalFormats-numberSystem-latn']['standard'])),
                self::spaces(Formats::all()['number']->apply($value, new Locality($language))),
            );
        }
    }

    #[DataProvider('languages')]
    public function test_dates(string $language): void
    {
        $calendar = self::data('dates', $language, 'ca-gregorian')['dates']['calendars']['gregorian'];
        foreach (['2026-11-21', '2027-03-01', '2026-08-09'] as $day) {
            foreach (['long', 'full', 'medium'] as $length) {
                self::assertSame(
                    self::spaces(self::day(new \DateTimeImmutable($day), (string) $calendar['dateFormats'][$length], $calendar)),
                    self::spaces(Formats::all()['date_'.$length]->apply($day, new Locality($language))),
                    "{$length} {$day}",
                );
            }
        }
    }

    /** Relative days, from the patterns of CLDR's dateFields; which plural category a number is in is asked of ICU by itself. */
    #[DataProvider('languages')]
    public function test_days_from_today(string $language): void
    {
        $field = self::data('dates', $language, 'dateFields')['dates']['fields']['day'];
        foreach ([-40, -3, -2, -1, 0, 1, 2, 3, 5, 21, 100] as $days) {
            $category = (string) \MessageFormatter::formatMessage($language, '{0, plural, zero{zero} one{one} two{two} few{few} many{many} other{other}}', [abs($days)]);
            $forms = $field['relativeTime-type-'.($days < 0 ? 'past' : 'future')];
            $expected = $field["relative-type-{$days}"] ?? str_replace('{0}', (string) abs($days), $forms["relativeTimePattern-count-{$category}"] ?? $forms['relativeTimePattern-count-other']);
            $day = (new \DateTimeImmutable('2026-11-23'))->modify("{$days} days")->format('Y-m-d');
            self::assertSame(self::spaces($expected), self::spaces(Formats::all()['relative_day']->apply($day, new Locality($language, 'Europe/Dublin', [], '2026-11-23T08:00:00Z'))), "{$language} {$days}");
        }
    }

    /** IANA zones: the hour that is skipped and the hour that comes twice in Europe/Dublin, 2027. */
    public function test_times_over_clock_changes(): void
    {
        $time = static fn (string $moment): string => Formats::all()['time']->apply($moment, new Locality('en-IE', 'Europe/Dublin'));

        self::assertSame(['00:59', '02:00'], [$time('2027-03-28T00:59:00Z'), $time('2027-03-28T01:00:00Z')]);
        self::assertSame(['01:30', '01:30', '02:00'], [$time('2027-10-31T00:30:00Z'), $time('2027-10-31T01:30:00Z'), $time('2027-10-31T02:00:00Z')]);
        self::assertSame('31 October 2027', Formats::all()['date_long']->apply('2027-10-31', new Locality('en-IE', 'America/Los_Angeles')), 'a day has no zone');
    }

    /**
     * @param  array<string, mixed>  $numbers
     */
    private static function number(string $value, int $digits, array $numbers, string $pattern, string $group = 'group'): string
    {
        $symbols = $numbers['symbols-numberSystem-latn'];
        [$whole, $fraction] = [...explode('.', ltrim($value, '-')), ''];
        $grouped = strlen($whole) >= 3 + (int) $numbers['minimumGroupingDigits'] && str_contains($pattern, ',')
            ? strrev(implode(strrev((string) ($symbols[$group] ?? $symbols['group'])), str_split(strrev($whole), 3)))
            : $whole;

        return $grouped.($digits === 0 ? '' : $symbols['decimal'].str_pad($fraction, $digits, '0'));
    }

    /**
     * @param  array<string, mixed>  $calendar
     */
    private static function day(\DateTimeImmutable $day, string $pattern, array $calendar): string
    {
        $weekday = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'][(int) $day->format('w')];

        return (string) preg_replace_callback("/'([^']*)'|E+|M+|d+|y+/", static fn (array $match): string => match ($match[0]) {
            'EEEE' => $calendar['days']['format']['wide'][$weekday],
            'EEE', 'E' => $calendar['days']['format']['abbreviated'][$weekday],
            'MMMM' => $calendar['months']['format']['wide'][$day->format('n')],
            'MMM' => $calendar['months']['format']['abbreviated'][$day->format('n')],
            'MM' => $day->format('m'), 'M' => $day->format('n'), 'dd' => $day->format('d'), 'd' => $day->format('j'), 'y', 'yyyy' => $day->format('Y'), 'yy' => $day->format('y'),
            default => $match[1] ?? $match[0],
        }, $pattern);
    }

    /** Kinds of spaces changed between versions of CLDR; which space it is does not matter here. */
    private static function spaces(string $text): string
    {
        return (string) preg_replace('/[\x{A0}\x{202F}]/u', ' ', $text);
    }

    /**
     * @return array<string, mixed>
     */
    private static function data(string $kind, string $language, string $file): array
    {
        $path = dirname(__DIR__, 2)."/node_modules/cldr-{$kind}-full/main/{$language}/{$file}.json";

        return json_decode((string) file_get_contents($path), true)['main'][$language];
    }
}
