<?php

declare(strict_types=1);

namespace Herald\Render;

/** The ways in which the stage shows a message: each takes the finished HTML and shows what some reader will see of it. */
enum View: string
{
    /** As it is. */
    case Wide = 'wide';
    /** As it is, in a window of {@see PHONE} px. */
    case Phone = 'phone';
    /**
     * As a program shows it that darkens messages by force: a simulation. The lightness of every colour is mirrored (HSL: l becomes 1 - l), its hue and
     * saturation stay; pictures stay as they are.
     */
    case Dark = 'dark';
    /** As a program shows it that does not load pictures: alternative texts stand in their place. */
    case NoPictures = 'no_pictures';

    /** The width of a usual phone, in px. */
    public const PHONE = 375;

    public function of(string $html): string
    {
        return match ($this) {
            self::Wide, self::Phone => $html,
            self::Dark => self::darken($html),
            self::NoPictures => preg_replace('/(<img\b[^>]*?) src="[^"]*"/', '$1', $html) ?? $html,
        };
    }

    private static function darken(string $html): string
    {
        $mirror = static fn (array $match): string => is_string($match[0]) ? self::mirror($match[0]) : '';

        // Colours stand nowhere but in style and bgcolor; words are left alone.
        return preg_replace_callback('/(?:style|bgcolor)="[^"]*"/', static fn (array $match): string => preg_replace_callback('/#[0-9A-Fa-f]{6}\b/', $mirror, $match[0]) ?? $match[0], $html) ?? $html;
    }

    private static function mirror(string $colour): string
    {
        [$red, $green, $blue] = array_map(static fn (string $two): int => (int) hexdec($two), str_split(substr($colour, 1), 2));
        // With the same hue and saturation, mirroring the lightness turns max + min into 510 - (max + min).
        $shift = 255 - max($red, $green, $blue) - min($red, $green, $blue);

        return sprintf('#%02x%02x%02x', $red + $shift, $green + $shift, $blue + $shift);
    }
}
