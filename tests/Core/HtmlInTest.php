<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\HtmlIn\Arrived;
use Herald\HtmlIn\HtmlIn;
use Herald\HtmlIn\Placeholder;
use Herald\HtmlIn\Proposals;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Template;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\FilledMessage;
use Masterminds\HTML5;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Reference\MailPrograms;

/** HTML that was written elsewhere becomes blocks; its words and pictures are all there, and what became of each element is told. */
final class HtmlInTest extends TestCase
{
    /**
     * Files in the ways in which messages are written, the first line of each saying what it becomes.
     *
     * @return iterable<string, array{string, string, string}>
     */
    public static function files(): iterable
    {
        foreach (glob(__DIR__.'/html/*.html') ?: [] as $file) {
            self::assertSame(1, preg_match('~^<!-- becomes: (.*?); placeholders: (.*?) -->\n(.*)$~s', (string) file_get_contents($file), $found), $file);
            yield basename($file, '.html') => [$found[3], $found[1], $found[2]];
        }
    }

    #[DataProvider('files')]
    public function test_it_becomes_blocks_and_nothing_of_it_is_lost_in_silence(string $html, string $becomes, string $placeholders): void
    {
        $arrived = HtmlIn::read($html);
        self::assertSame($becomes, implode(' ', self::outline($arrived->message['manuscript'])));
        self::assertSame($placeholders, implode(', ', array_map(static fn (Placeholder $one): string => ($one->decides ? '?' : '').$one->name, $arrived->placeholders)));
        self::assertReported($html, $arrived);

        // It is a message that can be sent, and says all that was to be read.
        $filled = self::filled($arrived);
        foreach (self::words($html, $arrived->placeholders) as $word) {
            self::assertStringContainsString($word, self::plain($filled->subject.' '.$filled->preview.' '.self::text($filled->html)), $word);
        }
        foreach (self::pictures($html) as $picture) {
            self::assertStringContainsString(htmlspecialchars($picture), $filled->html);
        }
    }

    public function test_thirty_files_are_tried(): void
    {
        self::assertCount(30, iterator_to_array(self::files()));
    }

    public function test_what_this_application_sends_comes_back_with_all_its_words_and_pictures(): void
    {
        foreach (array_slice(MailPrograms::messages(), 0, 4) as $html) {
            $arrived = HtmlIn::read($html);
            self::assertReported($html, $arrived);
            $filled = self::filled($arrived);
            $said = self::plain(self::text($filled->html));
            foreach (self::words($html, $arrived->placeholders) as $word) {
                self::assertStringContainsString($word, $said);
            }
            foreach (self::pictures($html) as $picture) {
                self::assertStringContainsString($picture, $filled->html);
            }
        }
    }

    public function test_placeholders_are_mapped_once_wherever_they_stand(): void
    {
        $html = '<title>For *|NAME|*</title><p>*|NAME|* and <b>*|NAME|*</b>, <a href="*|PAGE|*?n=*|NAME|*">here</a></p><img src="*|PAGE|*" alt="of *|NAME|*"><table><tr><th>a</th><th>b</th><th>*|NAME|*</th></tr><tr><td>1</td><td>2</td><td>3</td></tr></table>';
        $arrived = HtmlIn::read($html, ['*|NAME|*' => 'visit.guest.name', '*|PAGE|*' => 'visit.page']);
        self::assertSame([5 + 1, 2], array_map(static fn (Placeholder $one): int => $one->times, $arrived->placeholders));
        $filled = self::filled($arrived);
        self::assertSame('For Aoife', $filled->subject);
        self::assertStringContainsString('href="https://example.org/v/1?n=Aoife"', $filled->html);
        self::assertStringContainsString('<img src="https://example.org/v/1"', $filled->html);
        self::assertStringContainsString('alt="of Aoife"', $filled->html);
        self::assertStringContainsString('<th>Aoife</th>', $filled->html);
        self::assertStringNotContainsString('NAME', $filled->html);
    }

