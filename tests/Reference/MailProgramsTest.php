<?php

declare(strict_types=1);

namespace Tests\Reference;

use PHPUnit\Framework\TestCase;

/** caniemail (npm package caniemail), and a table of exceptions reviewed by hand. */
final class MailProgramsTest extends TestCase
{
    public function test_whatever_a_block_emits_is_supported_or_harmless(): void
    {
        $emitted = MailPrograms::emitted();
        self::assertGreaterThan(50, count($emitted));
        foreach ($emitted as $name => $feature) {
            if ($feature === '' || MailPrograms::lacking($feature) !== []) {
                self::assertNotEmpty(MailPrograms::exceptions()[$name] ?? MailPrograms::exceptions()[$feature] ?? '', "{$name} is not supported everywhere; say in mail-programs.json what is seen instead, or do not emit it");
            }
        }
    }

    public function test_no_exception_is_kept_for_what_is_no_longer_emitted(): void
    {
        $emitted = MailPrograms::emitted();
        foreach (array_keys(MailPrograms::exceptions()) as $name) {
            self::assertTrue(isset($emitted[$name]) || in_array($name, $emitted, true), "{$name} is not emitted");
        }
    }

    public function test_layout_does_not_rest_on_what_word_processors_drop(): void
    {
        // Outlook's engine on Windows knows none of these (caniemail: css-display-flex, css-display-grid, css-position, css-background-image, css-float).
        foreach (['property position', 'property float', 'property flex', 'property grid', 'property background-image', 'element script', 'element link'] as $name) {
            self::assertArrayNotHasKey($name, MailPrograms::emitted());
        }
    }

    public function test_the_page_is_current(): void
    {
        self::assertSame(MailPrograms::page(), file_get_contents(dirname(__DIR__, 2).'/docs/mail-programs.md'), 'php tests/Reference/mail-programs.php');
    }
}
