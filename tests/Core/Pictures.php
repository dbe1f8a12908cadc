<?php

declare(strict_types=1);

namespace Tests\Core;

/** Pictures with known areas of known colours, as PNG. */
final class Pictures
{
    /**
     * Upright stripes.
     *
     * @param  array<string, int>  $stripes  width in percent by colour (`#RRGGBB`; "none" is transparent)
     */
    public static function stripes(array $stripes, int $width = 200, int $height = 80): string
    {
        return self::painted($width, $height, static function (\GdImage $picture) use ($stripes, $width, $height): void {
            $left = 0;
            foreach ($stripes as $colour => $percent) {
                $right = $left + intdiv($width * $percent, 100);
                imagefilledrectangle($picture, $left, 0, $right - 1, $height - 1, self::colour($picture, $colour));
                $left = $right;
            }
        });
    }

    /**
     * A logo: a disc and a bar in one colour each, transparent or on a plate.
     */
    public static function logo(string $disc, string $bar, ?string $plate = null): string
    {
        return self::painted(240, 80, static function (\GdImage $picture) use ($disc, $bar, $plate): void {
            imagefilledrectangle($picture, 0, 0, 239, 79, self::colour($picture, $plate ?? 'none'));
            imagefilledellipse($picture, 40, 40, 56, 56, self::colour($picture, $disc));
            imagefilledrectangle($picture, 84, 26, 224, 54, self::colour($picture, $bar));
        });
    }

    /** Something like a photograph: sky, moor and evening sun, every pixel a little different. */
    public static function photograph(): string
    {
        return self::painted(320, 200, static function (\GdImage $picture): void {
            mt_srand(7);
            for ($y = 0; $y < 200; $y++) {
                for ($x = 0; $x < 320; $x++) {
                    $noise = mt_rand(-9, 9);
                    $sun = max(0.0, 1 - hypot($x - 230, $y - 96) / 70);
                    [$red, $green, $blue] = $y < 120 ? [40 + $y + 150 * $sun, 60 + $y * 0.6 + 60 * $sun, 130 - $y * 0.3 - 60 * $sun] : [60 - ($y - 120) * 0.4, 52, 36];
                    imagesetpixel($picture, $x, $y, (int) imagecolorallocate($picture, ...array_map(static fn (float|int $channel): int => (int) max(0, min(255, $channel + $noise)), [$red, $green, $blue])));
                }
            }
        });
    }

    /**
     * @param  \Closure(\GdImage): void  $paint
     */
    private static function painted(int $width, int $height, \Closure $paint): string
    {
        $picture = imagecreatetruecolor($width, $height) ?: throw new \RuntimeException('No picture could be made');
        imagealphablending($picture, false);
        imagesavealpha($picture, true);
        $paint($picture);
        ob_start();
        imagepng($picture);

        return (string) ob_get_clean();
    }

    private static function colour(\GdImage $picture, string $colour): int
    {
        return $colour === 'none' ? (int) imagecolorallocatealpha($picture, 255, 255, 255, 127)
            : (int) imagecolorallocate($picture, ...array_map(static fn (string $two): int => (int) hexdec($two), str_split(substr($colour, 1), 2)));
    }
}
