<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Composer\Pcre\Preg;
use Herald\Brand\Brand;
use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Colour\Colour;
use Herald\Colour\Contrast;
use Herald\Style\ColourRole;
use Herald\Style\Element;

/** Words that a brand's own CSS makes hard to read. In dark surroundings the colours of the roles hold, whatever the CSS says: they are checked as such. */
final class OwnCssContrast implements BrandCheck
{
    /** What stands on which ground, and the colour that its words all have there, if they have one. */
    private const GROUNDS = [
        [Element::Paper, ColourRole::Paper, null, self::WORDS],
        [Element::Section, ColourRole::Accent, null, self::WORDS],
        [Element::Header, ColourRole::Header, ColourRole::HeaderText, [[Element::Heading, ColourRole::Heading], [Element::Text, ColourRole::Text], [Element::Point, ColourRole::Text], [Element::Link, ColourRole::Link]]],
        [Element::Footer, ColourRole::Page, ColourRole::FooterText, [[Element::Heading, ColourRole::Heading], [Element::Text, ColourRole::Text], [Element::Point, ColourRole::Text], [Element::Link, ColourRole::Link], [Element::Social, ColourRole::Text]]],
        [Element::ButtonBox, ColourRole::Button, null, [[Element::Button, ColourRole::ButtonText]]],
    ];

    private const WORDS = [
        [Element::Heading, ColourRole::Heading], [Element::Text, ColourRole::Text], [Element::Point, ColourRole::Text], [Element::Link, ColourRole::Link],
        [Element::FactLabel, ColourRole::Muted], [Element::FactValue, ColourRole::Text], [Element::ItemsHead, ColourRole::Muted], [Element::ItemsCell, ColourRole::Text],
        [Element::TotalLabel, ColourRole::Text], [Element::TotalValue, ColourRole::Text],
    ];

    /**
     * @return list<Finding> one for each element whose words it colours, and for each ground, at its worst
     */
    public function examine(BrandExamination $brand): array
    {
        $brand = $brand->brand;
        [$findings, $worst] = [[], []];
        foreach (self::GROUNDS as [$part, $role, $ink, $elements]) {
            $behind = self::colour($brand, $part, 'background-color', $brand->colour($role), []);
            foreach ($elements as [$element, $usual]) {
                if ($part === Element::Header && isset($brand->css->over([], $element, [])['color'])) {
                    // Headers seldom hold words: a rule for all words is not held against them.
                    continue;
                }
                // An element may have a ground of its own.
                $ground = self::colour($brand, $element, 'background-color', $behind, [$part]);
                $words = self::colour($brand, $element, 'color', $brand->colour($ink ?? $usual), [$part]);
                if ($ground === null || $words === null || ($ground === $brand->colour($role) && $words === $brand->colour($ink ?? $usual))) {
                    continue;
                }
                $ratio = Contrast::between(Colour::ofHex($words), Colour::ofHex($ground));
                $cause = $words === $brand->colour($ink ?? $usual) ? $part->value : $element->value;
                if ($ratio < ($worst[$cause] ?? Contrast::TEXT)) {
                    $worst[$cause] = $ratio;
                    $findings[$cause] = Finding::ofWhole(Weight::Advisory, sprintf(
                        '%s (.%s) stands out by %.1f:1 from %s where your own CSS has it; %.1f:1 is needed to read it.',
                        ucfirst($element->words()), $element->value, Contrast::figure($ratio), explode(',', $part->words())[0], Contrast::TEXT,
                    ), 'css');
                }
            }
        }

        return array_values($findings);
    }

    /**
     * @param  string|null  $usual  `#RRGGBB`
     * @param  list<Element>  $around
     * @return string|null null where it is no colour in figures
     */
    private static function colour(Brand $brand, Element $element, string $property, ?string $usual, array $around): ?string
    {
        $css = $brand->css->over($usual === null ? [] : [$property => $usual], $element, array_column($around, 'value'))[$property] ?? '';

        return Preg::isMatch('/^#[0-9A-F]{6}$/D', $css) ? $css : null;
    }
}
