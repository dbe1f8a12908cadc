<?php

declare(strict_types=1);

namespace Herald\Colour;

/** A colour as it is perceived: CIELAB (CIE 15) under D65, 2° observer. */
final readonly class Lab
{
    /** The white of sRGB. */
    private const WHITE = [0.95047, 1.0, 1.08883];

    /**
     * @param  float  $lightness  L*, 0 to 100
     * @param  float  $a  from green to red
     * @param  float  $b  from blue to yellow
     */
    public function __construct(public float $lightness, public float $a, public float $b)
    {
    }

    public static function ofXyz(float $x, float $y, float $z): self
    {
        $f = static fn (float $t): float => $t > 216 / 24389 ? $t ** (1 / 3) : (24389 / 27 * $t + 16) / 116;
        [$x, $y, $z] = [$f($x / self::WHITE[0]), $f($y / self::WHITE[1]), $f($z / self::WHITE[2])];

        return new self(116 * $y - 16, 500 * ($x - $y), 200 * ($y - $z));
    }

    /**
     * @return array{float, float, float}
     */
    public function xyz(): array
    {
        $y = ($this->lightness + 16) / 116;
        $f = static fn (float $t): float => $t ** 3 > 216 / 24389 ? $t ** 3 : (116 * $t - 16) / (24389 / 27);

        return [self::WHITE[0] * $f($y + $this->a / 500), self::WHITE[1] * $f($y), self::WHITE[2] * $f($y - $this->b / 200)];
    }

    /** How far it is from grey. */
    public function chroma(): float
    {
        return hypot($this->a, $this->b);
    }

    public function withLightness(float $lightness): self
    {
        return new self(max(0.0, min(100.0, $lightness)), $this->a, $this->b);
    }

    /** The same hue with another chroma; grey has no hue and stays. */
    public function withChroma(float $chroma): self
    {
        $factor = $this->chroma() < 1e-6 ? 0.0 : $chroma / $this->chroma();

        return new self($this->lightness, $this->a * $factor, $this->b * $factor);
    }

    /**
     * How different two colours look: CIEDE2000, as G. Sharma, W. Wu and E. N. Dalal give it in "The CIEDE2000 Color-Difference Formula: Implementation Notes,
     * Supplementary Test Data, and Mathematical Observations", Color Research and Application 30 (2005). About 1 is just noticed, 2 to 10 at a glance.
     */
    public function distance(self $other): float
    {
        $mean = ($this->chroma() + $other->chroma()) / 2;
        $g = 0.5 * (1 - sqrt($mean ** 7 / ($mean ** 7 + 25 ** 7)));
        [$c1, $h1] = self::polar((1 + $g) * $this->a, $this->b);
        [$c2, $h2] = self::polar((1 + $g) * $other->a, $other->b);
        $coloured = $c1 * $c2 > 0.0;

        $turn = $h2 - $h1;
        $turn = ! $coloured ? 0.0 : ($turn > 180 ? $turn - 360 : ($turn < -180 ? $turn + 360 : $turn));
        $lightness = $other->lightness - $this->lightness;
        $chroma = $c2 - $c1;
        $hue = 2 * sqrt($c1 * $c2) * sin(deg2rad($turn / 2));

        $l = ($this->lightness + $other->lightness) / 2;
        $c = ($c1 + $c2) / 2;
        $h = match (true) {
            ! $coloured => $h1 + $h2,
            abs($h1 - $h2) <= 180 => ($h1 + $h2) / 2,
            $h1 + $h2 < 360 => ($h1 + $h2 + 360) / 2,
            default => ($h1 + $h2 - 360) / 2,
        };
        $t = 1 - 0.17 * cos(deg2rad($h - 30)) + 0.24 * cos(deg2rad(2 * $h)) + 0.32 * cos(deg2rad(3 * $h + 6)) - 0.20 * cos(deg2rad(4 * $h - 63));
        $rotation = -sin(deg2rad(60 * exp(-(($h - 275) / 25) ** 2))) * 2 * sqrt($c ** 7 / ($c ** 7 + 25 ** 7));

        $lightness /= 1 + 0.015 * ($l - 50) ** 2 / sqrt(20 + ($l - 50) ** 2);
        $chroma /= 1 + 0.045 * $c;
        $hue /= 1 + 0.015 * $c * $t;

        return sqrt(max(0.0, $lightness ** 2 + $chroma ** 2 + $hue ** 2 + $rotation * $chroma * $hue));
    }

    /**
     * @return array{float, float} chroma, and hue in degrees from 0 to 360
     */
    private static function polar(float $a, float $b): array
    {
        $hue = $a === 0.0 && $b === 0.0 ? 0.0 : rad2deg(atan2($b, $a));

        return [hypot($a, $b), $hue < 0 ? $hue + 360 : $hue];
    }
}
