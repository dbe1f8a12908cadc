<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Colour\Contrast;
use Herald\Document\Node;
use Herald\Style\ColourRole;
use Herald\Style\Colours;
use Herald\Style\Look;
use Herald\Style\Pair;

/** A colour of a template's own, or of a block's, that keeps words from being read. */
final class FaintLook implements Check
{
    public function examine(Examination $template): iterable
    {
        $brand = $template->brand->colours;
        $look = Look::of(new Node($template->document, '', 'template'));
        $colours = $look->over($brand);
        foreach (self::faint($look, $brand, $colours) as [$role, $words, $readable]) {
            yield Finding::ofWhole(Weight::Advisory, $words.' This template sets it.', 'look', [Mend::document("Make it {$readable}", ['look' => $look->with($role, $readable)])]);
        }
        $seen = [];
        foreach ($template->pieces as $piece) {
            if ($piece->id !== $piece->block || isset($seen[$piece->id]) || ! isset($piece->object['look'])) {
                continue;
            }
            $seen[$piece->id] = true;
            $own = Look::of(new Node($piece->object, '', 'template'));
            foreach (self::faint($own, $colours, $own->over($colours)) as [$role, $words, $readable]) {
                yield Finding::at($piece, Weight::Advisory, $words, Mend::set("Make it {$readable}", $piece->id, 'look', $own->with($role, $readable)));
            }
        }
    }

    /**
     * The overridden roles that make a pair unreadable which could be read before.
     *
     * @return iterable<array{ColourRole, string, string}> with what is to be said, and the nearest colour that can be read
     */
    private static function faint(Look $look, Colours $before, Colours $after): iterable
    {
        $told = [];
        foreach (array_keys($look->colours) as $name) {
            foreach (Pair::with(ColourRole::from($name)) as $pair) {
                $ratio = $after->ratio($pair);
                if ($ratio < Contrast::TEXT && $before->ratio($pair) >= Contrast::TEXT && ! isset($told[$pair->text->value])) {
                    $told[$pair->text->value] = true;

                    yield [$pair->text, sprintf('%s on %s stands out by %.1f:1 here; %.1f:1 is needed to read it.', ucfirst($pair->text->words()), $pair->ground->words(), Contrast::figure($ratio), Contrast::TEXT), $after->readable($pair->text)->hex()];
                }
            }
        }
    }
}
