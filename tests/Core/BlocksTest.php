<?php

declare(strict_types=1);

namespace Tests\Core;

use Database\Demo\LarkmoorRecords;
use Herald\Brand\Brand;
use Herald\Document\Json;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\Template;
use Herald\Record\RecordReader;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Render\View;
use PHPUnit\Framework\TestCase;

/** What each type of block makes of its members, in HTML and in plain text. That all of them can be read at every width is measured in Tests\Browser\MessageTest. */
final class BlocksTest extends TestCase
{
    private const BUTTON = ['id' => 'b', 'type' => 'button', 'label' => 'Come', 'link' => 'https://example.org/come'];

    public function test_a_banner_has_real_words_on_a_plate_or_straight_on_its_picture(): void
    {
        $banner = ['id' => 'x', 'type' => 'banner', 'picture' => 'https://example.org/dome.jpg', 'height' => 300, 'blocks' => [['id' => 'h', 'type' => 'heading', 'text' => 'Under {visit.number}'], self::BUTTON]];
        $filled = Sample::fill([$banner]);

        self::assertMatchesRegularExpression('#<td background="https://example\.org/dome\.jpg" height="300" valign="middle" bgcolor="\#F3F5F9"[^>]*><table [^>]*><tr><td bgcolor="\#F3F5F9"#', $filled->html);
        self::assertStringContainsString('>Under V-1</h1>', $filled->html);
        self::assertSame(1, substr_count($filled->html, 'href="https://example.org/come"'));
        self::assertStringContainsString("UNDER V-1\n", strtoupper($filled->text));
        self::assertStringContainsString('https://example.org/come', $filled->text);
        self::assertStringNotContainsString('dome.jpg', $filled->text);
        self::assertStringNotContainsString('dome.jpg', View::NoPictures->of($filled->html));

        $bare = Sample::fill([[...$banner, 'words_on' => 'picture', 'picture' => '{visit.page}/{visit.number}.jpg']])->html;
        self::assertSame(1, preg_match_all('/ bgcolor="#F3F5F9"/', $bare));
        self::assertStringContainsString(' background="https://example.org/v/1/V-1.jpg"', $bare);
        // The picture is the same in the dark, and so are words on it.
        self::assertMatchesRegularExpression('/<h1 class="(ink-heading-(\w{6})-\2)"/', $bare);
        self::assertMatchesRegularExpression('/bgcolor="#F3F5F9" class="ground-accent-f3f5f9-f3f5f9"/', $bare);
        self::assertStringNotContainsString(' background=', Sample::fill([[...$banner, 'picture' => '{visit.page}']], ['page' => null])->html);
    }

    public function test_a_section_has_a_picture_behind_a_border_corners_and_padding_by_side(): void
    {
        $section = ['id' => 's', 'type' => 'section', 'blocks' => [['id' => 't', 'type' => 'text', 'text' => 'Words']], 'padding_above' => 5, 'padding_start' => 7, 'padding_end' => 9, 'padding_below' => 11, 'border' => 3, 'rounded' => 12];

        self::assertMatchesRegularExpression('/padding:5px 9px 11px 7px;border:1px solid #[0-9A-F]{6};border-width:3px;border-radius:12px"/', Sample::fill([$section])->html);
        self::assertStringContainsString('padding:5px 7px 11px 9px;', Sample::fill([$section], rest: ['language' => 'ar'], language: 'ar')->html);
        self::assertStringContainsString(' background="https://example.org/a.png"', Sample::fill([[...$section, 'picture' => 'https://example.org/a.png']])->html);
        self::assertStringNotContainsString('background=', Sample::fill([[...$section, 'picture' => 'javascript:alert(1)']])->html);
    }

