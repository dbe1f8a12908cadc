<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Claims\OrderDesk;
use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\Edition;
use App\Models\Notice;
use App\Models\Role;
use App\Models\Source;
use App\Models\Template;
use App\Timing\Clock;
use Herald\Document\Json;
use Illuminate\Support\Facades\Artisan;

/** Templates that are switched on together: for a season, in a brand of its own; and what falls back meanwhile. */
final class CollectionsTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/collections';

    private Source $source;

    private int $events = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        $document = json_decode((string) file_get_contents(database_path('demo/night-blue-receipt.json')), true);
        unset($document['translations']);
        PublishTemplate::from($this->source, Json::ofArray(['key' => 'winter-receipt', 'name' => 'Winter receipt', 'envelope' => ['subject' => 'Winter {order.number}']] + $document, 'winter'));
        $this->signIn();
        $this->ask('POST', self::AT, ['name' => 'Winter sky'])->assertCreated()->assertJsonPath('key', 'winter-sky')->assertJsonPath('is_on', false);
        $this->ask('POST', self::AT.'/winter-sky/claims', ['template' => 'winter-receipt', 'notice' => 'order-received'])->assertOk()->assertJsonPath('claims.0.name', 'Winter receipt');
    }

    public function test_while_it_is_on_its_templates_answer_above_the_others_in_its_brand(): void
    {
        $this->ask('POST', '/api/app/sources/larkmoor/brands', ['name' => 'Winter', 'from' => 'copy', 'brand' => 'larkmoor'])->assertCreated();
        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 1, 'brand' => 'winter'])->assertStatus(422)->assertJsonPath('faults.0', ['place' => 'brand', 'reason' => 'There is no published brand of that key.']);
        $this->ask('POST', '/api/app/sources/larkmoor/brands/winter/publication', ['revision' => 1])->assertOk();
        self::assertSame('Order LM-20429 is in good hands', $this->place()->edition?->message()->toArray() === null ? '' : $this->subject());

        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 1, 'brand' => 'winter', 'active' => true])->assertOk()->assertJsonPath('is_on', true)->assertJsonPath('revision', 2);
        $editions = $this->source->newQuery()->getConnection()->table('editions')->count();
        $dispatch = $this->place();
        self::assertSame(['winter-receipt', 'Winter', 'Winter LM-20429'], [$dispatch->edition?->templateVersion?->template->key, $dispatch->edition->brand, $this->subject()]);
        self::assertSame($editions, $this->source->newQuery()->getConnection()->table('editions')->count(), 'what goes out was compiled before it was switched on');
        $line = $this->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.0.notices.0');
        self::assertSame(['winter-receipt', 'night-blue-receipt', 'winter-receipt'], array_column($line['templates'], 'key'), 'in the collection, and beneath the other, where publishing it from a file put it');

        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 2, 'active' => false])->assertOk()->assertJsonPath('why_not', 'Winter sky is not on: it is switched off');
        self::assertSame('Larkmoor Observatory', $this->place()->edition?->brand);
        self::assertStringContainsString('not Winter receipt: Winter sky is not on: it is switched off', implode('; ', Dispatch::query()->latest('id')->whereRelation('notice', 'key', 'order-received')->firstOrFail()->decision['reasons']));
    }

    public function test_what_answers_in_place_of_a_template_that_no_longer_fits_wears_no_brand_of_another_collection(): void
    {
        PublishTemplate::from($this->source, Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'night-blue-receipt', 'name' => 'Night-blue receipt', 'record_type' => 'order', 'notice' => 'order-received', 'language' => 'en',
            'envelope' => ['subject' => 'Order {order.number}'], 'manuscript' => [['id' => 'a', 'type' => 'text', 'text' => 'Paid by {order.payment_method or "other means"}']]], 'test'));
        $this->ask('POST', '/api/app/sources/larkmoor/brands', ['name' => 'Winter', 'from' => 'copy', 'brand' => 'larkmoor'])->assertCreated();
        $this->ask('POST', '/api/app/sources/larkmoor/brands/winter/publication', ['revision' => 1])->assertOk();
        $this->ask('POST', self::AT, ['name' => 'Frost'])->assertCreated();
        $this->ask('POST', self::AT.'/frost/claims', ['template' => 'night-blue-receipt', 'notice' => 'order-received'])->assertOk();
        $this->ask('PATCH', self::AT.'/frost', ['revision' => 1, 'brand' => 'winter', 'active' => true])->assertOk();
        self::assertSame('Winter', $this->place()->edition?->brand, 'its newest edition');
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['record_types'][0]['fields'] = array_values(array_filter($manifest['record_types'][0]['fields'], static fn (array $field): bool => $field['key'] !== 'payment_method'));
        LoadManifest::from(Json::ofArray($manifest, 'less'));
        $answered = function (): array {
            $dispatch = $this->place();

            return [$dispatch->edition?->templateVersion?->template->key, $dispatch->edition?->brand, $dispatch->needs_look];
        };
        self::assertSame(['night-blue-receipt', 'Winter', true], $answered());
        $this->ask('PATCH', self::AT.'/frost', ['revision' => 2, 'active' => false])->assertOk();
        self::assertSame(['night-blue-receipt', 'Larkmoor Observatory', true], $answered());
    }

    public function test_its_brand_is_compiled_before_it_is_in_force_and_stays_while_it_is_worn(): void
    {
        $this->ask('POST', '/api/app/sources/larkmoor/brands', ['name' => 'Winter', 'from' => 'copy', 'brand' => 'larkmoor'])->assertCreated();
        $this->ask('POST', '/api/app/sources/larkmoor/brands/winter/publication', ['revision' => 1])->assertOk();
        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 1, 'brand' => 'winter', 'active' => true])->assertOk();
        $document = $this->ask('GET', '/api/app/sources/larkmoor/brands/winter')->json('document');
        $document['colours']['heading'] = '#0B2A44';
        $this->ask('PUT', '/api/app/sources/larkmoor/brands/winter/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('GET', '/api/app/sources/larkmoor/brands/winter/publication')->assertJsonPath('collections', ['Winter sky'])->assertJsonPath('framed', 0);
        $editions = static fn (): int => Edition::query()->where('brand', 'Winter')->count();
        $before = $editions();
        $this->ask('POST', '/api/app/sources/larkmoor/brands/winter/publication', ['revision' => 1])->assertOk();
        self::assertSame($before + 1, $editions());
        $this->place();
        self::assertSame($before + 1, $editions());
        $this->ask('DELETE', '/api/app/sources/larkmoor/brands/winter')->assertStatus(409)->assertJsonPath('title', 'Collections wear it: Winter sky.');
    }

    public function test_it_begins_and_ends_by_its_days(): void
    {
        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 1, 'active' => true, 'from' => '2026-12-01', 'until' => '2027-01-06'])->assertOk()->assertJsonPath('is_on', false)->assertJsonPath('why_not', 'Winter sky is not on: it begins on 1 Dec 2026');
        $names = [];
        foreach (['2026-11-30T23:30:00Z', '2026-12-01T00:00:00Z', '2027-01-06T23:30:00Z', '2027-01-07T00:00:00Z'] as $moment) {
            Clock::beginAt(new \DateTimeImmutable($moment));
            $names[] = $this->place()->edition?->templateVersion?->template->name;
        }
        self::assertSame(['Night-blue receipt', 'Winter receipt', 'Winter receipt', 'Night-blue receipt'], $names);
        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 2, 'until' => '2026-11-01'])->assertStatus(422)->assertJsonPath('faults.0.place', 'until');
        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 2, 'until' => 'spring'])->assertStatus(422);
        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 1, 'name' => 'x'])->assertStatus(409);
    }

    public function test_before_it_is_switched_on_it_says_what_changes_and_what_falls_back(): void
    {
        $outlook = array_column($this->ask('GET', self::AT.'/winter-sky')->assertOk()->json('outlook'), null, 'notice');
        self::assertCount(count($this->source->manifest()->notices), $outlook);
        self::assertSame([['tag' => 'en', 'now' => 'Night-blue receipt', 'then' => 'Winter receipt'], ['tag' => 'de', 'now' => 'Night-blue receipt', 'then' => 'Winter receipt, in English']], $outlook['order-received']['languages']);
        self::assertSame([false, true], [$outlook['order-received']['lacks'], $outlook['new-order']['lacks']]);
        self::assertSame(['built-in, in English', 'built-in, in English'], [$outlook['new-order']['languages'][1]['now'], $outlook['new-order']['languages'][1]['then']]);
    }

    public function test_two_that_are_on_stand_in_their_order_and_one_that_is_taken_away_takes_its_claims_with_it(): void
    {
        $this->ask('POST', self::AT, ['name' => 'Winter sky'])->assertConflict()->assertJsonPath('faults', [['place' => 'name', 'reason' => 'There is already one called “Winter sky”. Choose another name.']]);
        $this->ask('POST', self::AT, ['name' => 'Winter, sky'])->assertCreated()->assertJsonPath('key', 'winter-sky-2');
        $this->ask('POST', self::AT.'/winter-sky-2/claims', ['template' => 'night-blue-receipt', 'notice' => 'order-received'])->assertOk();
        foreach (['winter-sky', 'winter-sky-2'] as $key) {
            $this->ask('PATCH', self::AT."/{$key}", ['revision' => 1, 'active' => true])->assertOk();
        }
        self::assertSame('Winter receipt', $this->place()->edition?->templateVersion?->template->name);
        $this->ask('PATCH', self::AT.'/winter-sky-2', ['revision' => 2, 'above' => 'winter-sky'])->assertOk();
        self::assertSame(['winter-sky-2', 'winter-sky'], array_column($this->ask('GET', self::AT)->assertOk()->json('collections'), 'key'));
        self::assertSame('Night-blue receipt', $this->place()->edition?->templateVersion?->template->name);
        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 2, 'above' => 'none'])->assertStatus(422);

        $order = '/api/app/sources/larkmoor/notices/order-received/order';
        $now = $this->ask('GET', $order)->json();
        $this->ask('PUT', "{$order}/draft", ['revision' => $now['revision'], 'claims' => $now['in_force']['claims'], 'otherwise' => 'silent'])->assertOk();
        $this->ask('DELETE', self::AT.'/winter-sky', ['revision' => 1])->assertStatus(409);
        $this->ask('DELETE', self::AT.'/winter-sky', ['revision' => 2])->assertNoContent();
        $now = $this->ask('GET', $order)->assertOk()->json();
        foreach (['in_force', 'draft'] as $which) {
            self::assertSame(['winter-sky-2', null], array_map(static fn (array $claim): ?string => $claim['collection'] ?? null, array_values(array_filter($now[$which]['claims'], static fn (array $claim): bool => $claim['template'] === 'night-blue-receipt'))));
        }
        $this->ask('POST', "{$order}/trial", $now['draft'])->assertOk();
    }

    public function test_putting_a_template_in_loses_nothing_that_is_being_written(): void
    {
        $order = '/api/app/sources/larkmoor/notices/order-received/order';
        $now = $this->ask('GET', $order)->json();
        $draft = ['claims' => [['template' => 'night-blue-receipt', 'on' => true, 'remark' => 'being written']], 'otherwise' => 'silent'];
        $this->ask('PUT', "{$order}/draft", ['revision' => $now['revision'], ...$draft])->assertOk();
        $this->ask('POST', self::AT.'/winter-sky/claims', ['template' => 'night-blue-receipt', 'notice' => 'order-received'])->assertOk();
        $after = $this->ask('GET', $order)->json();
        self::assertSame('winter-sky', $after['in_force']['claims'][0]['collection']);
        self::assertSame([['template' => 'night-blue-receipt', 'collection' => 'winter-sky', 'on' => true], $draft['claims'][0]], $after['draft']['claims']);
        self::assertSame('silent', $after['draft']['otherwise']);
        $this->ask('POST', self::AT.'/winter-sky/claims', ['template' => 'none', 'notice' => 'order-received'])->assertStatus(422)->assertJsonPath('faults.0.place', 'claims/0/template');
        self::assertSame(1, Artisan::call('herald:template', ['file' => database_path('demo/parcel-away.json'), '--collection' => 'none']));
        self::assertSame(0, Template::query()->where('key', 'parcel-away')->count());
    }

    public function test_what_was_put_in_force_while_templates_were_compiled_stays(): void
    {
        $order = '/api/app/sources/larkmoor/notices/order-received/order';
        $looked = OrderDesk::of(Notice::asked($this->source, 'order-received'));
        $now = $this->ask('GET', $order)->json();
        $claims = $now['in_force']['claims'];
        $claims[1]['remark'] = 'Put in force meanwhile';
        $this->ask('POST', $order, ['revision' => $now['revision'], 'claims' => $claims, 'otherwise' => 'silent'])->assertOk();
        $looked->takeInto('winter-sky', 'night-blue-receipt', null);
        $after = $this->ask('GET', $order)->json('in_force');
        self::assertSame([['template' => 'night-blue-receipt', 'collection' => 'winter-sky', 'on' => true], ...$claims], $after['claims']);
        self::assertSame('silent', $after['otherwise']);
    }

    public function test_who_may_not_publish_may_name_one_and_switch_nothing(): void
    {
        $this->signIn(Role::Author)->ask('PATCH', self::AT.'/winter-sky', ['revision' => 1, 'name' => 'Winter'])->assertOk()->assertJsonPath('name', 'Winter');
        $this->ask('PATCH', self::AT.'/winter-sky', ['revision' => 2, 'active' => true])->assertForbidden();
        $this->ask('POST', self::AT, ['name' => ''])->assertStatus(422)->assertJsonPath('faults.0.place', 'name');
    }

    private function place(): Dispatch
    {
        $this->ask('POST', '/api/v1/events', ['id' => 'placed-'.++$this->events, 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($this->source))->assertStatus(202);
        $this->decide();
        $this->signIn();

        return Dispatch::query()->whereRelation('notice', 'key', 'order-received')->latest('id')->firstOrFail();
    }

    private function subject(): string
    {
        return $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received/rendering?record=LM-20429&words=answer')->json('subject');
    }
}
