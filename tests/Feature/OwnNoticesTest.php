<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Jobs\PlanNotice;
use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\Due;
use App\Models\Edition;
use App\Models\Notice;
use App\Models\Role;
use App\Models\Source;
use Herald\Document\Json;
use Illuminate\Support\Facades\Artisan;
use PHPUnit\Framework\Attributes\DataProvider;

/** Notices that people make here, and what they say of those that the source declares. */
final class OwnNoticesTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/notices';

    private const PAID = [
        'format' => 'velvet-herald/notice', 'version' => 1, 'key' => 'own-paid', 'name' => 'Your place is paid', 'strand' => 'dome-night', 'audience' => 'customer',
        'cue' => ['becomes' => ['path' => 'booking.paid', 'operator' => 'is', 'value' => true]],
        'recipient' => ['path' => 'booking.visitor.email', 'name' => '{booking.visitor.first_name}', 'language_path' => 'booking.visitor.language'],
    ];

    private const BOOKING = ['reference' => 'DN-9000', 'programme' => 'The winter sky', 'starts_at' => '2026-11-26T20:00:00Z', 'zone' => 'Europe/Dublin', 'status' => 'requested', 'paid' => false, 'visitor' => ['first_name' => 'Bram', 'email' => 'bram@example.org', 'language' => 'en']];

    private Source $source;

    private int $events = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-23T12:00:00Z');
        $this->source = $this->larkmoor();
        $this->signIn(Role::Publisher);
    }

    public function test_a_change_tells_of_notices_that_nothing_is_written_for_or_whose_words_no_longer_fit(): void
    {
        $this->ask('POST', self::AT, ['notice' => ['key' => 'own-confirmed', 'cue' => ['becomes' => ['path' => 'booking.status', 'operator' => 'is', 'value' => 'confirmed']]] + self::PAID])->assertCreated();
        $this->set('own-confirmed', ['on' => true]);
        $foreseen = fn (): array => (array) collect((array) $this->ask('POST', '/api/app/sources/larkmoor/records/booking/DN-9000/consequences', ['changes' => ['status' => 'confirmed']])->assertOk()->json('consequences'))->firstWhere('notice', 'own-confirmed');
        $this->pay('DN-9000');
        self::assertSame([null, null, false, null], [$foreseen()['answered_by'], $foreseen()['language'], $foreseen()['silent'], $foreseen()['trouble']]);

        PublishTemplate::from(Source::query()->sole(), Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'confirmed', 'name' => 'Confirmed', 'record_type' => 'booking', 'notice' => 'own-confirmed', 'language' => 'en',
            'envelope' => ['subject' => 'See you'], 'manuscript' => [['id' => 'a', 'type' => 'text', 'text' => 'Meet us at {booking.meeting_point.name or "the gate"}.']]], 'test'));
        self::assertSame(['Confirmed, version 1', 'English', null], [$foreseen()['answered_by'], $foreseen()['language'], $foreseen()['trouble']]);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['record_types'][1]['fields'] = array_values(array_filter($manifest['record_types'][1]['fields'], static fn (array $field): bool => $field['key'] !== 'meeting_point'));
        $manifest['notices'] = array_values(array_filter($manifest['notices'], static fn (array $notice): bool => ! str_contains((string) json_encode($notice), 'booking.meeting_point')));
        LoadManifest::from(Json::ofArray($manifest, 'less'));
        self::assertSame(['Confirmed, version 1', null], [$foreseen()['answered_by'], $foreseen()['trouble']], 'its last good edition');
        Edition::query()->delete();
        self::assertSame([null, false], [$foreseen()['answered_by'], $foreseen()['silent']]);
        self::assertStringContainsString('booking.meeting_point', $foreseen()['trouble'], 'there are no built-in words to fall back on');
    }

    public function test_a_notice_is_made_written_switched_on_and_goes_out(): void
    {
        $this->ask('POST', self::AT, ['notice' => self::PAID])->assertCreated()->assertJsonPath('key', 'own-paid');
        $line = $this->line('own-paid');
        self::assertSame(['Your place is paid', 'when paid becomes yes', 'unwritten', true, false], [$line['name'], $line['cue'], $line['state'], $line['own'], $line['on']]);
        $this->pay('DN-9000');
        self::assertSame([], $this->sent('own-paid'), 'it is off');

        $this->set('own-paid', ['on' => true]);
        self::assertSame(['nothing is written for it yet: it sends nothing'], $this->line('own-paid')['trouble']);
        $told = collect($this->pay('DN-9001'))->firstWhere('notice', 'own-paid');
        self::assertTrue($told['set_off']);
        self::assertSame(['skipped: Nothing is written for it yet: it has no built-in words, and no template is published'], $this->sent('own-paid'));
        $this->ask('GET', self::AT.'/own-paid/rendering?record=DN-9000&words=answer')->assertStatus(422);

        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Paid', 'from' => 'built_in', 'notice' => 'own-paid'])->assertCreated();
        $document = $this->ask('GET', '/api/app/sources/larkmoor/templates/paid')->assertOk()->json('document');
        self::assertSame([['text' => 'Your place is paid']], $document['envelope']['subject'], 'it begins with its name');
        $document['manuscript'] = [['id' => 'a', 'type' => 'text', 'text' => [['text' => 'Thank you, '], ['variable' => 'booking.visitor.first_name', 'fallback' => 'guest'], ['text' => '.']]]];
        $revision = $this->ask('GET', '/api/app/sources/larkmoor/templates/paid')->json('draft.revision');
        $revision = $this->ask('PUT', '/api/app/sources/larkmoor/templates/paid/draft', ['revision' => $revision, 'version' => null, 'document' => $document])->assertOk()->json('draft.revision');
        $this->ask('POST', '/api/app/sources/larkmoor/templates/paid/publication', ['revision' => $revision])->assertOk();
        $this->pay('DN-9002');

        self::assertSame('sent: Your place is paid', $this->sent('own-paid')[1]);
        self::assertSame(['replaced', []], [$this->line('own-paid')['state'], $this->line('own-paid')['trouble']]);
    }

    public function test_what_it_would_have_been_is_said_before(): void
    {
        foreach (['DN-9000', 'DN-9001'] as $key) {
            $this->pay($key);
        }
        $this->change(['reference' => 'DN-9002', 'paid' => true, 'visitor' => ['first_name' => 'Noel']]);
        $this->change(['reference' => 'DN-9003']);
        $this->signIn(Role::Publisher);
        $tried = $this->ask('POST', self::AT.'/trial', ['notice' => self::PAID])->assertOk();
        self::assertSame(['messages' => 2, 'people' => 1], $tried->json('last_30'));
        self::assertSame(['when paid becomes yes', 1, null, []], [$tried->json('cue'), $tried->json('without_address'), $tried->json('coming'), $tried->json('beside')]);
        $tried = $this->ask('POST', self::AT.'/trial', ['notice' => ['cue' => ['event' => 'booking.requested'], 'audience' => 'staff', 'recipient' => ['address' => 'desk@larkmoor.example.org']] + self::PAID])->assertOk();
        self::assertSame(['Request received, to customer'], $tried->json('beside'), 'what else the event sets off');

        $inTime = ['cue' => ['time' => ['before' => 'booking.starts_at', 'by' => ['days' => 2], 'at' => '09:00']]] + self::PAID;
        $tried = $this->ask('POST', self::AT.'/trial', ['notice' => $inTime])->assertOk();
        self::assertSame('2 days before “Starts”, at 09:00', $tried->json('cue'));
        self::assertGreaterThanOrEqual(4, $tried->json('coming'));
        self::assertSame(0, Notice::query()->where('key', 'own-paid')->count(), 'looking makes nothing');
    }

    public function test_one_that_goes_by_a_date_makes_its_dues_when_it_is_switched_on(): void
    {
        $this->change([]);
        $this->signIn(Role::Publisher);
        $this->ask('POST', self::AT, ['notice' => ['key' => 'own-soon', 'cue' => ['time' => ['before' => 'booking.starts_at', 'by' => ['days' => 2], 'at' => '09:00']]] + self::PAID])->assertCreated();
        $dues = fn (): array => Due::query()->whereRelation('notice', 'key', 'own-soon')->whereRelation('record', 'key', 'DN-9000')->get()->map(static fn (Due $due): string => "{$due->state->value} {$due->local_time}")->all();
        $this->plan('own-soon');
        self::assertSame([], $dues());
        $this->set('own-soon', ['on' => true]);
        $this->plan('own-soon');
        self::assertSame(['waiting 2026-11-24 09:00'], $dues());
        $this->set('own-soon', ['on' => true, 'narrowing' => ['path' => 'booking.paid', 'operator' => 'is', 'value' => true]]);
        $this->plan('own-soon');
        self::assertSame(['withdrawn 2026-11-24 09:00'], $dues());
        $this->change(['paid' => true]);
        self::assertSame(['waiting 2026-11-24 09:00'], $dues());
        $this->signIn(Role::Publisher);
        $this->ask('DELETE', self::AT.'/own-soon', ['revision' => 3])->assertNoContent();
        $this->plan('own-soon');
        self::assertSame(['withdrawn 2026-11-24 09:00'], $dues());
        $this->ask('GET', self::AT.'/own-soon')->assertNotFound();
    }

    public function test_one_may_wait_for_a_new_record_or_a_field_that_changes(): void
    {
        foreach (['own-new' => ['created' => true], 'own-moved' => ['changes' => ['path' => 'booking.starts_at']]] as $key => $cue) {
            $this->ask('POST', self::AT, ['notice' => ['key' => $key, 'cue' => $cue] + self::PAID])->assertCreated();
            $this->set($key, ['on' => true]);
        }
        $setOff = fn (array $changes): array => collect($this->change($changes))->filter(static fn (array $one): bool => $one['set_off'] && str_starts_with($one['notice'], 'own-'))->pluck('reason', 'notice')->all();

        self::assertSame(['own-new' => 'the record is new'], $setOff([]));
        self::assertSame([], $setOff([]));
        self::assertSame(['own-moved' => 'Starts changes'], $setOff(['starts_at' => '2026-11-27T20:00:00Z']));
    }

    public function test_a_declared_notice_is_switched_off_or_narrowed_and_says_that_this_is_ours(): void
    {
        $this->set('request-received', ['on' => false]);
        $told = collect($this->change(['reference' => 'DN-9001'], 'booking.requested'))->firstWhere('notice', 'request-received');
        self::assertSame([false, 'is switched off here'], [$told['set_off'], $told['reason']]);
        $this->signIn(Role::Publisher);
        $this->set('request-received', ['on' => true, 'narrowing' => ['path' => 'booking.party_size', 'operator' => 'more', 'value' => 4]]);
        self::assertSame('Party size is more than 4', $this->line('request-received')['only_if']);
        $told = collect($this->change(['reference' => 'DN-9002', 'party_size' => 2], 'booking.requested'))->firstWhere('notice', 'request-received');
        self::assertSame([false, 'Party size is 2, not more than 4 (a condition added here)'], [$told['set_off'], $told['reason']]);
        $told = collect($this->change(['reference' => 'DN-9003', 'party_size' => 5], 'booking.requested'))->firstWhere('notice', 'request-received');
        self::assertTrue($told['set_off']);

        // What it is, is the source's.
        $this->signIn(Role::Publisher);
        foreach (['x', [], ['path' => 'booking.nothing', 'operator' => 'is', 'value' => 1]] as $narrowing) {
            $this->ask('PATCH', self::AT.'/request-received', ['revision' => 3, 'on' => true, 'narrowing' => $narrowing])->assertStatus(422);
        }
        self::assertSame('Party size is more than 4', $this->line('request-received')['only_if'], 'what is refused changes nothing');
        $this->ask('PUT', self::AT.'/request-received', ['revision' => 3, 'notice' => self::PAID])->assertStatus(422);
        $this->ask('DELETE', self::AT.'/request-received', ['revision' => 3])->assertNotFound();
    }

    public function test_a_stale_save_is_refused_and_another_key_is_another_notice(): void
    {
        $this->ask('POST', self::AT, ['notice' => self::PAID])->assertCreated();
        $this->ask('POST', self::AT, ['notice' => self::PAID])->assertStatus(422)->assertJsonPath('faults.0.place', 'key');
        $this->ask('PUT', self::AT.'/own-paid', ['revision' => 1, 'notice' => ['name' => 'Paid'] + self::PAID])->assertOk();
        $this->ask('PUT', self::AT.'/own-paid', ['revision' => 1, 'notice' => ['name' => 'Stale'] + self::PAID])->assertStatus(409);
        $this->ask('PATCH', self::AT.'/own-paid', ['revision' => 1, 'on' => true])->assertStatus(409);
        $this->ask('PUT', self::AT.'/own-paid', ['revision' => 2, 'notice' => ['key' => 'own-other'] + self::PAID])->assertStatus(422);
        self::assertSame('Paid', $this->line('own-paid')['name']);
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string, string}>
     */
    public static function refused(): iterable
    {
        yield 'a key that a source may declare' => [['key' => 'paid'], 'key', 'own-'];
        yield 'no name' => [['name' => ''], 'name', 'must not be empty'];
        yield 'a member that nobody knows' => [['built_in' => []], '', 'built_in'];
        yield 'no cue' => [['cue' => ['wording' => 'now and then']], 'cue', 'becomes'];
        yield 'an event of other records' => [['cue' => ['event' => 'order.placed']], 'cue/event', 'the strand is about booking'];
        yield 'a condition that nobody would notice' => [['cue' => ['becomes' => ['path' => 'booking.starts_at', 'operator' => 'within_next', 'value' => 2]]], 'cue/becomes', 'say a time'];
        yield 'a path that is not there' => [['recipient' => ['path' => 'booking.guest.email']], 'recipient/path', 'booking.guest'];
        yield 'a recipient that is no address' => [['recipient' => ['path' => 'booking.programme']], 'recipient/path', 'is of type text'];
        yield 'nowhere' => [['strand' => 'nowhere'], 'strand', 'not a strand'];
        yield 'a strand about nothing' => [['strand' => ['key' => 'own-x', 'name' => 'X', 'record_type' => 'x']], 'strand/record_type', 'not a record type'];
        yield 'hours at a time of day' => [['cue' => ['time' => ['before' => 'booking.starts_at', 'by' => ['hours' => 2], 'at' => '09:00']]], 'cue/time/at', 'days and weeks'];
    }

    /**
     * @param  array<string, mixed>  $changes
     */
    #[DataProvider('refused')]
    public function test_what_does_not_fit_is_refused_at_its_place(array $changes, string $place, string $reason): void
    {
        foreach (['/trial', ''] as $to) {
            $faults = $this->ask('POST', self::AT.$to, ['notice' => $changes + self::PAID])->assertStatus(422)->json('faults');
            self::assertSame($place, $faults[0]['place'], json_encode($faults, JSON_THROW_ON_ERROR));
            self::assertStringContainsString($reason, $faults[0]['reason']);
        }
        self::assertSame(0, Notice::query()->where('origin', 'own')->count());
    }

    public function test_one_that_no_longer_fits_the_source_is_set_aside_with_the_reason_and_comes_back(): void
    {
        $this->ask('POST', self::AT, ['notice' => ['strand' => ['key' => 'own-money', 'name' => 'Money', 'record_type' => 'booking']] + self::PAID])->assertCreated();
        self::assertSame('Money', collect($this->order()['strands'])->last()['name']);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $type = array_search('booking', array_column($manifest['record_types'], 'key'), true);
        $without = $manifest;
        $without['record_types'][$type]['fields'] = array_values(array_filter($manifest['record_types'][$type]['fields'], static fn (array $field): bool => $field['key'] !== 'paid'));
        LoadManifest::from(Json::ofArray($without, 'manifest'));
        $order = $this->order();
        self::assertSame(['own-paid', 'Your place is paid'], [$order['unfit'][0]['key'], $order['unfit'][0]['name']]);
        self::assertStringContainsString('booking.paid', $order['unfit'][0]['why']);
        $this->change(['paid' => true]);

        LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        $this->signIn(Role::Publisher);
        self::assertSame([], $this->order()['unfit']);
        self::assertSame('Your place is paid', $this->line('own-paid')['name']);

        LoadManifest::from(Json::ofArray($without, 'manifest'));
        $this->signIn(Role::Publisher);
        $this->ask('DELETE', self::AT.'/own-paid', ['revision' => $this->order()['unfit'][0]['revision']])->assertNoContent();
        self::assertSame([], $this->order()['unfit'], 'it can be retired there');
    }

    public function test_a_file_makes_one_by_command_and_changes_it(): void
    {
        $file = $this->file([self::PAID]);
        self::assertSame(0, Artisan::call('herald:notice', ['file' => $file, '--on' => true]));
        self::assertStringContainsString('Made: Your place is paid, when paid becomes yes, to the address in booking.visitor.email. It is on.', Artisan::output());
        self::assertSame(0, Artisan::call('herald:notice', ['file' => $this->file([['name' => 'Paid'] + self::PAID])]));
        self::assertStringContainsString('Changed: Paid', Artisan::output());
        self::assertSame(1, Artisan::call('herald:notice', ['file' => $this->file([['strand' => 'nowhere'] + self::PAID])]));
        self::assertStringContainsString('strand: "nowhere" is not a strand', Artisan::output());
        self::assertSame('Paid', $this->line('own-paid')['name']);
    }

    public function test_what_one_may_be_made_of_is_told(): void
    {
        $parts = $this->ask('GET', '/api/app/sources/larkmoor/notice-parts/booking')->assertOk();

        self::assertSame([['key' => 'dome-night', 'name' => 'Dome night']], $parts->json('strands'));
        self::assertSame(['booking.requested', 'booking.changed', 'response.rating'], array_column($parts->json('events'), 'name'));
        self::assertContains('booking.starts_at', array_column($parts->json('fields'), 'path'));
        self::assertSame(['shop-desk', 'dome-keeper'], array_column($parts->json('roles'), 'key'));
        self::assertContains('reminder', array_column($parts->json('notices'), 'key'), 'it may follow another');
    }

    /**
     * @param  array<string, mixed>  $changes
     * @return list<array<string, mixed>> what the source is told of each notice
     */
    private function change(array $changes, string $event = 'booking.changed'): array
    {
        $notices = $this->postJson('/api/v1/events', ['id' => 'evt-'.$this->events++, 'event' => $event, 'record' => $changes + self::BOOKING], $this->bearer($this->source))->assertSuccessful()->json('notices');
        $this->work();

        return $notices;
    }

    /**
     * @return list<array<string, mixed>> as above
     */
    private function pay(string $key): array
    {
        $this->change(['reference' => $key]);
        $told = $this->change(['reference' => $key, 'paid' => true]);
        $this->signIn(Role::Publisher);

        return $told;
    }

    /**
     * @param  array<string, mixed>  $what
     */
    private function set(string $key, array $what): void
    {
        $revision = $this->ask('GET', self::AT."/{$key}")->assertOk()->json('revision');
        $this->ask('PATCH', self::AT."/{$key}", ['revision' => $revision, ...$what])->assertOk();
    }

    private function plan(string $key): void
    {
        app()->call([new PlanNotice(Notice::query()->where('key', $key)->sole()->id), 'handle']);
    }

    /**
     * @return array<string, mixed>
     */
    private function order(): array
    {
        $this->signIn(Role::Publisher);

        return $this->ask('GET', '/api/app/sources/larkmoor/running-order')->assertOk()->json();
    }

    /**
     * @return array<string, mixed>
     */
    private function line(string $key): array
    {
        return collect($this->order()['strands'])->flatMap(static fn (array $strand): array => $strand['notices'])->firstWhere('key', $key);
    }

    /**
     * @return list<string> what became of its messages
     */
    private function sent(string $key): array
    {
        return Dispatch::query()->whereRelation('notice', 'key', $key)->orderBy('id')->get()->map(static fn (Dispatch $one): string => "{$one->state->value}: ".($one->state->value === 'sent' ? $one->subject : $one->state_reason))->all();
    }
}
