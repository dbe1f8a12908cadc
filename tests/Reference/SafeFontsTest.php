<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Style\SafeFonts;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** The published table of cssfontstack.com (npm web-safe-fonts): on how many Windows and macOS systems a font is, in percent. */
final class SafeFontsTest extends TestCase
{
    /** Names of one font on another system, where the table has both under one. */
    private const ALSO = ['Palatino' => 'Palatino Linotype'];

    public function test_fonts_come_with_the_systems_that_are_said_to_have_them(): void
    {
        $process = new Process(['node', '-e', "console.log(JSON.stringify(Object.fromEntries(require('web-safe-fonts/list.json').map(font => [font.family, font.share]))))"], dirname(__DIR__, 2));
        $published = json_decode($process->mustRun()->getOutput(), true);
        $checked = [];
        foreach (SafeFonts::stacks() as $stack) {
            foreach (SafeFonts::families($stack) as ['name' => $name, 'on' => $on]) {
                if (! isset($published[$name]) || isset(self::ALSO[$name])) {
                    continue;
                }
                foreach (['Windows' => 'win', 'macOS' => 'mac'] as $system => $column) {
                    self::assertSame($published[$name][$column] > 50, in_array($system, $on, true), "{$name} on {$system}: {$published[$name][$column]} %");
                }
                $checked[$name] = true;
            }
        }
        self::assertCount(9, $checked);
    }
}