    public function test_addresses_stand_side_by_side_in_the_order_of_their_country(): void
    {
        $venue = ['name' => 'Dome', 'street' => 'Hauptstr. 1', 'postcode' => '10115', 'city' => 'Berlin', 'country' => 'DE'];
        $block = ['id' => 'a', 'type' => 'addresses', 'rows' => [
            ['id' => 'r', 'label' => 'Venue', 'value' => [['variable' => 'visit.venue', 'format' => 'address']]],
            ['id' => 'q', 'label' => 'Guest', 'value' => '{visit.guest.name}', 'unlabelled' => true],
            ['id' => 'z', 'label' => 'Nobody', 'value' => 'Nothing', 'hidden' => true],
        ]];
        $filled = Sample::fill([$block], ['venue' => $venue]);

        self::assertStringContainsString("Venue:\nDome\nHauptstr. 1\n10115 Berlin\nGermany\n\nAoife\n", $filled->text);
        self::assertSame(2, substr_count($filled->html, 'display:inline-block;width:100%;max-width:'));
        self::assertStringContainsString('10115 Berlin<br>', $filled->html);
        self::assertStringNotContainsString('Nobody', $filled->html.$filled->text);
        self::assertStringNotContainsString('>Guest<', $filled->html);
    }

    public function test_labels_and_details_are_hidden_one_by_one(): void
    {
        $rows = [['id' => 'a', 'label' => 'Number', 'value' => '{visit.number}', 'unlabelled' => true], ['id' => 'b', 'label' => 'Size', 'value' => '{visit.size}', 'hidden' => true], ['id' => 'c', 'label' => 'Paid', 'value' => '{visit.paid}']];
        foreach (['facts', 'totals'] as $type) {
            $filled = Sample::fill([['id' => 'f', 'type' => $type, 'rows' => $rows]]);
            self::assertMatchesRegularExpression('/colspan="2"[^>]*>V-1</', $filled->html);
            self::assertStringNotContainsString('>Number<', $filled->html);
            self::assertStringNotContainsString('Size', $filled->html.$filled->text);
            self::assertStringContainsString('>Paid</th>', $filled->html);
        }
        $columns = [['id' => 'n', 'label' => 'Name', 'value' => '{item.name}', 'unlabelled' => true], ['id' => 'p', 'label' => 'Price', 'value' => '{item.price}', 'hidden' => true]];
        $items = Sample::fill([['id' => 'i', 'type' => 'line_items', 'list' => 'visit.items', 'columns' => $columns]]);
        self::assertStringContainsString('Star chart', $items->html);
        self::assertStringNotContainsString('24', $items->text);
        self::assertStringNotContainsString('Name', $items->text);
    }

    public function test_a_code_is_one_line_that_can_be_copied(): void
    {
        $filled = Sample::fill([['id' => 'c', 'type' => 'code', 'label' => 'Your voucher', 'code' => '{visit.number}', 'text' => 'Until Sunday']]);

        self::assertMatchesRegularExpression("#<p [^>]*font-family:'Courier New',Courier,monospace;[^>]*>V-1</p>#", $filled->html);
        self::assertStringContainsString("Your voucher:\nV-1\n\nUntil Sunday", $filled->text);
    }

    public function test_links_are_left_out_where_they_do_not_hold_and_a_video_where_it_leads_nowhere(): void
    {
        $menu = ['id' => 'm', 'type' => 'menu', 'links' => [
            ['id' => 'a', 'label' => 'Charts', 'link' => 'https://example.org/charts'],
            ['id' => 'b', 'label' => 'Unpaid', 'link' => '{visit.page}', 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => false]],
        ]];
        $video = ['id' => 'v', 'type' => 'video', 'source' => 'https://example.org/v.jpg', 'alternative' => 'The dome opens', 'label' => 'Watch', 'link' => '{visit.page}'];
        $filled = Sample::fill([$menu, $video]);

