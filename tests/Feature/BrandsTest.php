<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Dispatch;
use App\Models\Edition;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use App\Pictures\Pictures;
use Herald\Document\Json;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Core\Pictures as Painted;
use Tests\Core\Sample;

/** A brand is designed, looked at and published. */
final class BrandsTest extends TestCase
{
    private const BRAND = '/api/app/sources/larkmoor/brands/larkmoor';

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake('local');
        $this->source = $this->larkmoor();
        $this->signIn();
    }

    public function test_a_source_begins_with_a_brand_in_its_own_colours(): void
    {
        self::assertSame(['larkmoor'], array_column($this->ask('GET', '/api/app/sources/larkmoor/brands')->assertOk()->json('brands'), 'key'));
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['source'] = [...$manifest['source'], 'key' => 'dunes', 'name' => 'Dunes', 'theme' => ['button' => '#0B6E4F', 'button_text' => '#0B5E4F']];
        $brand = LoadManifest::from(Json::ofArray($manifest, 'dunes'))->defaultBrand();
        $design = $brand->latestVersion?->read();

        self::assertSame(['Dunes', true, '#0B6E4F'], [$brand->name, $brand->is_default, $design?->colour(\Herald\Style\ColourRole::Button)]);
        self::assertGreaterThanOrEqual(4.5, $design?->colours->ratio(\Herald\Style\Pair::with(\Herald\Style\ColourRole::Button)[0]), 'its words can be read');
    }

    public function test_a_new_logo_dresses_every_message_once_it_is_published(): void
    {
        $before = $this->editionOf('LM-20429');
        $picture = $this->upload(Painted::logo('#C8862B', '#F4EBDD', '#123456'))->assertCreated();
        $proposal = $this->ask('POST', '/api/app/sources/larkmoor/pictures/proposal', ['picture' => $picture->json('name')])->assertOk();
        self::assertSame('#123456', array_column($proposal->json('roles'), 'colour', 'role')['header']);

        $document = $this->document();
        $document['logo'] = ['picture' => $picture->json('name'), 'width' => 180];
        $document['colours'] = array_column($proposal->json('roles'), 'colour', 'role');
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk()->assertJsonPath('draft.revision', 1);
        self::assertSame($before->compiled, $this->editionOf('LM-20429')->compiled, 'a draft changes nothing');

        $this->ask('GET', self::BRAND.'/publication')->assertOk()
            ->assertJsonPath('editions', [['template' => 'night-blue-receipt', 'name' => 'Night-blue receipt', 'languages' => ['English', 'German'], 'notice' => 'Order received']])
            ->assertJsonPath('overrides', [])->assertJsonPath('findings', []);
        $this->ask('POST', self::BRAND.'/publication', ['revision' => 1])->assertOk()->assertJsonPath('version', 2)->assertJsonPath('draft', null);
        self::assertSame(2, Edition::query()->where('brand_version_id', BrandVersion::query()->where('number', 2)->value('id'))->count(), 'both languages are compiled already');

        $after = $this->editionOf('LM-20429');
        self::assertSame([2, false], [BrandVersion::query()->find($after->brand_version_id)?->number, $after->is($before)]);
        $html = (string) $this->get('/stage/larkmoor/notices/order-received?record=LM-20429&words=answer')->getContent();
        self::assertStringContainsString('src="'.Pictures::address().'360/'.$picture->json('name').'" width="180"', $html);
        self::assertStringContainsString('bgcolor="#123456"', $html);
        $this->ask('POST', '/api/v1/events', ['id' => 'worn', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($this->source))->assertStatus(202);
        $this->decide();
        $dispatch = Dispatch::query()->where('edition_id', $after->id)->firstOrFail();
        $this->signIn()->ask('GET', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}")->assertJsonPath('brand', 'Larkmoor Observatory, version 2');

        $shown = $this->get('/pictures/360/'.$picture->json('name'))->assertOk()->assertHeader('Content-Type', 'image/png')->assertHeader('X-Content-Type-Options', 'nosniff');
        self::assertSame(240, (getimagesizefromstring((string) $shown->getContent()) ?: [0])[0], 'never stretched');
        self::assertEmpty($shown->headers->getCookies());
        $this->get('/pictures/720/'.$picture->json('name'))->assertNotFound();
    }

    public function test_what_was_changed_meanwhile_is_not_overwritten_and_nothing_goes_out_that_is_not_in_order(): void
    {
        $document = $this->document();
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => null, 'version' => 1, 'document' => ['legal' => 'Another'] + $document])->assertStatus(409)->assertJsonPath('title', 'Administrator has saved this brand meanwhile. Nothing was overwritten.');
        $this->ask('POST', self::BRAND.'/publication', ['revision' => 7])->assertStatus(409);

        $document['logo'] = ['picture' => str_repeat('0', 32).'.png'];
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => 1, 'version' => 1, 'document' => $document])->assertStatus(422)->assertJsonPath('faults.0.place', 'logo/picture');
        $document = $this->document();
        $document['colours']['link'] = 'blue';
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => 1, 'version' => 1, 'document' => $document])->assertStatus(422)->assertJsonPath('faults.0.place', 'colours/link');

        // A white logo on white is caught before anyone sees it.
        $document = $this->document();
        $document['logo'] = ['picture' => $this->upload(Painted::logo('#FFFFFF', '#FFFFFF'))->json('name')];
        $document['colours'] = [...$document['colours'], 'header' => '#FFFFFF', 'header_text' => '#16233A'];
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => 1, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('GET', self::BRAND.'/publication')->assertJsonPath('findings.0.words', 'This logo disappears on white, the background of the header: 1.0:1.');
        $this->ask('POST', self::BRAND.'/publication', ['revision' => 2])->assertStatus(422)->assertJsonPath('faults.0.place', 'logo');
        self::assertSame(1, BrandVersion::query()->count());

        // Words that nobody can read stand in the way as well; what is merely faint is told beside it.
        $unreadable = $this->document();
        $unreadable['colours'] = [...$unreadable['colours'], 'text' => '#FFFFFF', 'paper' => '#FFFFFF', 'link' => '#8A8A8A'];
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => 2, 'version' => 1, 'document' => $unreadable])->assertOk();
        $told = $this->ask('GET', self::BRAND.'/publication')->assertOk();
        self::assertContains('colours/text', array_column($told->json('findings'), 'part'));
        self::assertContains('colours/link', array_column($told->json('advice'), 'part'));
        $this->ask('POST', self::BRAND.'/publication', ['revision' => 3])->assertStatus(422)->assertJsonFragment(['place' => 'colours/text']);

        // Each of its mends does away with it.
        foreach ($this->read($document)->json('findings.0.mends') as $mend) {
            $mended = $document;
            foreach ($mend['set'] as ['part' => $place, 'value' => $value]) {
                data_set($mended, str_replace('/', '.', $place), $value);
            }
            $mended['logo'] = array_filter($mended['logo']);
            self::assertSame([], array_filter($this->read($mended)->json('findings'), static fn (array $finding): bool => $finding['weight'] === 'grave'), $mend['label']);
        }
    }

    public function test_a_template_that_cannot_be_compiled_keeps_the_brand_from_switching(): void
    {
        $document = $this->document();
        $document['colours']['link'] = '#004488';
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk();
        // As it would be after the source took a field away that the template names.
        DB::table('versions')->where('kind', 'template')->update(['document' => str_replace('order.customer.first_name', 'order.customer.nickname', (string) TemplateVersion::query()->value('document'))]);

        self::assertStringContainsString('Night-blue receipt can no longer be compiled', $this->ask('GET', self::BRAND.'/publication')->json('findings.0.words'));
        $this->ask('POST', self::BRAND.'/publication', ['revision' => 1])->assertStatus(422);
        self::assertSame([1, 1], [BrandVersion::query()->count(), Brand::query()->oldest('id')->firstOrFail()->draft?->revision]);
    }

    public function test_a_brand_that_nothing_wears_and_nothing_went_out_in_can_be_taken_away(): void
    {
        $path = '/api/app/sources/larkmoor/brands/night-school';
        $this->ask('POST', '/api/app/sources/larkmoor/brands', ['name' => 'Night school', 'from' => 'copy', 'brand' => 'larkmoor'])->assertCreated();
        $this->ask('POST', $path.'/publication', ['revision' => 1])->assertOk();
        $receipt = Json::ofFile(database_path('demo/night-blue-receipt.json'))->data;
        PublishTemplate::from($this->source, Json::ofArray([...$receipt, 'brand' => 'night-school'], 'receipt'));
        $this->ask('DELETE', self::BRAND)->assertStatus(409)->assertJsonPath('title', 'It is the default brand. Make another the default one first.');
        $this->ask('DELETE', $path)->assertStatus(409)->assertJsonPath('title', 'Templates are in it: Night-blue receipt.');

        $this->ask('POST', '/api/v1/events', ['id' => 'in-it', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($this->source))->assertStatus(202);
        $this->decide();
        $this->signIn();
        PublishTemplate::from($this->source, Json::ofArray($receipt, 'receipt'));
        $this->ask('DELETE', $path)->assertStatus(409)->assertJsonPath('title', 'Messages went out in it. It is kept, so that they can be shown as they were.');
        Dispatch::query()->delete();
        $this->ask('DELETE', $path)->assertNoContent();
        self::assertSame(['larkmoor'], Brand::query()->pluck('key')->all());
        $this->ask('DELETE', $path)->assertNotFound();
    }

    public function test_a_template_wears_the_default_brand_or_its_own_and_says_what_it_overrides(): void
    {
        $this->ask('POST', '/api/app/sources/larkmoor/brands', ['name' => 'Night school', 'from' => 'copy', 'brand' => 'larkmoor'])->assertCreated()->assertJsonPath('key', 'night-school')->assertJsonPath('version', null);
        $this->ask('PATCH', '/api/app/sources/larkmoor/brands/night-school', ['default' => true])->assertStatus(409);
        $template = $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt')->json('document');
        $findings = fn (string $brand): string => implode(' ', array_column($this->ask('POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/findings', ['document' => [...$template, 'brand' => $brand]])->assertOk()->json('findings'), 'words'));
        self::assertStringContainsString('Nothing of the brand', $findings('night-school'));
        self::assertStringContainsString('Nothing of the brand', $findings('never-was'));
        self::assertStringNotContainsString('Nothing of the brand', $findings('larkmoor'));
        $document = $this->document('night-school');
        $document['colours']['heading'] = '#5A1E78';
        $this->ask('PUT', '/api/app/sources/larkmoor/brands/night-school/draft', ['revision' => 1, 'version' => null, 'document' => $document])->assertOk();
        $this->ask('GET', '/api/app/sources/larkmoor/brands/night-school/publication')->assertJsonPath('editions', []);
        $this->ask('POST', '/api/app/sources/larkmoor/brands/night-school/publication', ['revision' => 2])->assertOk();
        self::assertStringNotContainsString('#5A1E78', $this->stage());

        $receipt = Json::ofFile(database_path('demo/night-blue-receipt.json'))->data;
        $receipt['manuscript'][1]['look'] = ['text' => '#333333', 'size' => 18];
        PublishTemplate::from($this->source, Json::ofArray([...$receipt, 'brand' => 'night-school', 'look' => ['button' => '#0A0A0A']], 'receipt'));
        self::assertStringContainsString('#5A1E78', $this->stage());
        self::assertStringContainsString('bgcolor="#0A0A0A"', $this->stage());
        $this->ask('GET', '/api/app/sources/larkmoor/brands/night-school/publication')->assertJsonPath('overrides', [['template' => 'night-blue-receipt', 'name' => 'Night-blue receipt', 'tokens' => ['text', 'button', 'size of text']]]);
        $this->ask('GET', self::BRAND.'/publication')->assertJsonPath('overrides', []);

        PublishTemplate::from($this->source, Json::ofArray($receipt, 'receipt'));
        self::assertStringNotContainsString('#5A1E78', $this->stage());
        $this->ask('PATCH', '/api/app/sources/larkmoor/brands/night-school', ['default' => true])->assertOk()->assertJsonPath('default', true);
        self::assertStringContainsString('#5A1E78', $this->stage());
        self::assertSame(1, Brand::query()->where('is_default', true)->count());
    }

    public function test_three_true_messages_wear_what_is_designed(): void
    {
        $messages = [['notice' => 'order-received', 'record' => 'LM-20429'], ['notice' => 'order-received', 'record' => 'LM-20423', 'language' => 'de'], ['notice' => 'new-order', 'record' => 'LM-20429']];
        $stage = $this->ask('POST', self::BRAND.'/stage', ['document' => $this->document(), 'messages' => $messages, 'view' => 'wide', 'text' => false])->assertOk();
        self::assertSame($this->stage(), Sample::unmarked($stage->json('messages.0.html')), 'what is published and unchanged is shown as it goes out');
        self::assertSame(['English', 'German', 'English'], array_column($stage->json('messages'), 'language_name'));
        self::assertSame([false, false, true], array_column($stage->json('messages'), 'built_in'));

        $document = $this->document();
        $document['manuscript'][1]['blocks'][] = ['id' => 'extra', 'type' => 'text', 'text' => [['text' => 'Dark skies to '], ['variable' => 'recipient.name']]];
        $document['envelope'] = ['from_name' => [['text' => 'The night desk']]];
        $document['css'] = '.footer .text { letter-spacing: 1px }';
        $asked = fn (string $view, bool $text = false): TestResponse => $this->ask('POST', self::BRAND.'/stage', ['document' => $document, 'messages' => [$messages[0]], 'view' => $view, 'text' => $text])->assertOk();
        self::assertStringContainsString('Dark skies to Aoife Brannigan', $asked('wide')->json('messages.0.html'));
        self::assertStringContainsString('data-block="extra"', $asked('wide')->json('messages.0.html'));
        self::assertStringContainsString('margin:0;letter-spacing:1px', $asked('wide')->json('messages.0.html'));
        self::assertStringContainsString('@media all', $asked('dark')->json('messages.0.html'));
        self::assertStringContainsString('Dark skies to Aoife Brannigan', $asked('wide', true)->json('messages.0.text'));
        $asked('wide')->assertJsonPath('messages.0.from', 'The night desk <shop@larkmoor.example.org>');
    }

    public function test_a_brand_is_read_while_it_is_designed(): void
    {
        $document = $this->document();
        $document['colours']['link'] = '#7FB0E8';
        $document['css'] = ".heading { position: fixed }\n.text { box-shadow: none }";
        $reading = $this->read($document);
        $pairs = array_values(array_filter($reading->json('pairs'), static fn (array $pair): bool => [$pair['text'], $pair['ground']] === ['link', 'paper']));
        self::assertSame([false, true], [$pairs[0]['light_passes'], $pairs[0]['dark_passes']]);
        self::assertLessThan(3, $pairs[0]['light']);
        $words = implode("\n", array_column($reading->json('findings'), 'words'));
        self::assertStringContainsString('Link on paper stands out by 2.2:1; 4.5:1 is needed to read it.', $words);
        self::assertStringContainsString('Line 1: “position” is left out', $words);
        self::assertStringContainsString('Line 2: “box-shadow” is dropped by Gmail', $words);

        $mend = array_values(array_filter($reading->json('findings'), static fn (array $finding): bool => $finding['part'] === 'colours/link'))[0]['mends'][0]['set'];
        $document['colours']['link'] = $mend[0]['value'];
        self::assertStringNotContainsString('Link on', implode("\n", array_column($this->read($document)->json('findings'), 'words')));

        $document['manuscript'][1]['blocks'][1]['text'] = [['variable' => 'source.nam']];
        self::assertStringContainsString('source.name', $this->read($document)->json('findings.0.words'));
        $document['dark'] = ['paper' => '#101010'];
        self::assertSame('#101010', $this->read($document)->json('dark.paper'));
    }

    /**
     * OWASP ASVS 12.1 (file size), 12.2 (file type by content), 12.3 (file execution), 5.5.2 (XML external entities).
     *
     * @return array<string, array{string, string}>
     */
    public static function bad(): array
    {
        return [
            'a script' => ['<?php echo 1;', 'That is not a picture'],
            'a page' => ['<html><script>alert(1)</script></html>', 'That is not a picture'],
            'a damaged picture' => [substr(Painted::stripes(['#112233' => 100]), 0, 60), 'This picture is damaged'],
            'a bomb' => [self::bomb(), 'This picture has 30000 times 30000 pixels'],
            'entities' => ['<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg xmlns="http://www.w3.org/2000/svg"><text>&x;</text></svg>', 'defines entities of its own'],
            'no drawing' => ['<svg', 'This SVG cannot be drawn'],
        ];
    }

    #[DataProvider('bad')]
    public function test_what_is_no_picture_is_refused(string $bytes, string $words): void
    {
        self::assertStringContainsString($words, (string) $this->upload($bytes, 'logo.png')->assertStatus(422)->assertJsonPath('faults.0.place', 'picture')->json('faults.0.reason'));
        self::assertSame([], Pictures::disk()->allFiles());
    }

    public function test_pictures_are_made_anew_and_svg_is_drawn(): void
    {
        $svg = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="40" height="20"><script>alert(1)</script><image xlink:href="file:///etc/passwd" width="9" height="9"/><rect width="40" height="20" fill="#AA1122"/></svg>';
        $drawn = $this->upload($svg, 'mark.svg')->assertCreated();
        self::assertSame([1440, 720], [$drawn->json('width'), $drawn->json('height')]);
        self::assertStringEndsWith('.png', $drawn->json('name'));
        self::assertSame('#AA1122', $this->ask('POST', '/api/app/sources/larkmoor/pictures/proposal', ['picture' => $drawn->json('name')])->json('swatches.0.colour'));

        // What a file carries beside its pixels is left behind.
        $picture = $this->upload(Painted::logo('#112233', '#445566').'<?php system($_GET[0]);')->assertCreated();
        self::assertStringNotContainsString('<?php', Pictures::bytes($picture->json('name')));
        $this->get(substr((string) $picture->json('address'), strlen(rtrim(config()->string('app.url'), '/'))))->assertOk();
        self::assertSame('picture.png', $this->upload(Painted::logo('#112233', '#667788'), '../../picture.png')->json('called'));
        $this->upload(Painted::stripes(['none' => 100]))->assertCreated();
        $this->ask('POST', '/api/app/sources/larkmoor/pictures', ['picture' => 'x'])->assertStatus(422);
        $this->get('/pictures/640/../../.env')->assertNotFound();
    }

    public function test_a_photograph_stands_upright(): void
    {
        $photograph = imagecreatefromstring(Painted::photograph());
        self::assertInstanceOf(\GdImage::class, $photograph);
        ob_start();
        imagejpeg($photograph);
        $bytes = (string) ob_get_clean();
        // EXIF: the camera was held on its side (Orientation 6).
        $exif = "Exif\0\0II*\0".pack('V', 8).pack('v', 1).pack('vvVvv', 0x0112, 3, 1, 6, 0).pack('V', 0);
        $picture = $this->upload(substr($bytes, 0, 2)."\xFF\xE1".pack('n', strlen($exif) + 2).$exif.substr($bytes, 2), 'moor.jpg')->assertCreated();

        self::assertSame([200, 320], [$picture->json('width'), $picture->json('height')]);
        self::assertStringEndsWith('.jpg', $picture->json('name'));
        self::assertStringNotContainsString('Exif', Pictures::bytes($picture->json('name')));
    }

    public function test_a_file_that_is_too_heavy_is_refused(): void
    {
        $answer = $this->post('/api/app/sources/larkmoor/pictures', ['picture' => UploadedFile::fake()->create('logo.png', Pictures::HEAVIEST + 1)], ['Accept' => 'application/json']);
        $answer->assertStatus(422)->assertJsonPath('faults.0', ['place' => 'picture', 'reason' => 'The file is larger than 5 MB.']);
    }

    public function test_a_brand_is_published_from_the_command_line(): void
    {
        $document = $this->document();
        $publish = function (array $document, ?string $brand = null): array {
            $file = tempnam(sys_get_temp_dir(), 'herald').'.json';
            file_put_contents($file, json_encode($document, JSON_THROW_ON_ERROR));
            $code = Artisan::call('herald:brand', ['file' => $file, ...($brand === null ? [] : ['--brand' => $brand])]);
            unlink($file);

            return [$code, trim(Artisan::output())];
        };
        $document['colours']['heading'] = '#223344';
        self::assertSame([0, 'Larkmoor Observatory, version 2, is published.'], $publish($document));
        self::assertSame([0, 'Larkmoor Observatory, version 2, is published.'], $publish($document), 'the same once more is nothing new');
        self::assertStringContainsString('color:#223344', $this->stage());
        $document['colours']['heading'] = 'red';
        self::assertSame(1, $publish($document)[0]);
        self::assertStringContainsString('there are: larkmoor', $publish($document, 'none')[1]);
        self::assertSame(2, BrandVersion::query()->count());
    }

    public function test_an_older_version_can_be_taken_up_and_a_brand_renamed(): void
    {
        $first = $this->document();
        $this->ask('PUT', self::BRAND.'/draft', ['revision' => null, 'version' => 1, 'document' => [...$first, 'legal' => 'Second']])->assertOk();
        $this->ask('POST', self::BRAND.'/publication', ['revision' => 1])->assertOk();
        self::assertSame([2, 1], array_column($this->ask('GET', self::BRAND.'/versions')->json('versions'), 'number'));
        self::assertEquals($first, $this->ask('GET', self::BRAND.'/versions/1')->json('document'));
        self::assertSame([['Legal', [['kind' => 'added', 'text' => 'Second']]]], array_map(static fn (array $change): array => [$change['label'], $change['words']], $this->ask('GET', self::BRAND.'/versions/2')->json('changes')));
        $third = [...$first, 'colours' => [...$first['colours'], 'link' => '#004488'], 'legal' => 'Second'];
        $third['manuscript'][1]['blocks'][1]['text'][] = ['text' => ', all night'];
        $changes = $this->ask('POST', self::BRAND.'/comparison', ['document' => $third])->assertOk()->json('changes');
        self::assertSame(['Colours, link', 'Text'], array_column($changes, 'label'));
        self::assertSame('#004488 → #1F4E8C', implode('', array_column($changes[0]['words'], 'text')));
        $this->ask('PATCH', self::BRAND, ['name' => 'Moor'])->assertOk()->assertJsonPath('document.name', 'Moor');
        $this->ask('PATCH', self::BRAND, ['name' => ''])->assertStatus(422);
        $this->expectExceptionMessage('immutable');
        BrandVersion::query()->oldest('id')->firstOrFail()->update(['number' => 9]);
    }

    public function test_the_page_works_without_records(): void
    {
        Dispatch::query()->delete();
        DB::table('dues')->delete();
        DB::table('records')->delete();
        self::assertSame([], $this->ask('GET', self::BRAND.'/desk')->assertOk()->json('messages'));
    }

    /**
     * @return array<string, mixed>
     */
    private function document(string $key = 'larkmoor'): array
    {
        return $this->ask('GET', "/api/app/sources/larkmoor/brands/{$key}")->assertOk()->json('document');
    }

    /**
     * @param  array<string, mixed>  $document
     */
    private function read(array $document): TestResponse
    {
        return $this->ask('POST', self::BRAND.'/analysis', ['document' => $document])->assertOk();
    }

    private function stage(): string
    {
        return (string) $this->get('/stage/larkmoor/notices/order-received?record=LM-20429&words=answer')->getContent();
    }

    private function upload(string $bytes, string $name = 'logo.png'): TestResponse
    {
        $answer = $this->post('/api/app/sources/larkmoor/pictures', ['picture' => UploadedFile::fake()->createWithContent($name, $bytes)], ['Accept' => 'application/json']);
        OpenApi::check('POST', '/api/app/sources/larkmoor/pictures', $answer);

        return $answer;
    }

    private function editionOf(string $order): Edition
    {
        $this->stage();

        return Edition::query()->where('language', 'en')->latest('id')->firstOrFail();
    }

    /** A PNG whose header claims more pixels than fit into memory. */
    private static function bomb(): string
    {
        $chunk = static fn (string $type, string $data): string => pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));

        return "\x89PNG\r\n\x1a\n".$chunk('IHDR', pack('NNCCCCC', 30_000, 30_000, 8, 2, 0, 0, 0)).$chunk('IDAT', (string) gzcompress('x')).$chunk('IEND', '');
    }
}
