<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Document\Json;
use Herald\Manuscript\Change;
use Herald\Manuscript\Differences;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\PlainText;
use Herald\Manuscript\Template;
use Herald\Record\Fullness;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;
use Herald\Render\FilledMessage;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Render\TwigWriter;
use Herald\Render\Unfillable;
use Masterminds\HTML5;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Twig\Environment;
use Twig\Loader\ArrayLoader;

final class RenderTest extends TestCase
{
    /** Everything at once, to be filled with all sorts of data. */
    private const ALL = [
        ['id' => 'h', 'type' => 'heading', 'level' => 2, 'text' => 'For {visit.guest.name or "you"}'],
        ['id' => 't', 'type' => 'text', 'text' => [['text' => 'See '], ['variable' => 'visit.number', 'bold' => true, 'link' => 'https://example.org/{visit.guest.name}?q={visit.number}'], ['break' => true], ['text' => 'or <here>', 'italic' => true, 'underline' => true, 'colour' => 'accent']]],
        ['id' => 'b', 'type' => 'button', 'label' => 'Go, {visit.guest.name}', 'link' => '{visit.page}'],
        ['id' => 'p', 'type' => 'picture', 'source' => '{visit.page}', 'alternative' => 'Picture of {visit.guest.name}', 'link' => '{visit.page}'],
        ['id' => 'd', 'type' => 'divider'],
        ['id' => 'f', 'type' => 'facts', 'rows' => [['id' => 'f1', 'label' => 'Name', 'value' => '{visit.guest.name}'], ['id' => 'f2', 'label' => 'Size', 'value' => '{visit.size}', 'when' => ['path' => 'visit.size', 'operator' => 'more', 'value' => 1]]]],
        ['id' => 'l', 'type' => 'line_items', 'list' => 'visit.items', 'picture' => '{item.picture}', 'empty' => 'Nothing.', 'columns' => [['id' => 'l1', 'label' => 'What', 'value' => '{item.name}'], ['id' => 'l2', 'value' => '{item.price}', 'align' => 'end']]],
        ['id' => 's', 'type' => 'totals', 'rows' => [['id' => 's1', 'label' => 'Total', 'value' => '{visit.total}', 'strong' => true]]],
        ['id' => 'g', 'type' => 'section', 'blocks' => [['id' => 'g1', 'type' => 'text', 'text' => 'Inside: {visit.meta.table or "no table"}', 'small' => true]]],
        ['id' => 'k', 'type' => 'columns', 'columns' => [['id' => 'k1', 'blocks' => [['id' => 'k1t', 'type' => 'text', 'text' => 'First column.']]], ['id' => 'k2', 'blocks' => [['id' => 'k2t', 'type' => 'picture', 'source' => 'https://example.org/x.png', 'alternative' => 'Second column']]]]],
        ['id' => 'c', 'type' => 'choice', 'branches' => [['id' => 'c1', 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => true], 'blocks' => [['id' => 'c1t', 'type' => 'text', 'text' => 'It is paid.']]]], 'otherwise' => [['id' => 'c2t', 'type' => 'text', 'text' => 'It is not paid.']]],
        ['id' => 'o', 'type' => 'points', 'points' => [['id' => 'o1', 'text' => 'A point for {visit.guest.name}'], ['id' => 'o2', 'text' => [['text' => 'and '], ['variable' => 'visit.number', 'bold' => true]]]]],
        ['id' => 'r', 'type' => 'repeat', 'list' => 'visit.guests', 'item' => 'guest', 'blocks' => [['id' => 'r1', 'type' => 'text', 'text' => 'With {guest}.']], 'empty' => [['id' => 'r2', 'type' => 'text', 'text' => 'Alone.']]],
    ];

    public function test_words_go_by_numbers_and_values_in_each_language(): void
    {
        $words = '{visit.size|words_by_number(one: "# <b>guest</b> {{ 7*7 }} \\\\\'", other: "# guests, {% if %}")}, {visit.status|words_by_value(done: "all done", other: "still open")}.';
        $blocks = [['id' => 't', 'type' => 'text', 'text' => $words], ['id' => 'a', 'type' => 'text', 'text' => '{visit.venue or "nowhere"} {visit.items|list(field: "name")}']];
        $german = ['translations' => ['de' => ['t.text' => '{visit.size|words_by_number(one: "# Gast", other: "# Gäste")}']]];

        $one = Sample::fill($blocks, ['size' => 1], $german);
        self::assertStringContainsString('1 &lt;b&gt;guest&lt;/b&gt; {{ 7*7 }} \\&#039;, still open.', $one->html);
        self::assertStringContainsString('1 <b>guest</b> {{ 7*7 }} \\\', still open.', $one->text);
        self::assertStringContainsString('nowhere Star chart and Red torch', $one->text);
        $many = Sample::fill($blocks, ['size' => 1200, 'status' => 'done', 'venue' => ['street' => 'Mill <Lane> 3', 'postcode' => '10115', 'city' => 'Berlin', 'country' => 'DE']], $german);
        self::assertStringContainsString('1,200 guests, {% if %}, all done.', $many->text);
        self::assertStringContainsString('Mill &lt;Lane&gt; 3<br>10115 Berlin<br>Germany', str_replace("<br>\n", '<br>', $many->html));
        self::assertStringContainsString("Mill <Lane> 3\n10115 Berlin\nGermany", $many->text);
        self::assertStringContainsString('1 Gast', Sample::fill($blocks, ['size' => 1], $german, 'de')->text);
        self::assertStringContainsString('1.200 Gäste', Sample::fill($blocks, ['size' => 1200], $german, 'de')->text);
    }

    public function test_items_are_selected_sorted_numbered_and_parted(): void
    {
        $item = static fn (?string $name, ?string $price): array => ['name' => $name, 'price' => $price === null ? null : ['amount' => $price, 'currency' => 'EUR'], 'picture' => null];
        $items = ['items' => [$item('Zebra', '5'), $item('Öl', '40'), $item('apple', null), $item('Chart', '25'), $item('Torch', '15')]];
        $said = static function (array $repeat) use ($items): string {
            $message = Sample::fill([['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'blocks' => [['id' => 'r1', 'type' => 'text', 'text' => '{item_number}. {item.name}']], 'empty' => [['id' => 'e', 'type' => 'text', 'text' => 'None.']], ...$repeat]], $items);
            preg_match_all('/(?:\d\. \S+|and|None\.)/u', strstr($message->text, '1. ') ?: $message->text, $found);

            return implode(' ', $found[0]);
        };

        self::assertSame('1. Zebra 2. Öl 3. apple 4. Chart 5. Torch', $said([]));
        self::assertSame('1. Öl 2. Chart 3. Torch', $said(['sorted_by' => 'price', 'descending' => true, 'most' => 3]), 'the three dearest');
        self::assertSame('1. Zebra 2. Torch 3. Chart 4. Öl 5. apple', $said(['sorted_by' => 'price']), 'what has no price comes last');
        self::assertSame('1. apple 2. Chart 3. Öl 4. Torch 5. Zebra', $said(['sorted_by' => 'name']), 'as its language sorts');
        self::assertSame('1. Öl 2. Chart', $said(['only' => ['path' => 'item.price', 'operator' => 'more', 'value' => 20]]));
        self::assertSame('1. Torch 2. Chart 3. apple 4. Öl 5. Zebra', $said(['descending' => true]), 'the other way round');
        self::assertSame('1. Öl and 2. Chart', $said(['only' => ['path' => 'item.price', 'operator' => 'more', 'value' => 20], 'between' => [['id' => 'b', 'type' => 'text', 'text' => 'and']]]));
        self::assertSame('None.', $said(['only' => ['path' => 'item.price', 'operator' => 'more', 'value' => 200]]));
        self::assertSame('1. Zebra', $said(['only' => ['path' => 'item_first', 'operator' => 'is', 'value' => true]]));
        self::assertSame('1. Zebra', $said(['most' => 1]));
        $last = Sample::fill([['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'blocks' => [['id' => 'r1', 'type' => 'text', 'text' => 'last: {item.name}', 'when' => ['path' => 'item_last', 'operator' => 'is', 'value' => true]], ['id' => 'r2', 'type' => 'repeat', 'list' => 'visit.guests', 'item' => 'guest', 'most' => 1, 'blocks' => [['id' => 'r3', 'type' => 'text', 'text' => '{item_number}/{guest_number} {guest}']]]]]], $items)->text;
        self::assertStringContainsString('last: Torch', $last);
        self::assertStringNotContainsString('last: Chart', $last);
        self::assertStringContainsString('4/1 Bram', $last, 'one within another');
        self::assertStringNotContainsString('Ciara', $last);
        $lines = Sample::fill([['id' => 'l', 'type' => 'line_items', 'list' => 'visit.items', 'sorted_by' => 'price', 'descending' => true, 'most' => 2, 'columns' => [['id' => 'l1', 'value' => '{item_number}. {item.name}'], ['id' => 'l2', 'value' => '{item.price}']]]], $items);
        self::assertMatchesRegularExpression('/1\. Öl\s+€40\.00\n2\. Chart\s+€25\.00\n/', $lines->text);
        self::assertStringNotContainsString('Torch', $lines->html);

        $sum = static fn (array $changes, array $more = []): FilledMessage => Sample::fill([['id' => 'l', 'type' => 'line_items', 'list' => 'visit.items', 'sum' => 'Together', 'columns' => [['id' => 'l1', 'value' => '{item.name}'], ['id' => 'l2', 'value' => '{item.price}', 'align' => 'end', 'summed' => true]], ...$more]], $changes);
        self::assertMatchesRegularExpression('/Torch\s+€15\.00\nTogether\s+€85\.00\n/', $sum($items)->text);
        self::assertMatchesRegularExpression('~Together</td><td[^>]*>€85\.00</td>~', (string) preg_replace('/<(?!\/?td)[^>]*>/', '', $sum($items)->html));
        self::assertMatchesRegularExpression('/Together\s+€65\.00\n/', $sum($items, ['only' => ['path' => 'item.price', 'operator' => 'more', 'value' => 20]])->text, 'of those that are selected');
        self::assertStringNotContainsString('Together', $sum(['items' => []])->text.$sum(['items' => []])->html, 'nothing to add up');
    }

    public function test_amounts_of_two_currencies_are_not_added_up_and_no_message_goes_out_that_lacks_the_sum(): void
    {
        $this->expectException(Unfillable::class);
        $this->expectExceptionMessage('"price" cannot be added up: EUR and USD are two currencies');

        Sample::fill([['id' => 'l', 'type' => 'line_items', 'list' => 'visit.items', 'sum' => 'Together', 'columns' => [['id' => 'l1', 'value' => '{item.price}', 'summed' => true]]]], ['items' => [['name' => 'A', 'price' => ['amount' => '1', 'currency' => 'EUR']], ['name' => 'B', 'price' => ['amount' => '1', 'currency' => 'USD']]]]);
    }

    public function test_what_cannot_be_selected_is_told_at_its_place(): void
    {
        $faults = static fn (array $repeat): array => array_map(static fn ($fault): string => "{$fault->place}: {$fault->reason}", Template::draft(Sample::document([['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'blocks' => [], ...$repeat]]), Vocabulary::of(Sample::type()), 'en')->faults);

        self::assertSame(['manuscript/0/sorted_by: "weight" is no field of the items that they can be sorted by'], $faults(['sorted_by' => 'weight']));
        self::assertSame(['manuscript/0/only/path: "item.weight" is not known here'], $faults(['only' => ['path' => 'item.weight', 'operator' => 'filled']]));
    }

    public function test_every_block_stands_in_html_and_in_text(): void
    {
        $message = Sample::fill(self::ALL);

        foreach (['For Aoife', 'V-1', 'Go, Aoife', 'Star chart', '€15.90', '€1,234.50', 'Inside: 7', 'First column.', 'Second column', 'It is paid.', 'A point for Aoife', 'With Bram.', 'With Ciara.', 'Larkmoor Observatory'] as $words) {
            self::assertStringContainsString($words, $message->html);
            self::assertStringContainsString($words, $message->text);
        }
        self::assertStringNotContainsString('It is not paid.', $message->html.$message->text);
        self::assertStringContainsString('or &lt;here&gt;', $message->html);
        self::assertStringContainsString("For Aoife\n=========\n", $message->text);
        self::assertStringContainsString("What\nStar chart  €24.00\nRed torch   €15.90\n", $message->text);
        self::assertStringContainsString("Go, Aoife:\nhttps://example.org/v/1\n", $message->text);
    }

    /**
     * @return iterable<string, array{array<string, mixed>, list<string>}>
     */
    public static function branches(): iterable
    {
        yield 'otherwise' => [['paid' => false], ['It is not paid.']];
        yield 'empty lists' => [['items' => [], 'guests' => []], ['Nothing.', 'Alone.']];
        yield 'fallbacks' => [['guest' => null, 'meta' => null], ['For you', 'Inside: no table']];
    }

    /**
     * @param  array<string, mixed>  $changes
     * @param  list<string>  $words
     */
    #[DataProvider('branches')]
    public function test_other_data_take_other_branches(array $changes, array $words): void
    {
        $message = Sample::fill(self::ALL, $changes);
        foreach ($words as $one) {
            self::assertStringContainsString($one, $message->html);
            self::assertStringContainsString($one, $message->text);
        }
    }

    /**
     * OWASP ASVS 5.3.3 (output encoding against XSS), 5.2.5 (template injection).
     *
     * @return iterable<string, array{string}>
     */
    public static function hostile(): iterable
    {
        yield 'markup' => ['<script>alert(1)</script><img src=x onerror=alert(1)>'];
        yield 'attribute' => ['" onmouseover="alert(1)" x=\''];
        yield 'expression' => ['{{ 7*7 }}{{ visit.number }}'];
        yield 'tag' => ['{% if 1 %}x{% endif %}{# note #}'];
        yield 'line ends' => ["Aoife\r\nBcc: everyone@example.org\r\n\r\nBody"];
        yield 'overrides' => ["Aoife\u{202E}gpj.exe\u{2066}x"];
        yield 'controls' => ["A\x00\x02\x04\x1F\x05b"];
        yield 'broken UTF-8' => ["Aoife\xC3\x28"];
    }

    #[DataProvider('hostile')]
    public function test_hostile_data_change_neither_markup_nor_template_nor_headers(string $name): void
    {
        $blocks = array_slice(self::ALL, 0, 3);
        $rest = ['envelope' => ['subject' => 'Dear {visit.guest.name}', 'preview' => 'For {visit.guest.name}', 'from_name' => 'Desk of {visit.guest.name}']];
        $message = Sample::fillCompiled(Compiler::compile(Sample::template($blocks, $rest)->manuscript('en'), Brand::usual()), ['guest' => ['name' => $name]]);
        $harmless = Sample::fillCompiled(Compiler::compile(Sample::template($blocks, $rest)->manuscript('en'), Brand::usual()));

        self::assertSame(self::skeleton($harmless->html), self::skeleton($message->html), 'the elements and attributes are those of harmless data');
        self::assertStringNotContainsString('49', $message->html);
        foreach ([$message->subject, $message->fromName, $message->preview] as $line) {
            self::assertDoesNotMatchRegularExpression('/[\r\n]/', $line);
        }
        self::assertDoesNotMatchRegularExpression('/[\x{202A}-\x{202E}\x{2066}-\x{2069}\x00-\x08]/u', $message->html.$message->text.$message->subject);
        if (str_contains($name, '{')) {
            self::assertStringContainsString('Dear '.$name, $message->subject, 'brackets are just text');
        }
    }

    /**
     * @return iterable<string, array{string}>
     */
    public static function unsafeAddresses(): iterable
    {
        yield 'javascript' => ['javascript:alert(1)'];
        yield 'javascript in disguise' => ["java\tscript:alert(1)"];
        yield 'with a control in front' => ["\x01javascript:alert(1)"];
        yield 'data' => ['data:text/html,<script>alert(1)</script>'];
        yield 'vbscript in capitals' => ['VBScript:msgbox'];
        yield 'no scheme' => ['//example.org/x'];
        yield 'file' => ['file:///etc/passwd'];
    }

    #[DataProvider('unsafeAddresses')]
    public function test_a_link_that_is_not_safe_to_follow_leads_nowhere(string $address): void
    {
        $message = Sample::fill([...array_slice(self::ALL, 2, 2), ['id' => 'w', 'type' => 'text', 'text' => [['text' => 'Words that stay', 'link' => '{visit.page}']]]], ['page' => $address]);

        // Words in a text stay as they are; a button is nothing without the place it leads to.
        foreach ([$message->html, $message->text] as $part) {
            self::assertStringContainsString('Words that stay', $part);
            self::assertStringNotContainsString('Go, Aoife', $part);
        }
        preg_match_all('/(?:href|src)="([^"]*)"/', $message->html, $links);
        self::assertSame(['https://larkmoor.example.org'], array_values(array_unique($links[1])));
        self::assertStringNotContainsString($address, $message->text);
    }

    public function test_data_in_an_address_are_encoded(): void
    {
        $message = Sample::fill([self::ALL[1]], ['guest' => ['name' => 'a/b?c&d="e é'], 'number' => 'V 1']);

        self::assertStringContainsString('href="https://example.org/a%2Fb%3Fc%26d%3D%22e%20%C3%A9?q=V%201"', $message->html);
    }

    public function test_columns_share_the_width_and_stand_below_each_other_in_text(): void
    {
        $message = Sample::fill([self::ALL[9]]);

        // 600 less 24 on either side, in two; the first keeps 16 as a gap.
        self::assertSame(2, substr_count($message->html, '<div style="display:inline-block;width:100%;max-width:276px;vertical-align:top">'));
        self::assertStringContainsString('width="276" alt="Second column"', $message->html, 'a picture is no wider than its column');
        self::assertStringStartsWith("First column.\n\nSecond column\n", $message->text);
    }

    public function test_points_have_marks_or_numbers_and_hang_in_text(): void
    {
        $points = ['id' => 'o', 'type' => 'points', 'points' => [
            ['id' => 'a', 'text' => 'Warm clothes, for the dome is as cold as the night outside, which is the whole point of it'],
            ['id' => 'b', 'text' => 'A deposit', 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => false]],
            ['id' => 'c', 'text' => [['text' => 'Red torches'], ['break' => true], ['text' => 'no white ones']]],
        ]];
        $hanging = static fn (string $one, string $two): string => "{$one}Warm clothes, for the dome is as cold as the night outside, which is the\n   ".str_repeat(' ', strlen($one) - 3)."whole point of it\n{$two}Red torches\n   ".str_repeat(' ', strlen($one) - 3).'no white ones';

        $marked = Sample::fill([$points]);
        self::assertStringStartsWith($hanging('-  ', '-  ')."\n", $marked->text);
        self::assertMatchesRegularExpression('#<ul style="margin:0 0 0 24px;padding:0"><li [^>]*>Warm.*</li><li [^>]*>Red torches<br>no white ones</li></ul>#', $marked->html);

        // What is not shown is not counted, in either part.
        $numbered = Sample::fill([['numbered' => true] + $points]);
        self::assertStringStartsWith($hanging('1.  ', '2.  ')."\n", $numbered->text);
        self::assertSame(1, preg_match_all('#<ol [^>]*>.*</ol>#s', $numbered->html));
        self::assertSame(2, substr_count($numbered->html, '<li '));

        self::assertStringContainsString('<ul style="margin:0 24px 0 0;padding:0">', Sample::fill([$points], [], ['language' => 'ar'], 'ar')->html);
        self::assertStringContainsString('list-style-position:inside', Sample::fill([['align' => 'center'] + $points])->html);
    }

    public function test_groups_may_stand_in_groups_and_conditions_may_speak_of_items(): void
    {
        $text = static fn (string $id, string $words): array => ['id' => $id, 'type' => 'text', 'text' => $words];
        $message = Sample::fill([['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'item' => 'thing', 'blocks' => [
            ['id' => 'c', 'type' => 'choice', 'branches' => [
                ['id' => 'c1', 'when' => ['path' => 'thing.price', 'operator' => 'more', 'value' => ['amount' => '20', 'currency' => 'EUR']], 'blocks' => [
                    ['id' => 's', 'type' => 'section', 'blocks' => [['id' => 'r2', 'type' => 'repeat', 'list' => 'visit.guests', 'item' => 'guest', 'blocks' => [$text('t1', '{thing.name} is dear, {guest}.')]]]],
                ]],
            ], 'otherwise' => [$text('t2', '{thing.name} is {thing.price}, {visit.guest.name or "you"}.')]],
        ]]]);

        self::assertStringStartsWith("Star chart is dear, Bram.\n\nStar chart is dear, Ciara.\n\nRed torch is €15.90, Aoife.\n", $message->text);
        self::assertSame(2, substr_count($message->html, 'Star chart is dear'));
        self::assertSame(1, substr_count($message->html, 'Red torch is'));
    }

    public function test_labels_and_fallbacks_are_just_text_too(): void
    {
        $type = json_decode((string) json_encode(['key' => 'odd', 'name' => 'Odd', 'identity' => 'id', 'fields' => [
            ['key' => 'id', 'type' => 'text'],
            ['key' => 'state', 'type' => 'option', 'options' => [['value' => "it's", 'label' => "<b>}} {{ 7*7 }} \\' %}"]]],
            ['key' => 'note', 'type' => 'text'],
        ]]), true);
        $type = RecordType::ofJson(Json::ofArray($type, 'odd'));
        $template = Template::ofJson(Sample::document([['id' => 't', 'type' => 'text', 'text' => [['variable' => 'odd.state'], ['text' => ' '], ['variable' => 'odd.note', 'fallback' => "}} <i> {{ 8*8 }} \\'"]]]], ['record_type' => 'odd', 'envelope' => ['subject' => '{odd.id}']]), Vocabulary::of($type));
        $messageData = MessageData::of($type, RecordReader::read($type, ['id' => 'o', 'state' => "it's"], 'odd'), Sample::source(), null, new \DateTimeImmutable('2026-11-22'));
        $message = Renderer::inMemory()->fill(Compiler::compile($template->manuscript('en'), Brand::usual()), $messageData);

        self::assertStringStartsWith("<b>}} {{ 7*7 }} \\' %} }} <i> {{ 8*8 }} \\'\n", $message->text);
        self::assertStringContainsString('&lt;b&gt;}} {{ 7*7 }} \\&#039; %} }} &lt;i&gt; {{ 8*8 }} \\&#039;', $message->html);
    }

    public function test_languages_from_right_to_left_turn_the_layout_round(): void
    {
        $html = Sample::fill(self::ALL, rest: ['translations' => ['ar' => ['h.text' => 'شكرا']]], language: 'ar')->html;

        self::assertStringContainsString('<html lang="ar" dir="rtl">', $html);
        self::assertStringContainsString('<td align="right" style="padding:0 0 8px 0;text-align:right"><h2', $html);
        self::assertStringContainsString('<td align="left" class="item-last edge-line ink-text" style="padding:9px 0;border-bottom', $html, 'amounts stand at the end of the line, which is left');
    }

    public function test_the_html_is_laid_out_as_mail_programs_need_it(): void
    {
        $message = Sample::fill(self::ALL, rest: ['envelope' => ['subject' => 'S', 'preview' => 'Look & see']]);
        $document = (new HTML5)->loadHTML($message->html);
        $parser = new HTML5;
        $parser->loadHTML($message->html);

        self::assertSame([], $parser->getErrors(), 'it is valid for an HTML5 parser');
        $xpath = new \DOMXPath($document);
        $xpath->registerNamespace('h', 'http://www.w3.org/1999/xhtml');
        self::assertSame(0, $xpath->query('//h:script|//h:link|//h:form')->length);
        self::assertSame(0, $xpath->query('//h:img[not(@alt)]')->length, 'every picture has an alternative text');
        self::assertSame(0, $xpath->query('//h:table[not(@role) and not(.//h:th) and not(.//h:td[@style])]')->length);
        self::assertStringContainsString('max-width:600px', $message->html);
        $hidden = $xpath->query('//h:body/h:div')->item(0);
        self::assertStringStartsWith('Look & see', $hidden?->textContent ?? '');
        self::assertStringContainsString('display:none', $hidden?->attributes?->getNamedItem('style')->nodeValue ?? '');
    }

    public function test_a_compiled_message_is_the_same_after_it_was_stored(): void
    {
        $compiled = Compiler::compile(Sample::template(self::ALL)->manuscript('en'), Brand::usual());
        $stored = CompiledMessage::ofArray(json_decode(json_encode($compiled->toArray(), JSON_THROW_ON_ERROR), true));

        self::assertEquals(Sample::fillCompiled($compiled), Sample::fillCompiled($stored));
        self::assertContains('visit.guest.name', $compiled->paths);
        self::assertContains('visit.paid', $compiled->paths);
    }

    public function test_a_field_that_is_not_in_the_data_at_all_is_an_error_and_not_an_empty_text(): void
    {
        $compiled = Compiler::compile(Sample::template([self::ALL[0]])->manuscript('en'), Brand::usual());
        $messageData = MessageData::kept(['visit' => ['number' => 'V-1'], 'source' => Sample::source()->toArray()], Sample::source());

        $this->expectExceptionMessage('The data have no "visit.guest.name"');
        Renderer::inMemory()->html($compiled, $messageData);
    }

    /**
     * @return iterable<array{string}>
     */
    public static function literals(): iterable
    {
        foreach (['{{ 7*7 }}', '{% raw %}', '{# c #}', 'ends in {', '{', '{{{%', '}}{{-', "\n{%\n", "a\n\nb", '{% verbatim %}{{ x }}{% endverbatim %}'] as $literal) {
            yield $literal => [$literal];
        }
    }

    #[DataProvider('literals')]
    public function test_author_text_never_becomes_template(string $literal): void
    {
        $twig = new TwigWriter;
        $twig->tag('if true');
        $twig->literal($literal);
        $twig->print("'X'");
        $twig->literal($literal);
        $twig->tag('endif');
        $twig->literal("\n".$literal);

        $environment = new Environment(new ArrayLoader(['t' => $twig->source()]), ['autoescape' => false]);
        self::assertSame($literal.'X'.$literal."\n".$literal, $environment->render('t'));
    }

    /** Elements with their attributes' names, and no values: what data may never change. */
    private static function skeleton(string $html): string
    {
        $skeleton = '';
        $walk = static function (\DOMNode $node) use (&$walk, &$skeleton): void {
            foreach ($node->childNodes as $child) {
                if ($child instanceof \DOMElement && $child->localName !== 'br') {
                    $skeleton .= '<'.$child->localName.' '.implode(' ', array_map(static fn (\DOMAttr $attribute): string => $attribute->name, iterator_to_array($child->attributes))).'>';
                    $walk($child);
                }
            }
        };
        $walk((new HTML5)->loadHTML($html));

        return $skeleton;
    }

    public function test_what_differs_on_a_phone_stands_in_a_style_sheet_and_is_missed_by_nobody_without_one(): void
    {
        $filled = Sample::fill([
            ['id' => 'a', 'type' => 'heading', 'text' => 'Short', 'shown_on' => 'phone', 'phone_size' => 80],
            ['id' => 'b', 'type' => 'heading', 'text' => 'A heading for wide screens', 'shown_on' => 'wide'],
            ['id' => 'c', 'type' => 'section', 'phone_size' => 125, 'blocks' => [['id' => 'd', 'type' => 'text', 'text' => 'Larger'], ['id' => 'e', 'type' => 'text', 'text' => 'Smaller', 'phone_size' => 75]]],
            ['id' => 'f', 'type' => 'picture', 'source' => 'https://example.org/a.png', 'alternative' => 'A', 'width' => 400, 'phone_size' => 50],
        ]);
        preg_match('#<style>(.*?)</style></head>#', $filled->html, $sheet);

        self::assertStringStartsWith('@media only screen and (max-width:480px) {', $sheet[1]);
        foreach (['.on-phone { display:table-cell!important }', '.on-wide { display:none!important }', '.phone-21-26 { font-size:21px!important;line-height:26px!important }', '.phone-20-30 { font-size:20px!important;line-height:30px!important }', '.phone-12-18 {', 'max-width:200px!important'] as $rule) {
            self::assertStringContainsString($rule, $sheet[1]);
        }
        self::assertMatchesRegularExpression('#<td class="on-phone"[^>]*style="[^"]*display:none;mso-hide:all#', $filled->html);
        self::assertStringContainsString('<p class="ink-text phone-12-18" style=', $filled->html, 'the nearest size wins');
        self::assertStringNotContainsString('Short', $filled->text, 'what phones show instead is not said twice');
        self::assertStringContainsString('A heading for wide screens', $filled->text);
        self::assertStringNotContainsString('max-width:480px', Sample::fill([['id' => 'a', 'type' => 'text', 'text' => 'x']])->html);
    }

    public function test_a_block_may_say_something_else_in_plain_text(): void
    {
        $filled = Sample::fill([
            ['id' => 'a', 'type' => 'picture', 'source' => 'https://example.org/map.png', 'alternative' => 'Map', 'plain' => 'The dome is behind the mill, {visit.guest.name or "guest"}.'],
            ['id' => 'b', 'type' => 'repeat', 'list' => 'visit.items', 'blocks' => [['id' => 'c', 'type' => 'text', 'text' => '{item.name}']], 'plain' => 'See the items on the web.'],
        ]);
        self::assertStringContainsString("The dome is behind the mill, Aoife.\n\nSee the items on the web.", $filled->text);
        self::assertStringContainsString('Star chart', $filled->html);
        self::assertStringNotContainsString('Star chart', $filled->text);
        self::assertStringNotContainsString('behind the mill', $filled->html);
    }

    public function test_the_whole_plain_text_may_be_taken_over_by_hand_and_it_is_noticed_when_the_message_changes(): void
    {
        $document = NormalForm::of(Sample::document(self::ALL, ['translations' => ['de' => ['h.text' => 'Für {visit.guest.name}']]])->data);
        $taken = PlainText::takenOver($document);
        $fill = static fn (array $document, string $language = 'en'): FilledMessage => Sample::fillCompiled(Compiler::compile(Template::ofJson(Json::ofArray($document, 'taken'), Vocabulary::of(Sample::type()))->manuscript($language), Brand::usual()));
        $old = static fn (array $document): array => array_filter(
            Checks::of(Examination::of(Json::ofArray($document, 'taken'), Sample::type(), null, Fullness::in([]), Brand::usual())),
            static fn (Finding $finding): bool => str_contains($finding->words, 'taken over by hand'),
        );

        self::assertSame($fill($document)->text, $fill($taken)->text, 'it says at first what the message says');
        self::assertStringStartsWith('Für Aoife', $fill($taken, 'de')->text);
        self::assertSame([], $old($taken));

        $taken['plain']['blocks'][0]['text'] = [['text' => 'For those who read plain text, '], ['variable' => 'visit.guest.name']];
        self::assertStringStartsWith('For those who read plain text, Aoife', $fill($taken)->text);
        self::assertStringNotContainsString('plain text', $fill($taken)->html);
        self::assertSame([], $old($taken), 'the plain text may change');

        $changed = $taken;
        $changed['manuscript'][0]['text'] = [['text' => 'Another heading']];
        $found = array_values($old($changed));
        self::assertCount(1, $found);
        self::assertSame([], $old([...$changed, 'plain' => $found[0]->mends[0]->set[0]['value']]));
        $changed = $taken;
        $changed['translations']['de']['h.text'] = [['text' => 'Anders']];
        self::assertCount(1, $old($changed), 'in any language');
        self::assertSame(['In plain text: Heading'], array_values(array_map(static fn (Change $change): string => $change->label, Differences::between(PlainText::takenOver($document), $taken, Vocabulary::of(Sample::type())))));
    }

    public function test_thirty_blocks_with_ten_items_stay_under_60_kb(): void
    {
        $file = dirname(__DIR__).'/Bench/order.json';
        $type = Sample::larkmoor()->recordTypes['order'];
        $template = Template::ofJson(Json::ofFile($file), Vocabulary::of($type));
        $record = RecordReader::read($type, json_decode((string) file_get_contents(dirname(__DIR__).'/Bench/record.json'), true), 'bench');
        $compiled = Compiler::compile($template->manuscript('en'), Brand::usual());
        $html = Renderer::inMemory()->html($compiled, MessageData::of($type, $record, Sample::source(), null, new \DateTimeImmutable('2026-11-22'), [], $compiled));

        self::assertCount(10, $record['items']);
        self::assertLessThan(60 * 1024, strlen($html));
    }
}
