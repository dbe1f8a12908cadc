<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Html\Elements;
use Herald\Html\Enclosed;
use Herald\Html\HtmlParser;
use Herald\Html\UnreadableHtml;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class HtmlParserTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> */
    public static function tooMuch(): iterable
    {
        yield 'bytes' => [str_repeat('é', 500_001), 'is larger than 1,000,000 bytes', ''];
        yield 'tags' => ["ä\n".str_repeat('<b>x</b>', 10_000).'<i>', 'has more than 10,000 tags', 'line 2, column 80001: '];
        yield 'attributes of one tag' => ['<p>ä</p><p '.implode(' ', array_map(static fn (int $number): string => "a{$number}", range(1, 101))).'>', 'has more than 100 attributes in one tag', 'line 1, column 9: '];
        yield 'attributes' => [str_repeat('<p a b c d e f g h>x</p>', 4_000), 'has more than 30,000 attributes', 'line 1, column 90001: '];
        yield 'depth' => [str_repeat('<div>', 197).'<p>x</p>', '', ''];
        yield 'too deep' => [str_repeat('<div>', 199), 'is nested more than 200 elements deep', 'line 1, column 991: '];
        yield 'side by side is not deep' => [str_repeat('<p>a<p>b<ul><li>c<li>d</ul>', 400), '', ''];
        yield 'rows and cells need no end' => ['<table>'.str_repeat('<tr><td>a<td>b', 400).'</table>', '', ''];
        yield 'style sheets' => [str_repeat('<style>a{}</style>', 51), 'has more than 50 style sheets', 'line 1, column 901: '];
        yield 'bytes of style sheets' => ['<style>'.str_repeat('a{} ', 50_001).'</style>', 'has more than 200,000 bytes of style sheets', 'line 1, column 1: '];
        yield 'a tag without an end' => ["a\n<p", 'has a tag or comment here that is never closed', 'line 2, column 1: '];
        yield 'a text of an attribute without an end' => ['ä<a href="b>c</a>d', 'has a tag or comment here that is never closed', 'line 1, column 2: '];
        yield 'a comment without an end' => ['a<!-- b', 'has a tag or comment here that is never closed', 'line 1, column 2: '];
        yield 'a style sheet without an end' => ['a<style>b{}', 'has a tag or comment here that is never closed', 'line 1, column 2: '];
        yield 'a title without an end' => ['a<title>b', 'has a tag or comment here that is never closed', 'line 1, column 2: '];
        yield 'an end tag without an end' => ['a<b>c</b', '', ''];
    }

    #[DataProvider('tooMuch')]
    public function test_what_is_too_much_or_cut_off_is_refused_with_its_place(string $html, string $reason, string $place): void
    {
        try {
            self::assertNotSame('', (new HtmlParser)->document($html)->textContent);
            self::assertSame('', $reason);
        } catch (UnreadableHtml $e) {
            self::assertSame([$reason, $place], [$e->reason, $e->place($html)]);
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function words(): iterable
    {
        yield 'a sign that begins nothing' => ['a < b <3 <', 'a < b <3 <'];
        yield 'many of them' => [str_repeat('<', 500), str_repeat('<', 500)];
        yield 'before the body' => ['a<body>b</body>', 'ab'];
        yield 'behind the body' => ['<html><body>a</body></html>b<p>c', 'abc'];
        yield 'without a body' => ['<title>no</title>a<p>b', 'ab'];
        yield 'within the head' => ['<html><head><title>no</title><p>a</head><body>b</body></html>', 'ab'];
        yield 'references without an end' => ['a &amp b &nonsense; &', 'a &amp b &nonsense; &'];
    }

    #[DataProvider('words')]
    public function test_no_word_is_lost(string $html, string $words): void
    {
        $body = Elements::only((new HtmlParser)->document($html), 'body');
        self::assertNotNull($body, 'there is one body');
        self::assertSame($words, implode('', array_map(static fn (\DOMNode $node): string => $node->nodeName === 'title' ? '' : (string) $node->textContent, iterator_to_array($body->childNodes, false))));
    }

    public function test_whatever_is_jumbled_is_read_with_all_its_words(): void
    {
        $random = new Randomizer(new Mt19937(31));
        $names = ['p', 'div', 'b', 'a', 'table', 'tr', 'td', 'ul', 'li', 'h1', 'br', 'img', 'span', 'section', 'font', 'body', 'html', 'head', 'x-y', 'form', 'option', 'tbody', 'caption'];
        for ($round = 0; $round < 400; $round++) {
            $html = '';
            for ($piece = 0; $piece < 60; $piece++) {
                $name = $names[$random->getInt(0, count($names) - 1)];
                $html .= match ($random->getInt(0, 6)) {
                    0, 1 => "<{$name}>", 2 => "</{$name}>", 3 => "<{$name} class='a>b' id=c>", 4 => '<!-- '.$name.' -->', default => "w{$round}x{$piece} ",
                };
            }
            $all = (new HtmlParser)->document($html)->textContent;
            foreach (Enclosed::apart($html, Enclosed::COMMENTS) as $index => $part) {
                if ($index % 2 === 0) {
                    preg_match_all('/w\d+x\d+/', strip_tags($part), $said);
                    foreach ($said[0] as $word) {
                        self::assertStringContainsString($word, (string) $all, $html);
                    }
                }
            }
        }
    }

    public function test_what_stands_between_signs_is_found_in_one_way(): void
    {
        self::assertSame(['a', '<!-- b -->', 'c<!-- d'], Enclosed::apart('a<!-- b -->c<!-- d', Enclosed::COMMENTS));
        self::assertSame(['', '<STYLE x>a{}</style >', 'b', '<!--<style>-->', '</style>'], Enclosed::apart('<STYLE x>a{}</style >b<!--<style>--></style>', Enclosed::UNSEEN));
        self::assertSame('ab', Enclosed::without('a<!-- x --><!-- y -->b', Enclosed::COMMENTS));
        self::assertSame([str_repeat('<script <!-- ', 3)], Enclosed::apart(str_repeat('<script <!-- ', 3), Enclosed::UNSEEN));
    }
}
