<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Dispatch;
use App\Models\Edition;
use App\Models\Record;
use App\Models\Role;
use App\Models\Source;
use Herald\Document\Json;

/** Computed fields that people add, from their trial to the message. */
final class FieldsTest extends TestCase
{
    private const FIELDS = '/api/app/sources/larkmoor/fields/order';

    private const SHEET = '/api/app/sources/larkmoor/templates/night-blue-receipt/sheet?record=LM-20429';

    protected function setUp(): void
    {
        parent::setUp();
        $this->larkmoor();
        $this->signIn(Role::Author);
    }

    public function test_a_field_is_tried_added_named_and_taken_out(): void
    {
        $worth = ['kind' => 'sum', 'list' => 'order.items', 'of' => 'line_total', 'where' => ['path' => 'one.quantity', 'operator' => 'more', 'value' => 1]];
        $this->ask('POST', self::FIELDS.'/trial', ['record' => 'LM-20429', 'computed' => $worth])->assertOk()
            ->assertJsonPath('type', 'money')->assertJsonPath('reason', null)->assertJsonPath('sentence', 'sum of Line total in Items, where Quantity is more than 1');
        $path = $this->ask('POST', self::FIELDS, ['label' => 'Several of a kind', 'computed' => $worth])->assertCreated()->json('path');
        self::assertSame('order.several_of_a_kind', $path);

        $desk = $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt/desk')->assertOk()->assertJsonPath('own_fields', [$path]);
        $field = array_column($desk->json('fields'), null, 'path')[$path];
        self::assertSame(['Several of a kind', 'money', 'sum of Line total in Items, where Quantity is more than 1'], [$field['label'], $field['type'], $field['computed']]);
        self::assertArrayHasKey('order.pieces', $this->ask('GET', self::SHEET)->json('values'), 'what the manifest declares');

        $document = $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt')->json('document');
        $document['manuscript'][] = ['id' => 'worth', 'type' => 'text', 'text' => [['text' => 'In all '], ['variable' => $path, 'fallback' => 'nothing'], ['text' => '.']], 'when' => ['path' => $path, 'operator' => 'more', 'value' => 5]];
        $items = Record::query()->where('key', 'LM-20429')->sole()->data['items'];
        $expected = array_sum(array_map(static fn (array $item): float => $item['quantity'] > 1 ? (float) $item['line_total']['amount'] : 0, $items));
        $stage = $this->ask('POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/stage', ['document' => $document, 'record' => 'LM-20429', 'view' => 'wide', 'text' => true])->assertOk();
        $expected > 5 ? self::assertStringContainsString('In all €'.number_format($expected, 2).'.', $stage->json('text')) : self::assertStringNotContainsString('In all', $stage->json('text'));

        $this->ask('PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('DELETE', self::FIELDS.'/several_of_a_kind')->assertStatus(422)->assertJsonPath('faults.0.reason', 'It is used: Night-blue receipt');
        array_pop($document['manuscript']);
        $this->ask('PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', ['revision' => 1, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('DELETE', self::FIELDS.'/several_of_a_kind')->assertNoContent();
        $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt/desk')->assertJsonPath('own_fields', []);
    }

    public function test_what_is_sent_says_what_is_computed_today(): void
    {
        $this->signIn(Role::Administrator);
        $path = $this->ask('POST', self::FIELDS, ['label' => 'Kinds', 'computed' => ['kind' => 'count', 'list' => 'order.items']])->assertCreated()->json('path');
        $document = $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt')->json('document');
        $document['envelope']['subject'] = [['variable' => $path, 'format' => 'words_by_number', 'with' => ['one' => '# kind of thing', 'other' => '# kinds of things']]];
        $this->ask('PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/publication', ['revision' => 1])->assertOk();
        $subject = $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received/rendering?record=LM-20429&words=answer')->assertOk()->json('subject');
        $count = count(Record::query()->where('key', 'LM-20429')->sole()->data['items']);

        self::assertSame($count === 1 ? '1 kind of thing' : "{$count} kinds of things", $subject);
        self::assertNotNull(Edition::query()->latest('id')->value('record_type_version_id'));
    }

    public function test_a_dispatch_says_what_could_not_be_computed_and_why(): void
    {
        $this->ask('POST', self::FIELDS, ['label' => 'In all', 'computed' => ['kind' => 'sum', 'list' => 'order.items', 'of' => 'line_total']])->assertCreated();
        $order = Record::query()->where('key', 'LM-20429')->sole()->data;
        $item = $order['items'][0];
        $order['items'] = [$item, [...$item, 'line_total' => ['amount' => '5', 'currency' => 'JPY']]];
        $this->postJson('/api/v1/events', ['id' => 'evt-1', 'event' => 'order.placed', 'record' => $order], $this->bearer(Source::query()->firstOrFail()))->assertSuccessful();
        $this->work();

        $reasons = Dispatch::query()->whereRelation('notice', 'key', 'order-received')->sole()->decision['reasons'] ?? [];
        self::assertContains('not computed: order.in_all: EUR and JPY are two currencies: their amounts are not put together', $reasons);
    }

    public function test_what_cannot_be_computed_is_refused_at_its_place(): void
    {
        $this->ask('POST', self::FIELDS, ['label' => 'Odd', 'computed' => ['kind' => 'sum', 'list' => 'order.itms', 'of' => 'x']])->assertStatus(422)->assertJsonPath('faults.0.place', 'computed/list');
        $this->ask('POST', self::FIELDS, ['label' => 'Odd', 'computed' => ['kind' => 'median']])->assertStatus(422)->assertJsonPath('faults.0.place', 'computed/kind');
        $this->ask('POST', self::FIELDS, ['label' => 'Pieces', 'computed' => ['kind' => 'count', 'list' => 'order.items']])->assertStatus(422)->assertJsonPath('faults.0.place', 'label');
        $this->ask('POST', self::FIELDS, ['label' => 'Odd', 'computed' => 'count'])->assertStatus(422);
        $this->ask('POST', self::FIELDS, ['label' => '', 'computed' => ['kind' => 'count', 'list' => 'order.items']])->assertStatus(422)->assertJsonPath('faults.0.place', 'label');
        $this->ask('POST', '/api/app/sources/larkmoor/fields/none', ['label' => 'Odd', 'computed' => ['kind' => 'count', 'list' => 'order.items']])->assertNotFound();
        $this->ask('POST', self::FIELDS, ['label' => 'Long', 'computed' => ['kind' => 'join', 'list' => 'order.items', 'of' => 'name', 'between' => str_repeat('x', 20_000)]])->assertStatus(422)->assertJsonPath('faults.0.place', 'computed');
        // A letter of another script has no place in a key.
        $this->ask('POST', self::FIELDS, ['label' => '数', 'computed' => ['kind' => 'count', 'list' => 'order.items']])->assertCreated()->assertJsonPath('label', '数');
    }

    public function test_two_currencies_are_told_in_the_sheet(): void
    {
        $this->ask('POST', self::FIELDS, ['label' => 'Mixed', 'computed' => ['kind' => 'sum', 'list' => 'order.items', 'of' => 'line_total']])->assertCreated();
        $record = Record::query()->where('key', 'LM-20429')->sole();
        $item = ['code' => 'X', 'name' => 'X', 'quantity' => 1];
        $record->update(['data' => [...$record->data, 'items' => [[...$item, 'line_total' => ['amount' => '1', 'currency' => 'EUR']], [...$item, 'line_total' => ['amount' => '1', 'currency' => 'USD']]]]]);

        $this->ask('GET', self::SHEET)->assertOk()->assertJsonPath('values', static fn (array $values): bool => $values['order.mixed'] === 'cannot be computed: EUR and USD are two currencies: their amounts are not put together');
        $this->ask('POST', self::FIELDS.'/trial', ['record' => 'LM-20429', 'computed' => ['kind' => 'sum', 'list' => 'order.items', 'of' => 'line_total']])->assertJsonPath('value', null)->assertJsonPath('reason', 'EUR and USD are two currencies: their amounts are not put together');
    }

    public function test_a_record_that_comes_again_is_the_same_whatever_is_computed_of_it(): void
    {
        $this->ask('POST', self::FIELDS, ['label' => 'Lines', 'computed' => ['kind' => 'count', 'list' => 'order.items']])->assertCreated();
        $record = Record::query()->where('key', 'LM-20429')->sole();
        $type = Source::query()->where('key', 'larkmoor')->sole()->manifest()->recordTypes['order'];
        $revision = $record->revision;
        $record->take($type, $record->read($type) ?? []);

        self::assertSame($revision, $record->refresh()->revision);
        self::assertArrayNotHasKey('lines', $record->data);
        self::assertArrayNotHasKey('pieces', $record->data);
    }

    public function test_a_manifest_without_what_a_field_is_made_of_leaves_all_else_standing(): void
    {
        $this->ask('POST', self::FIELDS, ['label' => 'Lines', 'computed' => ['kind' => 'count', 'list' => 'order.items']])->assertCreated();
        $source = Source::query()->where('key', 'larkmoor')->sole();
        $outline = Json::ofText((string) $source->manifestVersions()->whereKey($source->manifest_version_id)->value('outline'), 'outline')->data;
        $outline['record_types'][0]['fields'] = array_values(array_filter($outline['record_types'][0]['fields'], static fn (array $field): bool => ! in_array($field['key'], ['items', 'pieces'], true)));
        $source->manifestVersions()->whereKey($source->manifest_version_id)->update(['outline' => Json::ofArray($outline, 'outline')->text()]);
        $source->update(['manifest_hash' => 'another']);

        self::assertArrayNotHasKey('lines', Source::query()->where('key', 'larkmoor')->sole()->manifest()->recordTypes['order']->fields);
    }
}
