<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Jobs\PlanNotice;
use App\Jobs\SendDispatch;
use App\Loading\LoadManifest;
use App\Loading\LoadRecords;
use App\Models\Dispatch;
use App\Models\Due;
use App\Models\Notice;
use App\Models\Role;
use App\Models\Source;
use App\Sending\ByHand;
use App\Timing\CallDues;
use App\Timing\Clock;
use Herald\Document\Json;
use Illuminate\Support\Carbon;
use Illuminate\Testing\TestResponse;
use Spatie\Activitylog\Models\Activity;

/** Messages that go by a date in the record: they follow it, are looked at once more when they are due, and go once. */
final class DuesTest extends TestCase
{
    private const NOW = '2026-11-23T12:00:00Z';

    private const BOOKING = ['reference' => 'DN-9000', 'programme' => 'The winter sky', 'starts_at' => '2026-11-26T20:00:00Z', 'ends_at' => '2026-11-26T23:00:00Z', 'zone' => 'Europe/Dublin', 'status' => 'confirmed', 'visitor' => ['first_name' => 'Bram', 'email' => 'bram@example.org', 'language' => 'en'], 'page' => 'https://larkmoor.example.org/bookings/DN-9000'];

    private Source $source;

    private int $events = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo(self::NOW);
        $this->source = LoadManifest::from(Json::ofFile(database_path('demo/larkmoor.json')));
    }

    public function test_it_comes_when_it_is_due_and_once(): void
    {
        $this->change([]);
        self::assertSame(['reminder waiting 2026-11-25 20:00', 'rate-your-night waiting 2026-11-27 09:00'], $this->dues());

        $this->travelTo('2026-11-25T19:59:59Z');
        self::assertSame(0, CallDues::all());
        $this->travelTo('2026-11-25T20:00:00Z');
        self::assertSame([1, 0], [CallDues::all(), CallDues::all()], 'called once');
        $this->work();
        $this->work();

        $dispatch = Dispatch::query()->with('to')->sole();
        self::assertSame(['sent', 'bram@example.org', 'Tomorrow: The winter sky at 20:00', 'date:booking.starts_at:2026-11-26T20:00:00Z:0', '24 hours before the start, if it is confirmed'], [$dispatch->state->value, $dispatch->to?->address, $dispatch->subject, $dispatch->occasion, $dispatch->reason]);
        self::assertSame('2026-11-25T20:00:00Z', $dispatch->data['now'], 'the moment is that of the due');
        $this->change(['sky_outlook' => 'Clear']);
        self::assertSame(['reminder dispatched 2026-11-25 20:00', 'rate-your-night waiting 2026-11-27 09:00'], $this->dues(), 'a changed record sends nothing again');
    }

    public function test_it_follows_its_record(): void
    {
        $this->change([]);
        $this->change(['starts_at' => '2026-11-30T18:30:00Z']);
        self::assertSame('reminder waiting 2026-11-29 18:30', $this->dues()[0], 'moved');
        $this->change(['starts_at' => '2026-11-30T18:30:00Z', 'status' => 'cancelled']);
        self::assertSame(['reminder withdrawn 2026-11-29 18:30', 'rate-your-night withdrawn 2026-11-27 09:00'], $this->dues());
        self::assertSame('Status is cancelled, not confirmed', $this->due('reminder')->state_reason);
        $this->change([]);
        self::assertSame(['reminder withdrawn 2026-11-29 18:30', 'rate-your-night waiting 2026-11-27 09:00', 'reminder waiting 2026-11-25 20:00'], $this->dues(), 'confirmed again, at the first date');
        $this->change(['starts_at' => '2026-11-30T18:30:00Z']);
        self::assertSame(['reminder waiting 2026-11-29 18:30', 'rate-your-night waiting 2026-11-27 09:00', 'reminder withdrawn 2026-11-25 20:00'], $this->dues());

        $this->travelTo('2026-11-29T18:30:00Z');
        $this->work();
        self::assertSame(['reminder'], $this->dispatched('sent'));
        $this->travelTo('2026-11-29T19:00:00Z');
        $this->change(['starts_at' => '2026-12-05T18:30:00Z']);
        self::assertNotContains('reminder waiting 2026-12-04 18:30', $this->dues(), 'it went for the date as it was before');
    }

    public function test_where_its_notice_says_so_it_goes_again_when_the_date_is_moved(): void
    {
        $this->cue('reminder', ['moved' => 'again']);
        $this->change([]);
        $this->travelTo('2026-11-25T20:00:00Z');
        $this->work();
        $this->change(['starts_at' => '2026-12-05T18:30:00Z']);

        self::assertContains('reminder waiting 2026-12-04 18:30', $this->dues());
    }

    public function test_what_is_not_true_any_more_is_dropped_with_its_reason(): void
    {
        $this->change([]);
        // Of what becomes of the record meanwhile, nobody has told us: the due still waits.
        $record = $this->source->record('booking', 'DN-9000');
        $record->take($this->source->manifest()->recordTypes['booking'], ['status' => 'cancelled'] + $record->data);
        $this->travelTo('2026-11-25T20:00:00Z');
        $this->work();

        $dispatch = Dispatch::query()->sole();
        self::assertSame(['skipped', 'Not true any more: Status is cancelled, not confirmed'], [$dispatch->state->value, $dispatch->state_reason]);
        self::assertSame('reminder dropped 2026-11-25 20:00', $this->dues()[0]);
        $this->signIn()->ask('GET', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}")->assertOk()->assertJsonPath('set_off_by', 'its date, due 2026-11-25 20:00 in Europe/Dublin');
        $this->ask('GET', '/api/app/sources/larkmoor/dispatches')->assertOk()->assertJsonPath('counts', ['skipped' => 1]);
    }

    public function test_a_record_that_does_not_fit_when_it_is_due_fails_with_the_place_and_is_tried_again_once_it_does(): void
    {
        $this->change([]);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $at = array_search('page', array_column($manifest['record_types'][1]['fields'], 'key'), true);
        $other = $manifest;
        $other['record_types'][1]['fields'][$at]['type'] = 'email';
        $other['notices'] = array_values(array_filter($other['notices'], static fn (array $notice): bool => $notice['key'] === 'reminder'));
        $other['notices'][0] = ['built_in' => ['en' => ['subject' => 'Tomorrow', 'body' => ['At {booking.starts_at}.']]], 'required' => ['links' => []]] + $other['notices'][0];
        $this->source = LoadManifest::from(Json::ofArray($other, 'otherwise'));
        PlanNotice::dispatchSync(Notice::query()->where('key', 'reminder')->sole()->id);
        self::assertSame('reminder waiting 2026-11-25 20:00', $this->dues()[0], 'nothing is taken back for what cannot be read');

        $this->travelTo('2026-11-25T20:00:00Z');
        $this->work();
        $dispatch = Dispatch::query()->sole();
        self::assertSame('failed', $dispatch->state->value);
        self::assertStringStartsWith('It cannot be made: page: must be an e-mail address', (string) $dispatch->state_reason);

        LoadManifest::from(Json::ofArray($manifest, 'as it was'));
        ByHand::again($dispatch, null);
        $this->work();
        self::assertSame(['sent', 'Tomorrow: The winter sky at 20:00'], [$dispatch->refresh()->state->value, $dispatch->subject]);
    }

    public function test_what_came_due_while_nothing_ran_goes_until_its_date_or_for_a_day(): void
    {
        $this->change([]);
        $this->change(['reference' => 'DN-9001', 'starts_at' => '2026-11-25T20:00:00Z', 'ends_at' => '2026-11-25T22:00:00Z']);
        $this->travelTo('2026-11-26T19:00:00Z');
        $this->work();

        self::assertSame(['rate-your-night DN-9001 sent', 'reminder DN-9000 sent', 'reminder DN-9001 skipped'], $this->told());
        self::assertStringStartsWith('Too late: it was due 2026-11-24 20:00', (string) Dispatch::query()->where('state', 'skipped')->sole()->state_reason);
    }

    public function test_a_record_that_becomes_known_too_late_gets_nothing_or_at_once_as_its_notice_says(): void
    {
        $soon = ['starts_at' => '2026-11-23T15:00:00Z', 'ends_at' => '2026-11-23T18:00:00Z'];
        $this->change($soon);
        self::assertSame(['reminder dropped 2026-11-22 15:00', 'rate-your-night waiting 2026-11-24 08:00'], $this->dues());
        self::assertSame('it was known too late: it would have been due at 2026-11-22 15:00', $this->due('reminder')->state_reason);
        self::assertSame([], $this->told(), 'nothing is sent, and nothing was to be');

        $this->cue('reminder', ['known_late' => 'at_once']);
        $this->change(['reference' => 'DN-9001'] + $soon);
        $this->change(['reference' => 'DN-9002', 'starts_at' => '2026-11-23T11:00:00Z', 'ends_at' => null]);
        $this->work();
        self::assertSame(['reminder DN-9001 sent'], $this->told(), 'at once, but not after it began');
    }

    public function test_it_comes_again_while_its_condition_holds(): void
    {
        $this->cue('reminder', ['before' => null, 'after' => 'booking.ends_at', 'by' => ['days' => 1], 'at' => '09:00', 'again' => ['every' => ['days' => 3], 'times' => 3]]);
        $this->change([]);
        foreach (['2026-11-27T09:00:00Z', '2026-11-30T09:00:00Z'] as $time => $moment) {
            $this->travelTo($moment);
            $this->work();
            self::assertCount($time + 1, Dispatch::query()->whereRelation('notice', 'key', 'reminder')->where('state', 'sent')->get());
        }
        self::assertContains('reminder waiting 2026-12-03 09:00', $this->dues());
        $this->change(['status' => 'visited']);
        self::assertContains('reminder withdrawn 2026-12-03 09:00', $this->dues());
        $this->change([]);
        // Two were missed: the last of them is made up for.
        $this->travelTo('2026-12-06T10:00:00Z');
        $this->work();
        $this->work();
        self::assertSame(['reminder DN-9000 sent', 'reminder DN-9000 sent', 'reminder DN-9000 skipped', 'reminder DN-9000 sent'], array_values(array_filter($this->told(), static fn (string $one): bool => str_starts_with($one, 'reminder'))));
        self::assertNotContains('waiting', array_map(static fn (string $due): string => explode(' ', $due)[1], array_filter($this->dues(), static fn (string $due): bool => str_starts_with($due, 'reminder'))), 'so often at most');
    }

    public function test_loading_records_and_another_cue_send_nothing_and_make_dues_for_what_is_to_come(): void
    {
        LoadRecords::from($this->source, [$this->file([
            ['type' => 'booking', 'data' => self::BOOKING],
            ['type' => 'booking', 'data' => ['reference' => 'DN-9001', 'starts_at' => '2026-11-24T10:00:00Z', 'ends_at' => '2026-11-24T11:00:00Z'] + self::BOOKING],
        ])]);
        self::assertSame(['reminder waiting 2026-11-25 20:00', 'rate-your-night waiting 2026-11-27 09:00', 'rate-your-night waiting 2026-11-24 21:00'], $this->dues());

        $this->cue('reminder', ['by' => ['hours' => 3]]);
        self::assertSame(['reminder waiting 2026-11-26 17:00', 'rate-your-night waiting 2026-11-27 09:00', 'rate-your-night waiting 2026-11-24 21:00', 'reminder waiting 2026-11-24 07:00'], $this->dues());
        $this->carrier('source');
        self::assertSame('reminder withdrawn 2026-11-26 17:00', $this->dues()[0]);
        self::assertSame([], $this->told());
    }

    public function test_the_clock_is_moved_on_where_it_may_be_and_nowhere_else(): void
    {
        self::assertEquals(now(), Clock::now());
        config(['herald.clock_moves' => true]);
        self::assertTrue(Clock::moveTo(Carbon::parse('2026-11-25T20:00:00Z')));
        self::assertFalse(Clock::moveTo(Carbon::parse('2026-11-25T19:00:00Z')), 'not back');
        self::assertFalse(Clock::moveTo(Carbon::parse('2099-01-01T00:00:00Z')), 'nor out of sight');
        $this->travel(10)->minutes();
        self::assertSame('2026-11-25T20:10:00Z', Clock::now()->toIso8601ZuluString(), 'it goes on');
        config(['herald.clock_moves' => false]);
        self::assertEquals(now(), Clock::now());
    }

    public function test_what_is_to_come_is_listed_and_found(): void
    {
        $this->change([]);
        $this->change(['reference' => 'DN-9001', 'starts_at' => '2026-11-24T20:00:00Z', 'zone' => 'Europe/Berlin', 'visitor' => ['first_name' => 'Zoë', 'last_name' => 'Ångström', 'language' => 'de']]);
        $this->signIn();
        $at = '/api/app/sources/larkmoor/coming';
        $coming = $this->ask('GET', $at)->assertOk()->assertJsonPath('today', '2026-11-23')->assertJsonPath('zone', 'Europe/Dublin');
        self::assertSame([
            ['reminder', 'DN-9001', '2026-11-23', '20:00', '2026-11-23 21:00 in Europe/Berlin', null], ['reminder', 'DN-9000', '2026-11-25', '20:00', null, 'bram@example.org'],
            ['rate-your-night', 'DN-9000', '2026-11-27', '09:00', null, 'bram@example.org'], ['rate-your-night', 'DN-9001', '2026-11-27', '09:00', '2026-11-27 10:00 in Europe/Berlin', null],
        ], collect($coming->json('dues'))->map(static fn (array $one): array => [$one['notice'], $one['record'], $one['day'], $one['time'], $one['there'], $one['recipient']])->sortBy(static fn (array $one): string => $one[2].$one[1])->values()->all());
        $records = fn (string $query): array => array_column($this->ask('GET', "{$at}?{$query}")->assertOk()->json('dues'), 'record');
        self::assertSame([['DN-9001', 'DN-9000'], ['DN-9001'], []], [$records('notice=reminder'), $records('search=angst&notice=reminder'), $records('search=nobody')]);
        $order = collect($this->ask('GET', '/api/app/sources/larkmoor/running-order')->assertOk()->json('strands'))->flatMap(static fn (array $strand): array => $strand['notices'])->pluck('coming', 'key');
        self::assertSame([2, 2, null], [$order['reminder'], $order['rate-your-night'], $order['order-received']]);
        self::assertSame(['reminder', 'rate-your-night'], array_column($this->ask('GET', '/api/app/sources/larkmoor/records/booking/DN-9000')->assertOk()->json('coming'), 'notice'));
    }

    public function test_a_change_says_what_becomes_of_what_is_to_come_before_it_is_saved(): void
    {
        $this->change([]);
        $this->signIn();
        $at = '/api/app/sources/larkmoor/records/booking/DN-9000';
        $before = $this->dues();
        $coming = $this->ask('POST', "{$at}/consequences", ['changes' => ['status' => 'cancelled']])->assertOk()->json('coming');
        self::assertSame(['name' => 'Reminder', 'before' => '2026-11-25 20:00', 'after' => null, 'why' => 'Status is cancelled, not confirmed'], $coming[0]);
        self::assertSame([2, $before, 'confirmed'], [count($coming), $this->dues(), $this->source->record('booking', 'DN-9000')->data['status']], 'looking changes nothing');

        $this->ask('PATCH', $at, ['revision' => 1, 'changes' => ['status' => 'cancelled']])->assertOk();
        self::assertSame(['reminder withdrawn 2026-11-25 20:00', 'rate-your-night withdrawn 2026-11-27 09:00'], $this->dues());
        $back = $this->ask('POST', "{$at}/consequences", ['changes' => ['status' => 'confirmed']])->assertOk()->json('coming');
        self::assertSame([null, '2026-11-25 20:00'], [$back[0]['before'], $back[0]['after']]);
    }

    public function test_a_person_takes_one_out_puts_it_back_puts_it_off_or_sends_it_now_and_says_why(): void
    {
        $this->change([]);
        $this->signIn(Role::Publisher);
        $id = $this->due('reminder')->id;
        $do = function (array $what, int $status = 200) use (&$id): TestResponse {
            return $this->ask('PATCH', "/api/app/sources/larkmoor/coming/{$id}", $what)->assertStatus($status);
        };

        $do(['what' => 'take_out', 'why' => ''], 422)->assertJsonPath('faults.0.reason', 'Say why: it stays with the message.');
        $do(['what' => 'take_out', 'why' => 'They rang.'])->assertJsonPath('state', 'taken_out')->assertJsonPath('state_reason', 'taken out by Publisher: They rang.');
        $do(['what' => 'send_now', 'why' => 'x'], 409);
        $this->ask('PATCH', '/api/app/sources/larkmoor/coming/99999999999999999999', ['what' => 'send_now', 'why' => 'x'])->assertNotFound();
        $this->change(['starts_at' => '2026-11-30T18:30:00Z']);
        self::assertSame('reminder taken_out 2026-11-25 20:00', $this->dues()[0], 'it stays out when the record changes');
        $this->signIn(Role::Publisher);
        $do(['what' => 'put_back', 'why' => 'They rang again.']);
        self::assertSame(['reminder withdrawn 2026-11-25 20:00', 'rate-your-night waiting 2026-11-27 09:00', 'reminder waiting 2026-11-29 18:30'], $this->dues());

        $id = Due::query()->where('local_time', '2026-11-29 18:30')->sole()->id;
        foreach ([[], ['until' => '2026-11-23T11:00:00Z'], ['until' => 'tomorrow'], ['until' => '2999-01-01T00:00:00Z']] as $until) {
            $do(['what' => 'put_off', 'why' => 'x', ...$until], 422)->assertJsonPath('faults.0.place', 'until');
        }
        $do(['what' => 'put_off', 'until' => '2026-11-30T08:15:00Z', 'why' => 'Not on a Sunday'])->assertJsonPath('time', '08:15');
        $this->change(['starts_at' => '2026-11-30T18:30:00Z', 'sky_outlook' => 'Clear']);
        self::assertContains('reminder waiting 2026-11-30 08:15', $this->dues(), 'that stands');
        $this->travelTo('2026-11-29T18:30:00Z');
        self::assertSame(0, Due::query()->whereKey($id)->where('due_at', '<=', now())->count());
        $this->signIn(Role::Publisher);
        $do(['what' => 'send_now', 'why' => 'They asked']);
        $this->work();

        $dispatch = Dispatch::query()->whereRelation('notice', 'key', 'reminder')->sole();
        self::assertSame(['sent', '24 hours before the start, if it is confirmed; put off from 2026-11-29 18:30 by Publisher: Not on a Sunday; sent now by Publisher: They asked'], [$dispatch->state->value, $dispatch->reason]);
        self::assertSame(4, Activity::query()->where('event', 'due')->count());
    }

    public function test_nothing_goes_after_the_date_that_it_goes_before(): void
    {
        $this->change([]);
        $late = 'Too late: this message goes before “Starts”. The latest possible time is 2026-11-26 19:59 (Europe/Dublin)';
        $postpone = fn (Due $due, string $until): TestResponse => $this->signIn(Role::Publisher)->ask('PATCH', "/api/app/sources/larkmoor/coming/{$due->id}", ['what' => 'put_off', 'until' => $until, 'why' => 'x']);
        $postpone($this->due('reminder'), '2026-11-26T20:00:00Z')->assertStatus(422)->assertJsonPath('faults.0', ['place' => 'until', 'reason' => $late.'.']);
        $postpone($this->due('reminder'), '2026-11-26T19:59:00Z')->assertOk();
        // As a clock shows it in the zone of the source, summer time or not.
        $postpone($this->due('reminder'), '2026-11-26T19:30')->assertOk()->assertJsonPath('at', '2026-11-26T19:30:00Z');
        $postpone($this->due('rate-your-night'), '2027-07-01T10:00')->assertOk()->assertJsonPath('at', '2027-07-01T09:00:00Z')->assertJsonPath('time', '10:00');
        // What goes after its date may be put off as long as one likes.
        $postpone($this->due('rate-your-night'), '2026-12-26T20:00:00Z')->assertOk();

        // No worker was there before the date was past.
        $this->travelTo('2026-11-26T20:00:00Z');
        $this->signIn(Role::Publisher)->ask('PATCH', "/api/app/sources/larkmoor/coming/{$this->due('reminder')->id}", ['what' => 'send_now', 'why' => 'x'])->assertStatus(409)->assertJsonPath('title', $late.'.');
        $this->work();
        self::assertSame(['skipped', $late], [($dispatch = Dispatch::query()->sole())->state->value, $dispatch->state_reason]);
    }

    public function test_what_could_not_be_handed_over_before_its_date_does_not_go_after_it(): void
    {
        $this->change([]);
        $this->travelTo('2026-11-25T20:00:00Z');
        CallDues::all();
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $this->decide();
        $waiting = Dispatch::query()->sole();
        self::assertSame('queued', $waiting->state->value);

        $this->travelTo('2026-11-26T20:00:00Z');
        app()->call([new SendDispatch($waiting->id), 'handle']);
        self::assertSame(['skipped', 'skipped'], [$waiting->refresh()->state->value, $waiting->to?->state->value]);
        self::assertStringStartsWith('Too late: this message goes before “Starts”', (string) $waiting->state_reason);
        $waiting->update(['state' => 'failed']);
        $this->signIn()->ask('POST', "/api/app/sources/larkmoor/dispatches/{$waiting->id}/retry")->assertStatus(409);
    }

    public function test_the_clock_is_moved_in_the_demo_alone_and_what_comes_due_goes_out(): void
    {
        $this->change([]);
        $this->signIn();
        $this->ask('PUT', '/api/app/sources/larkmoor/clock', ['to' => '2026-11-25T20:00:00Z'])->assertNotFound();
        config(['herald.clock_moves' => true]);
        $this->ask('GET', '/api/app/session')->assertJsonPath('clock', ['now' => '2026-11-23T12:00:00Z', 'may_be_moved' => true, 'moved' => false]);
        $this->ask('PUT', '/api/app/sources/larkmoor/clock', ['to' => '2026-11-25T20:00:00Z'])->assertOk()->assertJsonPath('called', 1)->assertJsonPath('moved', true);
        $this->ask('PUT', '/api/app/sources/larkmoor/clock', ['to' => '2026-11-24T20:00:00Z'])->assertStatus(422);
        $this->work();

        self::assertSame(['reminder DN-9000 sent'], $this->told());
        self::assertSame('2026-11-23T12:00:00Z', Dispatch::query()->sole()->created_at->toIso8601ZuluString(), 'what was done is written down by the machine\'s clock');
    }

    /**
     * @param  array<string, mixed>  $changes  of the booking
     */
    private function change(array $changes): void
    {
        $this->postJson('/api/v1/events', ['id' => 'evt-'.$this->events++, 'event' => 'booking.changed', 'record' => $changes + self::BOOKING], $this->bearer($this->source))->assertSuccessful();
        // What a booking sets off by itself is no matter here.
        Dispatch::query()->whereNotNull('event_id')->delete();
        Due::query()->whereNotNull('event_id')->delete();
    }

    /**
     * @param  array<string, mixed>  $changes  of the time in a notice's cue; null: without it
     */
    private function cue(string $notice, array $changes): void
    {
        $this->manifest($notice, static function (array $declared) use ($changes): array {
            $declared['cue']['time'] = array_filter([...$declared['cue']['time'], ...$changes], static fn (mixed $one): bool => $one !== null);

            return $declared;
        });
    }

    private function carrier(string $carrier): void
    {
        $this->manifest('reminder', static fn (array $declared): array => ['carrier' => $carrier] + $declared);
    }

    private function manifest(string $notice, \Closure $change): void
    {
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['notices'] = array_map(static fn (array $one): array => $one['key'] === $notice ? $change($one) : $one, $manifest['notices']);
        $this->source = LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        app()->call([new PlanNotice(Notice::query()->where('key', $notice)->sole()->id), 'handle']);
    }

    /**
     * @return list<string> notice, state and time of each due, in the order in which they were made
     */
    private function dues(): array
    {
        return Due::query()->whereNotNull('anchor')->with('notice')->orderBy('id')->get()->map(static fn (Due $due): string => "{$due->notice->key} {$due->state->value} {$due->local_time}")->all();
    }

    private function due(string $notice): Due
    {
        return Due::query()->whereRelation('notice', 'key', $notice)->firstOrFail();
    }

    /**
     * @return list<string> the notices of which a message has come to an end, sorted
     */
    private function dispatched(string $state): array
    {
        return Dispatch::query()->where('state', $state)->with('notice')->get()->map(static fn (Dispatch $one): string => $one->notice->key)->sort()->values()->all();
    }

    /**
     * @return list<string> notice, record and state of each dispatch, by notice and record
     */
    private function told(): array
    {
        return Dispatch::query()->with(['notice', 'record'])->get()->sortBy(static fn (Dispatch $one): string => "{$one->notice->key} {$one->record->key} {$one->due_id}")->map(static fn (Dispatch $one): string => "{$one->notice->key} {$one->record->key} {$one->state->value}")->values()->all();
    }
}
