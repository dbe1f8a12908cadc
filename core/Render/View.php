<?php

declare(strict_types=1);

namespace Herald\Render;

use Composer\Pcre\Preg;
use Herald\Colour\Colour;

/** The ways in which the stage shows a message: each takes the finished HTML and shows what some reader will see of it. */
enum View: string
{
    /** As it is. */
    case Wide = 'wide';
    /** As it is, in a window of {@see PHONE} px. */
    case Phone = 'phone';
    /** In dark surroundings, as a program shows it that follows the message's own rules for them. */
    case Dark = 'dark';
    /**
     * As a program shows it that darkens messages by force: a simulation by stated rules. The lightness of every colour in style and bgcolor is mirrored (HSL: l becomes
     * 1 - l), its hue and saturation stay; the message's own rules for the dark are not followed; pictures stay as they are.
     */
    case Inverted = 'inverted';
    /** As a program shows it that does not load pictures: alternative texts stand in their place. */
    case NoPictures = 'no_pictures';

    /** The width of a usual phone, in px. */
    public const PHONE = 375;

    public function of(string $html): string
    {
        return match ($this) {
            self::Wide, self::Phone => $html,
            self::Dark => str_replace(StyleSheet::DARK, '@media all', $html),
            self::Inverted => self::darken($html),
            self::NoPictures => Preg::replace(['/(<img\b[^>]*?) src="[^"]*"/', '/(<td\b[^>]*?) background="[^"]*"/'], '$1', $html),
        };
    }

    private static function darken(string $html): string
    {
        $mirror = static fn (array $match): string => is_string($match[0]) ? strtolower(Colour::ofHex($match[0])->mirrored()->hex()) : '';

        // Colours stand nowhere but in style and bgcolor; words are left alone.
        return Preg::replaceCallback('/(?:style|bgcolor)="[^"]*"/', static fn (array $match): string => Preg::replaceCallback('/#[0-9A-Fa-f]{6}\b/', $mirror, $match[0]), $html);
    }
}
