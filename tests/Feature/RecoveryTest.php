<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Jobs\SendDispatch;
use App\Jobs\WorkDue;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\RecipientRole;
use App\Sending\Compose;
use App\Sending\Deliver;
use App\Sending\Recovery;
use Herald\Render\Renderer;
use Illuminate\Bus\UniqueLock;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\Queue;

/** What becomes of dispatches whose worker is gone. */
final class RecoveryTest extends TestCase
{
    public function test_what_was_not_handed_over_is_queued_again_and_what_was_is_uncertain(): void
    {
        [$before, $after] = $this->sending();
        $after->to()->update(['handed_at' => now()]);
        self::assertSame(0, Recovery::sweep(), 'a lease that runs is left alone');
        $this->travel(61)->seconds();
        Recovery::sweep();

        self::assertSame([DispatchState::Queued, DispatchState::Uncertain], [$before->refresh()->state, $after->refresh()->state]);
        self::assertSame('Sending was cut short after the message was handed over', $after->state_reason);
        self::assertTrue($before->takeLease(60), 'it can be sent now');
        self::assertFalse($before->takeLease(60), 'by one worker only');
    }

    public function test_of_two_that_it_goes_to_the_one_that_was_reached_is_uncertain_and_the_other_is_served(): void
    {
        [$dispatch] = $this->sending();
        $dispatch->to()->update(['handed_at' => now()]);
        $copy = $dispatch->recipients()->create([...Compose::recipient($dispatch, RecipientRole::Bcc, 'copy@example.org', null, ''), 'state' => DispatchState::Queued]);
        $this->travel(61)->seconds();
        Recovery::sweep();
        self::assertSame([DispatchState::Queued, DispatchState::Uncertain, DispatchState::Queued], [$dispatch->refresh()->state, $dispatch->to()->sole()->state, $copy->refresh()->state]);

        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        (new SendDispatch($dispatch->id))->onQueue(SendDispatch::QUEUE)->handle(app(Deliver::class));
        self::assertSame([DispatchState::Uncertain, DispatchState::Uncertain, DispatchState::Sent], [$dispatch->refresh()->state, $dispatch->to()->sole()->state, $copy->refresh()->state]);
        self::assertSame('Sending was cut short after the message was handed over', $dispatch->state_reason);
    }

    public function test_a_worker_that_was_overtaken_changes_nothing(): void
    {
        [$dispatch] = $this->sending();
        $slow = Dispatch::query()->findOrFail($dispatch->id);
        $this->travel(61)->seconds();
        Recovery::sweep();
        self::assertTrue($dispatch->refresh()->takeLease(60));
        $slow->changeUnderLease(['state' => DispatchState::Failed, 'state_reason' => 'too late']);

        self::assertSame(DispatchState::Sending, $dispatch->refresh()->state);
        self::assertSame(DispatchState::Sending, $slow->state, 'and it knows');
    }

    public function test_a_worker_that_was_overtaken_hands_nothing_over(): void
    {
        [$dispatch] = $this->sending();
        $dispatch->update(['state' => DispatchState::Queued, 'lease' => null]);
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        // Another worker takes it over between the making of the message and its handing over.
        DB::listen(static function (QueryExecuted $query): void {
            if (str_starts_with($query->sql, 'insert into "dispatch_messages"')) {
                DB::table('dispatches')->update(['lease' => 'another']);
            }
        });
        (new SendDispatch($dispatch->id))->handle(app(Deliver::class));

        self::assertNotNull($dispatch->refresh()->load(['message', 'to'])->message, 'it got so far');
        self::assertSame([DispatchState::Sending, 'another', null], [$dispatch->state, $dispatch->lease, $dispatch->to?->handed_at]);
        self::assertCount(0, Mail::mailer()->getSymfonyTransport()->messages());
    }

    public function test_many_slow_copies_are_served_by_the_one_that_has_begun_them(): void
    {
        [$dispatch] = $this->sending();
        $dispatch->update(['state' => DispatchState::Queued, 'lease' => null]);
        foreach (range(1, 4) as $number) {
            $dispatch->recipients()->create([...Compose::recipient($dispatch, RecipientRole::Bcc, "copy{$number}@example.org", null, ''), 'state' => DispatchState::Queued]);
        }
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $handed = 0;
        DB::listen(function (QueryExecuted $query) use (&$handed): void {
            if (str_starts_with($query->sql, 'update "dispatch_recipients"') && str_contains($query->sql, '"handed_at" = ?')) {
                $handed++;
                // Each takes nearly as long as the lease, which all of them together exceed by far.
                $this->travel(50)->seconds();
                Recovery::sweep();
            }
        });
        (new SendDispatch($dispatch->id))->handle(app(Deliver::class));
        self::assertSame([DispatchState::Sent, 1, 0, 5], [$dispatch->refresh()->state, $dispatch->attempts, $dispatch->cut_short, $handed]);
        self::assertSame([DispatchState::Sent], array_values(array_unique($dispatch->recipients()->pluck('state')->all(), SORT_REGULAR)));
    }

