<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Block\FromHtml;
use Herald\Block\Pasted;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Schema;
use Herald\Manuscript\Blocks;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is copied elsewhere comes as blocks, with its words in their order and nothing that it should not bring. */
final class PastedTest extends TestCase
{
    /**
     * @return iterable<string, array{string, list<string>}>
     */
    public static function pieces(): iterable
    {
        yield 'a heading is bold as it is' => ['<h2 onclick="x()">The <b>night</b></h2>', ['heading {"text":[{"text":"The night"}],"level":2}']];
        yield 'there are three levels' => ['<h5>Deep</h5>', ['heading {"text":[{"text":"Deep"}],"level":3}']];
        yield 'looks and links' => ['<p>Dear <strong>Mara</strong>, <em>read</em> <u>this</u>: <a href="https://example.org/a"><b>here</b></a></p>', [
            'text {"text":[{"text":"Dear "},{"text":"Mara","bold":true},{"text":", "},{"text":"read","italic":true},{"text":" "},{"text":"this","underline":true},{"text":": "},{"text":"here","link":[{"text":"https://example.org/a"}],"bold":true}]}',
        ]];
        yield 'looks by style, as word processors write them' => ['<b style="font-weight:normal"><span style="font-weight:700">Bold</span> plain</b>', ['text {"text":[{"text":"Bold","bold":true},{"text":" plain"}]}']];
        yield 'white space and line ends as browsers show them' => ["<p>\n  One\t two <br> three  <br></p>", ['text {"text":[{"text":"One two "},{"break":true},{"text":"three"}]}']];
        yield 'points, also those within points' => ['<ul><li>One</li><li>Two <b>b</b><ul><li>Within</li></ul></li><li> </li></ul>', ['points {"points":["One","Two b","Within"]}']];
        yield 'numbered points' => ['<ol><li><p>One</p></li></ol>', ['points {"points":["One"],"numbered":true}']];
        yield 'a list with pictures is no points' => ['<ul><li>One<img src="https://example.org/a.png" alt="A lamp"></li></ul>', ['text {"text":[{"text":"One"}]}', 'picture {"source":[{"text":"https://example.org/a.png"}],"alternative":[{"text":"A lamp"}]}']];
        yield 'a picture that lies nowhere is left out' => ['<img src="data:image/png;base64,AA"><img src="file:///c/a.png"><p>Words</p>', ['text {"text":[{"text":"Words"}]}']];
        yield 'rows of a table' => ['<table><tr><th>Chart</th><th>Price</th></tr><tr><td>Moon</td><td></td><td>12</td></tr></table>', ['text {"text":[{"text":"Chart"},{"text":" · "},{"text":"Price"}]}', 'text {"text":[{"text":"Moon"},{"text":" · "},{"text":"12"}]}']];
        yield 'words between blocks' => ['One<div>Two</div>three <span><p>Four</p></span><hr>', ['text {"text":[{"text":"One"}]}', 'text {"text":[{"text":"Two"}]}', 'text {"text":[{"text":"three"}]}', 'text {"text":[{"text":"Four"}]}', 'divider []']];
        yield 'nothing that acts' => ['<script>alert(1)</script><style>p{}</style><p onmouseover="x()">Go <a href="javascript:alert(1)">there</a><iframe src="https://example.org"></iframe></p><object data="x">o</object>', ['text {"text":[{"text":"Go there"}]}']];
        yield 'a variable stays as it is written' => ['<p>{order.number}</p>', ['text {"text":[{"text":"{order.number}"}]}']];
        yield 'nothing at all' => ['<p> </p><div><br></div>', []];
    }

    /**
     * @param  list<string>  $expected
     */
    #[DataProvider('pieces')]
    public function test_html_becomes_blocks(string $html, array $expected): void
    {
        $blocks = Pasted::html($html);

        self::assertSame($expected, array_map(self::told(...), $blocks));
        Schema::Blocks->check(Json::ofArray(['format' => 'velvet-herald/blocks', 'version' => 1, 'blocks' => $blocks], 'pasted'));
    }

    public function test_plain_text_becomes_paragraphs_and_points(): void
    {
        $blocks = Pasted::text("Dear guest,\r\nyour table is ready.\n\n \n- One\n- Two\n\n1. First\n2) Second\n\n- not a list\nbecause of this\n");

        self::assertSame([
            'text {"text":[{"text":"Dear guest,"},{"break":true},{"text":"your table is ready."}]}', 'points {"points":["One","Two"]}', 'points {"points":["First","Second"],"numbered":true}',
            'text {"text":[{"text":"- not a list"},{"break":true},{"text":"because of this"}]}',
        ], array_map(self::told(...), $blocks));
        self::assertSame(['p1', 'p2', ['p3', 'p4']], [$blocks[0]['id'], $blocks[1]['id'], array_column((array) $blocks[1]['points'], 'id')]);
    }

    public function test_every_block_that_html_can_become_is_tried_above(): void
    {
        $types = array_filter(Blocks::types(), static fn (string $class): bool => is_subclass_of($class, FromHtml::class));
        $tried = [];
        foreach (self::pieces() as [$html]) {
            $tried += array_flip(array_column(Pasted::html($html), 'type'));
        }

        self::assertSame([], array_diff_key($types, $tried));
    }

    public function test_what_is_nested_without_end_has_one(): void
    {
        self::assertSame([[['text' => 'deep']]], array_column(Pasted::html(str_repeat('<div>', 190).'deep'), 'text'));
        self::assertSame([[['text' => 'deep', 'bold' => true]]], array_column(Pasted::html(str_repeat('<b>', 190).'deep'), 'text'));
        try {
            Pasted::html(str_repeat('<div>', 3_000).'deep');
            self::fail('This is too deep.');
        } catch (InvalidDocument $e) {
            self::assertStringContainsString('nested more than 200 elements deep', $e->getMessage());
        }
        $this->expectExceptionMessage('has more than 10,000 tags');
        $this->expectException(InvalidDocument::class);
        Pasted::html(str_repeat('<p>', 10_001));
    }

    /**
     * @param  array<string, mixed>  $block
     */
    private static function told(array $block): string
    {
        $type = $block['type'];
        unset($block['id'], $block['type']);
        if (is_array($block['points'] ?? null)) {
            $block['points'] = array_map(static fn (mixed $point): string => implode('', array_column((array) ((array) $point)['text'], 'text')), $block['points']);
        }

        return (is_string($type) ? $type : '').' '.json_encode($block, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }
}