    public function test_styles_are_kept_where_a_look_exists_and_what_is_let_go_is_told(): void
    {
        $arrived = HtmlIn::read(<<<'HTML'
            <!DOCTYPE html><html><body bgcolor="navy" style="font-family:Verdana, sans-serif;font-size:15px;line-height:24px;color:#abc">
            <div style="background:rgb(250, 240, 230);padding:9px"><h1 style="color:maroon;font-size:32px;font-family:'Times New Roman', serif;letter-spacing:2px">A heading</h1>
            <p>Most of the words are written so, as the body says, and there are many of them. See <a href="https://example.org" style="color:teal">this</a>.</p>
            <p style="font-size:12px;text-align:right;color:#111111">Small and to the right.</p>
            <a href="https://example.org" style="background:#0A5;color:white;padding:8px;display:block;border-radius:20px;text-transform:uppercase">Go</a>
            <div style="background-color:#EEE"><p>On another ground.</p></div></div></body></html>
            HTML);
        self::assertSame(
            ['page' => '#000080', 'text' => '#AABBCC', 'paper' => '#FAF0E6', 'heading' => '#800000', 'link' => '#008080', 'font' => 'Verdana, sans-serif', 'size' => 15, 'line_height' => 160, 'heading_font' => "'Times New Roman', serif", 'heading_size' => 32, 'corner' => 20],
            $arrived->message['look'],
        );
        [$heading, , $small, $button, $section] = $arrived->message['manuscript'];
        self::assertArrayNotHasKey('look', $heading, 'what the whole says is not said again');
        self::assertSame(['end', ['text' => '#111111', 'size' => 12]], [$small['align'], $small['look']]);
        self::assertSame(['button' => '#00AA55', 'button_text' => '#FFFFFF'], $button['look']);
        self::assertSame(['accent' => '#EEEEEE'], $section['look']);
        self::assertContains(['what' => 'the style “letter-spacing”', 'became' => null, 'times' => 1], $arrived->report);
        self::assertContains(['what' => 'the style “text-transform”', 'became' => null, 'times' => 1], $arrived->report);
    }

    public function test_fields_are_proposed_by_what_they_are_called(): void
    {
        $proposals = new Proposals(Vocabulary::of(Sample::larkmoor()->recordTypes['order']));
        $for = static fn (string $name): ?string => $proposals->for(new Placeholder("{{{$name}}}", $name, false, 1));
        self::assertSame(
            ['order.customer.first_name', 'order.customer.first_name', 'order.customer.first_name', 'order.number', 'order.number', 'order.total', 'order.customer.email', 'order.page', 'order.delivery.city', 'source.name', 'order.placed_at', null],
            array_map($for, ['FNAME', 'first-name', 'name', 'ORDER_NO', 'order.number', 'orderTotal', 'customer.email', 'order_url', 'Delivery City', 'shop_name', 'date', 'flavour']),
        );
    }

    public function test_the_caption_of_a_layout_is_said(): void
    {
        self::assertSame(['text', 'heading'], array_column(HtmlIn::read('<table><caption>Above it all</caption><tr><td><h1>Below</h1></td></tr></table>')->message['manuscript'], 'type'));
    }

