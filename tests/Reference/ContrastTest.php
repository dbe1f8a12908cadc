<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Brand\Brand;
use Herald\Colour\Contrast;
use Herald\Style\ColourRole;
use PHPUnit\Framework\TestCase;

/** WCAG 2.2: relative luminance and contrast ratio as defined there; 4.5:1 for text (SC 1.4.3). */
final class ContrastTest extends TestCase
{
    public function test_the_formula_gives_the_known_ratios(): void
    {
        self::assertEqualsWithDelta(21.0, Contrast::ratio('#000000', '#FFFFFF'), 0.001);
        self::assertGreaterThanOrEqual(4.5, Contrast::ratio('#767676', '#FFFFFF'));
        self::assertLessThan(4.5, Contrast::ratio('#777777', '#FFFFFF'));
    }

    public function test_messages_are_readable(): void
    {
        $pairs = [
            [ColourRole::Text, ColourRole::Paper], [ColourRole::Muted, ColourRole::Paper], [ColourRole::Heading, ColourRole::Paper], [ColourRole::Link, ColourRole::Paper],
            [ColourRole::Text, ColourRole::Accent], [ColourRole::Muted, ColourRole::Accent], [ColourRole::Heading, ColourRole::Accent], [ColourRole::Link, ColourRole::Accent],
            [ColourRole::ButtonText, ColourRole::Button], [ColourRole::HeaderText, ColourRole::Header], [ColourRole::FooterText, ColourRole::Page],
        ];
        foreach ([Brand::usual(), Brand::plain()] as $brand) {
            foreach ($pairs as [$text, $ground]) {
                self::assertGreaterThanOrEqual(4.5, Contrast::ratio($brand->colour($text), $brand->colour($ground)), "{$brand->name}: {$text->value} on {$ground->value}");
            }
        }
    }

    public function test_both_themes_of_the_interface_are_readable(): void
    {
        $css = (string) file_get_contents(dirname(__DIR__, 2).'/resources/js/looks/theme.css');
        preg_match_all('/@plugin "daisyui\/theme" \{(.*?)\n\}/s', $css, $themes);
        self::assertCount(2, $themes[1]);
        foreach ($themes[1] as $theme) {
            preg_match_all('/--color-([a-z0-9-]+): (#[0-9a-f]{6})/', $theme, $found);
            $colours = array_combine($found[1], $found[2]);
            foreach (['base-content', 'primary', 'secondary', 'accent', 'info', 'success', 'warning', 'error'] as $text) {
                foreach (['base-100', 'base-200'] as $ground) {
                    self::assertGreaterThanOrEqual(4.5, Contrast::ratio($colours[$text], $colours[$ground]), "{$text} on {$ground}");
                }
            }
            foreach (['primary', 'secondary', 'accent', 'neutral', 'info', 'success', 'warning', 'error'] as $ground) {
                self::assertGreaterThanOrEqual(4.5, Contrast::ratio($colours[$ground.'-content'], $colours[$ground]), "{$ground}-content on {$ground}");
            }
        }
    }
}
