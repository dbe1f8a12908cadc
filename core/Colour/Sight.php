<?php

declare(strict_types=1);

namespace Herald\Colour;

/** How well a logo is seen on a ground, judged from its pixels. */
final readonly class Sight
{
    /** So much of what is painted must reach the figure: less is a spot beside words that are lost. */
    private const SEEN = 0.15;

    /** Below this contrast nothing is seen of it. */
    private const NOTHING = 1.5;

    /**
     * @param  float  $ratio  contrast with the ground that the best {@see SEEN} of it reach
     * @param  float  $lost  share of it that is not seen, 0 to 1
     */
    private function __construct(public float $ratio, public float $lost)
    {
    }

    /** A picture that fills its own edge with many colours is seen on any ground; one that brings a plate of its own stands on that. */
    public static function of(Pixels $logo, Colour $ground): self
    {
        if (! $logo->transparent && $logo->plate === null) {
            return new self(21.0, 0.0);
        }
        $plate = $logo->plate;
        $ground = $plate ?? $ground;
        [$ratios, $painted, $lost] = [[], 0.0, 0.0];
        foreach ($logo->stains as $stain) {
            if ($plate !== null && $stain->colour->lab()->distance($plate->lab()) < 6) {
                continue;
            }
            $ratio = Contrast::between($stain->colour->over($ground, $stain->opacity), $ground);
            $ratios[] = [$ratio, $stain->share];
            $painted += $stain->share;
            $lost += $ratio < self::NOTHING ? $stain->share : 0.0;
        }
        usort($ratios, static fn (array $one, array $other): int => $other[0] <=> $one[0]);
        $seen = 0.0;
        foreach ($ratios as [$ratio, $share]) {
            $seen += $share;
            if ($seen >= self::SEEN * $painted) {
                return new self($ratio, $lost / $painted);
            }
        }

        return new self(1.0, 1.0);
    }

    /** Whether it can be taken in at a glance: 3:1, as WCAG 2.2 asks of graphics (SC 1.4.11), for most of it. */
    public function isClear(): bool
    {
        return $this->ratio >= Contrast::LARGE && $this->lost < 0.5;
    }

    /** Whether next to nothing is seen of it. */
    public function isLost(): bool
    {
        return $this->ratio < self::NOTHING;
    }

    /** What is to be said of it; null where it is clear. */
    public function words(string $ground): ?string
    {
        $figure = sprintf('%.1f:1', Contrast::figure($this->ratio));

        return match (true) {
            $this->isClear() => null,
            $this->isLost() => "This logo disappears on {$ground}: {$figure}",
            $this->ratio < Contrast::LARGE => "This logo is hard to see on {$ground}: {$figure}",
            default => sprintf('%d%% of this logo disappears on %s', round($this->lost * 100), $ground),
        };
    }
}
