<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\TestCase;

final class DependenciesTest extends TestCase
{
    public function test_the_core_knows_nothing_of_what_stands_above_it(): void
    {
        $files = 0;
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(dirname(__DIR__, 2).'/core', \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file->getExtension() !== 'php') {
                continue;
            }
            $files++;
            $source = php_strip_whitespace($file->getPathname());
            self::assertDoesNotMatchRegularExpression('/\b(Illuminate|App|Laravel|React|Database)\\\\/', $source, $file->getPathname());
            self::assertDoesNotMatchRegularExpression('/(?<![>:\w]|function )(getenv|putenv|env|config|app|now|time|microtime|date)\s*\(|\$_(GET|POST|SERVER|ENV|COOKIE|SESSION)|\bglobal\s+\$/', $source, $file->getPathname().' uses a global, a clock or the environment');
            // A text is read as a moment in one place, which knows no clock: "tomorrow" is none.
            self::assertSame(str_ends_with($file->getPathname(), 'Value/Moment.php'), preg_match('/\b(new \\\\?DateTime(Immutable)?\(|date_create|strtotime)/', $source) === 1, $file->getPathname());
        }
        self::assertGreaterThan(60, $files);
    }

    /** The folders of the core, from the ground up: each knows only what lies beneath it. */
    private const FLOORS = ['Document', 'Html', 'Language', 'Value', 'Record', 'Condition', 'Colour', 'Style', 'Manuscript', 'Computed', 'Brand', 'Render', 'Block', 'HtmlIn', 'Message', 'Timing', 'Notice', 'Source', 'Claim', 'Check', 'Cast', 'Starter'];

    public function test_the_core_stands_in_floors_of_which_none_knows_one_above_it(): void
    {
        $core = dirname(__DIR__, 2).'/core';
        $folders = array_map(basename(...), glob($core.'/*', GLOB_ONLYDIR) ?: []);
        self::assertSame([], array_diff($folders, self::FLOORS), 'every folder is a floor');
        $height = array_flip(self::FLOORS);
        $known = 0;
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($core, \FilesystemIterator::SKIP_DOTS)) as $file) {
            // The lists of blocks and of kinds of computed fields are where what lies above is handed down.
            if ($file->getExtension() !== 'php' || in_array($file->getFilename(), ['blocks.php', 'kinds.php'], true)) {
                continue;
            }
            $own = explode('/', substr($file->getPathname(), strlen($core) + 1))[0];
            preg_match_all('/\\\\?Herald\\\\(\w+)\\\\/', preg_replace('/^namespace .*$/m', '', php_strip_whitespace($file->getPathname())) ?? '', $named);
            foreach ($named[1] as $other) {
                $known++;
                self::assertLessThanOrEqual($height[$own], $height[$other] ?? 99, "{$file->getPathname()} knows {$other}, which lies above {$own}");
            }
        }
        self::assertGreaterThan(400, $known);
    }
}
