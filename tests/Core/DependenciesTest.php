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
}
