<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\BrandDesk;
use App\Documents\DefaultBrand;
use App\Documents\Publish;
use App\Documents\PublishTemplate;
use App\Documents\RemoveBrand;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Edition;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Source\Manifest;
use Illuminate\Database\Connection;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** What is the same for kept documents of every kind: what is put in force was made ready before, or nothing is switched. */
final class DocumentsTest extends TestCase
{
    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake('local');
        $this->source = $this->larkmoor();
    }

    public function test_others_may_write_while_editions_are_compiled(): void
    {
        $around = DB::transactionLevel();
        $levels = [];
        Edition::created(static function () use (&$levels): void {
            $levels[] = DB::transactionLevel();
        });
        self::assertSame(2, Publish::document($this->desk(), $this->brand('#004488'))->number);

        self::assertSame([$around + 1, $around + 1], $levels, 'no transaction is open meanwhile but the savepoint of each insert');
    }

    public function test_what_another_puts_in_force_meanwhile_is_compiled_before_anything_is_switched(): void
    {
        $receipt = Json::ofFile(database_path('demo/night-blue-receipt.json'))->data;
        $once = true;
        Edition::created(function () use ($receipt, &$once): void {
            if ($once) {
                $once = false;
                PublishTemplate::from($this->source, Json::ofArray([...$receipt, 'key' => 'second', 'name' => 'Second', 'notice' => 'being-packed'], 'second'));
            }
        });
        $version = Publish::document($this->desk(), $this->brand('#004488'));

        $second = TemplateVersion::query()->whereRelation('template', 'key', 'second')->firstOrFail();
        self::assertSame(2, Edition::query()->where(['brand_version_id' => $version->id, 'template_version_id' => $second->id])->count());
    }

    public function test_what_another_publishes_of_the_same_document_meanwhile_is_not_passed_over(): void
    {
        $once = true;
        Edition::created(function () use (&$once): void {
            if ($once) {
                $once = false;
                Publish::document($this->desk(), $this->brand('#115599'));
            }
        });
        try {
            Publish::document($this->desk(), $this->brand('#004488'));
            self::fail('Nothing was passed over');
        } catch (ConflictHttpException $e) {
            self::assertStringContainsString('has published this brand meanwhile', $e->getMessage());
        }
        self::assertSame([1, 2], BrandVersion::query()->orderBy('number')->pluck('number')->all());
        self::assertStringContainsString('#115599', (string) Brand::query()->oldest('id')->firstOrFail()->latestVersion?->document);
    }

    public function test_what_cannot_be_made_ready_leaves_nothing_behind(): void
    {
        $before = [DB::table('versions')->count(), DB::table('editions')->count(), DB::table('documents')->count()];
        Edition::created(static function (Edition $edition): void {
            throw new \RuntimeException('The disk is full');
        });
        foreach ([
            fn () => Publish::document($this->desk(), $this->brand('#004488')),
            fn () => PublishTemplate::from($this->source, Json::ofArray([...Json::ofFile(database_path('demo/night-blue-receipt.json'))->data, 'key' => 'new', 'name' => 'New'], 'new')),
        ] as $publish) {
            try {
                $publish();
                self::fail('Nothing failed');
            } catch (\RuntimeException $e) {
                self::assertSame('The disk is full', $e->getMessage());
            }
        }
        self::assertSame($before, [DB::table('versions')->count(), DB::table('editions')->count(), DB::table('documents')->count()]);
    }

    public function test_what_a_process_left_behind_when_it_ended_is_cleared_away(): void
    {
        DB::table('versions')->insert(['document_id' => Brand::query()->value('id'), 'kind' => 'brand', 'number' => null, 'document' => '{}', 'created_at' => now()->subHours(2)]);
        Publish::document($this->desk(), $this->brand('#004488'));

        self::assertSame(0, DB::table('versions')->whereNull('number')->count());
    }

    public function test_what_is_published_while_another_brand_becomes_the_default_one_is_compiled_in_it_as_well(): void
    {
        $receipt = Json::ofFile(database_path('demo/night-blue-receipt.json'))->data;
        $other = $this->source->brands()->create(['key' => 'other', 'name' => 'Other']);
        Publish::document(BrandDesk::with($other, $this->source), $this->brand('#004488'));
        $once = true;
        Edition::created(function () use ($receipt, &$once): void {
            if ($once) {
                $once = false;
                PublishTemplate::from($this->source, Json::ofArray([...$receipt, 'key' => 'second', 'name' => 'Second', 'notice' => 'being-packed'], 'second'));
            }
        });
        DefaultBrand::make($other->load('latestVersion'), null);

        $second = TemplateVersion::query()->whereRelation('template', 'key', 'second')->firstOrFail();
        self::assertSame(2, Edition::query()->where(['brand_version_id' => $other->latestVersion?->id, 'template_version_id' => $second->id])->count());
        self::assertSame(['other'], Brand::query()->where('is_default', true)->pluck('key')->all());
    }

    public function test_a_brand_can_be_taken_away_though_a_version_of_it_was_left_behind(): void
    {
        $other = $this->source->brands()->create(['key' => 'other', 'name' => 'Other']);
        $version = DB::table('versions')->insertGetId(['document_id' => $other->id, 'kind' => 'brand', 'number' => null, 'document' => '{}', 'created_at' => now()]);
        Edition::query()->create(['fingerprint' => 'f', 'notice_id' => $this->source->notices()->value('id'), 'brand_version_id' => $version, 'language' => 'en', 'brand' => 'Other', 'compiled' => []]);
        RemoveBrand::from($other, null);

        self::assertSame(['larkmoor'], Brand::query()->pluck('key')->all());
    }

    public function test_a_file_that_is_no_document_of_its_kind_is_refused_with_its_place(): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage('logo/picture');
        Publish::document($this->desk(), Json::ofArray([...Json::ofText((string) Brand::query()->oldest('id')->firstOrFail()->latestVersion?->document, 'brand')->data, 'logo' => ['picture' => str_repeat('0', 32).'.png', 'width' => 180]], 'brand'));
    }

    public function test_what_was_stored_in_the_tables_of_before_is_all_there_afterwards(): void
    {
        $file = tempnam(sys_get_temp_dir(), 'herald');
        $this->beforeApplicationDestroyed(static fn () => @unlink((string) $file));
        config(['database.connections.former' => [...config()->array('database.connections.sqlite'), 'database' => $file]]);
        $before = array_filter(array_map(basename(...), glob(database_path('migrations/*.php')) ?: []), static fn (string $name): bool => $name < '2026_11_28');
        self::assertSame(0, Artisan::call('migrate', ['--database' => 'former', '--force' => true, '--path' => array_map(static fn (string $name): string => 'database/migrations/'.$name, array_values($before))]));
        $former = DB::connection('former');
        $former->table('sources')->insert(['id' => 1, 'key' => 'larkmoor', 'name' => 'Larkmoor', 'manifest' => (string) file_get_contents(database_path('demo/larkmoor.json')), 'manifest_hash' => 'x']);
        foreach (array_column(Json::ofFile(database_path('demo/larkmoor.json'))->data['notices'], 'key') as $place => $key) {
            $former->table('notices')->insert(['id' => 3 + $place, 'source_id' => 1, 'key' => $key, 'position' => $place + 1]);
        }
        $former->table('notices')->insert(['id' => 99, 'source_id' => 1, 'key' => 'long-gone', 'position' => 99, 'declared' => false]);
        $former->table('brands')->insert(['id' => 1, 'source_id' => 1, 'key' => 'night', 'name' => 'Night', 'is_default' => true]);
        $former->table('brand_versions')->insert(['id' => 1, 'brand_id' => 1, 'number' => 1, 'document' => '{"logo": {"picture": "a.png", "dark_picture": "a.png"}}', 'published_at' => '2026-11-01 10:00:00']);
        $former->table('templates')->insert(['id' => 1, 'source_id' => 1, 'key' => 'receipt', 'name' => 'Receipt', 'folder' => 'Shop', 'record_type' => 'order', 'notice' => 'order-received']);
        foreach ([1, 2] as $number) {
            $former->table('template_versions')->insert(['id' => 10 + $number, 'template_id' => 1, 'number' => $number, 'document' => '{"brand": "night"}', 'published_at' => '2026-11-02 10:00:00']);
        }
        $former->table('drafts')->insert(['template_id' => 1, 'revision' => 7, 'document' => '{"draft": true}']);
        $former->table('claims')->insert(['id' => 5, 'notice_id' => 3, 'template_id' => 1, 'position' => 1, 'active' => true]);
        $former->table('editions')->insert(['id' => 9, 'fingerprint' => 'f', 'notice_id' => 3, 'template_version_id' => 12, 'brand_version_id' => 1, 'language' => 'en', 'brand' => 'Night', 'compiled' => '{}', 'created_at' => '2026-11-02 10:00:00']);
        $former->table('records')->insert(['id' => 1, 'source_id' => 1, 'type' => 'order', 'key' => 'A', 'search' => 'a', 'data' => '{}']);
        foreach ([['sent', 'Aoife@example.org', 'desk@example.org', 9, 'Bytes'], ['skipped', '', '', 9, null], ['failed', '', '', null, null]] as $place => [$state, $address, $copies, $edition, $bytes]) {
            $former->table('dispatches')->insert([
                'id' => "D{$place}", 'source_id' => 1, 'notice_id' => 3, 'record_id' => 1, 'recipient' => $address, 'occasion' => "event:{$place}", 'reason' => 'r', 'state' => $state, 'edition_id' => $edition,
                'language' => 'en', 'language_reason' => '', 'data' => '{}', 'bytes' => $bytes, 'sender' => $bytes === null ? null : 'shop@example.org', 'copies' => $copies, 'due_at' => '2026-11-02 10:00:00',
            ]);
        }
        $former->table('activity_log')->insert(['description' => 'published', 'subject_type' => Template::class, 'subject_id' => 1]);

        self::assertSame(0, Artisan::call('migrate', ['--database' => 'former', '--force' => true]), Artisan::output());

        $this->assertMoved($former);
    }

    private function assertMoved(Connection $now): void
    {
        $template = $now->table('documents')->where(['kind' => 'template', 'key' => 'receipt'])->sole();
        self::assertSame(['Receipt', 'Shop', 'order', 'order-received'], [$template->name, $template->folder, $template->record_type, $template->notice]);
        $edition = $now->table('editions')->sole();
        $version = $now->table('versions')->where('id', $edition->template_version_id)->sole();
        self::assertSame([$template->id, 2, 'template'], [$version->document_id, $version->number, $version->kind]);
        self::assertSame('brand', $now->table('versions')->where('id', $edition->brand_version_id)->sole()->kind);
        self::assertSame([['brand', 'night'], ['brand', 'night'], ['picture', 'a.png']], $now->table('uses')->orderBy('kind')->get()->map(static fn (object $use): array => [$use->kind, $use->key])->all());
        self::assertSame([7, $template->id], [$now->table('drafts')->sole()->revision, $now->table('drafts')->sole()->document_id]);
        self::assertSame([5, $template->id], [$now->table('claims')->sole()->id, $now->table('claims')->sole()->template_id]);
        self::assertSame($template->id, (int) $now->table('activity_log')->sole()->subject_id);
        self::assertSame([], $now->select('pragma foreign_key_check'));
        self::assertSame([['D0', 'to', 'Aoife@example.org', 'aoife@example.org', 'sent'], ['D0', 'cc', 'desk@example.org', 'desk@example.org', 'sent'], ['D1', 'to', null, 'none:recipient', 'skipped']], $now->table('dispatch_recipients')->orderBy('id')->get()
            ->map(static fn (object $one): array => [$one->dispatch_id, $one->role, $one->address, $one->address_key, $one->state])->all());
        self::assertSame(['Bytes', 'shop@example.org'], [$now->table('dispatch_messages')->sole()->bytes, $now->table('dispatch_messages')->sole()->sender]);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'));
        $read = Manifest::ofJson($manifest);
        self::assertEquals($read->outline($manifest->data), json_decode((string) $now->table('manifest_versions')->sole()->outline, true));
        self::assertSame($read->notices['order-received']->builtIns->document('de'), json_decode((string) $now->table('built_ins')->where(['notice_id' => 3, 'language' => 'de'])->sole()->document, true));
        self::assertSame($read->recordTypes['order']->hash, $now->table('record_type_versions')->where('key', 'order')->sole()->hash);
        self::assertSame(['long-gone'], $now->table('notices')->whereNotNull('retired_at')->pluck('key')->all());
    }

    public function test_what_a_template_was_begun_from_is_remembered_from_version_to_version(): void
    {
        $this->signIn()->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Shipped', 'from' => 'built_in', 'notice' => 'welcome'])->assertCreated();
        $words = $this->source->manifest()->notices['welcome']->builtIns->hashes;
        $this->ask('POST', '/api/app/sources/larkmoor/templates/shipped/publication', ['revision' => 1])->assertOk();
        $document = $this->ask('GET', '/api/app/sources/larkmoor/templates/shipped')->json('document');
        $document['envelope']['subject'][] = ['text' => '!'];
        $this->ask('PUT', '/api/app/sources/larkmoor/templates/shipped/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('POST', '/api/app/sources/larkmoor/templates/shipped/publication', ['revision' => 1])->assertOk();

        $versions = Template::query()->where('key', 'shipped')->firstOrFail()->versions()->orderBy('number')->get();
        self::assertEquals([['notice' => 'welcome', 'words' => $words], ['notice' => 'welcome', 'words' => $words]], $versions->pluck('begun_from')->all());
    }

    private function desk(): BrandDesk
    {
        return BrandDesk::with(Brand::query()->with(['latestVersion', 'draft'])->oldest('id')->firstOrFail(), $this->source);
    }

    private function brand(string $link): Json
    {
        $document = Json::ofText((string) Brand::query()->oldest('id')->firstOrFail()->latestVersion?->document, 'brand')->data;

        return Json::ofArray([...$document, 'colours' => [...$document['colours'], 'link' => $link]], 'brand');
    }
}
