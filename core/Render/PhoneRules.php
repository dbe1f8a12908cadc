<?php

declare(strict_types=1);

namespace Herald\Render;

/**
 * What differs on a phone: a style sheet with one media query, gathered while a message is written. Programs that drop style sheets show the message as it is on a wide
 * screen: blocks for phones stay hidden there, and nothing is scaled.
 */
final class PhoneRules
{
    /** The widest window that counts as a phone, in px. */
    public const WIDTH = 480;

    /** @var array<string, string> declarations by class */
    private array $rules = [];

    /** @return string the class that has these declarations on a phone */
    public function named(string $class, string $declarations): string
    {
        $this->rules[$class] = $declarations;

        return $class;
    }

    /** The style element; an empty text where nothing differs. */
    public function styleSheet(): string
    {
        if ($this->rules === []) {
            return '';
        }
        ksort($this->rules);
        $css = implode('', array_map(static fn (string $class, string $declarations): string => ".{$class} { {$declarations} }", array_keys($this->rules), $this->rules));

        return '<style>@media only screen and (max-width:'.self::WIDTH.'px) { '.$css.' }</style>';
    }
}
