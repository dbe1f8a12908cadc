<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Finding\OtherRecords;
use App\Jobs\IndexRecords;
use App\Loading\LoadManifest;
use App\Loading\LoadRecords;
use App\Models\Dispatch;
use App\Models\Record;
use App\Models\Source;
use Herald\Condition\ConditionReader;
use Herald\Document\Faults;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Reading;
use Herald\Manuscript\Selection;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Records that a message lists beside its own: the next nights, what else one may like. */
final class OtherRecordsTest extends TestCase
{
    private const NEXT = ['id' => 'next', 'type' => 'others', 'list' => 'records.night', 'item' => 'night', 'most' => 3, 'abreast' => 3, 'sorted_by' => 'starts_at',
        'only' => ['all' => [['path' => 'night.starts_at', 'operator' => 'more', 'value' => ['path' => 'now']], ['path' => 'night.places', 'operator' => 'more', 'value' => 0], ['path' => 'night.dome', 'operator' => 'is', 'value' => ['path' => 'booking.dome']]]],
        'blocks' => [['id' => 'title', 'type' => 'heading', 'level' => 3, 'text' => '{night.programme}'], ['id' => 'when', 'type' => 'text', 'text' => '{night.starts_at|date_long}, {night.places} places']],
        'empty' => [['id' => 'none', 'type' => 'text', 'text' => 'No nights are open just now.']]];

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        Carbon::setTestNow('2026-11-23T12:00:00Z');
        $this->source = $this->larkmoor();
    }

    public function test_a_message_lists_the_next_nights_and_what_it_said_is_kept(): void
    {
        $document = Json::ofFile(database_path('demo/dome-night.json'))->data;
        $document['manuscript'][] = self::NEXT;
        unset($document['translations']);
        \App\Documents\PublishTemplate::from($this->source, Json::ofFile(database_path('demo/clear-skies.json')));
        \App\Documents\PublishTemplate::from($this->source, Json::ofArray($document, 'dome-night'));
        $booking = $this->source->records()->where('type', 'booking')->get()->firstOrFail(static fn (Record $one): bool => $one->data['dome'] === 'Great Dome' && isset($one->data['visitor']['email']));
        $data = [...$booking->data, 'reference' => 'DN-1', 'status' => 'confirmed'];
        $this->ask('POST', '/api/v1/events', ['id' => 'a', 'event' => 'booking.changed', 'record' => $data], $this->bearer($this->source))->assertStatus(202);
        $this->work();

        $nights = $this->source->records()->where('type', 'night')->get()->pluck('data')->filter(static fn (array $one): bool => $one['starts_at'] > '2026-11-23T12:00:00Z' && $one['places'] > 0 && $one['dome'] === 'Great Dome')->sortBy('starts_at')->take(3)->values();
        self::assertGreaterThan(1, $nights->count());
        $dispatch = Dispatch::query()->whereRelation('notice', 'key', 'night-confirmed')->with('message')->firstOrFail();
        $said = quoted_printable_decode((string) $dispatch->message?->bytes);
        foreach ($nights as $night) {
            self::assertStringContainsString((new \DateTimeImmutable($night['starts_at']))->setTimezone(new \DateTimeZone('Europe/Dublin'))->format('j F Y').", {$night['places']} places", $said);
        }
        // What was read of them is kept with the dispatch, and nothing else.
        self::assertSame($nights->map(static fn (array $one): array => ['programme', 'dome', 'starts_at', 'zone', 'places'])->all(), array_map(array_keys(...), array_values($dispatch->data['records'])[0]));
    }

    public function test_the_composer_offers_kinds_of_records_and_shows_them_on_the_stage(): void
    {
        $desk = $this->signIn()->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt/desk')->assertOk();
        self::assertSame(['records.night', 'starts_at'], [$desk->json('fresh.others.list'), $desk->json('fresh.others.sorted_by')], 'what has pictures is offered first');
        $paths = array_column($desk->json('fields'), null, 'path');
        self::assertSame(['Dome nights', false], [$paths['records.night']['label'], $paths['records.night']['single']]);
        self::assertSame('records.night', $paths['records.night.*.starts_at']['list']);
        self::assertArrayNotHasKey('records.account.*.reset_link', $paths, 'what is secret is named nowhere else');

        $document = $desk->json('document') ?? $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt')->json('document');
        $document['manuscript'][] = ['id' => 'x', 'type' => 'others', 'list' => 'records.order', 'item' => 'other', 'most' => 50, 'blocks' => [['id' => 'y', 'type' => 'text', 'text' => [['text' => 'Also '], ['variable' => 'other.number']]]]];
        $stage = $this->ask('POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/stage', ['document' => $document, 'record' => 'LM-20429', 'view' => 'wide', 'text' => true])->assertOk();
        self::assertSame(13, substr_count($stage->json('text'), 'Also LM-'), 'all orders but this');
        self::assertStringNotContainsString('Also LM-20429', $stage->json('text'));
        self::assertSame(['other' => 'records.order'], (array) $stage->json('around.scopes')['y text']);
        $sheet = $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt/sheet?record=LM-20429')->assertOk();
        self::assertNotEmpty($sheet->json('values')['records.night.*.programme']);
    }

    public function test_records_of_other_kinds_are_named_in_lists_alone(): void
    {
        $vocabulary = $this->source->manifest()->notices['order-received']->vocabulary;
        foreach ([['variable' => 'records.night'], ['variable' => 'records.night.programme'], ['variable' => 'records']] as $run) {
            $faults = new Faults;
            $block = new Node(['id' => 'a', 'type' => 'text', 'text' => [$run]], '', '');
            BlockReader::blocks([$block], $vocabulary, new Reading($faults, [], ''));
            self::assertCount(1, $faults->all());
        }
        $faults = new Faults;
        BlockReader::blocks([new Node(['id' => 'a', 'type' => 'others', 'list' => 'records.nights', 'blocks' => []], '', '')], $vocabulary, new Reading($faults, [], ''));
        self::assertSame('list: "records.nights" is not known here; did you mean "records.night"?', $faults->all()[0]->inWords());
    }

    public function test_the_index_finds_what_looking_at_all_of_them_finds(): void
    {
        // Against brute force over all records: two hundred made-up searches, fixed seed.
        $dice = new Randomizer(new Mt19937(20_261_201));
        $of = static fn (array $values): mixed => $values[$dice->getInt(0, count($values) - 1)];
        $nights = [];
        for ($n = 0; $n < 150; $n++) {
            $nights[] = ['type' => 'night', 'data' => array_filter([
                'number' => "X-{$n}", 'programme' => 'P'.$dice->getInt(0, 5), 'dome' => $of(['Great Dome', 'East Dome', null]), 'zone' => 'Europe/Dublin', 'places' => $of([null, 0, 1, 5, 9]),
                'starts_at' => $of([null, (new \DateTimeImmutable('2026-11-20T00:00:00Z'))->modify('+'.(30 * $dice->getInt(0, 14 * 48)).' minutes')->format('Y-m-d\TH:i:s\Z')]),
            ], static fn (mixed $one): bool => $one !== null)];
        }
        LoadRecords::from($this->source, [$this->file($nights)]);
        $type = $this->source->manifest()->recordTypes['night'];
        $all = $this->source->records()->where('type', 'night')->get()->map(static fn (Record $record): array => (array) $record->read($type))->all();
        $vocabulary = $this->source->manifest()->notices['order-received']->vocabulary->with('night', $this->source->manifest()->notices['order-received']->vocabulary->list(\Herald\Record\Path::of('records.night')));
        $data = ['now' => '2026-11-23T12:00:00Z', 'source' => ['zone' => 'Europe/Dublin'], 'order' => ['number' => 'none']];
        $day = static fn (): string => '2026-11-'.$dice->getInt(20, 30);
        for ($n = 0; $n < 200; $n++) {
            $comparison = static fn (): array => $of([
                static fn (): array => ['path' => 'night.starts_at', 'operator' => $of(['more', 'less', 'at_least', 'at_most']), 'value' => $of([['path' => 'now'], $day().'T20:00:00Z'])],
                static fn (): array => ['path' => 'night.starts_at', 'operator' => $of(['within_next', 'within_last']), 'value' => $dice->getInt(0, 6)],
                static fn (): array => ['path' => 'night.places', 'operator' => $of(['is', 'more', 'less', 'at_least', 'at_most', 'is_not']), 'value' => $of([0, 1, 5])],
                static fn (): array => ['path' => 'night.places', 'operator' => 'between', 'value' => [1, 5]],
                static fn (): array => ['path' => 'night.dome', 'operator' => 'one_of', 'value' => ['Great Dome', 'East Dome']],
                static fn (): array => ['path' => 'night.dome', 'operator' => $of(['empty', 'filled'])],
                static fn (): array => ['path' => 'night.programme', 'operator' => 'is', 'value' => 'P1'],
            ])();
            $only = $of([null, $comparison(), ['all' => [$comparison(), $comparison()]], ['any' => [$comparison(), $comparison()]]]);
            $key = $of(['starts_at', 'places', 'programme', null]);
            $selection = new Selection(\Herald\Record\Path::of('records.night'), 'night', $only === null ? null : ConditionReader::read(new Node($only, '', 'c'), $vocabulary), $key, $key === null ? null : $type->fields[$key]->type, $of([true, false]), $dice->getInt(1, 12));
            $found = OtherRecords::found($this->source, $selection, $data, null, ['number', 'starts_at', 'places', 'programme']);
            $expected = array_slice($selection->of($all, $data, new \Collator('en')), 0, Selection::OF_RECORDS);
            $told = json_encode([$only, $key, $selection->descending, $selection->most], JSON_THROW_ON_ERROR);
            // Among those that are alike in what they are sorted by, any may come first.
            self::assertSame(count($expected), count($found), $told);
            if ($key !== null) {
                self::assertSame(array_map(static fn (array $one): mixed => $one[$key], $expected), array_map(static fn (array $one): mixed => $one[$key], $found), $told);
            }
        }
    }

    public function test_a_field_that_is_declared_indexed_later_is_indexed_for_what_is_there(): void
    {
        $values = static fn (string $path): int => DB::table('record_values')->where(['type' => 'night', 'path' => $path])->count();
        self::assertSame([18, 0], [$values('starts_at'), $values('programme')]);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        foreach ($manifest['record_types'] as $index => $type) {
            if ($type['key'] === 'night') {
                $manifest['record_types'][$index]['fields'][1]['indexed'] = true;
                unset($manifest['record_types'][$index]['fields'][3]['indexed']);
            }
        }
        Queue::fake([IndexRecords::class]);
        LoadManifest::from(Json::ofArray($manifest, 'later'));
        Queue::assertPushed(IndexRecords::class, static fn (IndexRecords $job): bool => $job->type === 'night');
        (new IndexRecords($this->source->id, 'night'))->handle();

        self::assertSame([0, 18], [$values('starts_at'), $values('programme')]);
        $record = $this->source->records()->where(['type' => 'night'])->firstOrFail();
        $record->take(Source::query()->firstOrFail()->manifest()->recordTypes['night'], [...$record->data, 'programme' => null]);
        self::assertSame(17, $values('programme'), 'what is emptied is not found any more');
    }
}
