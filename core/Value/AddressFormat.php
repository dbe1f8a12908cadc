<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\Preg;
use Herald\Value\Type\FieldType;

/**
 * A group of fields that is an address, its parts in the order of its country: as several lines or as one. The orders, address-lines.json, are read off the open
 * data of OpenCage's address-formatting by bin/address-lines.mjs.
 */
final class AddressFormat implements Format
{
    /** What a part of an address may be called in a record. */
    private const PARTS = [
        'name' => ['name', 'full_name', 'recipient', 'attention'],
        'company' => ['company', 'organisation', 'organization'],
        'street' => ['street', 'road', 'line1', 'line_1', 'address1', 'address_1', 'address_line_1'],
        'more' => ['line2', 'line_2', 'address2', 'address_2', 'address_line_2', 'addition'],
        'number' => ['house_number', 'street_number'],
        'postcode' => ['postcode', 'post_code', 'postal_code', 'zip'],
        'city' => ['city', 'town', 'locality'],
        'region' => ['region', 'state', 'county', 'province'],
        'country' => ['country', 'country_code'],
    ];

    /** @var array<string, string>|null the order by country, and the usual one */
    private static ?array $orders = null;

    private function __construct(private readonly string $name, private readonly string $between)
    {
    }

    public static function lines(): self
    {
        return new self('address', "\n");
    }

    public static function line(): self
    {
        return new self('address_line', ', ');
    }

    /**
     * Whether a group of fields of these names is an address: a country, and a place in it.
     *
     * @param  list<string>  $names
     */
    public static function isIn(array $names): bool
    {
        $has = static fn (string $part): bool => array_intersect(self::PARTS[$part], $names) !== [];

        return $has('country') && ($has('city') || $has('postcode')) && $has('street');
    }

    public function name(): string
    {
        return $this->name;
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Group;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        $parts = self::parts(is_array($value) ? $value : []);
        if (array_diff_key($parts, ['name' => 1, 'company' => 1, 'country' => 1]) === []) {
            return '';
        }
        $code = $parts['country'] ?? '';
        if ($code !== '') {
            $parts['country'] = Formats::all()['label']->apply($code, new Locality($locality->language));
        }
        // A city that is its country is said once.
        if (isset($parts['city']) && $parts['city'] === ($parts['country'] ?? null)) {
            unset($parts['city']);
        }
        $said = [];
        foreach ($parts as $part => $words) {
            $said["{{$part}}"] = $words;
        }
        $lines = array_map(static fn (string $line): string => strtr($line, $said), self::order($code, array_keys($parts)));

        return implode($this->between, array_unique($lines));
    }

    /**
     * The lines of an address in a country, with the places of those parts that are there.
     *
     * @param  list<string>  $parts
     * @return list<string>
     */
    private static function order(string $code, array $parts): array
    {
        /** @var array<string, list<string>> $known */
        static $known = [];
        $key = $code.' '.implode(' ', $parts);
        if (isset($known[$key])) {
            return $known[$key];
        }
        $orders = self::$orders ??= self::read();
        $order = explode("\n", $orders[$code] ?? $orders['usual']);
        // What has no place in the order of the country is not lost for that, but for regions, which many leave out.
        foreach (['street', 'number', 'city', 'postcode'] as $part) {
            if (! str_contains($orders[$code] ?? $orders['usual'], "{{$part}}")) {
                array_splice($order, -1, 0, ["{{$part}}"]);
            }
        }
        $lines = [];
        foreach ($order as $line) {
            $lines[] = self::without($line, $parts);
            if (str_contains($line, '{street}') && in_array('more', $parts, true)) {
                $lines[] = '{more}';
            }
        }
        // Countries come from records: no more are kept than there are, a few ways each.
        $known = count($known) > 1_000 ? [] : $known;

        return $known[$key] = array_values(array_filter($lines, static fn (string $line): bool => $line !== ''));
    }

    /**
     * @param  array<array-key, mixed>  $value
     * @return array<string, string> what is there, by our names of the parts
     */
    private static function parts(array $value): array
    {
        $parts = [];
        foreach (self::PARTS as $part => $names) {
            foreach ($names as $name) {
                $said = is_scalar($value[$name] ?? null) ? trim(Clean::line((string) $value[$name])) : '';
                if ($said !== '') {
                    $parts[$part] ??= $said;
                }
            }
        }

        return $parts;
    }

    /**
     * One line without the places of what is not there, and the marks beside them.
     *
     * @param  list<string>  $parts  that are there
     */
    private static function without(string $line, array $parts): string
    {
        $missing = '~\{(?!(?:'.implode('|', $parts).')\})\w+\}\.?~';
        $line = Preg::replace($missing, '', $line);
        if (! str_contains($line, '{')) {
            return '';
        }

        return trim(Preg::replace(['/\s+/', '/\s+(?=[,.])/', '/^[\s,.-]+|[\s,-]+$/'], [' ', '', ''], $line));
    }

    /**
     * @return array<string, string>
     */
    private static function read(): array
    {
        /** @var array<string, string> $orders */
        $orders = json_decode((string) file_get_contents(__DIR__.'/address-lines.json'), true, flags: JSON_THROW_ON_ERROR);

        return $orders;
    }
}
