<?php

declare(strict_types=1);

namespace Herald\Render;

use Composer\Pcre\Preg;
use Herald\Manuscript\OwnHtml\Cleaning;
use Herald\Manuscript\OwnHtml\Tags;

/**
 * The last look at the markup of a message, whoever wrote it and however it was cleaned: elements, attributes, addresses and
 * properties of styles that must never be in one. It knows nothing of how the markup came about.
 */
final class Gate
{
    /** What begins an element, or ends an attribute. */
    public const MARKUP_SIGNS = '<>"';

    /** Elements of the frame, beside those that own HTML may have. */
    private const FRAME = ['html', 'head', 'meta', 'title', 'style', 'body'];

    private const MARKUP = '~<(?<name>/?[A-Za-z][A-Za-z0-9-]*)(?<attributes>(?:\s+[A-Za-z][\w:-]*(?:="[^"<>]*")?)*+)\s*/?>|<!DOCTYPE html>|<!--\[if !?mso\]>(?:<!-->)?|(?:<!--)?<!\[endif\]-->|(?<odd><.{0,20})~s';

    /** Attributes that run something, or send something somewhere. */
    private const ACTING = '~^(on|xlink|xml|srcdoc|srcset|action|formaction|ping|manifest|http-equiv|data$|code)~i';

    private const ADDRESSES = ['href', 'src', 'background', 'cite', 'longdesc', 'poster'];

    /** What loads, runs, or takes an element out of its place. */
    private const STYLES = '~(?:url|image-set|expression)\s*\(|@import|javascript:|(?:behavior|-moz-binding)\s*:|\\\\|(?:^|[;{])\s*(?:position|content|src)\s*:~i';

    private const WEB_FONT = '~@font-face \{ font-family:\'[^\'\\\\<>]*\'; src:url\(\'https?://[^\'()\\\\<>\s]+\'\) format\(\'woff2\'\); \}~';

    /**
     * @param  string  $source  HTML, with Twig's tags or without
     *
     * @throws Unfillable naming what must never be in a message
     */
    public static function check(string $source): void
    {
        $parts = Tags::apart($source);
        $markup = implode('', array_filter($parts, static fn (int $index): bool => $index % 2 === 0, ARRAY_FILTER_USE_KEY));
        Preg::matchAll(self::MARKUP, $markup, $found);
        foreach (array_filter($found['odd']) as $unread) {
            throw self::refusal("“{$unread}”");
        }
        foreach (array_unique(array_filter($found['name'])) as $name) {
            self::checkElement(ltrim($name, '/'));
        }
        foreach (array_unique($found['attributes']) as $attributes) {
            Preg::matchAll('~\s([A-Za-z][\w:-]*)(?:="([^"]*)")?~', $attributes ?? '', $each);
            foreach ($each[1] as $index => $name) {
                self::checkAttribute($name, html_entity_decode($each[2][$index] ?? '', ENT_QUOTES | ENT_HTML5, 'UTF-8'));
            }
        }
        if (str_contains($markup, '<style')) {
            Preg::matchAllStrictGroups('~<style[^>]*>(.*?)</style>~s', $markup, $sheets);
            foreach ($sheets[1] as $sheet) {
                if (Preg::isMatchStrictGroups(self::STYLES, Preg::replace(self::WEB_FONT, '', $sheet), $odd)) {
                    throw self::refusal("the style “{$odd[0]}”");
                }
            }
        }
    }

    /** @throws Unfillable when it must not be in a message */
    public static function checkElement(string $name): void
    {
        if (! in_array(strtolower($name), [...Cleaning::ELEMENTS, ...self::FRAME], true)) {
            throw self::refusal("<{$name}>");
        }
    }

    /**
     * @param  string  $value  as it is read, without references
     *
     * @throws Unfillable when it must not be in a message
     */
    public static function checkAttribute(string $name, string $value): void
    {
        $name = strtolower($name);
        if (Preg::isMatch(self::ACTING, $name)) {
            throw self::refusal("the attribute “{$name}”");
        }
        if (in_array($name, self::ADDRESSES, true) && $value !== '' && HeraldExtension::address($value) === '') {
            throw self::refusal('the address “'.mb_strimwidth($value, 0, 60, '…').'”');
        }
        if ($name === 'style' && Preg::isMatchStrictGroups(self::STYLES, $value, $odd)) {
            throw self::refusal("the style “{$odd[0]}”");
        }
    }

    /** A value in which one of {@see MARKUP_SIGNS} stands though it was escaped. */
    public static function unescaped(): Unfillable
    {
        return self::refusal('a value that was not escaped');
    }

    private static function refusal(string $what): Unfillable
    {
        return new Unfillable("The message holds {$what}, which must never be in an email");
    }
}
