<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Jobs\WorkDue;
use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Record;
use App\Models\Role;
use App\Models\Source;
use App\Sending\DecideDue;
use Herald\Document\Json;
use Herald\Record\RecordReader;

/** Messages that go to each of several: the records of another type that meet a condition. */
final class SpreadTest extends TestCase
{
    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-23T12:00:00Z');
        $this->source = $this->larkmoor();
    }

    public function test_an_alert_goes_to_each_who_asked_for_it_and_confirmed_and_to_an_address_once(): void
    {
        foreach ([
            'SK-1' => ['region' => 'moor'],
            'SK-2' => ['region' => 'moor', 'language' => 'de', 'name' => 'Bram'],
            'SK-3' => ['region' => 'coast'],
            'SK-4' => ['region' => 'moor', 'least_level' => 5],
            'SK-5' => ['region' => 'moor', 'confirmed_at' => null],
            'SK-6' => ['region' => 'moor', 'address' => 'SK-1@example.org'],
            'SK-7' => ['region' => 'moor', 'address' => null],
            'SK-8' => ['region' => 'moor', 'confirmed_at' => null],
        ] as $number => $data) {
            $this->subscribes($number, $data);
        }
        // One has confirmed by pressing the button in the message.
        $asked = $this->subscribes('SK-8', ['region' => 'moor', 'confirmed_at' => null], 'subscription.asked');
        $this->work();
        preg_match('~http://[^/]+(/answer/\S+)~', (string) \ZBateson\MailMimeParser\Message::from((string) Dispatch::query()->whereRelation('notice', 'key', 'confirm-address')->with('message')->sole()->message?->bytes, false)->getTextContent(), $link);
        $this->post($link[1], ['turn' => '0'])->assertOk();
        self::assertSame(202, $asked);

        $this->raise('SA-1', ['status' => 'raised', 'regions' => ['moor', 'hills']]);
        $this->work();
        $this->work();
        $sent = Dispatch::query()->whereRelation('notice', 'key', 'alert-raised')->with(['to', 'message'])->orderBy('id')->get();
        self::assertEqualsCanonicalizing(['sk-1@example.org sent en', 'SK-2@example.org sent de', ' skipped en', 'SK-8@example.org sent en'], $sent->map(static fn (Dispatch $one): string => ($one->to?->address === 'SK-1@example.org' ? 'sk-1@example.org' : "{$one->to?->address}")." {$one->state->value} {$one->language}")->all());
        self::assertSame(1, Due::query()->where('state', DueState::Spread)->count());
        $german = $sent->firstWhere('language', 'de');
        self::assertSame('Schauen Sie hinauf: Lights', $german?->subject);
        self::assertStringContainsString('Guten Tag Bram,', quoted_printable_decode((string) $german?->message?->bytes));

        // Raised twice it goes once; one that nobody asked for says so.
        $this->raise('SA-1', ['status' => 'raised', 'regions' => ['moor', 'hills']]);
        $this->raise('SA-2', ['status' => 'raised', 'regions' => ['island']]);
        $this->work();
        self::assertSame(5, Dispatch::query()->whereRelation('notice', 'key', 'alert-raised')->count());
        self::assertStringStartsWith('There is nobody to go to: each of the Subscriptions', (string) Dispatch::query()->whereRelation('record', 'key', 'SA-2')->sole()->state_reason);
    }

    public function test_any_id_of_an_event_is_spread_and_what_the_source_sent_as_well_is_a_double_by_its_address(): void
    {
        foreach (['SK-1', 'SK-2'] as $number) {
            $this->subscribes($number, ['region' => 'moor']);
        }
        $bearer = $this->bearer($this->source);
        $raised = ['event' => 'alert.changed', 'record' => ['number' => 'SA-1', 'title' => 'Lights', 'status' => 'raised', 'regions' => ['moor'], 'level' => 3, 'words' => 'Look north.', 'from' => '2026-11-23T20:00:00Z']];
        $this->ask('POST', '/api/v1/events', ['id' => 'Alert#1%_of-2#0123456789abcdef'] + $raised, $bearer)->assertStatus(202);
        $this->work();
        $this->work();
        $sent = Dispatch::query()->whereRelation('notice', 'key', 'alert-raised')->with('to')->get();
        self::assertEqualsCanonicalizing(['SK-1@example.org sent', 'SK-2@example.org sent'], $sent->map(static fn (Dispatch $one): string => "{$one->to?->address} {$one->state->value}")->all());

        $told = ['notice' => 'alert-raised', 'key' => 'SA-1', 'event' => 'Alert#1%_of-2#0123456789abcdef'];
        foreach (['sk-1@example.org' => true, 'nobody@example.org' => false, '' => true] as $address => $double) {
            $this->ask('POST', '/api/v1/sent', ['id' => "theirs-{$address}", 'address' => $address === '' ? null : $address] + $told, $bearer)->assertStatus(202)->assertJsonPath('double', $double);
        }
    }

    public function test_what_was_to_go_to_each_does_not_go_to_one_over_and_over_once_its_recipient_is_another(): void
    {
        foreach (['SK-1', 'SK-2'] as $number) {
            $this->subscribes($number, ['region' => 'moor']);
        }
        $this->raise('SA-1', ['status' => 'raised', 'regions' => ['moor']]);
        $this->decide();
        self::assertSame(2, Due::query()->whereNotNull('part_of')->count());
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $at = array_search('alert-raised', array_column($manifest['notices'], 'key'), true);
        $manifest['notices'][$at] = ['recipient' => ['role' => 'shop-desk'], 'built_in' => ['en' => ['subject' => 'Lights', 'body' => ['Look north.']]], 'required' => ['links' => []]] + $manifest['notices'][$at];
        LoadManifest::from(Json::ofArray($manifest, 'otherwise'));
        $this->work();
        self::assertSame(['It goes to each of several no longer', 'It goes to each of several no longer'], Dispatch::query()->whereRelation('notice', 'key', 'alert-raised')->pluck('state_reason')->all());
    }

    public function test_it_is_spread_some_hundreds_at_a_time_and_none_is_lost_or_doubled(): void
    {
        $type = $this->source->manifest()->recordTypes['subscription'];
        for ($n = 0; $n < 1_020; $n++) {
            $record = new Record(['source_id' => $this->source->id, 'type' => 'subscription', 'key' => "S-{$n}"]);
            $record->take($type, RecordReader::read($type, ['number' => "S-{$n}", 'address' => "s{$n}@example.org", 'region' => 'moor', 'least_level' => 1, 'confirmed_at' => '2026-01-01T00:00:00Z'], 'subscription'));
        }
        $this->raise('SA-1', ['status' => 'raised', 'regions' => ['moor']]);
        $parent = Due::query()->whereNull('part_of')->whereRelation('notice', 'key', 'alert-raised')->sole();
        for ($round = 0; $round < 5 && $parent->refresh()->state === DueState::Waiting; $round++) {
            self::assertTrue($parent->takeLease(60));
            app(DecideDue::class)($parent);
        }
        self::assertSame([DueState::Spread, 3], [$parent->state, $round]);
        self::assertSame([1_020, 1_020], [Due::query()->whereNotNull('part_of')->count(), Due::query()->whereNotNull('part_of')->distinct()->count('occasion')]);
        // A worker that was called a second time finds nothing to do.
        app()->call([new WorkDue($parent->id), 'handle']);
        self::assertSame(1_020, Due::query()->whereNotNull('part_of')->count());
    }

    public function test_it_is_shown_with_one_of_them_and_may_name_what_they_are(): void
    {
        $this->subscribes('SK-1', ['region' => 'moor', 'name' => 'Ada Quill']);
        $this->raise('SA-1', ['status' => 'expected', 'regions' => ['moor']]);
        $this->signIn(Role::Publisher);
        $shown = $this->ask('GET', '/api/app/sources/larkmoor/notices/alert-raised/rendering?record=SA-1&words=answer')->assertOk();
        self::assertStringContainsString('Dear Ada Quill,', $shown->json('text'));
        self::assertSame([1, false], [$shown->json('each.number'), $shown->json('each.more')]);
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Sky', 'from' => 'built_in', 'notice' => 'alert-raised'])->assertCreated();
        self::assertContains('subscription.region', array_column($this->ask('GET', '/api/app/sources/larkmoor/templates/sky/desk')->json('fields'), 'path'));
        $wrong = ['format' => 'velvet-herald/notice', 'version' => 1, 'key' => 'own-x', 'name' => 'X', 'strand' => 'sky-alerts', 'audience' => 'customer', 'cue' => ['created' => true]];
        foreach ([
            ['each' => 'records.none', 'as' => 'one', 'path' => 'one.address', 'recipient/each'],
            ['each' => 'alert.regions', 'as' => 'one', 'path' => 'one.address', 'recipient/each'],
            ['each' => 'records.subscription', 'as' => 'alert', 'path' => 'alert.address', 'recipient/as'],
            ['each' => 'records.subscription', 'as' => 'one', 'path' => 'one.name', 'recipient/path'],
            ['each' => 'records.subscription', 'path' => 'one.name', 'recipient'],
        ] as $recipient) {
            $place = array_pop($recipient);
            $faults = $this->ask('POST', '/api/app/sources/larkmoor/notices/trial', ['notice' => ['recipient' => $recipient] + $wrong])->assertStatus(422)->json('faults');
            self::assertStringStartsWith((string) $place, (string) $faults[0]['place'], json_encode($faults, JSON_THROW_ON_ERROR));
        }
        $fits = ['each' => 'records.subscription', 'as' => 'one', 'path' => 'one.address', 'where' => ['path' => 'one.region', 'operator' => 'is', 'value' => 'moor']];
        $this->ask('POST', '/api/app/sources/larkmoor/notices/trial', ['notice' => ['recipient' => $fits] + $wrong])->assertOk()->assertJsonPath('recipient', 'the address in one.address of each of the Subscriptions for which Region is moor')->assertJsonPath('last_30', ['messages' => 1, 'people' => 1]);
    }

    /**
     * @param  array<string, mixed>  $data
     */
    private function subscribes(string $number, array $data, ?string $event = null): ?int
    {
        $data += ['number' => $number, 'name' => null, 'address' => "{$number}@example.org", 'least_level' => 2, 'language' => 'en', 'confirmed_at' => '2026-01-01T00:00:00Z', 'page' => 'https://larkmoor.example.org/sky'];
        if ($event !== null) {
            return $this->ask('POST', '/api/v1/events', ['id' => "e-{$number}", 'event' => $event, 'record' => $data], $this->bearer($this->source))->status();
        }
        $type = $this->source->manifest()->recordTypes['subscription'];
        (new Record(['source_id' => $this->source->id, 'type' => 'subscription', 'key' => $number]))->take($type, RecordReader::read($type, $data, $number));

        return null;
    }

    /**
     * @param  array<string, mixed>  $data
     */
    private function raise(string $number, array $data): void
    {
        static $events = 0;
        $this->ask('POST', '/api/v1/events', ['id' => 'alert-'.++$events, 'event' => 'alert.changed', 'record' => $data + ['number' => $number, 'title' => 'Lights', 'level' => 3, 'words' => 'Look north.', 'from' => '2026-11-23T20:00:00Z']], $this->bearer($this->source))->assertStatus(202);
    }
}
