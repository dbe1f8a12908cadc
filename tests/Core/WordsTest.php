<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Manuscript\Inline;
use Herald\Manuscript\InlineReader;
use Herald\Manuscript\Variable;
use Herald\Record\Vocabulary;
use Herald\Render\TextLayout;
use Herald\Value\Clean;
use Herald\Value\Formats;
use Herald\Value\Locality;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class WordsTest extends TestCase
{
    public function test_variables_are_written_in_brackets(): void
    {
        $runs = self::read('On {visit.day|date_full} for {visit.guest.name or "you, dear"}: {visit.total}')->runs;
        [$day, $name, $total] = [$runs[1]->content, $runs[3]->content, $runs[5]->content];

        self::assertInstanceOf(Variable::class, $day);
        self::assertSame('date_full', $day->format->name());
        self::assertInstanceOf(Variable::class, $name);
        self::assertSame('you, dear', $name->fallback);
        self::assertInstanceOf(Variable::class, $total);
        self::assertSame('money', $total->format->name(), 'the usual format of money');
        self::assertSame(['On ', ' for ', ': '], [$runs[0]->content, $runs[2]->content, $runs[4]->content]);
    }

    public function test_what_is_no_variable_is_text(): void
    {
        foreach (['{{ 7*7 }}', '{% if %}', '{ 7 }', 'a { b', '}{', '{}'] as $text) {
            self::assertSame([$text], array_column(self::read($text)->runs, 'content'));
        }
        self::assertSame('{visit.number} costs', self::read('\{visit.number} costs')->runs[0]->content);
    }

    public function test_a_format_can_be_told_more(): void
    {
        $with = static fn (string $words): array => self::read($words)->runs[0]->content instanceof Variable ? self::read($words)->runs[0]->content->with : [];

        self::assertSame(['digits' => 2], $with('{visit.size|number(digits: 2)}'));
        self::assertSame(['one' => 'a "guest"', 'other' => '# guests {all} (of them)'], $with('{visit.size|words_by_number(one: "a \\"guest\\"" , other:"# guests {all} (of them)") or "nobody"}'));
        self::assertSame(['field' => 'name', 'joined' => 'or'], $with('{visit.items|list(field: "name", joined: "or")}'));
    }

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function refused(): iterable
    {
        yield 'unknown' => ['{visit.size|number(places: 2)}', '"visit.size" as number: "places" is not known here; digits are'];
        yield 'out of range' => ['{visit.size|number(digits: 7)}', 'visit.size" as number: "digits" must be a whole number from 0 to 6'];
        yield 'of another kind' => ['{visit.size|number(digits: "2")}', '"digits" must be a whole number'];
        yield 'nothing can be said' => ['{visit.day|date_long(digits: 2)}', '"digits" is not known here; nothing can be said of it'];
        yield 'cannot be read' => ['{visit.size|number(2)}', '"{visit.size|number(2)}" cannot be read as a variable'];
        yield 'a value that there is not' => ['{visit.status|words_by_value(gone: "x", other: "y")}', '"gone" is not known here'];
        yield 'not for all' => ['{visit.size|words_by_number(one: "x")}', '"other" must be said'];
        yield 'a list of objects without a field' => ['{visit.items|list}', '"field" must be said'];
        yield 'a field that they do not have' => ['{visit.items|list(field: "colour")}', '"field" must be one of '];
        yield 'a group that is no address' => ['{visit.guest}', '"visit.guest" is a group of fields; name one of them'];
    }

    #[DataProvider('refused')]
    public function test_what_a_format_cannot_be_told_is_refused(string $words, string $reason): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage($reason);
        self::read($words);
    }

    public function test_line_ends_are_line_breaks(): void
    {
        $runs = self::read("one\ntwo\r\n{visit.number}")->runs;

        self::assertSame(['one', null, 'two', null], array_map(static fn ($run) => $run->content, array_slice($runs, 0, 4)));
    }

    public function test_text_is_set_in_78_columns(): void
    {
        $text = TextLayout::set(str_repeat('words of some length ', 30)."\n\nhttps://example.org/".str_repeat('x', 100)."\n");
        $lines = explode("\n", rtrim($text));

        self::assertCount(11, $lines);
        self::assertSame('https://example.org/'.str_repeat('x', 100), $lines[10], 'an address stays whole');
        foreach (array_slice($lines, 0, 9) as $line) {
            self::assertLessThanOrEqual(78, mb_strwidth($line));
        }
    }

    public function test_tables_stand_in_columns_whatever_the_script(): void
    {
        $row = static fn (string ...$cells): string => TextLayout::ROW.implode(TextLayout::CELL, $cells)."\n";
        $end = TextLayout::END;

        self::assertSame(
            "Chart   €24.00\nКарта  €115.90\n星図     €5.00\n",
            TextLayout::set($row('Chart', $end.'€24.00').$row('Карта', $end.'€115.90').$row('星図', $end.'€5.00')),
        );
        self::assertSame("Note  one\n      two\n", TextLayout::set($row('Note', 'one'.TextLayout::BREAK.'two')));
        $wide = TextLayout::set($row(str_repeat('long words ', 20), $end.'€1.00'));
        foreach (explode("\n", rtrim($wide)) as $line) {
            self::assertLessThanOrEqual(78, mb_strwidth($line));
        }
    }

    /**
     * @return iterable<string, array{0: string, 1: mixed, 2: string, 3: string, 4?: array<string, string|int>}>
     */
    public static function formatted(): iterable
    {
        yield 'no digits' => ['number', '2.5', 'en', '3', ['digits' => 0]];
        yield 'digits' => ['number', 2, 'de', '2,00', ['digits' => 2]];
        yield 'percent with a digit' => ['percent', '12.345', 'en', '12.3%', ['digits' => 1]];
        yield 'one' => ['words_by_number', 1, 'en', '1 guest', ['one' => '# guest', 'other' => '# guests']];
        yield 'many' => ['words_by_number', 1200, 'de', '1.200 Gäste', ['one' => '# Gast', 'other' => '# Gäste']];
        yield 'none at all' => ['words_by_number', 0, 'en', 'nobody', ['=0' => 'nobody', 'other' => '# guests']];
        yield 'a category that is not told apart' => ['words_by_number', 2, 'ar', '٢ ضيوف', ['few' => '# x', 'other' => '# ضيوف']];
        yield 'as many as a list has' => ['words_by_number', ['a'], 'en', 'one: 1', ['one' => 'one: #', 'other' => '#']];
        yield 'by value' => ['words_by_value', 'sent', 'en', 'on its way', ['sent' => 'on its way', 'other' => 'with us']];
        yield 'by any other value' => ['words_by_value', 'paid', 'en', 'with us', ['sent' => 'on its way', 'other' => 'with us']];
        yield 'by yes and no' => ['words_by_value', false, 'en', 'not yet', ['true' => 'paid', 'false' => 'not yet']];
        yield 'a list of amounts' => ['list', [['price' => ['amount' => '1', 'currency' => 'EUR']], ['price' => ['amount' => '2', 'currency' => 'EUR']]], 'en', '€1.00 and €2.00', ['field' => 'price']];
        yield 'a list of what is empty' => ['list', [['name' => null], ['name' => '']], 'en', '', ['field' => 'name']];
        yield 'a list of days' => ['list', ['2026-11-24', true, 3], 'en-IE', '24 November 2026, yes and 3'];
        yield 'hours' => ['duration', '1.5', 'en', '1 hour, 30 minutes', ['unit' => 'hours']];
        yield 'no days' => ['duration', 0, 'en', '0 days', ['unit' => 'days']];
        yield 'more time than there is' => ['duration', '999999999999999999', 'en', ''];
        yield 'the beginning of a text' => ['text', 'Saturn through the long tube', 'en', 'Saturn through…', ['length' => 16]];
        yield 'whole letters' => ['text', '👩‍🚀👩‍🚀👩‍🚀', 'en', '👩‍🚀👩‍🚀…', ['length' => 2]];
        yield 'all of a text' => ['text', 'Saturn', 'en', 'Saturn', ['length' => 6]];
        yield 'an ordinal' => ['ordinal', 23, 'en-IE', '23rd'];
        yield 'an ordinal with a dot' => ['ordinal', 3, 'de', '3.'];
        yield 'an initial' => ['initial', ' aoife', 'en', 'A'];
        yield 'an initial of its language' => ['initial', 'istanbul', 'tr', 'İ'];
        yield 'an initial of several marks' => ['initial', "e\u{301}va", 'fr', "E\u{301}"];
        yield 'no initial' => ['initial', '', 'en', ''];
        yield 'capitals' => ['upper_case', 'straße', 'de', 'STRASSE'];
        yield 'a language without rules of its own' => ['upper_case', 'larkmoor', 'qaa', 'LARKMOOR'];
        yield 'a capital for each word' => ['title_case', 'saturn through the long tube', 'en', 'Saturn Through The Long Tube'];
        yield 'a Dutch digraph' => ['title_case', 'ijsland', 'nl', 'IJsland'];
        yield 'an address as it is said' => ['link_text', 'https://www.larkmoor.example.org/', 'en', 'larkmoor.example.org'];
        yield 'an address with a path' => ['link_text', 'http://larkmoor.example.org/a/?b', 'en', 'larkmoor.example.org/a/?b'];
        yield 'a telephone number at home' => ['telephone', '+353871234567', 'en-IE', '087 123 4567'];
        yield 'as it is dialled there' => ['telephone', '087 1234567', 'en-IE', '087 123 4567'];
        yield 'from elsewhere' => ['telephone', '00353 87 1234567', 'de-DE', '+353 87 123 4567'];
        yield 'of no known country' => ['telephone', '087 1234567', 'en', '087 1234567'];
        yield 'no telephone number' => ['telephone', 'ask at the gate', 'en-IE', 'ask at the gate'];
        yield 'a long row of nines' => ['telephone', str_repeat('9', 400), 'en-IE', str_repeat('9', 400)];
        yield 'masked' => ['masked', 'DE89370400440532013000', 'de', '•••• 3000'];
        yield 'too short to show some of it' => ['masked', '12345678', 'de', '••••••••'];
        yield 'sealed' => ['masked', ['sealed' => 'x'], 'de', '••••••••'];
        yield 'what is no day' => ['relative_day', 'soon', 'en', ''];
    }

    /**
     * @param  array<string, string|int>  $with
     */
    #[DataProvider('formatted')]
    public function test_values_are_put_into_words(string $format, mixed $value, string $language, string $words, array $with = []): void
    {
        self::assertSame($words, Formats::all()[$format]->apply($value, new Locality($language, 'Europe/Dublin', [], '2026-11-23T08:00:00Z', $with)));
    }

    public function test_a_day_is_as_far_off_as_calendars_where_it_happens_say(): void
    {
        $far = static fn (string $value, string $zone, ?string $now = '2026-11-23T22:30:00Z'): string => Formats::all()['relative_day']->apply($value, new Locality('en', $zone, [], $now));
        self::assertSame('today', $far('2026-11-23T23:00:00Z', 'Europe/Dublin'), 'half an hour from now');
        self::assertSame('tomorrow', $far('2026-11-24T00:30:00Z', 'Europe/Dublin'), 'two hours from now, and after midnight');
        self::assertSame('today', $far('2026-11-24T00:30:00Z', 'Pacific/Auckland'), 'where it is the 24th already');
        self::assertSame('yesterday', $far('2026-11-23', 'Pacific/Auckland'), 'a day has no zone, today has one');
        self::assertSame('in 365 days', $far('2027-11-23', 'Europe/Dublin'));
        self::assertSame('November 24, 2026', $far('2026-11-24', 'Europe/Dublin', null), 'where there is no message there is no today');
    }

    public function test_cleaning_keeps_what_people_write(): void
    {
        foreach (['Zoë O’Shea', 'ليلى حداد', '🌟 Stella', "a\nb\tc", 'क्षत्रिय'] as $text) {
            self::assertSame($text, Clean::text($text));
        }
        self::assertSame('a b', Clean::line("a\r\n\t b"));
        self::assertSame('a b', Clean::line("a\u{2028}b"));
    }

    private static function read(string $words): Inline
    {
        $faults = new Faults;
        $inline = (new InlineReader(Vocabulary::of(Sample::type()), $faults))->inline($words, 'here');
        $faults->throwIfAny('words');

        return $inline;
    }
}
