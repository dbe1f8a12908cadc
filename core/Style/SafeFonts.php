<?php

declare(strict_types=1);

namespace Herald\Style;

/** Stacks of fonts that need not be loaded: on every system one of them is there already. */
final class SafeFonts
{
    /**
     * Where a family comes with the system. Windows and macOS: the published table of cssfontstack.com, see tests/Reference; what that lacks, and iOS, from memory, as Apple
     * lists them ("System Fonts"). Android and Linux have none of them and show the generic family at the end of a stack.
     */
    private const FAMILIES = [
        'Arial' => ['Windows', 'macOS', 'iOS'],
        'Helvetica' => ['macOS', 'iOS'],
        'Verdana' => ['Windows', 'macOS', 'iOS'],
        'Geneva' => ['macOS'],
        'Tahoma' => ['Windows', 'macOS'],
        'Trebuchet MS' => ['Windows', 'macOS', 'iOS'],
        'Georgia' => ['Windows', 'macOS', 'iOS'],
        'Times New Roman' => ['Windows', 'macOS', 'iOS'],
        'Times' => ['macOS'],
        'Palatino Linotype' => ['Windows'],
        'Palatino' => ['macOS', 'iOS'],
        'Courier New' => ['Windows', 'macOS', 'iOS'],
        'Courier' => ['macOS', 'iOS'],
    ];

    private const STACKS = [
        'Arial, Helvetica, sans-serif',
        'Verdana, Geneva, sans-serif',
        'Tahoma, Verdana, sans-serif',
        "'Trebuchet MS', Tahoma, sans-serif",
        "Georgia, 'Times New Roman', serif",
        "'Times New Roman', Times, serif",
        "'Palatino Linotype', Palatino, Georgia, serif",
        "'Courier New', Courier, monospace",
    ];

    /**
     * @return list<string> as CSS writes them
     */
    public static function stacks(): array
    {
        return self::STACKS;
    }

    /**
     * The families of a stack in their order, with the systems they come with.
     *
     * @param  string  $stack  as CSS writes it
     * @return list<array{name: string, on: list<string>}> of one that is not known here, or of a generic family, on nothing
     */
    public static function families(string $stack): array
    {
        return array_map(static function (string $family): array {
            $name = trim($family, " '\"");

            return ['name' => $name, 'on' => self::FAMILIES[$name] ?? []];
        }, explode(',', $stack));
    }
}
