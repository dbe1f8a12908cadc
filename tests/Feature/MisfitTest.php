<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Jobs\FitEvents;
use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\Due;
use App\Models\Record;
use App\Models\Source;
use Herald\Document\Json;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\TestResponse;

/** Events whose data do not fit the record type: they are seen, wait, and are tried again by themselves or by hand. */
final class MisfitTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor';

    private const ORDER = ['number' => 'LM-30000', 'placed_at' => '2026-11-23T10:00:00Z', 'status' => 'pending', 'total' => ['amount' => '10.00', 'currency' => 'EUR'], 'customer' => ['first_name' => 'Aoife', 'email' => 'aoife@example.org', 'language' => 'en']];

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        $this->raise('first', 'order.changed', []);
        Due::query()->delete();
    }

    public function test_they_are_seen_wherever_one_looks_for_them(): void
    {
        $this->raise('e', 'order.changed', ['status' => 'paid', 'gift' => 'no'], false);
        $this->signIn();
        $this->ask('GET', self::AT.'/attention')->assertOk()->assertExactJson(['failed' => 0, 'uncertain' => 0, 'misfits' => 1]);
        $this->ask('GET', self::AT.'/events')->assertOk()->assertJsonPath('events.*.event_id', ['e', 'first'])->assertJsonPath('misfits', 1);
        $line = $this->ask('GET', self::AT.'/events?misfit=1')->assertOk()->assertJsonPath('total', 1)->json('events.0');
        self::assertSame(['LM-30000', false, 'gift: must be true or false, not this text'], [$line['record'], $line['fits'], $line['fault']]);
        self::assertContains(['notice' => 'payment-received', 'name' => 'Payment received, to customer', 'set_off' => false, 'reason' => 'cannot be told: the data do not fit: gift: must be true or false, not this text', 'left_to_source' => false], $line['notices']);
        $this->ask('GET', self::AT.'/records/order/LM-30000')->assertOk()->assertJsonPath('events_that_do_not_fit.*.event_id', ['e']);
        $points = array_column($this->ask('GET', self::AT.'/notices/payment-received/readiness')->assertOk()->json('points'), null, 'title');
        self::assertSame(['bad', 'The data of one event do not fit the record type', '/events?misfit=1'], [$points['Event data fit']['state'], $points['Event data fit']['words'], $points['Event data fit']['at']]);
        // Nothing has changed, so nothing fits by now.
        $this->ask('POST', self::AT.'/events/'.$line['id'].'/retry')->assertStatus(422)->assertJsonPath('faults.0.place', 'gift');
        $this->ask('POST', self::AT.'/events/retries', ['after' => null])->assertOk()->assertExactJson(['fit' => 0, 'left' => 1, 'after' => null]);
    }

    public function test_they_are_tried_again_by_themselves_once_the_manifest_is_mended(): void
    {
        $this->raise('e', 'order.changed', ['status' => 'paid', 'gift' => 'no'], false);
        self::assertSame(0, Due::query()->count());
        Queue::fake([FitEvents::class]);
        $this->mend();
        Queue::assertPushed(FitEvents::class, 1);

        self::assertSame(['payment-received'], $this->setOff());
        self::assertSame(['paid', 'no'], array_values(array_intersect_key(Record::query()->where('key', 'LM-30000')->sole()->data, ['status' => 1, 'gift' => 1])));
        $this->ask('GET', '/api/v1/events/e', [], $this->bearer($this->source))->assertJsonPath('fits', true)->assertJsonPath('messages.*.notice', ['payment-received']);
        $this->work();
        self::assertSame(['sent'], Dispatch::query()->pluck('state')->map->value->all());
        // Once only.
        (new FitEvents($this->source->id))->handle();
        self::assertSame(1, Due::query()->count());
        $this->signIn()->ask('GET', self::AT.'/attention')->assertJsonPath('misfits', 0);
    }

    public function test_a_notice_that_waits_for_the_event_alone_goes_out_as_well(): void
    {
        $this->raise('e', 'order.placed', ['gift' => 'no'], false);
        $this->work();
        self::assertSame(['failed'], Dispatch::query()->distinct()->pluck('state')->map->value->all());
        $this->signIn()->ask('GET', self::AT.'/attention')->assertJsonPath('failed', 2);
        $this->mend();
        $this->work();
        self::assertSame(['order-received', 'new-order'], $this->setOff());
        self::assertSame(['sent'], Dispatch::query()->distinct()->pluck('state')->map->value->all());
    }

    public function test_several_about_one_record_are_taken_in_their_order(): void
    {
        $this->raise('paid', 'order.changed', ['status' => 'paid', 'gift' => 'no'], false);
        $this->raise('sent', 'order.changed', ['status' => 'sent', 'gift' => 'no'], false);
        $this->mend();
        self::assertSame(['payment-received', 'on-its-way'], $this->setOff());
        self::assertSame('sent', Record::query()->where('key', 'LM-30000')->sole()->data['status']);
    }

    public function test_what_has_come_since_is_not_overtaken_and_sets_nothing_off_twice(): void
    {
        $this->raise('e', 'order.changed', ['status' => 'paid', 'gift' => 'no'], false);
        $this->raise('f', 'order.changed', ['status' => 'paid']);
        self::assertSame(['payment-received'], $this->setOff());
        $this->mend();
        self::assertSame(['payment-received'], $this->setOff(), 'the later event has set it off');

        $this->raise('g', 'order.changed', ['status' => 'sent', 'gift' => 7], false);
        $this->raise('h', 'order.changed', ['status' => 'cancelled']);
        $before = $this->setOff();
        LoadManifest::from(Json::ofArray(self::manifest('integer'), 'manifest'));
        (new FitEvents($this->source->id))->handle();
        self::assertSame($before, $this->setOff(), 'it is cancelled by now');
        self::assertSame('cancelled', Record::query()->where('key', 'LM-30000')->sole()->data['status']);
        $line = $this->signIn()->ask('GET', self::AT.'/events')->json('events.1');
        self::assertStringEndsWith('but the record has changed since, and that is not so any more', array_column($line['notices'], 'reason', 'notice')['on-its-way']);
    }

    public function test_of_a_record_that_was_not_known_it_is_new_when_it_fits(): void
    {
        $this->raise('n', 'order.changed', ['number' => 'LM-30009', 'status' => 'paid', 'gift' => 'no'], false);
        $this->mend();
        self::assertSame(['payment-received'], $this->setOff());
        self::assertSame(1, Record::query()->where('key', 'LM-30009')->sole()->revision);
    }

    private function mend(): void
    {
        LoadManifest::from(Json::ofArray(self::manifest('text'), 'manifest'));
        (new FitEvents($this->source->id))->handle();
    }

    /**
     * @return array<string, mixed> in which a gift is of another type
     */
    private static function manifest(string $type): array
    {
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $at = array_search('gift', array_column($manifest['record_types'][0]['fields'], 'key'), true);
        $manifest['record_types'][0]['fields'][$at]['type'] = $type;

        return $manifest;
    }

    /**
     * @return list<string> notices, in the order in which they were set off
     */
    private function setOff(): array
    {
        return Due::query()->whereNotNull('event_id')->with('notice')->orderBy('id')->get()->map(static fn (Due $due): string => $due->notice->key)->all();
    }

    /**
     * @param  array<string, mixed>  $changes  of the order
     */
    private function raise(string $id, string $event, array $changes, bool $fits = true): TestResponse
    {
        return $this->ask('POST', '/api/v1/events', ['id' => $id, 'event' => $event, 'record' => $changes + self::ORDER], $this->bearer($this->source))->assertStatus(202)->assertJsonPath('fits', $fits);
    }
}
