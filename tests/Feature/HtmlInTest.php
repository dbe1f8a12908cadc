<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Picture;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** A file of HTML, alone or packed with its pictures, is brought in; what is hostile is refused with its reason (OWASP, File Upload Cheat Sheet). */
final class HtmlInTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor';

    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake('local');
        $this->larkmoor();
        $this->signIn();
    }

    public function test_a_zip_is_brought_in_with_its_pictures_and_its_placeholders_are_mapped(): void
    {
        $picture = self::picture(300);
        $file = $this->sent(self::zip([
            'mail/index.html' => '<html><head><title>Order %order_number%</title></head><body><img src="img/moon%20atlas.png" width="150" alt="A moon atlas"><img src="./img/gone.png"><p>Dear %fname%, see <a href="%order_url%">it</a>.</p><img src="https://example.org/there.png" alt="There"></body></html>',
            'mail/img/moon atlas.png' => $picture, 'mail/img/unused.png' => $picture, 'mail/notes.txt' => 'x', 'mail/img/broken.jpg' => 'not a picture', 'mail/other.html' => '<p>x</p>',
        ]))->assertOk();
        self::assertSame(1, $file->json('pictures'));
        $why = array_column($file->json('notes'), 'why', 'what');
        self::assertSame(['is neither HTML nor a picture', 'is another page than mail/index.html', 'is not there'], [$why['mail/notes.txt'], $why['mail/other.html'], $why['./img/gone.png']]);
        self::assertArrayHasKey('mail/img/broken.jpg', $why);
        $name = Picture::query()->sole()->name;
        self::assertStringContainsString("/pictures/300/{$name}", $file->json('html'));

        $document = $this->ask('POST', self::AT.'/templates', ['name' => 'Brought', 'from' => 'blank', 'notice' => 'order-received'])->json('document');
        $first = $this->ask('POST', self::AT.'/templates/brought/html', ['document' => $document, 'html' => $file->json('html'), 'fields' => (object) []])->assertOk();
        $proposals = array_column($first->json('placeholders'), 'proposal', 'written');
        self::assertSame(['%order_number%' => 'order.number', '%fname%' => 'order.customer.first_name', '%order_url%' => 'order.page'], $proposals);
        self::assertContains(['what' => '<img> at “./img/gone.png”', 'became' => null, 'times' => 1], $first->json('report'));

        $after = $this->ask('POST', self::AT.'/templates/brought/html', ['document' => $document, 'html' => $file->json('html'), 'fields' => $proposals])->assertOk()->json('document');
        self::assertSame([['text' => 'Order '], ['variable' => 'order.number']], $after['envelope']['subject']);
        self::assertSame(['picture', 'text', 'picture'], array_column($after['manuscript'], 'type'));
        $stage = (string) $this->ask('POST', self::AT.'/templates/brought/stage', ['document' => $after, 'record' => 'LM-20429', 'view' => 'wide', 'text' => false])->assertOk()->json('html');
        self::assertStringContainsString("/pictures/300/{$name}", $stage);
        self::assertStringNotContainsString('%fname%', $stage);
        self::assertSame([], array_filter($this->ask('POST', self::AT.'/templates/brought/findings', ['document' => $after])->json('findings'), static fn (array $finding): bool => $finding['weight'] === 'grave'));
    }

    public function test_many_small_pictures_are_taken_with_little_memory_and_the_page_may_lie_in_this_folder(): void
    {
        $names = array_map(static fn (int $number): string => "p{$number}.png", range(1, 45));
        // A file of a zip is not given more room than it has bytes.
        memory_reset_peak_usage();
        $before = memory_get_usage();
        $file = $this->sent(self::zip(['./index.html' => '<p>a</p>'.implode('', array_map(static fn (string $name): string => "<img src=\"{$name}\" alt=\"\">", $names)), ...array_combine($names, array_map(static fn (int $width): string => self::picture($width), range(20, 64)))]))->assertOk();
        self::assertSame(45, $file->json('pictures'));
        self::assertLessThan(60_000_000, memory_get_peak_usage() - $before);
    }

    public function test_more_pixels_than_are_worked_on_at_once_are_left_out_and_told(): void
    {
        $large = self::picture(4_000, 3_500);
        $file = $this->sent(self::zip(['index.html' => '<p>a</p><img src="a.png" alt=""><img src="b.png" alt="">', 'a.png' => $large, 'b.png' => $large]))->assertOk();
        self::assertSame([1, ['b.png' => 'is more than is taken at once: the pictures of a file have 24 million pixels in all at most']], [$file->json('pictures'), array_column($file->json('notes'), 'why', 'what')]);
    }

    public function test_files_alone_are_read_in_whatever_they_are_written(): void
    {
        foreach (['<p>Grüße, Zoë</p>', (string) iconv('UTF-8', 'WINDOWS-1252', '<meta charset="iso-8859-1"><p>Grüße, Zoë</p>'), (string) iconv('UTF-8', 'WINDOWS-1252', '<meta charset="quoted-printable"><p>Grüße, Zoë</p>'), (string) iconv('UTF-8', 'ISO-8859-2', '<meta http-equiv="Content-Type" content="text/html; charset=iso-8859-2"><p>Grüße, Zoë</p>'), "\xFF\xFE".iconv('UTF-8', 'UTF-16LE', '<p>Grüße, Zoë</p>'), "\xEF\xBB\xBF<p>Grüße, Zoë</p>"] as $bytes) {
            self::assertStringContainsString('<p>Grüße, Zoë</p>', $this->sent($bytes)->assertOk()->json('html'));
        }
        $data = 'data:image/png;base64,'.base64_encode(self::picture(40));
        $inside = $this->sent("<p>a</p><img alt=x src='{$data}'><table background={$data}></table>")->assertOk();
        self::assertSame(1, $inside->json('pictures'));
        self::assertStringNotContainsString('base64', $inside->json('html'));
    }

    /** @return iterable<string, array{\Closure(): string, string}> */
    public static function hostile(): iterable
    {
        $page = ['index.html' => '<p>x</p>'];
        yield 'out of its folder' => [static fn (): string => self::zip([...$page, '../../etc/cron.d/x' => 'x']), 'would lie outside of it'];
        yield 'from the root' => [static fn (): string => self::zip([...$page, '/etc/passwd' => 'x']), 'would lie outside of it'];
        yield 'by the other slash' => [static fn (): string => self::zip([...$page, '..\\x.png' => 'x']), 'would lie outside of it'];
        yield 'a link' => [static fn (): string => self::zip([...$page, 'link.png' => '/etc/passwd'], static fn (\ZipArchive $zip): bool => $zip->setExternalAttributesName('link.png', \ZipArchive::OPSYS_UNIX, 0120777 << 16)), 'is a link to something else'];
        yield 'a bomb' => [static fn (): string => self::zip([...$page, 'bomb.png' => str_repeat("\0", 5_000_000)]), 'unpacks to more than 100 times its size'];
        yield 'many small bombs' => [static fn (): string => self::zip([...$page, ...array_combine(array_map(static fn (int $one): string => "p{$one}.png", range(1, 250)), array_fill(0, 250, 'x'))]), 'holds more than 200 files'];
        yield 'locked' => [static fn (): string => self::zip($page, static fn (\ZipArchive $zip): bool => $zip->setEncryptionName('index.html', \ZipArchive::EM_AES_256, 'secret')), 'is locked with a password'];
        yield 'no page' => [static fn (): string => self::zip(['a.png' => 'x']), 'holds no HTML'];
        yield 'two pages' => [static fn (): string => self::zip(['a.html' => '<p>a</p>', 'b.html' => '<p>b</p>']), 'none of them alone is called index.html: a.html, b.html'];
        yield 'cut off' => [static fn (): string => substr(self::zip($page), 0, 40), 'cannot be unpacked'];
        yield 'two of one name' => [static fn (): string => self::zip([...$page, './index.html' => '<p>y</p>']), 'holds two files that are called “index.html”'];
        yield 'a tag without an end' => [static fn (): string => self::zip(['index.html' => "<p>x</p>\n<img src=\"x"]), 'line 2, column 1: has a tag or comment here that is never closed'];
        yield 'no HTML' => [static fn (): string => 'just words', 'is no HTML'];
        yield 'a picture' => [static fn (): string => self::picture(20), 'is no HTML'];
        yield 'too long' => [static fn (): string => '<p>'.str_repeat('x', 1_000_001), 'is larger than 1,000,000 bytes'];
    }

    /** @param  \Closure(): string  $bytes */
    #[DataProvider('hostile')]
    public function test_what_is_hostile_is_refused_with_its_reason_and_leaves_nothing(\Closure $bytes, string $why): void
    {
        $refused = $this->sent($bytes())->assertStatus(422);
        self::assertStringContainsString($why, $refused->json('faults.0.reason'));
        self::assertSame('file', $refused->json('faults.0.place'));
        self::assertSame([0, []], [Picture::query()->count(), Storage::disk('local')->allFiles('pictures')]);
    }

    public function test_bad_input_is_told_where_it_is(): void
    {
        $document = $this->ask('GET', self::AT.'/templates/night-blue-receipt')->json('document');
        $bring = fn (mixed $html, mixed $fields): TestResponse => $this->ask('POST', self::AT.'/templates/night-blue-receipt/html', ['document' => $document, 'html' => $html, 'fields' => $fields])->assertStatus(422);
        self::assertSame('fields', $bring('<p>{a}</p>', ['{a}' => 'order.nothing'])->json('faults.0.place'));
        self::assertStringContainsString('is no single value', $bring('<p>{a}</p>', ['{a}' => 'order.items'])->json('faults.0.reason'));
        self::assertSame('html', $bring('<script>x</script>', (object) [])->json('faults.0.place'));
        $bring(['x'], []);
        $bring('<p>a</p>', 'x');
        $this->post(self::AT.'/html', [], ['Accept' => 'application/json'])->assertStatus(422);
    }

    private function sent(string $bytes): TestResponse
    {
        return $this->post(self::AT.'/html', ['file' => UploadedFile::fake()->createWithContent('mail.bin', $bytes)], ['Accept' => 'application/json']);
    }

    /**
     * @param  array<string, string>  $files  by path
     * @param  \Closure(\ZipArchive): bool|null  $more
     */
    private static function zip(array $files, ?\Closure $more = null): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'herald-test-zip');
        $zip = new \ZipArchive;
        $zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
        foreach ($files as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $more === null ?: $more($zip);
        $zip->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $bytes;
    }

    private static function picture(int $width, int $height = 20): string
    {
        $image = imagecreatetruecolor($width, $height);
        imagefill($image, 0, 0, 0x16233A);
        ob_start();
        imagepng($image);

        return (string) ob_get_clean();
    }
}
