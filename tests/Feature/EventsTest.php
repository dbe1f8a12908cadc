<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\Event;
use App\Models\Record;
use App\Models\Source;
use Herald\Document\Json;
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
        $answer = $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER])->assertStatus(202)->assertJsonPath('fits', true);

        $verdicts = array_column($answer->json('notices'), null, 'notice');
        self::assertSame(['order-received', 'new-order', 'being-packed'], array_keys(array_filter($verdicts, static fn (array $one): bool => $one['set_off'])));
        self::assertSame('waits for order.note_added', $verdicts['note-added']['reason'], 'and each says why not');
        self::assertSame('Status is being packed, not pending', $verdicts['awaiting-payment']['reason']);
        self::assertSame('packing', Record::query()->where('key', 'LM-30000')->firstOrFail()->data['status']);
        self::assertSame([3, 0, 3], [Due::query()->whereNull('anchor')->count(), Dispatch::query()->count(), self::jobs()], 'nothing is decided yet; each has its job');

        $this->work();
        $dispatch = Dispatch::query()->whereRelation('notice', 'key', 'order-received')->firstOrFail();
        self::assertSame(['order placed', 'de', "the recipient's language is de-AT, and de is the nearest there is", 'event:evt-1'], [$dispatch->reason, $dispatch->language, $dispatch->language_reason, $dispatch->occasion]);
        self::assertSame('LM-30000', $dispatch->data['order']['number']);
        self::assertSame([$dispatch->id], [$dispatch->data['message']['id']], 'its number can be named');
        self::assertSame(1, $dispatch->edition?->templateVersion?->number);
        $state = $this->state('evt-1')->assertJsonPath('record', 'LM-30000');
        self::assertSame([['order-received', 'sent', 'aoife@example.org'], ['new-order', 'sent', 'desk@larkmoor.example.org'], ['being-packed', 'sent', 'aoife@example.org']], array_map(static fn (array $one): array => [$one['notice'], $one['state'], $one['recipient']], $state->json('messages')));
    }

    public function test_the_same_event_again_does_nothing_more_and_says_so(): void
    {
        $body = ['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER];
        $first = $this->raise($body)->assertStatus(202)->assertJsonPath('repeated', false);
        $second = $this->raise($body)->assertStatus(200)->assertJsonPath('repeated', true)->assertJsonPath('message', 'This event came before. Nothing more was done.');
        self::assertSame($first->json('notices'), $second->json('notices'));

        $this->raise(['id' => 'evt-1', 'event' => 'order.changed', 'record' => ['status' => 'paid'] + self::ORDER])->assertStatus(409)->assertJsonPath('faults.*.place', ['event', 'record/status']);
        // The same, written otherwise.
        $this->raise(['record' => array_reverse(['placed_at' => str_replace('Z', '+00:00', self::ORDER['placed_at'])] + self::ORDER, true), 'event' => 'order.placed', 'id' => 'evt-1', 'given' => []])->assertStatus(200);
        $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'key' => 'LM-30000'])->assertStatus(200);
        $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => ['number' => 'LM-30001'] + self::ORDER])->assertStatus(409)->assertJsonPath('faults.*.place', ['record']);
        $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER, 'given' => ['note' => 'x'], 'slots' => ['before-items' => ['text' => 'y']]])->assertStatus(409)->assertJsonPath('faults.*.place', ['given/note', 'slots']);
        self::assertSame([1, 3, 3], [Event::query()->count(), Due::query()->whereNull('anchor')->count(), self::jobs()]);
        self::assertSame('packing', Record::query()->where('key', 'LM-30000')->firstOrFail()->data['status']);
    }

    public function test_a_condition_must_be_newly_met(): void
    {
        $this->raise(['id' => 'a', 'event' => 'order.changed', 'record' => ['status' => 'pending'] + self::ORDER]);
        $paid = $this->raise(['id' => 'b', 'event' => 'order.changed', 'record' => ['status' => 'paid'] + self::ORDER]);
        $again = $this->raise(['id' => 'c', 'event' => 'order.changed', 'record' => ['status' => 'paid', 'note' => 'changed'] + self::ORDER]);

        $verdict = static fn (TestResponse $answer): array => array_column($answer->json('notices'), null, 'notice')['payment-received'];
        self::assertSame([true, 'status changed from pending to paid'], [$verdict($paid)['set_off'], $verdict($paid)['reason']]);
        self::assertSame([false, 'Status is paid, but it was so before'], [$verdict($again)['set_off'], $verdict($again)['reason']]);
        self::assertSame(['event:a', 'event:b'], Due::query()->whereNull('anchor')->orderBy('id')->pluck('occasion')->all());
    }

    public function test_a_due_is_about_the_record_as_its_event_left_it(): void
    {
        $this->raise(['id' => 'a', 'event' => 'order.changed', 'record' => ['status' => 'paid', 'note' => 'first'] + self::ORDER]);
        $this->raise(['id' => 'b', 'event' => 'order.changed', 'record' => ['status' => 'sent', 'note' => 'second', 'customer' => ['email' => 'other@example.org']] + self::ORDER]);
        $this->work();

        self::assertSame([['event:a', 'first', 'aoife@example.org'], ['event:b', 'second', 'other@example.org']], Dispatch::query()->with('to')->orderBy('id')->get()->map(static fn (Dispatch $one): array => [$one->occasion, $one->data['order']['note'], $one->to?->address])->all());
    }

    public function test_a_record_without_an_address_is_skipped_and_the_rest_go(): void
    {
        $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => ['customer' => ['first_name' => 'Noel']] + self::ORDER]);
        $this->work();

        self::assertSame([DispatchState::Skipped, DispatchState::Sent, DispatchState::Skipped], Dispatch::query()->orderBy('id')->pluck('state')->all());
        self::assertSame('There is no address: the address in order.customer.email is empty', Dispatch::query()->where('state', DispatchState::Skipped)->firstOrFail()->state_reason);
        $this->raise(['id' => 'evt-2', 'event' => 'order.placed', 'record' => ['number' => 'LM-30001'] + self::ORDER]);
        $this->work();
        $this->signIn()->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt/publication')->assertOk()->assertJsonPath('messages', 1)->assertJsonPath('people', 1);
    }

    public function test_what_the_source_still_sends_is_left_to_it(): void
    {
        $answer = $this->raise(['id' => 'evt-1', 'event' => 'account.address_changed', 'key' => 'AC-1001'])->assertStatus(202);

        self::assertSame(['address-changed'], array_column(array_filter($answer->json('notices'), static fn (array $one): bool => $one['left_to_source']), 'notice'));
        self::assertSame(0, Due::query()->whereNull('anchor')->count());
    }

    public function test_parameters_reach_the_message(): void
    {
        $this->raise(['id' => 'n', 'event' => 'order.note_added', 'key' => 'LM-20429', 'given' => ['note' => 'Two days late']])->assertStatus(202);
        $this->work();

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
        yield 'no identity' => [[...$event, 'record' => ['number' => ''] + self::ORDER], 'number'];
        yield 'a member that nobody knows' => [[...$event, 'data' => self::ORDER], 'data'];
    }

    /**
     * @param  array<string, mixed>  $body
     */
    #[DataProvider('mistakes')]
    public function test_what_is_no_event_changes_nothing_and_names_the_place(array $body, string $place): void
    {
        $answer = $this->raise($body)->assertStatus(422);

        self::assertContains($place, array_column($answer->json('faults'), 'place'));
        self::assertSame([0, 0, 0], [Event::query()->count(), Due::query()->whereNull('anchor')->count(), Record::query()->where('key', 'LM-30000')->count()]);
    }

    public function test_a_member_that_nobody_knows_is_answered_with_the_nearest(): void
    {
        self::assertSame('is not known here; did you mean "record"?', $this->raise(['id' => 'e', 'event' => 'order.placed', 'data' => self::ORDER])->json('faults.0.reason'));
        self::assertSame('is not known here; did you mean "event"?', $this->raise(['id' => 'e', 'evnt' => 'order.placed', 'record' => self::ORDER])->json('faults.0.reason'));
        $this->signIn()->ask('PATCH', '/api/app/sources/larkmoor/templates/night-blue-receipt', ['nam' => 'x'])->assertStatus(422)->assertJsonPath('faults.0.reason', 'is not known here; did you mean "name"?');
    }

    public function test_data_that_do_not_fit_stay_with_the_event_and_are_run_once_more_when_that_is_mended(): void
    {
        $this->raise(['id' => 'first', 'event' => 'order.changed', 'record' => ['status' => 'pending'] + self::ORDER]);
        DB::table('dues')->delete();
        $answer = $this->raise(['id' => 'e', 'event' => 'order.placed', 'record' => ['status' => 'lost'] + self::ORDER])->assertStatus(202)
            ->assertJsonPath('fits', false)->assertJsonPath('message', 'Taken. Its data do not fit, and the record stays as it was.');
        self::assertStringStartsWith('status: must be one of', $answer->json('fault'));
        $this->raise(['id' => 'e', 'event' => 'order.placed', 'record' => ['status' => 'lost'] + array_reverse(self::ORDER, true)])->assertStatus(200);
        $this->raise(['id' => 'e', 'event' => 'order.placed', 'record' => ['status' => 'gone'] + self::ORDER])->assertStatus(409)->assertJsonPath('faults.*.place', ['record/status']);
        self::assertSame('pending', Record::query()->where('key', 'LM-30000')->firstOrFail()->data['status'], 'the record stays as it was');
        self::assertSame(['order-received', 'new-order'], array_column(array_filter($answer->json('notices'), static fn (array $one): bool => $one['set_off']), 'notice'));
        $this->work();
        $failed = Dispatch::query()->orderBy('id')->get();
        self::assertSame([DispatchState::Failed, DispatchState::Failed], $failed->pluck('state')->all());
        self::assertStringStartsWith('It cannot be made: status: must be one of', (string) $failed[0]->state_reason);
        $this->signIn()->ask('GET', "/api/app/sources/larkmoor/dispatches/{$failed[0]->id}")->assertOk()->assertJsonPath('edition', null)->assertJsonPath('may_retry', true);

        // The source declares the option, and a person has it tried again.
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $status = array_search('status', array_column($manifest['record_types'][0]['fields'], 'key'), true);
        $manifest['record_types'][0]['fields'][$status]['options'][] = ['value' => 'lost', 'label' => 'Lost'];
        LoadManifest::from(Json::ofArray($manifest, 'mended'));
        foreach ($failed as $dispatch) {
            $this->signIn()->ask('POST', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}/retry")->assertOk()->assertJsonPath('state', 'queued');
        }
        $this->work();
        self::assertSame([DispatchState::Sent, DispatchState::Sent], Dispatch::query()->orderBy('id')->pluck('state')->all());
        self::assertSame('lost', Record::query()->where('key', 'LM-30000')->firstOrFail()->data['status'], 'and the record is brought up to date');
        $this->state('e')->assertJsonPath('fits', true);
    }

    public function test_of_a_record_that_is_not_known_data_that_do_not_fit_leave_its_identity(): void
    {
        $this->raise(['id' => 'e', 'event' => 'order.placed', 'record' => ['customer' => ['email' => 'nobody']] + self::ORDER])->assertStatus(202)->assertJsonPath('fault', 'customer/email: must be an e-mail address, not this text');
        $this->work();
        self::assertSame(['failed'], DB::table('dispatches')->distinct()->pluck('state')->all());
        foreach (['/api/app/sources/larkmoor/records?type=order', '/api/app/sources/larkmoor/records/order/LM-30000', '/api/app/sources/larkmoor/templates/night-blue-receipt/desk', '/api/app/sources/larkmoor/dispatches', '/api/app/sources/larkmoor/running-order'] as $page) {
            $this->signIn()->ask('GET', $page)->assertOk();
        }
        // The next one that fits is taken as ever.
        $this->raise(['id' => 'f', 'event' => 'order.changed', 'record' => ['status' => 'paid'] + self::ORDER])->assertJsonPath('fits', true);
        self::assertSame('paid', Record::query()->where('key', 'LM-30000')->firstOrFail()->data['status']);
    }

    public function test_a_parameter_that_is_missing_fails_its_message_with_the_place(): void
    {
        $this->raise(['id' => 'e', 'event' => 'order.note_added', 'key' => 'LM-20429'])->assertStatus(202);
        $this->work();
        self::assertSame([DispatchState::Failed, 'It cannot be made: given/note: must not be empty'], [Dispatch::query()->firstOrFail()->state, Dispatch::query()->firstOrFail()->state_reason]);
    }

    public function test_a_template_that_no_longer_fits_its_source_loses_no_event(): void
    {
        $source = $this->source();
        PublishTemplate::from($source, Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'night-blue-receipt', 'name' => 'Night-blue receipt', 'record_type' => 'order', 'notice' => 'order-received', 'language' => 'en',
            'envelope' => ['subject' => 'Order {order.number}'], 'manuscript' => [['id' => 'a', 'type' => 'text', 'text' => 'Paid by {order.payment_method or "other means"}']]], 'test'));
        $this->raise(['id' => 'before', 'event' => 'order.placed', 'record' => self::ORDER]);
        $this->work();
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        // A field that the published template names is gone.
        $manifest['record_types'][0]['fields'] = array_values(array_filter($manifest['record_types'][0]['fields'], static fn (array $field): bool => $field['key'] !== 'payment_method'));
        LoadManifest::from(Json::ofArray($manifest, 'less'));
        $this->raise(['id' => 'after', 'event' => 'order.placed', 'record' => ['number' => 'LM-30001', 'payment_method' => 'Card'] + self::ORDER])->assertStatus(202);
        $this->raise(['id' => 'later', 'event' => 'order.placed', 'record' => ['number' => 'LM-30002'] + self::ORDER])->assertStatus(202);
        $this->work();

        $received = static fn (string $id): Dispatch => Dispatch::query()->where('occasion', "event:{$id}")->whereHas('notice', static fn ($notice) => $notice->where('key', 'order-received'))->firstOrFail();
        self::assertSame([DispatchState::Sent, false], [$received('before')->state, $received('before')->needs_look]);
        self::assertSame([DispatchState::Sent, true, 2], [$received('after')->state, $received('after')->needs_look, $received('after')->edition?->templateVersion?->number], 'its last good edition, where the data suffice');
        self::assertSame([DispatchState::Sent, true, null], [$received('later')->state, $received('later')->needs_look, $received('later')->edition?->template_version_id], 'else the built-in');
        self::assertStringContainsString('no longer fits the source', implode('; ', $received('later')->decision['reasons'] ?? []));
        self::assertContains('its template no longer fits the source', $this->signIn()->ask('GET', '/api/app/sources/larkmoor/running-order')->assertOk()->json('strands.0.notices.0.trouble'));
        $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received')->assertOk();
        $this->ask('GET', '/api/app/sources/larkmoor/dispatches/'.$received('later')->id)->assertOk()->assertJsonPath('needs_look', true);
        // What is shown is what goes out, and says why it is that.
        foreach (['LM-30001' => ['after', 'Night-blue receipt, version 2'], 'LM-30002' => ['later', 'Built-in']] as $key => [$event, $called]) {
            $shown = $this->ask('GET', "/api/app/sources/larkmoor/notices/order-received/rendering?record={$key}&words=answer")->assertOk()->assertJsonPath('answered_by', $called);
            self::assertSame([$received($event)->subject, $received($event)->decision['reasons'] ?? []], [$shown->json('subject'), $shown->json('instead')]);
            $this->get($shown->json('html_at'))->assertOk()->assertSee($key);
            $why = $this->ask('GET', "/api/app/sources/larkmoor/notices/order-received/why?record={$key}")->assertOk()->assertJsonPath('language', $received($event)->language);
            self::assertSame(implode('; ', $received($event)->decision['reasons'] ?? []), $why->json('trouble'));
        }
        self::assertSame(3, Event::query()->where('source_id', $source->id)->count());
    }

    public function test_another_label_of_a_parameter_is_another_edition(): void
    {
        PublishTemplate::from($this->source(), Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'note', 'name' => 'Note', 'record_type' => 'order', 'notice' => 'note-added', 'language' => 'en',
            'envelope' => ['subject' => 'A note'], 'manuscript' => [['id' => 'a', 'type' => 'text', 'text' => 'It is {given.note}.']]], 'test'));
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $at = array_search('note-added', array_column($manifest['notices'], 'key'), true);
        foreach (['Late', 'Two days late'] as $n => $label) {
            $manifest['notices'][$at]['given'] = [['key' => 'note', 'label' => ['en' => 'Note'], 'type' => 'option', 'required' => true, 'options' => [['value' => 'late', 'label' => ['en' => $label]]]]];
            LoadManifest::from(Json::ofArray($manifest, 'options'));
            $this->raise(['id' => "note-{$n}", 'event' => 'order.note_added', 'key' => 'LM-20429', 'given' => ['note' => 'late']])->assertStatus(202);
            $this->work();
            $dispatch = Dispatch::query()->where('occasion', "event:note-{$n}")->firstOrFail();
            self::assertStringContainsString("It is {$label}.", (string) $dispatch->message?->bytes);
        }
    }

    public function test_a_queue_outside_of_the_database_hears_of_a_job_when_it_can_be_found(): void
    {
        self::assertSame([false, true], [config('queue.connections.database.after_commit'), config('queue.connections.redis.after_commit')]);
    }

    public function test_one_message_goes_to_one_address_about_one_occasion_once(): void
    {
        $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER]);
        $this->decide();
        $row = (array) DB::table('dispatch_recipients')->first();
        try {
            DB::transaction(static fn () => DB::table('dispatch_recipients')->insert(['id' => 99, 'role' => 'bcc'] + $row));
            self::fail('It went twice.');
        } catch (UniqueConstraintViolationException) {
            // By its notice, record, occasion, channel and address.
        }
        $this->expectException(UniqueConstraintViolationException::class);
        DB::table('dues')->insert(array_diff_key((array) DB::table('dues')->first(), ['id' => 1]));
    }

    public function test_what_is_published_never_changes(): void
    {
        $this->raise(['id' => 'evt-1', 'event' => 'order.placed', 'record' => self::ORDER]);
        $this->decide();
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

    private function source(): Source
    {
        static $source;
        if ($source === null || ! $source->exists || $source->newQuery()->count() === 0) {
            $source = $this->larkmoor();
        }

        return $source;
    }

    /**
     * @param  array<string, mixed>  $body
     */
    private function raise(array $body): TestResponse
    {
        return $this->ask('POST', '/api/v1/events', $body, $this->bearer($this->source()));
    }

    private function state(string $id): TestResponse
    {
        return $this->ask('GET', "/api/v1/events/{$id}", [], $this->bearer($this->source()))->assertOk();
    }
}
