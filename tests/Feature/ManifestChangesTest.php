<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Loading\LoadManifest;
use App\Models\Due;
use App\Models\Record;
use App\Models\Source;
use App\Timing\CallDues;
use Herald\Document\Json;

/** A manifest that declares fields, options and types otherwise than before: what has not changed sets nothing off, and what is to come stays. */
final class ManifestChangesTest extends TestCase
{
    private const ORDER = ['number' => 'LM-31000', 'placed_at' => '2026-11-21T10:00:00Z', 'status' => 'pending', 'total' => ['amount' => '327.00', 'currency' => 'EUR'], 'customer' => ['first_name' => 'Aoife', 'email' => 'aoife@example.org', 'language' => 'en']];

    private const BOOKING = ['reference' => 'DN-9100', 'programme' => 'The winter sky', 'starts_at' => '2026-11-26T20:00:00Z', 'ends_at' => '2026-11-26T23:00:00Z', 'zone' => 'Europe/Dublin', 'status' => 'confirmed', 'visitor' => ['first_name' => 'Bram', 'email' => 'bram@example.org', 'language' => 'en'], 'page' => 'https://larkmoor.example.org/bookings/DN-9100'];

    private Source $source;

    private int $events = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-23T12:00:00Z');
        $this->source = LoadManifest::from(Json::ofFile(database_path('demo/larkmoor.json')));
    }

    public function test_a_renamed_field_an_option_and_a_new_field_set_nothing_off(): void
    {
        $this->notice('own-large', ['becomes' => ['path' => 'order.total', 'operator' => 'more', 'value' => 100]]);
        $this->notice('own-pending', ['becomes' => ['path' => 'order.status', 'operator' => 'is', 'value' => 'pending']]);
        $this->notice('own-total', ['changes' => ['path' => 'order.total']]);
        self::assertSame(['own-large', 'own-pending'], $this->raise('order.changed', self::ORDER));

        $this->load('order', static function (array $fields): array {
            foreach ($fields as &$field) {
                if ($field['key'] === 'total') {
                    $field = [...$field, 'key' => 'price', 'was' => ['total']];
                }
                if ($field['key'] === 'status') {
                    $field['options'] = array_map(static fn (array $option): array => $option['value'] === 'pending' ? ['value' => 'waiting', 'was' => ['pending'], 'label' => 'Waiting'] : $option, $field['options']);
                }
            }

            return [...$fields, ['key' => 'points', 'type' => 'integer']];
        });
        $this->notice('own-points', ['changes' => ['path' => 'order.points']]);
        $renamed = ['price' => self::ORDER['total'], 'status' => 'waiting', 'points' => 12] + array_diff_key(self::ORDER, ['total' => 1]);
        self::assertSame([], $this->raise('order.changed', $renamed), 'nothing changed');
        self::assertSame(12, Record::query()->where('key', 'LM-31000')->firstOrFail()->data['points'], 'and what is new is kept');
        self::assertSame(['own-points'], $this->raise('order.changed', ['points' => 13] + $renamed));
        self::assertSame(['own-total'], $this->raise('order.changed', ['points' => 13, 'price' => ['amount' => '400', 'currency' => 'EUR']] + $renamed));
        $revision = Record::query()->where('key', 'LM-31000')->value('revision');
        // Under the former names the same is said.
        self::assertSame([], $this->raise('order.changed', ['total' => ['amount' => '400', 'currency' => 'EUR'], 'points' => 13] + self::ORDER));
        self::assertSame($revision, Record::query()->where('key', 'LM-31000')->value('revision'));
    }

    public function test_what_counts_from_a_renamed_date_is_still_to_come_and_stays_put_off(): void
    {
        $this->raise('booking.changed', self::BOOKING);
        $this->raise('booking.changed', ['reference' => 'DN-9101'] + self::BOOKING);
        $off = Due::query()->whereRelation('record', 'key', 'DN-9101')->where('anchor', self::BOOKING['starts_at'])->sole();
        $this->signIn()->ask('PATCH', "/api/app/sources/larkmoor/coming/{$off->id}", ['what' => 'put_off', 'until' => '2026-11-26T08:00:00Z', 'why' => 'They asked'])->assertOk();
        $this->load('booking', static fn (array $fields): array => array_map(static fn (array $field): array => $field['key'] === 'starts_at' ? [...$field, 'key' => 'begins_at', 'was' => ['starts_at']] : $field, $fields));

        // A worker may take it before it is planned anew.
        $this->travelTo('2026-11-25T20:00:00Z');
        CallDues::all();
        $this->decide();
        self::assertSame(['dispatched', 'waiting'], Due::query()->where('anchor', self::BOOKING['starts_at'])->orderBy('id')->pluck('state')->map->value->all());
        $this->artisan('queue:work', ['--stop-when-empty' => true, '--quiet' => true]);
        self::assertSame('2026-11-26 08:00', $off->refresh()->local_time, 'what a person said stands');
        self::assertSame(2, Due::query()->where('anchor', self::BOOKING['starts_at'])->count(), 'none for the date under its other name');
    }

    /**
     * @param  array<string, mixed>  $cue
     */
    private function notice(string $key, array $cue): void
    {
        $this->signIn()->ask('POST', '/api/app/sources/larkmoor/notices', ['notice' => ['format' => 'velvet-herald/notice', 'version' => 1, 'key' => $key, 'name' => $key, 'strand' => 'shop', 'audience' => 'customer', 'cue' => $cue, 'recipient' => ['path' => 'order.customer.email']]])->assertCreated();
        $this->ask('PATCH', "/api/app/sources/larkmoor/notices/{$key}", ['revision' => 1, 'on' => true])->assertOk();
    }

    /**
     * @param  \Closure(list<array<string, mixed>>): list<array<string, mixed>>  $change  of the fields of a record type
     */
    private function load(string $type, \Closure $change): void
    {
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $at = array_search($type, array_column($manifest['record_types'], 'key'), true);
        $manifest['record_types'][$at]['fields'] = $change($manifest['record_types'][$at]['fields']);
        LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        $this->source->refresh()->readAnew();
    }

    /**
     * @param  array<string, mixed>  $record
     * @return list<string> the notices of our own that it sets off
     */
    private function raise(string $event, array $record): array
    {
        $answer = $this->ask('POST', '/api/v1/events', ['id' => 'e'.++$this->events, 'event' => $event, 'record' => $record], $this->bearer($this->source))->assertStatus(202)->assertJsonPath('fits', true);

        return array_values(array_filter(array_column(array_filter($answer->json('notices'), static fn (array $one): bool => $one['set_off']), 'notice'), static fn (string $key): bool => str_starts_with($key, 'own-')));
    }
}
