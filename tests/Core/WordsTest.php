<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Document\Faults;
use Herald\Manuscript\Inline;
use Herald\Manuscript\InlineReader;
use Herald\Manuscript\Variable;
use Herald\Record\Vocabulary;
use Herald\Render\TextLayout;
use Herald\Value\Clean;
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
