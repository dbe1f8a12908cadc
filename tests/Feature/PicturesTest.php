<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Dispatch;
use App\Models\Picture;
use App\Models\Record;
use App\Models\Role;
use App\Pictures\Pictures;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Storage;
use Illuminate\Testing\TestResponse;
use Tests\Core\Pictures as Painted;

/** The store of pictures: what is there, where it is used, described once, replaced everywhere, and cleared where nothing needs it. */
final class PicturesTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/pictures';

    private const TEMPLATE = '/api/app/sources/larkmoor/templates/night-blue-receipt';

    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake('local');
        $this->larkmoor();
        $this->signIn();
    }

    public function test_pictures_are_listed_with_size_weight_and_where_they_are_used(): void
    {
        $moor = $this->take('#112233', 'moor.png');
        $this->take('#445566', 'dome by night.png');
        $this->putIn($moor, 600);

        $listed = $this->ask('GET', self::AT)->assertOk();
        self::assertSame([['dome by night.png', []], ['moor.png', [['kind' => 'template', 'key' => 'night-blue-receipt', 'name' => 'Night-blue receipt', 'published' => false, 'draft' => true]]]],
            array_map(static fn (array $one): array => [$one['called'], $one['uses']], $listed->json('pictures')));
        self::assertSame([240, 80, strlen(Pictures::bytes($moor)), 'Administrator'], [$listed->json('pictures.1.width'), $listed->json('pictures.1.height'), $listed->json('pictures.1.weight'), $listed->json('pictures.1.by')]);
        foreach (['dome' => 1, 'NIGHT dome' => 1, 'receipt' => 1, 'sea' => 0, '' => 2] as $search => $number) {
            self::assertSame($number, $this->ask('GET', self::AT.'?search='.urlencode((string) $search))->json('total'), (string) $search);
        }
    }

    public function test_pictures_for_print_and_those_that_move_become_what_mail_programs_show(): void
    {
        // Of the colours of ink (CMYK, as Adobe's programs write it), rgb(200, 30, 30); and a GIF of a red and a blue picture, of which the first is taken.
        $ink = '/9j/7gAOQWRvYmUAZAAAAAAC/9sAQwAFAwQEBAMFBAQEBQUFBgcMCAcHBwcPCwsJDBEPEhIRDxERExYcFxMUGhURERghGBodHR8fHxMXIiQiHiQcHh8e/9sAQwEFBQUHBgcOCAgOHhQRFB4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4eHh4e/8AAFAgAMABABAEiAAIRAQMRAQQiAP/EABYAAQEBAAAAAAAAAAAAAAAAAAAGB//EABQQAQAAAAAAAAAAAAAAAAAAAAD/xAAWAQEBAQAAAAAAAAAAAAAAAAAABgj/xAAUEQEAAAAAAAAAAAAAAAAAAAAA/9oADgQBAAIRAxEEAAA/AKYBdsotzAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAB//9k=';
        $moving = 'R0lGODlhIAAgAPAAAP8AAAAAACH5BAAKAAAAIf8LTkVUU0NBUEUyLjADAQAAACwAAAAAIAAgAAACHoSPqcvtD6OctNqLs968+w+G4kiW5omm6sq27gubBQAh+QQACgAAACwAAAAAIAAgAIAAAP8AAAACHoSPqcvtD6OctNqLs968+w+G4kiW5omm6sq27gubBQA7';
        foreach ([[$ink, [200, 30, 30]], [$moving, [255, 0, 0]]] as [$bytes, $colour]) {
            $name = (string) $this->post(self::AT, ['picture' => UploadedFile::fake()->createWithContent('a.bin', (string) base64_decode($bytes, true))], ['Accept' => 'application/json'])->assertCreated()->json('name');
            $picture = imagecreatefromstring(Pictures::bytes($name));
            self::assertNotFalse($picture);
            $found = imagecolorsforindex($picture, (int) imagecolorat($picture, 10, 10));
            foreach (['red', 'green', 'blue'] as $place => $part) {
                self::assertEqualsWithDelta($colour[$place], $found[$part], 4);
            }
        }
    }

    public function test_a_picture_that_finds_no_room_is_put_off_and_leaves_nothing(): void
    {
        // A file stands where the folder of pictures would be.
        $root = sys_get_temp_dir().'/herald-full-'.bin2hex(random_bytes(6));
        mkdir($root);
        touch("{$root}/pictures");
        Storage::set('local', Storage::build(['driver' => 'local', 'root' => $root, 'throw' => true]));
        $this->post(self::AT, ['picture' => UploadedFile::fake()->createWithContent('a.png', Painted::logo('#112233', '#112233'))], ['Accept' => 'application/json'])->assertStatus(503)->assertHeader('Retry-After');
        self::assertSame([0, ['pictures']], [Picture::query()->count(), Storage::disk('local')->allFiles()]);
        (new Filesystem)->deleteDirectory($root);
    }

    public function test_an_alternative_text_is_kept_with_the_picture_and_proposed_where_it_is_put_in(): void
    {
        $moor = $this->take('#112233', 'moor.png');
        $this->ask('PATCH', self::AT."/{$moor}", ['alternative' => 'The moor at dusk'])->assertOk()->assertJsonPath('alternative', 'The moor at dusk');
        // The same picture put in again is the same, with what is known of it.
        self::assertSame('The moor at dusk', $this->upload('#112233', 'again.png')->json('alternative'));
        self::assertSame(1, Picture::query()->count());
        $this->ask('PATCH', self::AT."/{$moor}", ['alternative' => ''])->assertOk()->assertJsonPath('alternative', '');
        $this->ask('PATCH', self::AT."/{$moor}", ['alternative' => str_repeat('x', 501)])->assertStatus(422);
        $this->ask('PATCH', self::AT.'/'.str_repeat('0', 32).'.png', ['alternative' => 'x'])->assertNotFound();
    }

    public function test_who_reads_a_picture_while_it_is_taken_in_once_more_has_all_of_it(): void
    {
        $path = Pictures::disk()->path('pictures/'.$this->take('#112233', 'moor.png'));
        $whole = file_get_contents($path);
        $reading = fopen($path, 'rb');
        self::assertNotFalse($reading);
        $this->take('#112233', 'again.png');

        // It took the place of the one that is being read, which was not written over.
        self::assertNotSame(fstat($reading)['ino'] ?? null, fileinode($path));
        self::assertSame([$whole, $whole], [stream_get_contents($reading), file_get_contents($path)]);
        self::assertSame([], preg_grep('/\.(png|jpg)$/', Pictures::disk()->allFiles(), PREG_GREP_INVERT), 'nothing is left beside it');
    }

    public function test_its_address_is_had_in_the_width_it_is_to_be_shown_in(): void
    {
        $moor = $this->take('#112233', 'moor.png');
        $address = (string) $this->ask('POST', self::AT."/{$moor}/width", ['width' => 48])->assertOk()->json('address');
        self::assertSame(Pictures::address()."96/{$moor}", $address);
        self::assertSame(96, getimagesizefromstring((string) $this->get("/pictures/96/{$moor}")->assertOk()->getContent())[0] ?? 0);
        $this->ask('POST', self::AT."/{$moor}/width", ['width' => 9999])->assertStatus(422);
    }

    public function test_one_takes_the_place_of_another_everywhere_and_nothing_that_nobody_has_looked_at_is_changed(): void
    {
        [$old, $new] = [$this->take('#112233', 'old.png'), $this->take('#AA3344', 'new.png')];
        $this->putIn($old, 600);
        $brand = $this->ask('GET', '/api/app/sources/larkmoor/brands')->json('brands.0.key');
        $design = $this->ask('GET', "/api/app/sources/larkmoor/brands/{$brand}");
        $this->ask('PUT', "/api/app/sources/larkmoor/brands/{$brand}/draft", ['document' => [...$design->json('document'), 'logo' => ['picture' => $old, 'width' => 120]], 'revision' => null, 'version' => $design->json('version')])->assertOk();

        $seen = $this->ask('POST', self::AT."/{$old}/replacement/trial", ['with' => $new])->assertOk()->json('documents');
        self::assertSame([['template', 'night-blue-receipt'], ['brand', $brand]], array_map(static fn (array $one): array => [$one['kind'], $one['key']], $seen));
        self::assertNotSame([], $seen[0]['changes']);
        $documents = array_map(static fn (array $one): array => array_intersect_key($one, ['kind' => 1, 'key' => 1, 'revision' => 1, 'version' => 1]), $seen);

        $this->ask('POST', self::AT."/{$old}/replacement", ['with' => $new, 'documents' => [$documents[0]]])->assertConflict();
        self::assertStringContainsString($old, json_encode($this->ask('GET', self::TEMPLATE)->json('document'), JSON_THROW_ON_ERROR), 'all or none');
        $this->ask('POST', self::AT."/{$old}/replacement", ['with' => $new, 'documents' => [['revision' => 99] + $documents[0], $documents[1]]])->assertConflict();

        $this->ask('POST', self::AT."/{$old}/replacement", ['with' => $new, 'documents' => $documents])->assertOk()->assertJsonPath('documents', 2);
        $after = json_encode($this->ask('GET', self::TEMPLATE)->json('document'), JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
        self::assertStringContainsString("/pictures/1200/{$new}", $after);
        self::assertStringNotContainsString($old, $after);
        self::assertSame($new, $this->ask('GET', "/api/app/sources/larkmoor/brands/{$brand}")->json('document.logo.picture'));
        $this->get("/pictures/1200/{$new}")->assertOk();
        self::assertSame([], $this->ask('GET', self::AT.'?search=old')->json('pictures.0.uses'));
    }

    public function test_what_nothing_needs_is_cleared_and_what_was_sent_stays(): void
    {
        [$sent, $slot, $idle] = [$this->take('#112233', 'sent.png'), $this->take('#AA3344', 'slot.png'), $this->take('#55AA55', 'idle.png')];
        $this->putIn($sent, 600);
        $this->ask('POST', self::TEMPLATE.'/publication', ['revision' => 1])->assertOk();
        $record = Record::query()->where('key', 'LM-20429')->firstOrFail();
        $this->ask('POST', '/api/v1/events', ['id' => 'a', 'event' => 'order.placed', 'record' => $record->data, 'slots' => ['before-items' => ['html' => '<img src="'.Pictures::addressOf($slot, 300).'">']]], $this->bearer($record->source))->assertStatus(202);
        $this->work();
        self::assertSame(2, Dispatch::query()->count());
        // It is taken out of the template again, and that is published: the message that went out still shows it.
        $this->signIn();
        $document = $this->ask('GET', self::TEMPLATE)->json('document');
        array_pop($document['manuscript']);
        $this->ask('PUT', self::TEMPLATE.'/draft', ['document' => $document, 'revision' => null, 'version' => 2])->assertOk();
        $this->ask('POST', self::TEMPLATE.'/publication', ['revision' => 1])->assertOk();
        Pictures::addressOf($sent, 77);
        Pictures::addressOf($idle, 600);

        Artisan::call('herald:pictures');
        self::assertStringContainsString('Nothing to clear', Artisan::output(), 'what is new may be put in at any moment');
        Artisan::call('herald:pictures', ['--older' => 0]);
        $kept = static fn (string $path): bool => Pictures::disk()->exists("pictures/{$path}");
        self::assertSame([true, false, true, false, true], array_map($kept, ["1200/{$sent}", "77/{$sent}", "300/{$slot}", "600/{$idle}", "640/{$idle}"]));

        // Taken away altogether is only what is named nowhere.
        foreach ([$sent, $slot] as $needed) {
            $this->ask('DELETE', self::AT."/{$needed}")->assertConflict();
        }
        $this->ask('DELETE', self::AT."/{$idle}")->assertNoContent();
        self::assertSame([false, false, 2], [$kept($idle), $kept("640/{$idle}"), Picture::query()->count()]);
        $this->signIn(Role::Viewer)->ask('DELETE', self::AT."/{$sent}")->assertForbidden();
    }

    private function upload(string $colour, string $name): TestResponse
    {
        return $this->post(self::AT, ['picture' => UploadedFile::fake()->createWithContent($name, Painted::logo($colour, $colour))], ['Accept' => 'application/json'])->assertCreated();
    }

    private function take(string $colour, string $name): string
    {
        return (string) $this->upload($colour, $name)->json('name');
    }

    /** Puts a picture into the draft of the receipt. */
    private function putIn(string $name, int $width): void
    {
        $template = $this->ask('GET', self::TEMPLATE);
        $document = $template->json('document');
        $document['manuscript'][] = ['id' => 'put-in', 'type' => 'picture', 'source' => [['text' => Pictures::addressOf($name, 2 * $width)]], 'alternative' => [['text' => 'x']]];
        $this->ask('PUT', self::TEMPLATE.'/draft', ['document' => $document, 'revision' => null, 'version' => 1])->assertOk();
    }
}