    /** OWASP, Cross Site Scripting Prevention: what runs elsewhere runs nowhere here. */
    public function test_hostile_html_does_nothing(): void
    {
        foreach (OwnHtmlTest::hostile() as [$html]) {
            try {
                $filled = self::filled(HtmlIn::read('<p>words</p>'.$html));
            } catch (InvalidDocument $e) {
                self::assertStringContainsString('the HTML', $e->getMessage());

                continue;
            }
            $body = (new HTML5(['disable_html_ns' => true]))->loadHTML($filled->html)->getElementsByTagName('body')->item(0);
            self::assertNotNull($body);
            foreach ($body->getElementsByTagName('*') as $element) {
                self::assertNotContains($element->tagName, ['script', 'style', 'iframe', 'object', 'embed', 'form', 'input', 'svg', 'math', 'template']);
                foreach ($element->attributes as $attribute) {
                    self::assertStringStartsNotWith('on', $attribute->nodeName);
                    self::assertDoesNotMatchRegularExpression('~^\s*(javascript|data|vbscript):~i', in_array($attribute->nodeName, ['href', 'src'], true) ? $attribute->nodeValue : '');
                }
            }
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function tooMuch(): iterable
    {
        yield 'too long' => [str_repeat('a', 1_000_001), 'is larger than 1,000,000 bytes'];
        yield 'too many elements' => [str_repeat('<p>a</p>', 10_001), 'has more than 10,000 tags'];
        yield 'too many placeholders' => [str_repeat('{{ a }} ', 2_001), 'has more than 2,000 placeholders'];
        yield 'too deep' => ["<p>\n".str_repeat('<div>', 300), 'line 2, column 991: is nested more than 200 elements deep'];
        yield 'without an end' => ['<p>a</p><a href="https://example.org>b</a>', 'line 1, column 9: has a tag or comment here that is never closed'];
        yield 'nothing to see' => ['<html><head><title>x</title></head><body><p> &nbsp; </p></body></html>', 'has nothing in it that can be seen'];
    }

    #[DataProvider('tooMuch')]
    public function test_what_is_too_much_is_refused(string $html, string $why): void
    {
        $this->expectExceptionMessage($why);
        HtmlIn::read($html);
    }

    public function test_what_lies_deep_is_read_to_an_end(): void
    {
        foreach (['<table><tr><td>', '<div style="display:inline-block">a</div><div style="display:inline-block">', '<div style="background:#123456">', '<ul><li>', '<b>', '<a href="https://example.org">'] as $open) {
            self::assertStringContainsString('deep', json_encode(HtmlIn::read(str_repeat($open, 60).'deep')->message, JSON_THROW_ON_ERROR));
        }
    }

    /**
     * Every element of the body, by name as often as it comes, is told of.
     */
    private static function assertReported(string $html, Arrived $arrived): void
    {
        $told = [];
        foreach ($arrived->report as $line) {
            if (preg_match('~^<([\w:-]+)>~', $line['what'], $found) === 1 || preg_match('~^<(img)>~', $line['what'], $found) === 1) {
                $told[$found[1]] = ($told[$found[1]] ?? 0) + $line['times'];
            }
        }
        $html = preg_replace('~<!--.*?-->|<style\b.*?</style>~is', '', $html) ?? '';
        $body = (new HTML5(['disable_html_ns' => true]))->loadHTML(stripos($html, '<body') === false ? "<!DOCTYPE html><html><body>{$html}</body></html>" : $html)->getElementsByTagName('body')->item(0);
        self::assertNotNull($body);
        $there = [];
        foreach ($body->getElementsByTagName('*') as $element) {
            $name = preg_replace('/^\w+:/', '', $element->tagName);
            $there[$name] = ($there[$name] ?? 0) + 1;
        }
        foreach ($there as $name => $times) {
            self::assertGreaterThanOrEqual($times, $told[$name] ?? 0, "<{$name}> is told of as often as it is there");
        }
    }

    /**
     * The words that a person would read, without placeholders.
     *
     * @param  list<Placeholder>  $placeholders
     * @return list<string>
     */
    private static function words(string $html, array $placeholders): array
    {
        $html = preg_replace('~<!--.*?-->|<(style|script|head|svg|video|iframe)\b.*?</\1>|<[^>]+style="[^"]*(display:none|mso-hide)[^>]*>.*?</\w+>~is', ' ', str_replace(array_map(static fn (Placeholder $one): string => $one->written, $placeholders), ' ', $html)) ?? '';
        $words = preg_split('/[\s\x{A0}]+/u', html_entity_decode(preg_replace('~\{\{.*?\}\}|<%.*?%>~s', ' ', strip_tags(str_replace('<', ' <', $html))) ?? '', ENT_QUOTES | ENT_HTML5)) ?: [];

        return array_values(array_filter(array_unique($words), static fn (string $word): bool => preg_match('/[\pL\pN]{2}/u', $word) === 1 && preg_match('/[\x{200B}-\x{200F}\x{34F}]/u', $word) !== 1));
    }

    /** @return list<string> */
    private static function pictures(string $html): array
    {
        preg_match_all('~<img\b[^>]*?\ssrc="(https?://[^"{*]+)"(?![^>]*(?:(?:width|height)="1"|display:none))~i', $html, $found);

        return array_map(html_entity_decode(...), $found[1]);
    }

    private static function text(string $html): string
    {
        return html_entity_decode(strip_tags(str_replace('<', ' <', $html)), ENT_QUOTES | ENT_HTML5);
    }

    private static function plain(string $text): string
    {
        return preg_replace('/[\s\x{A0}]+/u', ' ', $text) ?? '';
    }

    private static function filled(Arrived $arrived): FilledMessage
    {
        $document = Json::ofArray(NormalForm::of([...Sample::document([])->data, ...$arrived->message, 'envelope' => ['subject' => 'x', ...$arrived->message['envelope'] ?? []]]), 'arrived');

        return Sample::fillCompiled(Compiler::compile(Template::ofJson($document, Vocabulary::of(Sample::type()))->manuscript('en'), Brand::usual()));
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @return list<string>
     */
    private static function outline(array $blocks): array
    {
        return array_map(static function (array $block): string {
            $within = [...$block['blocks'] ?? [], ...array_merge(...array_column($block['columns'] ?? [], 'blocks') ?: [[]])];

            return $block['type'].($within === [] ? '' : '('.implode(' ', self::outline($within)).')');
        }, $blocks);
    }
}
