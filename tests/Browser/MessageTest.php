<?php

declare(strict_types=1);

namespace Tests\Browser;

use Database\Demo\LarkmoorRecords;
use Herald\Brand\Brand;
use Herald\Document\Json;
use Herald\Manuscript\Template;
use Herald\Record\RecordReader;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\Renderer;
use Herald\Render\Scope;
use Herald\Render\View;
use PHPUnit\Framework\TestCase;
use Tests\Core\Sample;

/** Messages as headless Chromium lays them out: a measure of what mail programs on that engine show. */
final class MessageTest extends TestCase
{
    private Chromium $chromium;

    private string $file;

    protected function setUp(): void
    {
        $this->chromium = new Chromium;
        $this->file = sys_get_temp_dir().'/herald-message-'.bin2hex(random_bytes(6)).'.html';
    }

    protected function tearDown(): void
    {
        @unlink($this->file);
    }

    public function test_columns_stand_side_by_side_and_below_each_other_on_a_phone(): void
    {
        $column = static fn (string $id): array => ['id' => $id, 'blocks' => [['id' => $id.'t', 'type' => 'text', 'text' => "Words of {$id}"]]];
        file_put_contents($this->file, Sample::fill([['id' => 'c', 'type' => 'columns', 'columns' => [$column('a'), $column('b')]]])->html);

        self::assertSame([0, 0], $this->measure(640, "return [...document.querySelectorAll('p')].map((p, n, all) => p.getBoundingClientRect().top - all[0].getBoundingClientRect().top)"));
        [, $second] = $this->measure(375, "return [...document.querySelectorAll('p')].map((p, n, all) => p.getBoundingClientRect().top - all[0].getBoundingClientRect().top)");
        self::assertGreaterThan(20, $second);
    }

    public function test_no_message_is_wider_than_its_window_and_none_wider_than_600_px(): void
    {
        $type = Sample::larkmoor()->recordTypes['order'];
        $template = Template::ofJson(Json::ofFile(dirname(__DIR__, 2).'/database/demo/night-blue-receipt.json'), Vocabulary::of($type));
        $renderer = Renderer::inMemory();
        $awkward = array_slice((new LarkmoorRecords(new \DateTimeImmutable('2026-11-23T12:00:00Z'), 'http://127.0.0.1:9'))->orders(), -12);
        foreach ($template->languages() as $language) {
            $compiled = Compiler::compile($template->manuscript($language), Brand::usual());
            foreach ($awkward as $line) {
                $record = RecordReader::read($type, $line['data'], 'order');
                file_put_contents($this->file, $renderer->html($compiled, Scope::of($type, $record, Sample::source(), null, new \DateTimeImmutable('2026-11-23'))));
                foreach ([320, 375, 600, 1280] as $width) {
                    [$scroll, $content] = $this->measure($width, "return [document.documentElement.scrollWidth, document.querySelector('table table').getBoundingClientRect().width]");
                    self::assertLessThanOrEqual($width, $scroll, "{$record['number']} in {$language} at {$width}");
                    self::assertLessThanOrEqual(600, $content, "{$record['number']} in {$language} at {$width}");
                }
            }
        }
    }

    public function test_blocks_are_shown_on_phones_or_wide_screens_and_change_their_size(): void
    {
        file_put_contents($this->file, Sample::fill([
            ['id' => 'a', 'type' => 'text', 'text' => 'For phones', 'shown_on' => 'phone'],
            ['id' => 'b', 'type' => 'text', 'text' => 'For wide screens', 'shown_on' => 'wide'],
            ['id' => 'c', 'type' => 'text', 'text' => 'For all', 'phone_size' => 150],
        ])->html);
        $look = "return [...document.querySelectorAll('p')].filter(p => p.checkVisibility()).map(p => p.innerText + ' ' + getComputedStyle(p).fontSize)";

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
                $scope = Scope::of($type, RecordReader::read($type, $orders[$index]['data'], 'order'), Sample::source(), null, new \DateTimeImmutable('2026-11-23'));
                $messages["{$language} {$index}"] = Renderer::inMemory()->html($compiled, $scope);
            }
        }
        foreach ($messages as $name => $html) {
            foreach ([View::Wide, View::NoPictures] as $view) {
                file_put_contents($this->file, $view->of($html));
                $this->measure(640, 'return 1');
                $this->chromium->driver->executeScript((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
                $found = $this->chromium->driver->executeAsyncScript("const done = arguments[arguments.length - 1]; axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']}).then(r => done(r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html + ' ' + (n.any[0]?.message ?? '')).join(' | '))))");
                self::assertSame([], $found, "{$name}, {$view->value}");
            }
        }
        file_put_contents($this->file, View::NoPictures->of($messages['with a picture']));
        [$words, $height] = $this->measure(640, "const img = document.querySelector('img'); return [img.alt, img.getBoundingClientRect().height]");
        self::assertSame('The dome at night', $words);
        self::assertGreaterThan(10, $height, 'the alternative text takes room where the picture would be');
    }

    private function measure(int $width, string $script): mixed
    {
        $driver = $this->chromium->driver;
        $driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', ['cmd' => 'Emulation.setDeviceMetricsOverride', 'params' => ['width' => $width, 'height' => 800, 'deviceScaleFactor' => 1, 'mobile' => false]]);
        $driver->get('file://'.$this->file);

        return $driver->executeScript($script);
    }
}
