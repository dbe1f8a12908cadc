<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/**
 * The plain-text part of a template that was taken over by hand: a manuscript of its own under "plain", with a digest of the message as it was then, so that it is noticed
 * when the message has changed since.
 */
final class PlainText
{
    /**
     * The document with a plain text of its own, which says what the message says, in every language it has.
     *
     * @param  array<array-key, mixed>  $document  in normal form
     * @return array<array-key, mixed>
     */
    public static function takenOver(array $document): array
    {
        $ids = [];
        $blocks = self::renamed($document['manuscript'] ?? [], $ids);
        $translations = is_array($document['translations'] ?? null) ? $document['translations'] : [];
        foreach ($translations as $language => $words) {
            $words = is_array($words) ? $words : [];
            foreach ($words as $string => $said) {
                [$id, $part] = [...explode('.', (string) $string, 2), ''];
                if (isset($ids[$id])) {
                    $words["{$ids[$id]}.{$part}"] = $said;
                }
            }
            $translations[$language] = $words;
        }

        return [...$document, 'plain' => ['of' => self::digest($document), 'blocks' => $blocks], ...($translations === [] ? [] : ['translations' => $translations])];
    }

    /**
     * What stands for the words of a message, in all its languages: it changes when they do.
     *
     * @param  array<array-key, mixed>  $document  in normal form
     */
    public static function digest(array $document): string
    {
        $own = [];
        $plain = is_array($document['plain'] ?? null) ? ($document['plain']['blocks'] ?? []) : [];
        self::renamed($plain, $own);
        $translations = array_map(static fn (mixed $words): array => array_filter(
            is_array($words) ? $words : [], static fn (string|int $string): bool => ! isset($own[explode('.', (string) $string)[0]]), ARRAY_FILTER_USE_KEY,
        ), is_array($document['translations'] ?? null) ? $document['translations'] : []);

        return hash('sha256', json_encode([$document['manuscript'] ?? [], array_filter($translations)], JSON_THROW_ON_ERROR));
    }

    /**
     * @param  array<string, string>  $ids  takes the new ids by the old ones
     * @return ($value is array ? array<array-key, mixed> : mixed)
     *
     * @param-out array<string, string> $ids
     */
    private static function renamed(mixed $value, array &$ids): mixed
    {
        if (! is_array($value)) {
            return $value;
        }
        foreach ($value as $key => $member) {
            if ($key === 'id' && is_string($member)) {
                $ids[$member] = strlen($member) <= 58 ? 'plain-'.$member : 'plain-'.substr(hash('sha256', $member), 0, 20);
                $value[$key] = $ids[$member];
            } else {
                $value[$key] = self::renamed($member, $ids);
            }
        }

        return $value;
    }
}
