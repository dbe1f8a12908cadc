<?php

declare(strict_types=1);

namespace Herald\Colour;

use Composer\Pcre\Preg;

/** A colour of sRGB (IEC 61966-2-1). */
final readonly class Colour
{
    /**
     * @param  int  $red  0 to 255, as the others
     */
    private function __construct(public int $red, public int $green, public int $blue)
    {
    }

    public static function ofRgb(int $red, int $green, int $blue): self
    {
        return new self(max(0, min(255, $red)), max(0, min(255, $green)), max(0, min(255, $blue)));
    }

    /**
     * @param  string  $hex  `#RRGGBB`
     *
     * @throws \InvalidArgumentException when it does not have that form
     */
    public static function ofHex(string $hex): self
    {
        if (! Preg::isMatch('/^#[0-9A-Fa-f]{6}$/D', $hex)) {
            throw new \InvalidArgumentException("\"{$hex}\" is not a colour such as #16233A");
        }

        return new self((int) hexdec(substr($hex, 1, 2)), (int) hexdec(substr($hex, 3, 2)), (int) hexdec(substr($hex, 5, 2)));
    }

    /** The nearest colour of that hue and lightness that screens can show: chroma gives way first. */
    public static function ofLab(Lab $lab): self
    {
        $fits = self::channels($lab);
        for ([$low, $high] = [0.0, 1.0], $step = 0; $fits === null && $step < 16; $step++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = self::channels($lab->withChroma($lab->chroma() * $middle)) === null ? [$low, $middle] : [$middle, $high];
        }
        $fits ??= self::channels($lab->withChroma($lab->chroma() * $low)) ?? array_fill(0, 3, $lab->lightness > 50 ? 1.0 : 0.0);

        return self::ofRgb(...array_map(static fn (float $channel): int => (int) round($channel * 255), $fits));
    }

    public function hex(): string
    {
        return sprintf('#%02X%02X%02X', $this->red, $this->green, $this->blue);
    }

    public function lab(): Lab
    {
        [$red, $green, $blue] = [self::linear($this->red), self::linear($this->green), self::linear($this->blue)];

        return Lab::ofXyz(
            0.4124564 * $red + 0.3575761 * $green + 0.1804375 * $blue,
            0.2126729 * $red + 0.7151522 * $green + 0.0721750 * $blue,
            0.0193339 * $red + 0.1191920 * $green + 0.9503041 * $blue,
        );
    }

    /** Relative luminance, 0 for black to 1 for white (WCAG 2.2, "relative luminance"). */
    public function luminance(): float
    {
        return 0.2126 * self::linear($this->red) + 0.7152 * self::linear($this->green) + 0.0722 * self::linear($this->blue);
    }

    /** The same hue and chroma, as far as they can be shown, with another lightness (L* of CIELAB, 0 to 100). */
    public function withLightness(float $lightness): self
    {
        return self::ofLab($this->lab()->withLightness($lightness));
    }

    /** What programs make of it that darken by force: its lightness mirrored (HSL: l becomes 1 - l), its hue and saturation kept. */
    public function mirrored(): self
    {
        // With the same hue and saturation, mirroring the lightness turns max + min into 510 - (max + min).
        $shift = 255 - max($this->red, $this->green, $this->blue) - min($this->red, $this->green, $this->blue);

        return new self($this->red + $shift, $this->green + $shift, $this->blue + $shift);
    }

    /** What is seen where it lies over a ground, in that opacity from 0 to 1. */
    public function over(self $ground, float $opacity): self
    {
        $mix = static fn (int $one, int $other): int => (int) round($one * $opacity + $other * (1 - $opacity));

        return new self($mix($this->red, $ground->red), $mix($this->green, $ground->green), $mix($this->blue, $ground->blue));
    }

    private static function linear(int $value): float
    {
        /** @var array<int, float> $known */
        static $known = [];
        $channel = $value / 255;

        return $known[$value] ??= $channel <= 0.04045 ? $channel / 12.92 : (($channel + 0.055) / 1.055) ** 2.4;
    }

    /**
     * @return list<float>|null red, green and blue from 0 to 1; null when screens cannot show it
     */
    private static function channels(Lab $lab): ?array
    {
        [$x, $y, $z] = $lab->xyz();
        $channels = [];
        foreach ([
            3.2404542 * $x - 1.5371385 * $y - 0.4985314 * $z,
            -0.9692660 * $x + 1.8760108 * $y + 0.0415560 * $z,
            0.0556434 * $x - 0.2040259 * $y + 1.0572252 * $z,
        ] as $linear) {
            if ($linear < -0.0005 || $linear > 1.0005) {
                return null;
            }
            $linear = max(0.0, min(1.0, $linear));
            $channels[] = $linear <= 0.0031308 ? 12.92 * $linear : 1.055 * $linear ** (1 / 2.4) - 0.055;
        }

        return $channels;
    }
}