    public function test_what_ended_its_worker_is_tried_in_a_queue_of_its_own_and_given_up_after_three_times(): void
    {
        $source = $this->larkmoor();
        $this->ask('POST', '/api/v1/events', ['id' => 'heavy', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $due = Due::query()->where('occasion', 'event:heavy')->firstOrFail();
        Due::query()->whereKeyNot($due->id)->delete();
        $empty = static function (string $queue) use ($due): void {
            Queue::connection()->clear($queue);
            (new UniqueLock(Cache::store()))->release(new WorkDue($due->id));
        };
        $empty('default');
        foreach ([1, 2] as $cut) {
            self::assertTrue($due->refresh()->takeLease(60));
            $this->travel(61)->seconds();
            Recovery::sweep();
            self::assertSame([DueState::Waiting, $cut, 'Deciding was cut short'], [$due->refresh()->state, $due->cut_short, $due->state_reason]);
            self::assertSame([0, 1], [Queue::connection()->size('default'), Queue::connection()->size('careful')], 'no other message waits behind it');
            // A job of before that still lies in the queue of all.
            $empty('careful');
            app()->call([new WorkDue($due->id), 'handle']);
            self::assertSame([DueState::Waiting, 0, 1], [$due->refresh()->state, Queue::connection()->size('default'), Queue::connection()->size('careful')], 'it is put where it belongs');
            $this->travel(11)->seconds();
        }
        self::assertTrue($due->takeLease(60));
        $this->travel(61)->seconds();
        Recovery::sweep();
        self::assertSame([DueState::Failed, 'Deciding was cut short 3 times'], [$due->refresh()->state, $due->state_reason]);
        self::assertSame('failed', Dispatch::query()->sole()->state->value, 'and it is seen');

        // By hand it begins anew.
        $this->signIn()->ask('POST', "/api/app/sources/{$source->key}/dispatches/".Dispatch::query()->sole()->id.'/retry', [])->assertOk();
        self::assertSame([DueState::Waiting, 0], [$due->refresh()->state, $due->cut_short]);
    }

    public function test_a_message_for_which_there_is_no_room_waits_and_no_try_is_counted_for_it(): void
    {
        $source = $this->larkmoor();
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $this->ask('POST', '/api/v1/events', ['id' => 'e', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $due = Due::query()->where('occasion', 'event:e')->firstOrFail();
        $isFull = true;
        DB::listen(static function (QueryExecuted $query) use (&$isFull): void {
            if ($isFull && str_starts_with($query->sql, 'insert into "dispatch_messages"')) {
                throw new \RuntimeException('SQLSTATE: No space left on device');
            }
        });
        for ($times = 0; $times < 8; $times++) {
            app()->call([new WorkDue($due->id), 'handle']);
            self::assertSame([DueState::Waiting, 'Nothing could be written', 0, 0], [$due->refresh()->state, $due->state_reason, $due->attempts, $due->cut_short]);
            $this->travel(1)->hours();
        }
        $isFull = false;
        app()->call([new WorkDue($due->id), 'handle']);
        self::assertSame(DispatchState::Sent, Dispatch::query()->where('due_id', $due->id)->sole()->state);

        // The same for one that was decided before.
        $this->ask('POST', '/api/v1/events', ['id' => 'f', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $this->decide();
        $dispatch = Dispatch::query()->where('occasion', 'event:f')->firstOrFail();
        $isFull = true;
        for ($times = 0; $times < 8; $times++) {
            app()->call([new SendDispatch($dispatch->id), 'handle']);
            self::assertSame([DispatchState::Queued, 'Nothing could be written', 0, 0], [$dispatch->refresh()->state, $dispatch->state_reason, $dispatch->attempts, $dispatch->cut_short]);
            $this->travel(1)->hours();
        }
        $isFull = false;
        app()->call([new SendDispatch($dispatch->id), 'handle']);
        self::assertSame(DispatchState::Sent, $dispatch->refresh()->state);
    }

    public function test_a_folder_without_room_for_editions_keeps_no_message_from_going_out(): void
    {
        $source = $this->larkmoor();
        $full = tempnam(sys_get_temp_dir(), 'herald-full');
        config(['herald.editions' => "{$full}/within", 'mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        app()->forgetInstance(Renderer::class);
        $this->ask('POST', '/api/v1/events', ['id' => 'e', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        app()->call([new WorkDue(Due::query()->where('occasion', 'event:e')->firstOrFail()->id), 'handle']);
        self::assertSame(DispatchState::Sent, Dispatch::query()->where('occasion', 'event:e')->firstOrFail()->state);
        unlink($full);
    }

    public function test_a_long_queue_is_not_made_longer_by_looking_after_it(): void
    {
        $this->sending();
        Dispatch::query()->update(['state' => DispatchState::Queued, 'lease_until' => null]);
        Queue::connection()->clear('default');
        $this->travel(5)->minutes();
        Recovery::sweep();
        $jobs = self::jobs();
        self::assertSame(2, $jobs);
        Recovery::sweep();
        Recovery::sweep();
        self::assertSame($jobs, self::jobs());

        // The queue has lost everything.
        Queue::connection()->clear('default');
        $this->travel(11)->minutes();
        self::emptyRedis();
        Recovery::sweep();
        self::assertSame($jobs, self::jobs());
    }

    /**
     * @return list<Dispatch> two that are being sent
     */
    private function sending(): array
    {
        $source = $this->larkmoor();
        $this->ask('POST', '/api/v1/events', ['id' => 'e', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $this->decide();
        $dispatches = Dispatch::query()->orderBy('id')->get()->all();
        foreach ($dispatches as $dispatch) {
            self::assertTrue($dispatch->takeLease(60));
        }

        return $dispatches;
    }
}