        self::assertStringContainsString('Charts:'."\n".'https://example.org/charts', $filled->text);
        self::assertStringNotContainsString('Unpaid', $filled->html.$filled->text);
        self::assertStringContainsString('&#9654;&#65038;&nbsp; Watch</a>', $filled->html);
        self::assertSame(2, substr_count($filled->html, 'href="https://example.org/v/1"'));
        self::assertStringNotContainsString('Watch', Sample::fill([$video], ['page' => null])->html);
    }

    public function test_a_map_from_the_map_service_is_made_of_the_record_s_coordinates(): void
    {
        $map = ['id' => 'm', 'type' => 'map', 'source' => [['variable' => 'visit.page'], ['text' => '/'], ['variable' => 'visit.meta.at'], ['text' => '/15.png']], 'alternative' => 'The main gate', 'link' => '{visit.page}', 'words' => 'How to find us'];
        $filled = Sample::fill([$map], ['meta' => ['at' => '53.4188,-7.9042']]);

        self::assertStringContainsString('src="https://example.org/v/1/53.4188%2C-7.9042/15.png"', $filled->html);
        self::assertStringContainsString('alt="The main gate"', $filled->html);
        self::assertStringContainsString("The main gate:\nhttps://example.org/v/1", $filled->text);
    }

    public function test_a_letter_ends_with_signature_contact_and_small_print(): void
    {
        $filled = Sample::fill([
            ['id' => 's', 'type' => 'signature', 'closing' => 'Clear skies,', 'picture' => 'https://example.org/hand.png', 'name' => 'Una Farrell', 'role' => 'Host of the dome'],
            ['id' => 'c', 'type' => 'contact', 'picture' => 'https://example.org/una.png', 'alternative' => 'Una', 'name' => 'Una Farrell', 'text' => 'una@larkmoor.example.org'],
            ['id' => 'g', 'type' => 'space', 'height' => 48],
            ['id' => 'n', 'type' => 'note', 'label' => 'You wrote', 'text' => '{visit.meta.wish}'],
            ['id' => 'p', 'type' => 'small_print', 'text' => 'You receive this because you asked for it.', 'label' => 'Unsubscribe', 'link' => '{visit.page}'],
        ], ['meta' => ['wish' => "<b>two</b>\nlines"]]);

        self::assertStringContainsString("Clear skies,\nUna Farrell\nHost of the dome\n\nUna Farrell\nuna@larkmoor.example.org\n", $filled->text);
        self::assertStringContainsString("You wrote:\n<b>two</b>\nlines\n", $filled->text);
        self::assertStringContainsString("Unsubscribe:\nhttps://example.org/v/1", $filled->text);
        self::assertStringContainsString('&lt;b&gt;two&lt;/b&gt;<br>', str_replace("<br>\n", '<br>', $filled->html));
        self::assertStringContainsString('<td height="48"', $filled->html);
    }

    public function test_there_is_no_link_within_another(): void
    {
        $html = Sample::fill([[...self::BUTTON, 'label' => [['text' => 'Come', 'link' => 'https://example.org/elsewhere']]]])->html;

        self::assertStringNotContainsString('elsewhere', $html);
    }

    public function test_an_order_with_thirty_blocks_stays_below_sixty_kilobytes(): void
    {
        $type = Sample::larkmoor()->recordTypes['order'];
        $vocabulary = Vocabulary::of($type);
        $document = Json::ofFile(dirname(__DIR__, 2).'/database/demo/night-blue-receipt.json')->data;
        $filled = ['picture' => ['source' => '{order.page}', 'alternative' => 'A'], 'video' => ['source' => '{order.page}', 'alternative' => 'A', 'label' => 'See', 'link' => '{order.page}'], 'button' => ['label' => 'See', 'link' => '{order.page}'], 'map' => ['source' => '{order.page}', 'alternative' => 'A']];
        foreach (Blocks::types() as $name => $class) {
            $fresh = $filled[$name] ?? $class::fresh($vocabulary);
            $ids = 0;
            $document['manuscript'] = [...$document['manuscript'], ...($fresh === null ? [] : [json_decode((string) preg_replace_callback('/"id":"[^"]*"/', static function () use ($name, &$ids): string {
                return '"id":"'.$name.'-'.++$ids.'"';
            }, json_encode(['id' => $name, 'type' => $name, ...$fresh], JSON_THROW_ON_ERROR)), true)])];
        }
        unset($document['translations']);
        self::assertGreaterThanOrEqual(30, count($document['manuscript']));
        $message = Compiler::compile(Template::ofJson(Json::ofArray($document, 'thirty'), $vocabulary)->manuscript('en'), Brand::usual());
        foreach ((new LarkmoorRecords(new \DateTimeImmutable('2026-11-23T12:00:00Z'), 'http://127.0.0.1'))->orders() as $line) {
            // As many lines as nearly all orders have.
            if (count($line['data']['items']) <= 8) {
                $data = MessageData::of($type, RecordReader::read($type, $line['data'], 'order'), Sample::source(), null, new \DateTimeImmutable('2026-11-23'), [], $message);
                self::assertLessThan(60_000, strlen(Renderer::inMemory()->html($message, $data)), (string) $line['data']['number']);
            }
        }
    }
}
