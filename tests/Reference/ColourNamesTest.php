<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Colour\ColourNames;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** CSS Color Module Level 4, section 6.1, as npm color-name has it. */
final class ColourNamesTest extends TestCase
{
    public function test_every_name_stands_for_its_published_figures(): void
    {
        $process = new Process(['node', '-e', "console.log(JSON.stringify(require('color-name')))"], dirname(__DIR__, 2));
        $published = json_decode($process->mustRun()->getOutput(), true);
        self::assertCount(148, $published);
        foreach ($published as $name => $channels) {
            self::assertSame(vsprintf('1px solid #%02X%02X%02X', $channels), ColourNames::asFigures('1px solid '.strtoupper((string) $name)), (string) $name);
        }
        self::assertSame('navy-blue transparent #bedbed', ColourNames::asFigures('navy-blue transparent #bedbed'));
    }
}
