<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Language\LanguageTag;

/** Languages in which the notice has built-in words and the template has none: their readers would get another language than without it. */
final class LanguageTakenAway implements Check
{
    public function examine(Examination $template): iterable
    {
        $languages = $template->languagesTakenAway();
        if ($languages === []) {
            return;
        }
        $named = array_map(LanguageTag::name(...), $languages);
        $last = array_pop($named);
        $told = $named === [] ? $last : implode(', ', $named)." and {$last}";
        $own = LanguageTag::name($template->wholeLanguages()[0]);
        yield Finding::ofWhole(Weight::Advisory, "The built-in message exists in {$told}, this template does not: these readers get it in {$own}. When you publish, you can keep the built-in message for them.");
    }
}
