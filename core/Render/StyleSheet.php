<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Style\WebFont;

/**
 * What inline styles cannot say: what differs on a phone and in dark surroundings, gathered while a message is written. Nothing of the layout rests on it: programs that
 * drop style sheets show the message as on a wide screen in the light; what is for phones or the dark alone stays hidden there, and nothing is scaled.
 */
final class StyleSheet
{
    /** The widest window that counts as a phone, in px. */
    public const PHONE = 480;

    /** How rules for dark surroundings begin: the stage turns them on and off by it. */
    public const DARK = '@media (prefers-color-scheme:dark)';

    /** @var array<string, string> declarations by class */
    private array $phone = [];

    /** @var array<string, string> */
    private array $dark = [];

    /** @return string the class that has these declarations on a phone */
    public function onPhone(string $class, string $declarations): string
    {
        $this->phone[$class] = $declarations;

        return $class;
    }

    /** @return string the class that has these declarations in dark surroundings */
    public function inDark(string $class, string $declarations): string
    {
        $this->dark[$class] = $declarations;

        return $class;
    }

    /** The elements of the head; an empty text where nothing differs. */
    public function markup(?WebFont $font = null): string
    {
        $dark = $this->dark === [] ? '' : '<meta name="color-scheme" content="light dark"><meta name="supported-color-schemes" content="light dark">';
        $css = ($font?->rule() ?? '').($this->phone === [] ? '' : '@media only screen and (max-width:'.self::PHONE.'px) { '.self::rules($this->phone).' }')
            .($this->dark === [] ? '' : ':root { color-scheme:light dark; }'.self::DARK.' { '.self::rules($this->dark).' }');

        return $dark.($css === '' ? '' : "<style>{$css}</style>");
    }

    /**
     * @param  array<string, string>  $rules
     */
    private static function rules(array $rules): string
    {
        // Classes that say the same are said once.
        $classes = [];
        ksort($rules);
        foreach ($rules as $class => $declarations) {
            $classes[$declarations][] = '.'.$class;
        }

        return implode(' ', array_map(static fn (string $declarations, array $names): string => implode(',', $names)." { {$declarations} }", array_keys($classes), $classes));
    }
}
