<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Value\Formats;
use Herald\Value\Locality;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** Addresses in every country, held against npm @fragaria/address-formatter, which fills the open templates of OpenCage's address-formatting. */
final class AddressTest extends TestCase
{
    /** Made over by rules for single places there, which are not ours, or without a place for a part that we do not leave out. */
    private const OTHERWISE = ['AQ', 'HK', 'KW', 'MO', 'PN', 'SG', 'BT'];

    public function test_every_country_has_its_order(): void
    {
        $countries = array_diff(self::countries(), self::OTHERWISE);
        $kept = ['name' => 'Aoife Brannigan', 'company' => 'Brannigan Optics', 'house_number' => '12', 'street' => 'Mill Lane', 'city' => 'Ardbeg', 'postcode' => '45678'];
        $asked = '';
        foreach ($countries as $country) {
            $asked .= json_encode(['attention' => $kept['name'], 'house' => $kept['company'], 'house_number' => '12', 'road' => 'Mill Lane', 'city' => 'Ardbeg', 'postcode' => '45678', 'country' => 'COUNTRY', 'country_code' => $country])."\n";
        }
        $answers = array_map(static fn (string $line): string => json_decode($line, true, flags: JSON_THROW_ON_ERROR), explode("\n", trim((new Process(['node', __DIR__.'/write-addresses.mjs'], input: $asked))->mustRun()->getOutput())));
        self::assertCount(count($countries), $answers);
        self::assertGreaterThan(200, count($answers));
        foreach (array_combine($countries, $answers) as $country => $expected) {
            $name = Formats::all()['label']->apply($country, new Locality('en'));
            $written = Formats::all()['address']->apply(['country' => $country] + $kept, new Locality('en'));
            // Postcodes that the country does not know are not lost with us.
            $lines = array_values(array_diff(explode("\n", $written), str_contains($expected, '45678') ? [] : ['45678']));
            // How a postcode is set apart, and a dash before nothing, are left as they come.
            $expected = (string) preg_replace(['/45-?6 ?-?78/', '/ -$/m'], ['45678', ''], $expected);
            // A place that belongs to another country is called by its own name.
            $theirs = array_map(static fn (string $line): string => preg_match('/\d|Mill|Ardbeg|Brannigan/', $line) === 1 ? str_replace('COUNTRY', $name, $line) : $name, explode("\n", $expected));
            self::assertSame(array_values(array_unique($theirs)), $lines, $country);
        }
    }

    public function test_a_region_stands_where_its_country_has_it(): void
    {
        $write = static fn (array $address, string $language = 'en'): string => Formats::all()['address']->apply($address, new Locality($language));

        self::assertSame("12 Mill Lane\nTulsa, OK 74103\nUnited States", $write(['street' => '12 Mill Lane', 'city' => 'Tulsa', 'state' => 'OK', 'zip' => '74103', 'country' => 'US']));
        self::assertSame("Mühlweg 12\nHinterhaus\n10115 Berlin\nAllemagne", $write(['street' => 'Mühlweg 12', 'line2' => 'Hinterhaus', 'city' => 'Berlin', 'postcode' => '10115', 'region' => 'Berlin-Land', 'country' => 'DE'], 'fr'));
        self::assertSame("12 Mill Lane\nKinsale\nCounty Cork\nP17 XY12\nIreland", $write(['street' => '12 Mill Lane', 'city' => 'Kinsale', 'county' => 'County Cork', 'postcode' => 'P17 XY12', 'country' => 'IE']));
        self::assertSame('', $write(['name' => 'Aoife Brannigan', 'country' => 'IE', 'city' => null]), 'a name and a country are no address');
        self::assertSame('Kossuth utca 5, Ireland', Formats::all()['address_line']->apply(['street' => "Kossuth\nutca 5", 'country' => 'IE'], new Locality('en')), 'on one line');
        self::assertSame("Pécs\nKossuth utca 5\nHungary", $write(['street' => 'Kossuth utca 5', 'city' => 'Pécs', 'country' => 'HU']), 'no mark of a number that is not there');
    }

    /**
     * @return list<string>
     */
    private static function countries(): array
    {
        $templates = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/@fragaria/address-formatter/src/templates/templates.json'), true, flags: JSON_THROW_ON_ERROR);

        return array_values(array_filter(array_keys($templates), static fn (string $key): bool => preg_match('/^[A-Z]{2}$/D', $key) === 1));
    }
}
