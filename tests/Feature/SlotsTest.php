<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Deciding\Matter;
use App\Models\Dispatch;
use App\Models\Event;
use App\Models\Record;
use App\Models\Source;
use Herald\Document\Json;
use Herald\Manuscript\NormalForm;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** What add-ons hand in with an event goes out with its message, is shown on the stage, and never keeps a message from going out. */
final class SlotsTest extends TestCase
{
    private const ORDER = ['number' => 'LM-30000', 'placed_at' => '2026-11-23T10:00:00Z', 'status' => 'packing', 'total' => ['amount' => '10.00', 'currency' => 'EUR'], 'customer' => ['first_name' => 'Aoife', 'email' => 'aoife@example.org', 'language' => 'en']];

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
    }

    public function test_it_goes_out_with_the_message_of_its_event_and_of_no_other(): void
    {
        $this->raise('a', ['before-items' => ['html' => '<p>Parcel <b>77</b> is at Athlone</p><script>alert(1)</script>']])->assertStatus(202);
        $this->raise('b', [])->assertStatus(202);
        $this->work();

        [$with, $without] = Dispatch::query()->whereRelation('notice', 'key', 'order-received')->orderBy('id')->with('message')->get()->map(static fn (Dispatch $one): string => quoted_printable_decode((string) $one->message?->bytes))->all();
        self::assertStringContainsString('Parcel <strong>77</strong> is at Athlone', $with);
        self::assertStringContainsString("Parcel 77 is at Athlone\r\n", $with);
        self::assertStringNotContainsString('alert', $with);
        self::assertStringNotContainsString('Athlone', $without);
        self::assertStringNotContainsString('parcels.example.net', $without, 'a sample never goes out');
    }

    public function test_content_that_cannot_be_read_is_left_out_and_says_why(): void
    {
        $this->raise('a', ['before-items' => ['blocks' => [['type' => 'repeat', 'list' => 'order.items']]]])->assertStatus(202);
        $this->work();

        $dispatch = Dispatch::query()->whereRelation('notice', 'key', 'order-received')->firstOrFail();
        self::assertSame('sent', $dispatch->state->value);
        self::assertContains('what was handed in is left out: “Before the items”: blocks/0: is no block that can be handed in; heading, text, points, facts, button, picture, divider can', $dispatch->decision['reasons'] ?? []);
    }

    public function test_what_is_no_content_at_all_is_refused_with_its_place(): void
    {
        foreach ([['before-items' => 'x'], ['before-items' => ['markdown' => 'x']], ['before-items' => ['html' => 'x', 'text' => 'x']], ['before-items' => []], 'x', ['before-items' => ['text' => str_repeat('x', 1_000_001)]]] as $index => $slots) {
            $this->raise("a{$index}", $slots)->assertStatus(422);
        }
        self::assertSame(0, Event::query()->count());
    }

    /** @return iterable<string, array{mixed, string, string}> */
    public static function refused(): iterable
    {
        yield 'a slot that there is not' => [['before-item' => ['text' => 'x']], 'slots/before-item', 'is not known here; did you mean "before-items"?'];
        yield 'two forms' => [['before-items' => ['html' => 'x', 'text' => 'x']], 'slots/before-items', 'is content in just one of these forms: html, text, blocks'];
        yield 'attributes without end' => [['before-items' => ['html' => '<p '.implode(' ', array_map(static fn (int $number): string => "a{$number}", range(1, 90_000))).'>x</p>']], 'slots/before-items/html', 'line 1, column 1: has more than 30,000 attributes'];
        yield 'too deep' => [['before-items' => ['html' => "x\n".str_repeat('<div>', 60_000)]], 'slots/before-items/html', 'has more than 30,000 “<”'];
        yield 'cut off' => [['before-items' => ['html' => "x\n<a href='y"]], 'slots/before-items/html', 'line 2, column 1: has a tag or comment here that is never closed'];
    }

    #[DataProvider('refused')]
    public function test_more_than_is_ever_read_is_refused_with_its_place(mixed $slots, string $place, string $reason): void
    {
        $this->raise('a', $slots)->assertStatus(422)->assertJsonPath('faults', [['place' => $place, 'reason' => $reason]]);
        self::assertSame(0, Event::query()->count());
    }

    public function test_counting_over_records_opens_none_of_it(): void
    {
        $this->raise('a', ['before-items' => ['text' => 'x']], self::ORDER)->assertStatus(202);
        // As if it had come before there were limits: a text that reading could not end with.
        Event::query()->update(['slots' => json_encode(['before-items' => ['html' => '<p '.implode(' ', array_map(static fn (int $number): string => "a{$number}", range(1, 90_000))).'>x</p>']])]);
        $record = Record::query()->where('key', 'LM-30000')->firstOrFail()->setRelation('source', $this->source);
        $declared = $this->source->notices()->where('key', 'order-received')->firstOrFail()->setRelation('source', $this->source)->declaration();
        $matter = Matter::ofRecord($declared, $this->source->manifest()->recordTypes['order'], $record);
        self::assertArrayNotHasKey('before-items', (array) ($matter->asked()['slots'] ?? []));
        self::assertSame([[], 'html: line 1, column 1: has more than 30,000 attributes'], [$matter->slots['before-items']->pieces(), strstr((string) $matter->slots['before-items']->fault(), 'html: ')], 'it is left out of the message, which goes');
        $this->work();
        self::assertSame('sent', Dispatch::query()->whereRelation('notice', 'key', 'order-received')->firstOrFail()->state->value);
    }

    public function test_the_stage_shows_a_sample_until_something_came_and_says_which(): void
    {
        $record = Record::query()->where(['type' => 'order', 'key' => 'LM-20429'])->firstOrFail();
        $stage = fn (): TestResponse => $this->signIn()->ask('POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/stage', [
            'document' => NormalForm::of(Json::ofFile(database_path('demo/night-blue-receipt.json'))->data), 'record' => $record->key, 'view' => 'wide', 'text' => false,
        ])->assertOk();

        $before = $stage();
        self::assertSame([['key' => 'before-items', 'at' => null, 'fault' => null, 'empty' => false]], $before->json('slots'));
        self::assertStringContainsString('Where your parcel is', $before->json('html'));

        $this->raise('a', ['before-items' => ['text' => 'It is at Athlone.']], $record->data);
        $after = $stage();
        self::assertSame([Event::query()->firstOrFail()->created_at->toIso8601ZuluString(), false], [$after->json('slots.0.at'), $after->json('slots.0.empty')]);
        self::assertStringContainsString('It is at Athlone.', $after->json('html'));
        self::assertStringNotContainsString('Where your parcel is', $after->json('html'));
        // The message is the same as the published one would be now.
        self::assertStringContainsString('It is at Athlone.', (string) $this->get("/stage/larkmoor/notices/order-received?record={$record->key}&words=answer")->getContent());
    }

    public function test_a_template_that_lacks_the_place_is_told_and_can_put_it_in(): void
    {
        $document = NormalForm::of(Json::ofFile(database_path('demo/night-blue-receipt.json'))->data);
        $findings = fn (array $manuscript): array => array_values(array_filter($this->signIn()->ask('POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/findings', ['document' => [...$document, 'manuscript' => $manuscript]])->assertOk()->json('findings'), static fn (array $one): bool => preg_match('/handed? in|hands in/', $one['words']) === 1));
        $without = array_values(array_filter($document['manuscript'], static fn (array $block): bool => $block['type'] !== 'slot'));

        self::assertSame([], $findings($document['manuscript']));
        [$lacking] = $findings($without);
        self::assertSame(['“Parcel tracking” hands in content for “Before the items”, and there is no place for it: it would be left out.', 'advisory'], [$lacking['words'], $lacking['weight']]);
        self::assertStringContainsString('Put the place in', json_encode($lacking, JSON_THROW_ON_ERROR));
        [$unknown] = $findings([...$document['manuscript'], ['id' => 'other', 'type' => 'slot', 'slot' => 'after-items']]);
        self::assertSame(['other', '“Order received” has no place “after-items”: nothing is ever handed in here.'], [$unknown['block'], $unknown['words']]);
    }

    private function raise(string $id, mixed $slots, array $record = self::ORDER): TestResponse
    {
        return $this->ask('POST', '/api/v1/events', ['id' => $id, 'event' => 'order.placed', 'record' => $record, ...($slots === [] ? [] : ['slots' => $slots])], $this->bearer($this->source));
    }
}
