<?php

declare(strict_types=1);

namespace Herald\Value;

/** What CLDR says of languages and ICU has no function for in PHP, read from ICU's own data. */
final class CldrData
{
    /**
     * The texts at a path, those of the region over those of its language.
     *
     * @return array<string, string>
     */
    public static function texts(string $language, string ...$path): array
    {
        $texts = [];
        // What a region does not say its language does.
        foreach ([(string) \Locale::getPrimaryLanguage($language), $language] as $tag) {
            $at = \ResourceBundle::create($tag, null);
            foreach ($path as $step) {
                $at = $at instanceof \ResourceBundle ? $at->get($step) : null;
            }
            foreach ($at instanceof \ResourceBundle ? $at : [] as $key => $words) {
                if (is_string($words)) {
                    $texts[(string) $key] = $words; // @phpstan-ignore cast.string (ICU's keys are texts)
                }
            }
        }

        return $texts;
    }
}
