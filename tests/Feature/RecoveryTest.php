<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Sending\Recovery;
use Illuminate\Support\Facades\DB;

/** What becomes of dispatches whose worker is gone. */
final class RecoveryTest extends TestCase
{
    public function test_what_was_not_handed_over_is_queued_again_and_what_was_is_uncertain(): void
    {
        [$before, $after] = $this->sending();
        $after->update(['handed_at' => now()]);
        self::assertSame(0, Recovery::sweep(), 'a lease that runs is left alone');
        $this->travel(61)->seconds();
        Recovery::sweep();

        self::assertSame([DispatchState::Queued, DispatchState::Uncertain], [$before->refresh()->state, $after->refresh()->state]);
        self::assertSame('Sending was cut short after the message was handed over', $after->state_reason);
        self::assertTrue($before->takeLease(60), 'it can be sent now');
        self::assertFalse($before->takeLease(60), 'by one worker only');
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

    public function test_a_long_queue_is_not_made_longer_by_looking_after_it(): void
    {
        $this->sending();
        Dispatch::query()->update(['state' => DispatchState::Queued, 'lease_until' => null]);
        $jobs = DB::table('jobs')->count();
        $this->travel(5)->minutes();
        Recovery::sweep();
        Recovery::sweep();
        self::assertSame($jobs, DB::table('jobs')->count());

        // The queue has lost everything.
        DB::table('jobs')->delete();
        $this->travel(11)->minutes();
        Recovery::sweep();
        self::assertSame($jobs, DB::table('jobs')->count());
    }

    /**
     * @return list<Dispatch> two that are being sent
     */
    private function sending(): array
    {
        $source = $this->larkmoor();
        $this->ask('POST', '/api/v1/events', ['id' => 'e', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $dispatches = Dispatch::query()->orderBy('id')->get()->all();
        foreach ($dispatches as $dispatch) {
            self::assertTrue($dispatch->takeLease(60));
        }

        return $dispatches;
    }
}
