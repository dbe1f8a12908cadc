<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Block\AddOnContent;
use Herald\Brand\Brand;
use Herald\Document\InvalidDocument;
use Herald\Render\Compiler;
use Herald\Render\FilledMessage;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What add-ons hand in stands in the type of the brand, and nothing of it gets out of its place. */
final class SlotTest extends TestCase
{
    private const SLOT = ['id' => 's', 'type' => 'slot', 'slot' => 'before-items'];

    public function test_html_text_and_blocks_are_written_as_the_brand_writes_them(): void
    {
        $own = ['id' => 'h', 'type' => 'heading', 'level' => 3, 'text' => 'Where it is'];
        $pieces = [
            'html' => '<style>p{color:red}</style><h3 style="color:red" onclick="x()">Where it is</h3><div>With <b>Moorland</b> &amp; <a href="https://parcels.example.net/?a=1&amp;b=2">on its way</a></div><ul><li>one<li>two</ul><script>alert(1)</script>',
            'blocks' => [
                ['type' => 'heading', 'text' => 'Where it is', 'level' => 3], ['type' => 'text', 'text' => [['text' => 'With '], ['text' => 'Moorland', 'bold' => true], ['text' => ' & '], ['text' => 'on its way', 'link' => 'https://parcels.example.net/?a=1&b=2']]],
                ['type' => 'points', 'points' => [['text' => 'one'], ['text' => 'two']]],
            ],
        ];
        $expected = null;
        foreach ($pieces as $form => $content) {
            $filled = self::filled([$form => $content]);
            $expected ??= $filled;
            self::assertSame($expected->html, $filled->html, $form);
            self::assertSame($expected->text, $filled->text, $form);
        }
        // As the brand's own heading is written, word for word.
        preg_match('#<h3 .*?</h3>#', Sample::fill([$own])->html, $heading);
        self::assertStringContainsString($heading[0], $expected->html);
        self::assertMatchesRegularExpression('#With <strong>Moorland</strong> &amp; <a class="ink-link" style="color:\#[0-9A-F]{6};text-decoration:underline" href="https://parcels\.example\.net/\?a=1&amp;b=2">on its way</a></p>#', $expected->html);
        self::assertMatchesRegularExpression('#<ul[^>]*><li[^>]*>one</li><li[^>]*>two</li></ul>#', $expected->html);
        self::assertStringNotContainsString('alert', $expected->html);
        self::assertStringNotContainsString('herald-', $expected->html.$expected->text);
        self::assertMatchesRegularExpression("~^(WHERE IT IS|Where it is)\n\W+\n\nWith Moorland & on its way \\(https://parcels\.example\.net/\\?a=1&b=2\\)\n\n-  one\n-  two\n~m", $expected->text);
        self::assertStringContainsString('<p class="ink-text"', self::filled(['text' => "Two lines\nof one"])->html);
        self::assertStringContainsString('Two lines<br>of one</p>', self::filled(['text' => "Two lines\nof one"])->html);
    }

    public function test_a_place_for_which_nothing_came_leaves_no_trace(): void
    {
        $words = ['id' => 't', 'type' => 'text', 'text' => 'Words'];
        $body = static fn (FilledMessage $filled): string => explode('</head>', $filled->html)[1].$filled->text;
        $without = $body(Sample::fill([$words]));

        self::assertSame($without, $body(Sample::fill([$words, self::SLOT])));
        self::assertSame($without, $body(self::filled(['html' => '<script>x</script> '], [$words, self::SLOT])));
    }

