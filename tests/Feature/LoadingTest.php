<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\BuiltIn;
use App\Models\Dispatch;
use App\Models\Due;
use App\Models\Edition;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Source;
use App\Models\TemplateVersion;
use Herald\Document\Json;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;
use ZBateson\MailMimeParser\Message;

/** The commands that bring documents in and messages out. */
final class LoadingTest extends TestCase
{
    public function test_a_manifest_can_be_loaded_again(): void
    {
        $file = database_path('demo/larkmoor.json');
        self::assertSame(0, Artisan::call('herald:source', ['file' => $file]));
        self::assertSame(0, Artisan::call('herald:source', ['file' => $file]));

        self::assertSame([1, 36], [Source::query()->count(), Notice::query()->count()]);
        self::assertStringContainsString('7 record types, 36 notices in 6 strands', Artisan::output());
    }

    public function test_a_notice_that_the_manifest_no_longer_declares_is_kept_but_not_shown(): void
    {
        $source = $this->larkmoor();
        $manifest = json_decode((string) $source->manifestVersions()->value('document'), true);
        array_shift($manifest['notices']);
        self::assertSame(0, Artisan::call('herald:source', ['file' => $this->file([$manifest])]));

        self::assertSame([36, 35], [Notice::query()->count(), Notice::query()->inForce()->count()]);
        self::assertSame('New order', $this->signIn()->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.0.notices.0.name'));
    }

    public function test_every_manifest_is_kept_and_words_that_stay_the_same_are_compiled_once(): void
    {
        $source = $this->larkmoor();
        $record = $source->records()->where('type', 'order')->firstOrFail()->key;
        $page = "/api/app/sources/larkmoor/notices/new-order/rendering?record={$record}&words=built_in";
        $before = $this->signIn()->ask('GET', $page)->assertOk()->json();
        $manifest = json_decode((string) $source->manifestVersions()->value('document'), true);
        $manifest['notices'][0]['built_in']['en']['subject'] = 'Another subject';
        self::assertSame(0, Artisan::call('herald:source', ['file' => $this->file([$manifest])]));
        $editions = Edition::query()->count();

        self::assertSame($before, $this->ask('GET', $page)->assertOk()->json());
        self::assertSame($editions, Edition::query()->count());
        self::assertSame('Another subject', $this->ask('GET', "/api/app/sources/larkmoor/notices/order-received/rendering?record={$record}&words=built_in&language=en")->json('subject'));
        self::assertSame([2, 7], [$source->manifestVersions()->count(), $source->recordTypeVersions()->count()], 'record types stay the same');
        self::assertSame(3, BuiltIn::query()->whereRelation('notice', 'key', 'order-received')->count(), 'English twice, German once');
        self::assertSame($source->recordTypeVersions()->where('key', 'order')->value('id'), Edition::query()->latest('id')->value('record_type_version_id'));
    }

    public function test_keys_of_notices_of_our_own_are_kept_for_them(): void
    {
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['notices'][2]['key'] = 'own-thanks';

        self::assertSame(1, Artisan::call('herald:source', ['file' => $this->file([$manifest])]));
        self::assertStringContainsString('notices/own-thanks/key: begins with "own-"', Artisan::output());
    }

    public function test_a_bad_manifest_changes_nothing(): void
    {
        $source = $this->larkmoor();
        $manifest = json_decode((string) $source->manifestVersions()->value('document'), true);
        $manifest['notices'][3]['strand'] = 'nowhere';

        self::assertSame(1, Artisan::call('herald:source', ['file' => $this->file([$manifest])]));
        self::assertStringContainsString('notices/payment-received/strand: "nowhere" is not a strand of this manifest', Artisan::output());
        self::assertSame($source->manifest_hash, Source::query()->firstOrFail()->manifest_hash);
        self::assertSame(1, Artisan::call('herald:source', ['file' => '/no/such/file.json']));
        self::assertStringContainsString('cannot be read', Artisan::output());
    }

    public function test_loading_records_sets_a_baseline_and_sends_nothing(): void
    {
        $source = $this->larkmoor();
        $order = Record::query()->where('key', 'LM-20429')->firstOrFail();
        $line = ['type' => 'order', 'data' => ['status' => 'paid'] + $order->data];
        self::assertSame(0, Artisan::call('herald:records', ['file' => [$this->file([$line])]]));
        self::assertSame(0, Artisan::call('herald:records', ['file' => [$this->file([$line])]]));

        self::assertSame(['paid', 2], [$order->refresh()->data['status'], $order->revision], 'the same again is no change');
        self::assertSame([0, 0, 0], [Dispatch::query()->count(), self::jobs(), DB::table('events')->count()]);
        $this->ask('POST', '/api/v1/events', ['id' => 'e', 'event' => 'order.changed', 'record' => $line['data']], $this->bearer($source))->assertStatus(202);
        self::assertSame(0, Due::query()->whereNull('anchor')->count());
    }

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function badLines(): iterable
    {
        yield 'not JSON' => ['{"type": "order", ', 'line 3: is not JSON'];
        yield 'no such type' => ['{"type": "parcel", "data": {}}', 'line 3: type: "parcel" is not a record type of Larkmoor Observatory'];
        yield 'bad field' => ['{"type": "booking", "data": {"reference": "DN-1", "starts_at": "tomorrow", "status": "confirmed"}}', 'line 3 (DN-1): starts_at: must be a moment'];
        yield 'missing field' => ['{"type": "booking", "data": {"reference": "DN-1", "starts_at": "2026-01-01T00:00:00Z"}}', 'line 3 (DN-1): status: must not be empty'];
    }

    #[DataProvider('badLines')]
    public function test_a_bad_line_changes_nothing_and_names_line_record_and_field(string $line, string $words): void
    {
        $this->larkmoor();
        $before = Record::query()->count();
        $good = ['type' => 'booking', 'data' => ['reference' => 'DN-9', 'starts_at' => '2026-01-01T00:00:00Z', 'status' => 'confirmed']];

        self::assertSame(1, Artisan::call('herald:records', ['file' => [$this->file([$good, '', $line])]]));
        self::assertStringContainsString($words, Artisan::output());
        self::assertSame($before, Record::query()->count());
    }

    public function test_the_same_template_again_is_no_new_version(): void
    {
        $this->larkmoor();
        self::assertSame(0, Artisan::call('herald:template', ['file' => database_path('demo/night-blue-receipt.json')]));
        $document = json_decode((string) file_get_contents(database_path('demo/night-blue-receipt.json')), true);
        $document['envelope']['subject'] = 'Changed';
        self::assertSame(0, Artisan::call('herald:template', ['file' => $this->file([$document])]));
        $document['notice'] = 'night-confirmed';
        self::assertSame(1, Artisan::call('herald:template', ['file' => $this->file([$document])]));

        self::assertSame([1, 2], TemplateVersion::query()->orderBy('number')->pluck('number')->all());
        self::assertStringContainsString('record_type: must be booking, which night-confirmed speaks about', Artisan::output());
    }

    public function test_a_template_written_from_the_schema_alone_is_rendered_without_a_database(): void
    {
        $out = sys_get_temp_dir().'/herald-render-'.bin2hex(random_bytes(4));
        $documents = __DIR__.'/documents';
        $command = ['php', 'artisan', 'herald:render', "--template={$documents}/ticket.template.json", "--type={$documents}/ticket.type.json", "--record={$documents}/ticket.record.json", '--language=fr-CA', "--out={$out}"];
        $process = new Process($command, base_path(), ['DB_DATABASE' => '/no/such/place.sqlite', 'CACHE_STORE' => 'database']);

        self::assertStringContainsString("Rendered in fr (the recipient's language is fr-CA, and fr is the nearest there is)", $process->mustRun()->getOutput());
        self::assertSame("Votre billet T-77 pour Zoé\n", File::get($out.'/subject.txt'));
        self::assertStringContainsString('21 novembre 2026', File::get($out.'/message.html'));
        self::assertStringContainsString("Rang 4  12,50 €\nRang 5  12,50 €\n", str_replace("\u{A0}", ' ', File::get($out.'/message.txt')));
        self::assertStringNotContainsString('Il pleut', File::get($out.'/message.html'));
        $read = Message::from(File::get($out.'/message.eml'), false);
        self::assertSame('Votre billet T-77 pour Zoé', $read->getHeaderValue('Subject'));
        self::assertSame('zoe@example.org', $read->getHeaderValue('To'));
        self::assertSame('box@example.org', $read->getHeaderValue('From'));
        File::deleteDirectory($out);
    }

    /**
     * @return iterable<string, array{array<string, string>, string}>
     */
    public static function badRenderings(): iterable
    {
        $documents = __DIR__.'/documents';
        $good = ['--template' => "{$documents}/ticket.template.json", '--type' => "{$documents}/ticket.type.json", '--record' => "{$documents}/ticket.record.json", '--out' => sys_get_temp_dir().'/herald-never'];
        yield 'no template' => [array_diff_key($good, ['--template' => 1]), 'lacks --template'];
        yield 'no such file' => [['--template' => 'nothing.json'] + $good, '"nothing.json" is neither a file nor the key of a published template'];
        yield 'a record of another type' => [['--record' => "{$documents}/ticket.type.json"] + $good, 'number: must not be empty'];
        yield 'a template that is none' => [['--template' => "{$documents}/ticket.record.json"] + $good, 'lacks "format"'];
        yield 'a brand that is none' => [['--brand' => "{$documents}/ticket.record.json"] + $good, 'lacks "format"'];
    }

    /**
     * @param  array<string, string>  $options
     */
    #[DataProvider('badRenderings')]
    public function test_a_rendering_that_fails_says_why(array $options, string $words): void
    {
        self::assertSame(1, Artisan::call('herald:render', $options));
        self::assertStringContainsString($words, Artisan::output());
        self::assertDirectoryDoesNotExist(sys_get_temp_dir().'/herald-never');
    }

    public function test_stored_documents_are_rendered_by_key(): void
    {
        $this->larkmoor();
        $out = sys_get_temp_dir().'/herald-render-'.bin2hex(random_bytes(4));
        self::assertSame(0, Artisan::call('herald:render', ['--template' => 'night-blue-receipt', '--type' => 'order', '--record' => 'LM-20423', '--out' => $out]), Artisan::output());

        self::assertSame("Bestellung LM-20423 ist in guten Händen\n", File::get($out.'/subject.txt'));
        File::deleteDirectory($out);
    }

    public function test_the_demo_is_the_same_for_everyone_and_can_be_brought_twice(): void
    {
        $records = static fn (): array => DB::table('records')->orderBy('type')->orderBy('key')->pluck('data', 'key')->all();
        Artisan::call('herald:demo', ['--today' => '2026-11-23']);
        $first = $records();
        $dispatches = Due::query()->whereNull('anchor')->count();
        Artisan::call('herald:demo', ['--today' => '2026-11-23']);

        self::assertSame($first, $records());
        self::assertSame([150, 120, $dispatches], [Record::query()->where('type', 'order')->count(), Record::query()->where('type', 'booking')->count(), Due::query()->whereNull('anchor')->count()]);
        self::assertSame(29, $dispatches);
    }

    public function test_a_manifest_that_breaks_templates_names_them_and_wants_to_be_accepted(): void
    {
        $source = $this->larkmoor();
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['record_types'][0]['fields'] = array_values(array_filter($manifest['record_types'][0]['fields'], static fn (array $field): bool => $field['key'] !== 'delivery_method'));
        $file = $this->file([$manifest]);
        self::assertSame(1, Artisan::call('herald:source', ['file' => $file]));
        self::assertMatchesRegularExpression('/No longer fits: Night-blue receipt, version 1: .*"order.delivery_method" is not known here/', Artisan::output());
        self::assertSame($source->manifest_hash, $source->refresh()->manifest_hash, 'nothing was changed');
        self::assertSame(0, Artisan::call('herald:source', ['file' => $file, '--accept' => true]));
        self::assertNotSame($source->manifest_hash, $source->refresh()->manifest_hash);
        // What does not fit already is not told again.
        self::assertSame(0, Artisan::call('herald:source', ['file' => $file]), Artisan::output());
    }

    public function test_people_are_added_by_command(): void
    {
        self::assertSame(1, Artisan::call('herald:user', ['email' => 'nobody', 'name' => 'X']));
        self::assertSame(1, Artisan::call('herald:user', ['email' => 'a@example.org', 'name' => 'X', '--role' => 'king']));
        $viewer = ['email' => 'a@example.org', 'name' => 'A. Person', '--role' => 'viewer', '--password' => 'a good password'];
        self::assertSame(1, Artisan::call('herald:user', $viewer), 'of which source?');
        $this->larkmoor();
        self::assertSame(0, Artisan::call('herald:user', $viewer));
        $this->ask('POST', '/api/app/session', ['email' => 'a@example.org', 'password' => 'a good password'])->assertOk()->assertJsonPath('sources.0.role', 'viewer');
    }
}
