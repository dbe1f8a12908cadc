<?php

declare(strict_types=1);

namespace Herald\Colour;

/** The few colours that a picture is made of: its pixels clustered in CIELAB, so that what looks alike is one. */
final class Palette
{
    private const MOST = 8;

    private const ROUNDS = 12;

    /** Clusters nearer than this (CIEDE2000) are one. */
    private const APART = 9.0;

    /** What takes up less of the picture is left out. */
    private const LEAST = 0.004;

    /**
     * @return list<Swatch> the largest first; empty for a picture on which nothing is painted
     */
    public static function of(Pixels $picture): array
    {
        $points = [];
        foreach ($picture->stains as $stain) {
            // Edges that shine through belong to the ground behind them as much as to the picture.
            if ($stain->opacity > 0.9) {
                $points[] = [$stain->colour->lab(), $stain->share];
            }
        }
        if ($points === []) {
            $points = array_map(static fn (Stain $stain): array => [$stain->colour->lab(), $stain->share], $picture->stains);
        }
        $clusters = self::merged(self::clusters($points));
        $swatches = array_map(static fn (array $cluster): Swatch => new Swatch(Colour::ofLab(self::nearest($cluster[0], $points)), $cluster[1]), $clusters);
        usort($swatches, static fn (Swatch $one, Swatch $other): int => $other->share <=> $one->share);

        return array_values(array_filter($swatches, static fn (Swatch $swatch): bool => $swatch->share >= self::LEAST));
    }

    /**
     * k-means over weighted points, begun with the largest and then always the one that is farthest from all chosen, by its weight.
     *
     * @param  list<array{Lab, float}>  $points
     * @return list<array{Lab, float}> centre and share
     */
    private static function clusters(array $points): array
    {
        $centres = [];
        while (count($centres) < min(self::MOST, count($points))) {
            [$best, $farthest] = [null, 0.0];
            foreach ($points as [$lab, $share]) {
                $score = self::closest($lab, $centres)[1] * $share ** 0.5;
                [$best, $farthest] = $score > $farthest ? [$lab, $score] : [$best, $farthest];
            }
            if ($best === null) {
                break;
            }
            $centres[] = $best;
        }
        $clusters = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $sums = array_fill(0, count($centres), [0.0, 0.0, 0.0, 0.0]);
            foreach ($points as [$lab, $share]) {
                [$index] = self::closest($lab, $centres);
                $sum = $sums[$index];
                $sums[$index] = [$sum[0] + $lab->lightness * $share, $sum[1] + $lab->a * $share, $sum[2] + $lab->b * $share, $sum[3] + $share];
            }
            $clusters = [];
            foreach ($sums as [$lightness, $a, $b, $share]) {
                if ($share > 0.0) {
                    $clusters[] = [new Lab($lightness / $share, $a / $share, $b / $share), $share];
                }
            }
            $centres = array_column($clusters, 0);
        }

        return $clusters;
    }

    /**
     * @param  list<array{Lab, float}>  $clusters
     * @return list<array{Lab, float}>
     */
    private static function merged(array $clusters): array
    {
        usort($clusters, static fn (array $one, array $other): int => $other[1] <=> $one[1]);
        $kept = [];
        foreach ($clusters as [$lab, $share]) {
            foreach ($kept as $index => [$other, $taken]) {
                if ($lab->distance($other) < self::APART) {
                    $kept[$index] = [$other, $taken + $share];

                    continue 2;
                }
            }
            $kept[] = [$lab, $share];
        }

        return array_values($kept);
    }

    /**
     * A colour that is really in the picture, in place of the mean of many: the one near the centre that covers most.
     *
     * @param  list<array{Lab, float}>  $points
     */
    private static function nearest(Lab $centre, array $points): Lab
    {
        [$best, $score] = [$centre, 0.0];
        foreach ($points as [$lab, $share]) {
            $closeness = $share / (1 + self::squared($lab, $centre) / 40);
            [$best, $score] = $closeness > $score ? [$lab, $closeness] : [$best, $score];
        }

        return $best;
    }

    /**
     * @param  list<Lab>  $centres
     * @return array{int, float} which is closest, and how far off it is; far off where there is none
     */
    private static function closest(Lab $lab, array $centres): array
    {
        [$closest, $least] = [0, 1e4];
        foreach ($centres as $index => $centre) {
            $distance = self::squared($lab, $centre);
            [$closest, $least] = $distance < $least ? [$index, $distance] : [$closest, $least];
        }

        return [$closest, $least];
    }

    private static function squared(Lab $one, Lab $other): float
    {
        return ($one->lightness - $other->lightness) ** 2 + ($one->a - $other->a) ** 2 + ($one->b - $other->b) ** 2;
    }
}
