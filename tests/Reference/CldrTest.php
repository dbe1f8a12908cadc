<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Value\Formats;
use Herald\Value\Locality;
use Herald\Value\Plural;
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
        foreach (['en', 'en-IE', 'de', 'de-AT', 'fr', 'nl', 'da', 'sv', 'cs', 'ja', 'ar'] as $language) {
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

    /** Every plural category of a language, by the numbers that CLDR gives as its examples. */
    #[DataProvider('languages')]
    public function test_words_by_number(string $language): void
    {
        $rules = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/cldr-core/supplemental/plurals.json'), true)['supplemental']['plurals-type-cardinal'][\Locale::getPrimaryLanguage($language)];
        $categories = [];
        foreach ($rules as $rule => $samples) {
            $categories[] = $category = str_replace('pluralRule-count-', '', $rule);
            // Behind the rule its examples: "@integer 0, 2~16, 100, …, 1c6 @decimal 0.0~0.9, 1.5"; of those with zeros at the end or an exponent nothing is known to a value.
            preg_match_all('/(?<=[ ~])\d+(?:\.\d*[1-9])?(?=[,~ ]|$)/', (string) strstr($samples, '@'), $numbers);
            foreach ($numbers[0] as $number) {
                self::assertSame("<{$category}>", Formats::all()['words_by_number']->apply($number, new Locality($language, with: array_map(static fn (string $one): string => "<{$one}>", array_combine(Plural::CATEGORIES, Plural::CATEGORIES)))), "{$language} {$number}");
            }
        }
        self::assertSame(array_values(array_intersect(Plural::CATEGORIES, $categories)), Plural::categories($language));
    }

    #[DataProvider('languages')]
    public function test_lists(string $language): void
    {
        $lists = self::data('misc', $language, 'listPatterns')['listPatterns'];
        foreach (['and' => 'standard', 'or' => 'or', 'commas' => 'unit'] as $joined => $kind) {
            $pattern = $lists["listPattern-type-{$kind}"];
            $fill = static fn (string $which, string ...$two): string => strtr($pattern[$which], ['{0}' => $two[0], '{1}' => $two[1]]);
            $expected = ['', 'a', $fill('2', 'a', 'b'), $fill('start', 'a', $fill('end', 'b', 'c')), $fill('start', 'a', $fill('middle', 'b', $fill('end', 'c', 'd')))];
            foreach ($expected as $count => $words) {
                self::assertSame($words, Formats::all()['list']->apply(array_slice(['a', 'b', 'c', 'd'], 0, $count), new Locality($language, with: ['joined' => $joined])), "{$language} {$joined} {$count}");
            }
        }
    }

    #[DataProvider('languages')]
    public function test_lengths_of_time(string $language): void
    {
        $units = self::data('units', $language, 'units')['units']['long'];
        $list = self::data('misc', $language, 'listPatterns')['listPatterns']['listPattern-type-unit'];
        foreach ([[0, ['minute' => 0]], [1, ['minute' => 1]], [45, ['minute' => 45]], [60, ['hour' => 1]], [123, ['hour' => 2, 'minute' => 3]], [1450, ['day' => 1, 'minute' => 10]]] as [$minutes, $parts]) {
            $words = array_map(static fn (string $unit, int $number): string => str_replace('{0}', (string) $number, $units["duration-{$unit}"]['unitPattern-count-'.Plural::category($number, $language)] ?? $units["duration-{$unit}"]['unitPattern-count-other']), array_keys($parts), $parts);
            $expected = count($words) === 1 ? $words[0] : strtr($list['2'], ['{0}' => $words[0], '{1}' => $words[1]]);
            self::assertSame(self::spaces($expected), self::spaces(Formats::all()['duration']->apply($minutes, new Locality($language))), "{$language} {$minutes}");
        }
    }

    #[DataProvider('languages')]
    public function test_names_of_countries_and_languages(string $language): void
    {
        $territories = self::data('localenames', $language, 'territories')['localeDisplayNames']['territories'];
        $languages = self::data('localenames', $language, 'languages')['localeDisplayNames']['languages'];
        foreach (['IE', 'DE', 'FR', 'JP', 'KW', 'US'] as $code) {
            self::assertSame($territories[$code], Formats::all()['label']->apply($code, new Locality($language)));
        }
        foreach (['de', 'ga', 'ar', 'pt'] as $tag) {
            self::assertSame($languages[$tag], Formats::all()['label']->apply($tag, new Locality($language)));
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

    /** Kinds of spaces, marks of direction and the usual digits of Arabic changed between versions of CLDR; which they are does not matter here. */
    private static function spaces(string $text): string
    {
        return (string) preg_replace(['/[\x{A0}\x{202F}]/u', '/[\x{200E}\x{200F}\x{061C}]/u'], [' ', ''], strtr($text, array_combine(mb_str_split('٠١٢٣٤٥٦٧٨٩٬٫'), [...array_map(strval(...), range(0, 9)), ',', '.'])));
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
