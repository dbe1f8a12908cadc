<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Value\Locality;
use Herald\Value\MoneyFormat;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

final class CurrencyTest extends TestCase
{
    /** ISO 4217 by npm currency-codes. Codes that begin with X stand for metals, funds and tests, not for money that is charged. */
    public function test_every_currency_is_shown_with_its_minor_digits(): void
    {
        $process = new Process(['node', '-e', "console.log(JSON.stringify(require('currency-codes/data').map(c => [c.code, c.digits])))"], dirname(__DIR__, 2));
        $format = new MoneyFormat;
        $checked = 0;
        foreach (json_decode($process->mustRun()->getOutput(), true) as [$code, $digits]) {
            if ($code[0] === 'X' && ! in_array($code, ['XAF', 'XCD', 'XOF', 'XPF'], true)) {
                continue;
            }
            $shown = $format->apply(['amount' => '1234.56789', 'currency' => $code], new Locality('en'));
            self::assertMatchesRegularExpression($digits === 0 ? '/1,235$/' : '/1,234\.\d{'.$digits.'}$/', $shown, $code);
            $checked++;
        }
        self::assertGreaterThan(150, $checked);
    }

    public function test_amounts_are_rounded_half_up_and_exactly(): void
    {
        $money = static fn (string $amount, string $currency): string => (new MoneyFormat)->apply(['amount' => $amount, 'currency' => $currency], new Locality('en'));

        self::assertSame('€1.01', $money('1.005', 'EUR'), 'a double would be 1.00499…');
        self::assertSame('-€2.68', $money('-2.675', 'EUR'));
        self::assertSame('€9,999,999,999,999.99', $money('9999999999999.99', 'EUR'));
        self::assertSame('¥72', $money('72', 'JPY'));
    }
}
