<?php

declare(strict_types=1);

namespace Tests\Browser;

use Database\Demo\LarkmoorRecords;
use Herald\Brand\Brand;
use Herald\Cast\FirstCast;
use Herald\Colour\Colour;
use Herald\Document\Json;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Template;
use Herald\Record\RecordReader;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Render\View;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Sample;
use Tests\Reference\MailPrograms;

/** Messages as headless Chromium lays them out: a measure of what mail programs on that engine show. */
final class MessageTest extends TestCase
{
    private Chromium $chromium;

    private string $file;

    protected function setUp(): void
    {
        $this->chromium = Chromium::shared();
        $this->file = sys_get_temp_dir().'/herald-message-'.bin2hex(random_bytes(6)).'.html';
    }

    protected function tearDown(): void
    {
        @unlink($this->file);
        $this->chromium->resize(null);
    }

    public function test_columns_stand_side_by_side_and_below_each_other_on_a_phone(): void
    {
        $column = static fn (string $id): array => ['id' => $id, 'blocks' => [['id' => $id.'t', 'type' => 'text', 'text' => "Words of {$id}"]]];
        file_put_contents($this->file, Sample::fill([['id' => 'c', 'type' => 'columns', 'columns' => [$column('a'), $column('b')]]])->html);

        self::assertSame([0, 0], $this->measure(640, "return [...document.querySelectorAll('.ground-paper p')].map((p, n, all) => p.getBoundingClientRect().top - all[0].getBoundingClientRect().top)"));
        [, $second] = $this->measure(375, "return [...document.querySelectorAll('.ground-paper p')].map((p, n, all) => p.getBoundingClientRect().top - all[0].getBoundingClientRect().top)");
        self::assertGreaterThan(20, $second);
    }

