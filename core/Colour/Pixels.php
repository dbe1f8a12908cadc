<?php

declare(strict_types=1);

namespace Herald\Colour;

/** What a picture is painted with: its colours with their opacity and area, and what stands at its edge. */
final readonly class Pixels
{
    /** Larger pictures are looked at in so many pixels a side. */
    private const SIDE = 240;

    /** How alike colours at the edge must be to be one plate (CIEDE2000), and how much of the edge it must take up. */
    private const ALIKE = 4.0;

    private const MOST = 0.92;

    /**
     * @param  list<Stain>  $stains  the largest first
     * @param  Colour|null  $plate  the ground that the picture brings along: the one colour all around its edge
     * @param  bool  $transparent  whether something of the ground is seen through it
     * @param  int  $width  of the picture, in px
     */
    private function __construct(public array $stains, public ?Colour $plate, public bool $transparent, public int $width)
    {
    }

    /**
     * @param  string  $bytes  of a PNG, JPEG, GIF or WebP file
     *
     * @throws \InvalidArgumentException when it is not a picture
     */
    public static function ofBytes(string $bytes): self
    {
        $picture = @imagecreatefromstring($bytes);
        if ($picture === false) {
            throw new \InvalidArgumentException('That is not a picture');
        }
        imagepalettetotruecolor($picture);
        [$width, $height] = [imagesx($picture), imagesy($picture)];
        $stride = max(1, max($width, $height) / self::SIDE);
        /** @var array<int, array{int, int, int, int, int}> $bins sums of red, green, blue and opacity (of 127), and how many */
        $bins = [];
        $edge = [];
        [$columns, $rows] = [max(1, (int) ($width / $stride)), max(1, (int) ($height / $stride))];
        $clear = 0;
        for ($row = 0; $row < $rows; $row++) {
            for ($column = 0; $column < $columns; $column++) {
                $value = (int) imagecolorat($picture, (int) (($column + 0.5) * $width / $columns), (int) (($row + 0.5) * $height / $rows));
                $opacity = 127 - ($value >> 24 & 0x7F);
                [$red, $green, $blue] = [$value >> 16 & 0xFF, $value >> 8 & 0xFF, $value & 0xFF];
                if ($row === 0 || $column === 0 || $row === $rows - 1 || $column === $columns - 1) {
                    $edge[] = $opacity > 120 ? Colour::ofRgb($red, $green, $blue) : null;
                }
                if ($opacity < 12) {
                    $clear++;

                    continue;
                }
                $key = ($red >> 3) << 14 | ($green >> 3) << 9 | ($blue >> 3) << 4 | $opacity >> 4;
                $bin = $bins[$key] ?? [0, 0, 0, 0, 0];
                $bins[$key] = [$bin[0] + $red, $bin[1] + $green, $bin[2] + $blue, $bin[3] + $opacity, $bin[4] + 1];
            }
        }
        $painted = $columns * $rows - $clear;
        $stains = array_map(static fn (array $bin): Stain => new Stain(
            Colour::ofRgb(intdiv($bin[0], $bin[4]), intdiv($bin[1], $bin[4]), intdiv($bin[2], $bin[4])), $bin[3] / $bin[4] / 127, $bin[4] / $painted,
        ), array_values($bins));
        usort($stains, static fn (Stain $one, Stain $other): int => $other->share <=> $one->share);

        return new self($stains, self::plate($edge), $clear > 0, $width);
    }

    /**
     * @param  list<Colour|null>  $edge
     */
    private static function plate(array $edge): ?Colour
    {
        $counts = [];
        foreach ($edge as $colour) {
            $counts[$colour?->hex() ?? ''] = ($counts[$colour?->hex() ?? ''] ?? 0) + 1;
        }
        arsort($counts);
        $commonest = (string) array_key_first($counts);
        if ($commonest === '') {
            return null;
        }
        $plate = Colour::ofHex($commonest);
        $alike = array_sum(array_filter($counts, static fn (string $hex): bool => $hex !== '' && Colour::ofHex($hex)->lab()->distance($plate->lab()) < self::ALIKE, ARRAY_FILTER_USE_KEY));

        return $alike >= self::MOST * count($edge) ? $plate : null;
    }
}
