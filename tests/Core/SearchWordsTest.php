<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Record\SearchWords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class SearchWordsTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, bool}>
     */
    public static function searches(): iterable
    {
        yield 'the beginning of a word' => ['Bartholomew Featherstone', 'feather', true];
        yield 'not its middle' => ['Bartholomew Featherstone', 'stone', false];
        yield 'all words, in any order' => ['Bartholomew Featherstone', 'FEATH bart', true];
        yield 'one that is not there' => ['Bartholomew Featherstone', 'feath nora', false];
        yield 'accents or none' => ['Zoë Ångström', 'zoe angstrom', true];
        yield 'accents that are asked for' => ['Zoe', 'zoë', true];
        yield 'a sharp s' => ['Strauß', 'STRAUSS', true];
        yield 'a number with its letters' => ['LM-20429', 'lm-204', true];
        yield 'a number without them' => ['LM-20429', '20429', true];
        yield 'an address' => ['aoife@example.org', 'aoife@exa', true];
        yield 'a domain' => ['aoife@example.org', 'example.org', true];
        yield 'a domain with the sign before it' => ['aoife@example.org', '@example.org', true];
        yield 'a number with its sign' => ['+49 151', '+49', true];
        yield 'from right to left' => ['ليلى حداد', 'حداد', true];
        yield 'no blanks between words' => ['佐藤太郎', '太郎', true];
        yield 'signs that mean nothing' => ['100 % wool', '%', false];
        yield 'nothing asked for' => ['anything', '   ', true];
    }

    #[DataProvider('searches')]
    public function test_it_is_found_by_the_beginnings_of_words(string $text, string $search, bool $expected): void
    {
        $words = SearchWords::of($text);
        $found = array_filter(SearchWords::asked($search), static fn (string $asked): bool => array_filter($words, static fn (string $word): bool => str_starts_with($word, $asked)) !== []);

        self::assertSame($expected, count($found) === count(SearchWords::asked($search)));
    }

    public function test_there_are_limits(): void
    {
        $words = SearchWords::of(str_repeat('x', 1000).' '.implode('-', range(1, 500)));

        self::assertLessThanOrEqual(100, count($words));
        self::assertSame(SearchWords::LONGEST, max(array_map(mb_strlen(...), $words)));
        self::assertSame([], SearchWords::of("\xFF"));
    }
}
