<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Language\Caption;
use Herald\Language\LanguageChoice;
use Herald\Language\LanguageTag;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class LanguageTest extends TestCase
{
    /**
     * RFC 4647 section 3.4 and its example of lookup: zh-Hant-CN-x-private1-private2 falls back over zh-Hant-CN-x-private1, zh-Hant-CN, zh-Hant and zh
     * to the default; a single-letter subtag goes with what followed it.
     *
     * @return iterable<string, array{?string, list<string>, string}>
     */
    public static function lookups(): iterable
    {
        $range = 'zh-Hant-CN-x-private1-private2';
        yield 'the whole range' => [$range, ['en', 'zh-Hant-CN-x-private1-private2', 'zh'], 'zh-Hant-CN-x-private1-private2'];
        yield 'one shorter' => [$range, ['en', 'zh-Hant-CN-x-private1', 'zh'], 'zh-Hant-CN-x-private1'];
        yield 'the single letter goes too' => [$range, ['en', 'zh-Hant-CN-x', 'zh-Hant-CN'], 'zh-Hant-CN'];
        yield 'script' => [$range, ['en', 'zh-Hant', 'zh'], 'zh-Hant'];
        yield 'language' => [$range, ['en', 'zh'], 'zh'];
        yield 'default' => [$range, ['de', 'en'], 'en'];
        yield 'fr-CA then fr' => ['fr-CA', ['en', 'fr'], 'fr'];
        yield 'never a more special one' => ['de', ['en', 'de-CH'], 'en'];
        yield 'case does not count' => ['DE-at', ['en', 'de-AT'], 'de-AT'];
        yield 'as systems write it' => ['de_AT', ['en', 'de'], 'de'];
        yield 'not known' => [null, ['de', 'en'], 'en'];
        yield 'any' => ['*', ['de', 'en'], 'en'];
        yield 'a default that is not there' => ['fr', ['de', 'it'], 'de'];
    }

    /**
     * @param  non-empty-list<string>  $available
     */
    #[DataProvider('lookups')]
    public function test_languages_are_looked_up(?string $wanted, array $available, string $expected): void
    {
        self::assertSame($expected, LanguageChoice::lookup($wanted, $available, 'en')->language);
    }

    public function test_the_choice_says_why(): void
    {
        self::assertSame("the recipient's language is de-AT, and de is the nearest there is", LanguageChoice::lookup('de-AT', ['en', 'de'], 'en')->reason);
        self::assertSame("the recipient's language is ar, which is not there; en is the source's default", LanguageChoice::lookup('ar', ['de', 'en'], 'en')->reason);
        self::assertSame("the recipient's language is not known; en is the source's default", LanguageChoice::lookup(null, ['de', 'en'], 'en')->reason);
    }

    /** Direction as CLDR's layout data give it. */
    public function test_direction(): void
    {
        foreach (['ar', 'he', 'fa', 'ur-PK', 'az-Arab'] as $tag) {
            self::assertTrue(LanguageTag::isRightToLeft($tag), $tag);
        }
        foreach (['en', 'de', 'az', 'zh-Hant', 'xx'] as $tag) {
            self::assertFalse(LanguageTag::isRightToLeft($tag), $tag);
        }
    }

    public function test_captions_fall_back(): void
    {
        $caption = Caption::of(['en' => 'Order', 'de' => 'Bestellung'], 'x');

        self::assertSame(['Bestellung', 'Order', 'Order'], [$caption->in('de-AT'), $caption->in('en'), $caption->in('fr')]);
        self::assertSame('Number', Caption::of(null, 'Number')->in('de'));
    }
}
