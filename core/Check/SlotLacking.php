<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Block\Slot;

/** Places for what add-ons hand in: those of the notice that the template lacks, and those of the template that the notice does not have. */
final class SlotLacking implements Check
{
    public function examine(Examination $template): iterable
    {
        $declared = $template->notice->slots ?? [];
        $there = [];
        foreach ($template->pieces as $piece) {
            if ($piece->part === 'slot' && is_string($piece->raw)) {
                $there[$piece->raw] = true;
                if (! isset($declared[$piece->raw])) {
                    yield Finding::at($piece, Weight::Advisory, $template->notice === null
                        ? 'The template is written for no notice: nothing is ever handed in here.'
                        : "“{$template->notice->name}” has no place “{$piece->raw}”: nothing is ever handed in here.");
                }
            }
        }
        foreach (array_diff_key($declared, $there) as $slot) {
            $from = $slot->from === null ? 'An add-on' : "“{$slot->from}”";
            yield Finding::ofWhole(Weight::Advisory, "{$from} hands in content for “{$slot->label}”, and there is no place for it: it would be left out.", mends: [
                Mend::append('Put the place in', ['type' => Slot::type(), 'slot' => $slot->key]),
            ]);
        }
    }
}
