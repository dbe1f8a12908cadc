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

    public function test_the_rules_for_engines_of_word_processors_are_kept(): void
    {
        foreach (MailPrograms::messages() as $html) {
            // As such an engine reads it: what is for it alone is there, what is not for it is gone.
            $read = (string) preg_replace(['/<!--\[if !mso\]><!-->.*?<!--<!\[endif\]-->/s', '/<!--\[if mso\]>(.*?)<!\[endif\]-->/s'], ['', '$1'], $html);
            $document = new \DOMDocument;
            @$document->loadHTML('<?xml encoding="utf-8"?>'.$read);
            $xpath = new \DOMXPath($document);
            $styled = static fn (string $property): \DOMNodeList => $xpath->query("//*[contains(concat(';', @style), ';{$property}:')]");
            foreach ($styled('margin') as $element) {
                $list = in_array($element->nodeName, ['ul', 'ol'], true) ? '| 0 0 24px| 24px 0 0' : '';
                self::assertMatchesRegularExpression("/(^|;)margin:0( auto{$list})?(;|$)/", $element->getAttribute('style'));
            }
            foreach ($styled('max-width') as $element) {
                $within = $xpath->query('ancestor::td[@width][1] | ancestor::table[@width][1]', $element);
                self::assertTrue(ctype_digit($element->getAttribute('width')) || preg_match('/^\d+$/', (string) $within->item($within->length - 1)?->getAttribute('width')) === 1, 'a width in an attribute: '.$element->ownerDocument->saveHTML($element->cloneNode()));
            }
            foreach ($styled('background-color') as $element) {
                self::assertMatchesRegularExpression('/background-color:'.$element->getAttribute('bgcolor').'/', $element->getAttribute('style'));
            }
            foreach ($xpath->query('//a[contains(@style, "padding:")]') as $link) {
                self::assertStringContainsString('mso-padding-alt:', $link->parentNode->getAttribute('style'));
            }
            foreach ($xpath->query('//*[contains(@style, "display:none")]') as $hidden) {
                self::assertStringContainsString('mso-hide:all', $hidden->getAttribute('style'));
            }
            // A picture on a ground is an attribute of a cell that has a colour as well, and nothing else.
            self::assertSame(0, $xpath->query('//*[(@background and not(@bgcolor)) or contains(@style, "background-image") or contains(@style, "url(")]')->length);
        }
    }

    public function test_what_a_brand_may_set_is_current(): void
    {
        self::assertSame(MailPrograms::honoured(), file_get_contents(dirname(__DIR__, 2).'/core/Style/honoured.json'), 'php tests/Reference/mail-programs.php');
    }

    public function test_the_page_is_current(): void
    {
        self::assertSame(MailPrograms::page(), file_get_contents(dirname(__DIR__, 2).'/docs/mail-programs.md'), 'php tests/Reference/mail-programs.php');
    }
}