    public function test_rows_buttons_and_pictures_are_filled_and_what_leads_nowhere_is_left_out(): void
    {
        $filled = self::filled(['blocks' => [
            ['type' => 'facts', 'rows' => [['label' => 'Carried by', 'value' => 'Moorland & Co'], ['label' => 'Due', 'value' => '<Friday>']]],
            ['type' => 'button', 'label' => 'Follow', 'link' => 'https://parcels.example.net/a"b'], ['type' => 'button', 'label' => 'Nowhere', 'link' => 'javascript:alert(1)'],
            ['type' => 'picture', 'source' => 'https://parcels.example.net/p.png', 'alternative' => '"><b>'], ['type' => 'picture', 'source' => 'data:image/png;base64,xx', 'alternative' => 'no'], ['type' => 'divider'],
        ]]);

        self::assertSame(1, preg_match('#<tr><th[^>]*>Carried by</th><td[^>]*>Moorland &amp; Co</td></tr><tr><th[^>]*>Due</th><td[^>]*>&lt;Friday&gt;</td></tr>#', $filled->html));
        self::assertStringContainsString('href="https://parcels.example.net/a%22b">Follow</a>', $filled->html);
        self::assertStringContainsString('alt="&quot;&gt;&lt;b&gt;"', $filled->html);
        self::assertStringNotContainsString('Nowhere', $filled->html.$filled->text);
        self::assertStringNotContainsString('base64', $filled->html);
        self::assertMatchesRegularExpression("/Carried by +Moorland & Co\nDue +<Friday>\n/", $filled->text);
        self::assertStringContainsString("Follow:\nhttps://parcels.example.net/a%22b", $filled->text);
    }

    public function test_words_that_look_like_ours_stay_words(): void
    {
        $hostile = ['{{ 7*7 }} {% if x %} {order.number} {visit.number}', 'herald-label https://herald.invalid/address', "\x02\x04\x1F marks", "a\r\nBcc: x@example.org"];
        foreach ($hostile as $words) {
            $filled = self::filled(['blocks' => [['type' => 'text', 'text' => [['text' => $words]]]]]);
            self::assertStringContainsString(htmlspecialchars(trim((string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F]/', '', strtok(str_replace("\r", '', $words), "\n")))), $filled->html);
            self::assertStringNotContainsString('49', $filled->text);
            self::assertStringNotContainsString('V-1', explode('</title>', $filled->html)[1]);
        }
    }

    /**
     * @return iterable<string, array{array<array-key, mixed>, string}>
     */
    public static function refused(): iterable
    {
        yield 'no form' => [[], 'is content in one of these forms: html, text, blocks'];
        yield 'two forms' => [['html' => '', 'text' => ''], 'is content in one of these forms'];
        yield 'another form' => [['markdown' => '# x'], 'is content in one of these forms'];
        yield 'a list for a text' => [['html' => ['x']], 'must be a text'];
        yield 'a text for blocks' => [['blocks' => 'x'], 'must be a list of blocks'];
        yield 'a block that may not be handed in' => [['blocks' => [['type' => 'repeat', 'list' => 'visit.items', 'blocks' => []]]], 'blocks/0: is no block that can be handed in; heading, text, points, facts, button, picture, divider can'];
        yield 'a slot within' => [['blocks' => [['type' => 'slot', 'slot' => 'x']]], 'is no block that can be handed in'];
        yield 'a block that lacks something' => [['blocks' => [['type' => 'button', 'label' => 'x']]], 'blocks/0'];
        yield 'too many' => [['blocks' => array_fill(0, 51, ['type' => 'divider'])], 'is made of 51 pieces; 50 are the most'];
        yield 'too many elements' => [['html' => str_repeat('<i>', 20_000)], 'elements'];
    }

    /**
     * @param  array<array-key, mixed>  $content
     */
    #[DataProvider('refused')]
    public function test_content_of_another_form_says_what_is_wrong(array $content, string $why): void
    {
        try {
            AddOnContent::read($content, 'content');
            self::fail('It was taken');
        } catch (InvalidDocument $e) {
            self::assertStringContainsString($why, $e->getMessage());
        }
    }

    /**
     * @param  array<string, mixed>  $content
     * @param  list<array<string, mixed>>  $blocks
     */
    private static function filled(array $content, array $blocks = [self::SLOT]): FilledMessage
    {
        return Sample::fillCompiled(Compiler::compile(Sample::template($blocks)->manuscript('en'), Brand::usual()), slots: ['before-items' => AddOnContent::read($content, 'content')]);
    }
}