    public function test_line_items_are_two_lines_each_on_a_phone_and_no_amount_is_broken(): void
    {
        $layla = array_filter(self::performances(Brand::usual()), static fn (string $name): bool => str_starts_with($name, 'night-blue-receipt, LM-20421, en'), ARRAY_FILTER_USE_KEY);
        $this->show((string) current($layla));
        $look = <<<'JS'
            const range = document.createRange();
            const text = words => { for (const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT); walk.nextNode();) if (walk.currentNode.data.replaceAll('\u00a0', ' ').includes(words)) { range.selectNodeContents(walk.currentNode); return range; } };
            const name = text('Moon atlas').getBoundingClientRect().top;
            return [text('KWD 139.500').getClientRects().length, text('KWD 139.500').getBoundingClientRect().top - name];
            JS;
        foreach ([320 => true, 375 => true, 600 => false] as $width => $isPhone) {
            $this->chromium->resize($width);
            [$lines, $below] = $this->chromium->driver->executeScript($look);
            self::assertSame([1, $isPhone], [$lines, $below > 15], "at {$width}");
        }
    }

    /**
     * @return array<string, array{Brand, int}> brands of all measures, with how wide their messages are at most
     */
    public static function brands(): array
    {
        $usual = Json::ofFile(Brand::usualFile())->data;
        $brand = static fn (array $changes): Brand => Brand::ofJson(Json::ofArray([...$usual, ...$changes], 'brand'), 'https://example.org/pictures/');
        $logo = ['picture' => str_repeat('a', 32).'.png', 'dark_picture' => str_repeat('b', 32).'.png', 'width' => 720, 'plate' => '#FFFFFF'];

        return [
            'usual' => [Brand::usual(), 600],
            'widest, across the window, with all that a brand can have' => [$brand([
                'measures' => ['width' => 720, 'full' => true, 'step' => 16, 'corner' => 32], 'logo' => $logo, 'type' => [...$usual['type'], 'size' => 24, 'heading_size' => 48, 'line_height' => 200],
                'legal' => str_repeat('Larkmoor Observatory Trust, ', 12), 'social' => array_map(static fn (int $n): array => ['name' => "Star log number {$n}", 'address' => 'https://example.org/'.$n], range(1, 12)),
            ]), 720],
            'narrowest' => [$brand(['measures' => ['width' => 480, 'step' => 4]]), 480],
        ];
    }

    #[DataProvider('brands')]
    public function test_no_message_is_wider_than_its_window_nor_than_its_brand_whoever_it_is_about(Brand $brand, int $most): void
    {
        foreach (self::performances($brand) as $name => $html) {
            $this->show($html);
            foreach ([320, 375, 600, 1280] as $width) {
                $this->chromium->resize($width);
                [$scroll, $content] = $this->chromium->driver->executeScript("return [document.documentElement.scrollWidth, Math.max(...[...document.querySelectorAll('h1, p, th, img')].map(one => one.getBoundingClientRect().width))]");
                self::assertLessThanOrEqual($width, $scroll, "{$name} at {$width}");
                self::assertLessThanOrEqual(min($width, $most), $content, "{$name} at {$width}");
            }
        }
    }

    public function test_every_block_keeps_to_its_width_and_can_be_read_in_every_view(): void
    {
        // In both directions: MailPrograms::messages() fails when a type of block is missing from it.
        $messages = MailPrograms::messages();
        foreach (['left to right' => $messages[0], 'left to right, across the window' => $messages[3], 'right to left' => $messages[4]] as $name => $html) {
            foreach (View::cases() as $view) {
                $this->show($view->of($html));
                foreach ([320, 375, 600, 1280] as $width) {
                    $this->chromium->resize($width);
                    self::assertLessThanOrEqual($width, $this->chromium->driver->executeScript('return document.documentElement.scrollWidth'), "{$name}, {$view->value} at {$width}");
                }
                self::assertSame([], array_filter($this->violations(), static fn (string $one): bool => ! str_starts_with($one, 'color-contrast') || $view !== View::Inverted), "{$name}, {$view->value}");
            }
        }
    }

    public function test_a_button_stands_where_it_is_aligned(): void
    {
        $button = static fn (string $align): array => ['id' => $align, 'type' => 'button', 'align' => $align, 'label' => 'Come', 'link' => 'https://example.org'];
        $sides = "return [...document.querySelectorAll('.ground-paper .ground-button')].map(one => { const cell = one.closest('table').parentElement.getBoundingClientRect(), box = one.getBoundingClientRect(); return [box.left - cell.left, cell.right - box.right].map(Math.round); })";
        foreach (['en' => false, 'ar' => true] as $language => $rightToLeft) {
            file_put_contents($this->file, Sample::fill([$button('start'), $button('center'), $button('end')], rest: ['language' => $language], language: $language)->html);
            [$start, $center, $end] = $this->measure(640, $sides);
            self::assertSame([0, 0], [$start[$rightToLeft ? 1 : 0], $end[$rightToLeft ? 0 : 1]], $language);
            self::assertLessThanOrEqual(1, abs($center[0] - $center[1]), $language);
            self::assertGreaterThan(100, $center[0], $language);
        }
    }

    public function test_everything_can_be_read_in_dark_surroundings(): void
    {
        // WCAG 2.2, SC 1.4.3, from computed styles, where the message's own rules for the dark are followed.
        foreach (self::brands() as $brandName => [$brand]) {
            foreach (array_slice(self::performances($brand), 0, 4) as $name => $html) {
                file_put_contents($this->file, View::Dark->of($html));
                [$ground, $words] = $this->measure(640, "return ['[bgcolor=\"#FFFFFF\"].ground-paper', 'h1'].map(one => getComputedStyle(document.querySelector(one))).map((style, n) => n ? style.color : style.backgroundColor)");
                self::assertLessThan(0.1, self::luminance($ground), $brandName);
                self::assertGreaterThan(0.5, self::luminance($words), $brandName);
                self::assertSame([], $this->violations(), "{$name}, {$brandName}");
                $shown = $this->measure(640, "return ['.only-dark', '.only-light'].map(one => document.querySelector(one)?.checkVisibility() ?? null)");
                self::assertSame($brand->logo === null ? [null, null] : [true, false], $shown, 'the version of the logo for the dark');
            }
        }
    }

    public function test_it_can_be_read_where_a_program_inverts_colours_by_force(): void
    {
        $usual = Json::ofFile(Brand::usualFile())->data;
        // A button of middling lightness is remarked on in the findings of a brand; this one is clearly dark.
        $brand = Brand::ofJson(Json::ofArray([...$usual, 'colours' => [...$usual['colours'], 'button' => '#16233A', 'button_text' => '#FFFFFF']], 'brand'));
        foreach ([...array_slice(self::performances($brand), 0, 4), ...MailPrograms::messages($brand)] as $name => $html) {
            file_put_contents($this->file, View::Inverted->of($html));
            $this->measure(640, 'return 1');
            self::assertSame([], $this->violations(), (string) $name);
        }
    }

    public function test_it_holds_together_where_style_sheets_are_stripped(): void
    {
        $brand = self::brands()['widest, across the window, with all that a brand can have'][0];
        foreach (array_slice(self::performances($brand), 0, 2) as $name => $html) {
            file_put_contents($this->file, preg_replace('#<style>.*?</style>|<meta name="(supported-)?color-scheme[s]?"[^>]*>#', '', $html));
            [$scroll, $ground, $dark] = $this->measure(375, "return [document.documentElement.scrollWidth, getComputedStyle(document.querySelector('.ground-paper')).backgroundColor, document.querySelector('.only-dark').checkVisibility()]");
            self::assertSame([375, 'rgb(255, 255, 255)', false], [$scroll, $ground, $dark], $name);
            self::assertSame([], $this->violations(), $name);
        }
    }

    /**
     * Every template of the demo, with every member of the cast, in every language.
     *
     * @return array<string, string> HTML by what it is
     */
    private static function performances(Brand $brand): array
    {
        $records = new LarkmoorRecords(new \DateTimeImmutable('2026-11-23T12:00:00Z'), 'http://127.0.0.1:9');
        $performances = [];
        $passages = Passages::of(['clear-skies' => NormalForm::of(Json::ofFile(dirname(__DIR__, 2).'/database/demo/clear-skies.json')->data)]);
        foreach (['night-blue-receipt' => ['order', $records->orders()], 'parcel-away' => ['order', $records->orders()], 'dome-night' => ['booking', $records->bookings()]] as $key => [$kind, $lines]) {
            $type = Sample::larkmoor()->recordTypes[$kind];
            $document = Json::ofFile(dirname(__DIR__, 2)."/database/demo/{$key}.json")->data;
            // From right to left too.
            $document['translations']['ar'] = [$document['manuscript'][0]['id'].'.text' => 'شكرا جزيلا، {recipient.name or "ضيفنا"}'];
            $template = Template::ofJson(Json::ofArray($document, $key), Vocabulary::of($type), $passages);
            $data = [];
            foreach ($lines as $line) {
                $record = RecordReader::read($type, $line['data'], $kind);
                $data[RecordReader::identityOf($type, $record)] = $record;
            }
            foreach ($template->languages() as $language) {
                $compiled = Compiler::compile($template->manuscript($language), $brand);
                foreach (FirstCast::of($type, $data) as $member) {
                    $messageData = MessageData::of($type, $data[$member->key], Sample::source(), null, new \DateTimeImmutable('2026-11-23'), [], $compiled);
                    $performances["{$key}, {$member->key}, {$language}"] = Renderer::inMemory()->html($compiled, $messageData);
                }
            }
        }

        return $performances;
    }

    /** Relative luminance (WCAG 2.2) of a colour as it is computed: "rgb(22, 35, 58)". */
    private static function luminance(string $computed): float
    {
        preg_match('/(\d+), (\d+), (\d+)/', $computed, $channels);

        return Colour::ofRgb((int) $channels[1], (int) $channels[2], (int) $channels[3])->luminance();
    }

    public function test_blocks_are_shown_on_phones_or_wide_screens_and_change_their_size(): void
    {
        file_put_contents($this->file, Sample::fill([
            ['id' => 'a', 'type' => 'text', 'text' => 'For phones', 'shown_on' => 'phone'],
            ['id' => 'b', 'type' => 'text', 'text' => 'For wide screens', 'shown_on' => 'wide'],
            ['id' => 'c', 'type' => 'text', 'text' => 'For all', 'phone_size' => 150],
        ])->html);
        $look = "return [...document.querySelectorAll('.ground-paper p')].filter(p => p.checkVisibility()).map(p => p.innerText + ' ' + getComputedStyle(p).fontSize)";

        self::assertSame(['For wide screens 16px', 'For all 16px'], $this->measure(640, $look));
        self::assertSame(['For phones 16px', 'For all 24px'], $this->measure(375, $look));
        // A program that strips style sheets.
        file_put_contents($this->file, preg_replace('#<style>.*?</style>#', '', (string) file_get_contents($this->file)));
        self::assertSame(['For wide screens 16px', 'For all 16px'], $this->measure(375, $look));
    }

    public function test_text_is_readable_and_in_order_and_alternatives_are_seen(): void
    {
        // WCAG 2.2 A and AA by axe-core: contrast of all visible text from computed styles (SC 1.4.3), names of pictures and links, roles, language.
        $type = Sample::larkmoor()->recordTypes['order'];
        $template = Template::ofJson(Json::ofFile(dirname(__DIR__, 2).'/database/demo/night-blue-receipt.json'), Vocabulary::of($type));
        $picture = ['id' => 'p', 'type' => 'picture', 'source' => 'https://example.org/dome.png', 'alternative' => 'The dome at night', 'width' => 200];
        $orders = array_slice((new LarkmoorRecords(new \DateTimeImmutable('2026-11-23T12:00:00Z'), 'http://127.0.0.1:9'))->orders(), -12);
        $messages = ['with a picture' => Sample::fill([$picture])->html, 'right to left' => Sample::fill([$picture, ['id' => 't', 'type' => 'text', 'text' => 'ليلى']], rest: ['language' => 'ar'], language: 'ar')->html];
        foreach ($template->languages() as $language) {
            $compiled = Compiler::compile($template->manuscript($language), Brand::usual());
            foreach ([0, 3, 11] as $index) {
                $messageData = MessageData::of($type, RecordReader::read($type, $orders[$index]['data'], 'order'), Sample::source(), null, new \DateTimeImmutable('2026-11-23'));
                $messages["{$language} {$index}"] = Renderer::inMemory()->html($compiled, $messageData);
            }
        }
        foreach ($messages as $name => $html) {
            foreach ([View::Wide, View::NoPictures] as $view) {
                file_put_contents($this->file, $view->of($html));
                $this->measure(640, 'return 1');
                self::assertSame([], $this->violations(), "{$name}, {$view->value}");
            }
        }
        file_put_contents($this->file, View::NoPictures->of($messages['with a picture']));
        [$words, $height] = $this->measure(640, "const img = document.querySelector('img'); return [img.alt, img.getBoundingClientRect().height]");
        self::assertSame('The dome at night', $words);
        self::assertGreaterThan(10, $height, 'the alternative text takes room where the picture would be');
    }

    /**
     * What axe-core finds in the message that is open.
     *
     * @return list<string>
     */
    private function violations(): array
    {
        $this->chromium->driver->executeScript((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));

        return $this->chromium->driver->executeAsyncScript("const done = arguments[arguments.length - 1]; axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']}).then(r => done(r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html + ' ' + (n.any[0]?.message ?? '')).join(' | '))))");
    }

    private function show(string $html): void
    {
        file_put_contents($this->file, $html);
        $this->chromium->driver->get('file://'.$this->file);
    }

    private function measure(int $width, string $script): mixed
    {
        $this->chromium->resize($width);
        $this->chromium->driver->get('file://'.$this->file);

        return $this->chromium->driver->executeScript($script);
    }
}
