<?php

declare(strict_types=1);

namespace App\Maps;

/**
 * Stands in for a map service: draws a moor with its heights, waters and tracks from nothing but coordinates. The same place is the same land at every zoom, and no place
 * on earth looks so.
 */
final class DrawnMap
{
    /** In px: twice as wide as it is shown, for fine screens. */
    public const WIDTH = 1_200;

    public const HEIGHT = 600;

    private const CORNERS = [[0, 0], [1, 0], [1, 1], [0, 1]];

    /** Of one cell of the drawing, in px. */
    private const CELL = 12;

    /**
     * @param  float  $latitude  in degrees, -85 to 85
     * @param  float  $longitude  in degrees, -180 to 180
     * @param  int  $zoom  1 to 19, as tiles of 256 px go: the world is 2^zoom of them wide
     * @return string a PNG
     */
    public static function png(float $latitude, float $longitude, int $zoom): string
    {
        $picture = imagecreatetruecolor(self::WIDTH, self::HEIGHT);
        $colour = static fn (int $hex): int => (int) imagecolorallocate($picture, $hex >> 16 & 255, $hex >> 8 & 255, $hex & 255);
        [$land, $high, $water, $line, $track, $ink, $paper] = array_map($colour, [0xE9E6DA, 0xDDD9C6, 0xBFD3DE, 0xC4BEA6, 0xFFFFFF, 0x8A1F3D, 0xFFFFFF]);
        imagefill($picture, 0, 0, $land);

        // Spherical Mercator, in units of a village: what is drawn is fixed to the ground.
        $size = 256 * 2 ** $zoom;
        [$x, $y] = [($longitude + 180) / 360 * $size, (0.5 - log(tan(M_PI / 4 + deg2rad($latitude) / 2)) / (2 * M_PI)) * $size];
        $unit = 2 ** (15 - $zoom) / 160;
        [$columns, $rows] = [intdiv(self::WIDTH, self::CELL), intdiv(self::HEIGHT, self::CELL)];
        $height = static function (int $column, int $row) use ($x, $y, $unit): float {
            [$east, $south] = [($x / 2 + $column * self::CELL / 2 - self::WIDTH / 4) * $unit, ($y / 2 + $row * self::CELL / 2 - self::HEIGHT / 4) * $unit];

            return 0.65 * self::noise($east / 2, $south / 2) + 0.35 * self::noise($east + 40, $south + 40);
        };
        $heights = array_map(static fn (int $row): array => array_map(static fn (int $column): float => $height($column, $row), range(0, $columns)), range(0, $rows));
        self::fill($picture, $heights, static fn (float $height): float => $height - 0.62, $high);
        self::fill($picture, $heights, static fn (float $height): float => 0.3 - $height, $water);
        imagesetthickness($picture, 2);
        foreach ([0.38, 0.46, 0.54, 0.62, 0.7, 0.78] as $level) {
            self::contour($picture, $heights, $level, $line);
        }
        imagesetthickness($picture, 9);
        self::contour($picture, $heights, 0.5, $track);

        [$middle, $foot] = [intdiv(self::WIDTH, 2), intdiv(self::HEIGHT, 2)];
        imagefilledellipse($picture, $middle, $foot - 62, 68, 68, $ink);
        imagefilledpolygon($picture, [$middle - 30, $foot - 44, $middle + 30, $foot - 44, $middle, $foot], $ink);
        imagefilledellipse($picture, $middle, $foot - 62, 26, 26, $paper);

        ob_start();
        imagepng($picture, null, 6);

        return (string) ob_get_clean();
    }

    /**
     * @param  list<list<float>>  $heights
     * @param  \Closure(list<float>, int, int): void  $do  takes the heights of a cell's corners, clockwise, and where it stands
     */
    private static function each(array $heights, \Closure $do): void
    {
        for ($row = 0; $row < count($heights) - 1; $row++) {
            for ($column = 0; $column < count($heights[0]) - 1; $column++) {
                $do([$heights[$row][$column], $heights[$row][$column + 1], $heights[$row + 1][$column + 1], $heights[$row + 1][$column]], $column * self::CELL, $row * self::CELL);
            }
        }
    }

    /**
     * All land of some heights, by marching squares.
     *
     * @param  list<list<float>>  $heights
     * @param  \Closure(float): float  $within  from 0 on for a height that is among them
     */
    private static function fill(\GdImage $picture, array $heights, \Closure $within, int $colour): void
    {
        self::each($heights, static function (array $corners, int $left, int $top) use ($picture, $within, $colour): void {
            $corners = array_map($within, $corners);
            $points = [];
            foreach ($corners as $index => $one) {
                $next = ($index + 1) % 4;
                if ($one >= 0) {
                    array_push($points, $left + self::CELL * self::CORNERS[$index][0], $top + self::CELL * self::CORNERS[$index][1]);
                }
                if (($one >= 0) !== ($corners[$next] >= 0)) {
                    array_push($points, ...self::crossing($left, $top, $index, $one / ($one - $corners[$next])));
                }
            }
            if (count($points) >= 6) {
                imagefilledpolygon($picture, $points, $colour);
            }
        });
    }

    /**
     * @param  float  $part  of the way from a corner to the next, clockwise
     * @return array{int, int}
     */
    private static function crossing(int $left, int $top, int $corner, float $part): array
    {
        [[$x, $y], [$toX, $toY]] = [self::CORNERS[$corner], self::CORNERS[($corner + 1) % 4]];

        return [(int) round($left + self::CELL * ($x + $part * ($toX - $x))), (int) round($top + self::CELL * ($y + $part * ($toY - $y)))];
    }

    /**
     * A line of one height.
     *
     * @param  list<list<float>>  $heights
     */
    private static function contour(\GdImage $picture, array $heights, float $level, int $colour): void
    {
        self::each($heights, static function (array $corners, int $left, int $top) use ($picture, $level, $colour): void {
            $crossings = [];
            foreach ($corners as $index => $one) {
                $next = ($index + 1) % 4;
                if (($one < $level) !== ($corners[$next] < $level)) {
                    $crossings[] = self::crossing($left, $top, $index, ($level - $one) / ($corners[$next] - $one));
                }
            }
            foreach (array_chunk($crossings, 2) as $ends) {
                if (count($ends) === 2) {
                    imageline($picture, ...$ends[0], ...[$ends[1][0], $ends[1][1], $colour]);
                }
            }
        });
    }

    /** Value noise: 0 to 1, smooth, the same for the same place. */
    private static function noise(float $x, float $y): float
    {
        [$left, $top] = [(int) floor($x), (int) floor($y)];
        $smooth = static fn (float $part): float => $part * $part * (3 - 2 * $part);
        [$across, $down] = [$smooth($x - $left), $smooth($y - $top)];
        $at = static fn (int $x, int $y): float => crc32("{$x},{$y}") / 0xFFFFFFFF;
        $upper = $at($left, $top) + $across * ($at($left + 1, $top) - $at($left, $top));
        $lower = $at($left, $top + 1) + $across * ($at($left + 1, $top + 1) - $at($left, $top + 1));

        return $upper + $down * ($lower - $upper);
    }
}
