<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Event;
use App\Models\Record;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** What a source tells us, and what that sets off. */
final class EventsTest extends TestCase
{
    private const ORDER = ['number' => 'LM-30000', 'placed_at' => '2026-11-23T10:00:00Z', 'status' => 'packing', 'total' => ['amount' => '10.00', 'currency' => 'EUR'], 'customer' => ['first_name' => 'Aoife', 'email' => 'aoife@example.org', 'language' => 'de-AT']];

    public function test_an_event_brings_the_record_and_sets_its_notices_off(): void
    {
        $answer = $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER])->assertStatus(202);

        self::assertSame(['order-received', 'new-order', 'being-packed'], array_column($answer->json('dispatches'), 'notice'));
        self::assertSame('packing', Record::query()->where('key', 'LM-30000')->firstOrFail()->data['status']);
        $dispatch = Dispatch::query()->where('recipient', 'aoife@example.org')->firstOrFail();
        self::assertSame(['order placed', 'de', "the recipient's language is de-AT, and de is the nearest there is", 'evt-1'], [$dispatch->reason, $dispatch->language, $dispatch->language_reason, $dispatch->occasion]);
        self::assertSame('LM-30000', $dispatch->data['order']['number']);
        self::assertSame(1, $dispatch->edition->templateVersion?->number);
        self::assertSame(3, DB::table('jobs')->count(), 'each has its job');
    }

    public function test_the_same_event_again_does_nothing_more_and_says_so(): void
    {
        $body = ['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER];
        $first = $this->raise($body)->assertStatus(202)->assertJsonPath('repeated', false);
        $second = $this->raise($body)->assertStatus(200)->assertJsonPath('repeated', true)->assertJsonPath('message', 'This event came before. Nothing more was done.');
        self::assertSame($first->json('dispatches'), $second->json('dispatches'));

        $this->raise(['id' => 'evt-1', 'event' => 'order.changed', 'record' => ['status' => 'paid'] + self::ORDER])->assertStatus(200)
            ->assertJsonPath('message', 'An event with this id came before, with another content. Nothing more was done.');
        self::assertSame([1, 3, 3], [Event::query()->count(), Dispatch::query()->count(), DB::table('jobs')->count()]);
        self::assertSame('packing', Record::query()->where('key', 'LM-30000')->firstOrFail()->data['status']);
    }

    public function test_a_condition_must_be_newly_met(): void
    {
        $this->raise(['id' => 'a', 'event' => 'order.changed', 'record' => ['status' => 'pending'] + self::ORDER]);
        $paid = $this->raise(['id' => 'b', 'event' => 'order.changed', 'record' => ['status' => 'paid'] + self::ORDER]);
        $again = $this->raise(['id' => 'c', 'event' => 'order.changed', 'record' => ['status' => 'paid', 'note' => 'changed'] + self::ORDER]);

        self::assertSame('status changed from pending to paid', $paid->json('dispatches.0.reason'));
        self::assertSame([], $again->json('dispatches'));
    }

    public function test_a_record_without_an_address_is_skipped_and_the_rest_go(): void
    {
        $answer = $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => ['customer' => ['first_name' => 'Noel']] + self::ORDER]);

        self::assertSame(['skipped', 'queued', 'skipped'], array_column($answer->json('dispatches'), 'state'));
        self::assertSame('There is no address: the address in order.customer.email is empty', Dispatch::query()->where('state', DispatchState::Skipped)->firstOrFail()->state_reason);
        self::assertSame(1, DB::table('jobs')->count());
    }

    public function test_what_the_source_still_sends_is_left_to_it(): void
    {
        $this->raise(['id' => 'evt-1', 'event' => 'booking.tomorrow', 'key' => 'DN-7219'])->assertStatus(202)->assertJsonPath('left_to_source', ['reminder'])->assertJsonPath('dispatches', []);
    }

    public function test_parameters_reach_the_message(): void
    {
        $this->raise(['id' => 'n', 'event' => 'order.note_added', 'key' => 'LM-20429', 'given' => ['note' => 'Two days late']])->assertStatus(202);

        self::assertSame(['note' => 'Two days late'], Dispatch::query()->firstOrFail()->data['given']);
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string}>
     */
    public static function mistakes(): iterable
    {
        $event = ['id' => 'e', 'event' => 'order.placed'];
        yield 'no id' => [['event' => 'order.placed', 'record' => self::ORDER], 'id'];
        yield 'an id of our own kind' => [['id' => 'here-1', 'event' => 'order.placed', 'record' => self::ORDER], 'id'];
        yield 'unknown event' => [['id' => 'e', 'event' => 'order.plced', 'record' => self::ORDER], 'event'];
        yield 'neither record nor key' => [$event, 'record'];
        yield 'unknown key' => [[...$event, 'key' => 'LM-0'], 'key'];
        yield 'bad field' => [[...$event, 'record' => ['status' => 'lost'] + self::ORDER], 'status'];
        yield 'bad nested field' => [[...$event, 'record' => ['customer' => ['email' => 'nobody']] + self::ORDER], 'customer/email'];
        yield 'missing parameter' => [['id' => 'e', 'event' => 'order.note_added', 'key' => 'LM-20429'], 'given/note'];
    }

    /**
     * @param  array<string, mixed>  $body
     */
    #[DataProvider('mistakes')]
    public function test_a_bad_event_changes_nothing_and_names_the_place(array $body, string $place): void
    {
        $answer = $this->raise($body)->assertStatus(422);

        self::assertContains($place, array_column($answer->json('faults'), 'place'));
        self::assertSame([0, 0, 0], [Event::query()->count(), Dispatch::query()->count(), Record::query()->where('key', 'LM-30000')->count()]);
    }

    public function test_one_message_goes_to_one_address_about_one_occasion_once(): void
    {
        $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER]);
        $row = (array) DB::table('dispatches')->first();

        $this->expectException(UniqueConstraintViolationException::class);
        DB::table('dispatches')->insert(['id' => '01ANOTHER'] + $row);
    }

    public function test_what_is_published_never_changes(): void
    {
        $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER]);
        $edition = Dispatch::query()->firstOrFail()->edition;
        foreach ([$edition, $edition->templateVersion] as $model) {
            try {
                $model?->update(['id' => 99]);
                self::fail('It was changed.');
            } catch (\LogicException $e) {
                self::assertStringContainsString('immutable', $e->getMessage());
            }
        }
    }

    /**
     * @param  array<string, mixed>  $body
     */
    private function raise(array $body): TestResponse
    {
        static $source;
        if ($source === null || ! $source->exists || $source->newQuery()->count() === 0) {
            $source = $this->larkmoor();
        }

        return $this->ask('POST', '/api/v1/events', $body, $this->bearer($source));
    }
}
