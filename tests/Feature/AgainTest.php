<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Jobs\SendDispatch;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Role;
use App\Models\Source;
use Spatie\Activitylog\Models\Activity;

/** A message that failed is sent again as it was, decided anew, or closed with a remark. */
final class AgainTest extends TestCase
{
    private const ORDER = ['number' => 'LM-30000', 'placed_at' => '2026-11-23T10:00:00Z', 'status' => 'sent', 'total' => ['amount' => '10.00', 'currency' => 'EUR'], 'customer' => ['first_name' => 'Aoife', 'email' => 'aoife@exmaple.org', 'language' => 'en']];

    private Source $source;

    private Dispatch $failed;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        $this->raise('placed', self::ORDER);
        $this->work();
        $this->failed = Dispatch::query()->whereRelation('notice', 'key', 'on-its-way')->sole();
        $this->failed->update(['state' => DispatchState::Failed, 'state_reason' => '550 5.1.2 No such domain']);
        $this->failed->recipients()->update(['state' => DispatchState::Failed]);
    }

    public function test_a_corrected_address_is_shown_beside_the_old_one_and_either_can_be_chosen(): void
    {
        $this->raise('corrected', ['customer' => ['email' => 'aoife@example.org'] + self::ORDER['customer']] + self::ORDER);
        $at = "/api/app/sources/larkmoor/dispatches/{$this->failed->id}";
        $this->signIn(Role::Publisher)->ask('GET', $at)->assertJsonPath('recipient', 'aoife@exmaple.org')->assertJsonPath('recipient_now', 'aoife@example.org')->assertJsonPath('may_retry', true)->assertJsonPath('may_decide_anew', true);
        $this->ask('POST', "{$at}/retry", ['as' => 'anew'])->assertOk()->assertJsonPath('closed', true)->assertJsonPath('remark', 'Decided anew')->assertJsonPath('closed_by', 'Publisher');
        $this->work();

        $anew = Dispatch::query()->with('to')->where('occasion', "again:{$this->failed->id}:0")->sole();
        self::assertSame(['sent', 'aoife@example.org', 'on-its-way'], [$anew->state->value, $anew->to?->address, $anew->notice->key]);
        $this->signIn(Role::Publisher)->ask('GET', $at)->assertJsonPath('decided_anew_as', $anew->id)->assertJsonPath('may_retry', false)->assertJsonPath('may_close', false);
        $this->ask('POST', "{$at}/retry", ['as' => 'anew'])->assertStatus(409);
        $this->ask('POST', "{$at}/retry", ['as' => 'same'])->assertStatus(409);
        self::assertSame(1, Dispatch::query()->where('occasion', 'like', 'again:%')->count());
        $this->ask('GET', '/api/app/sources/larkmoor/dispatches?state=failed')->assertJsonPath('total', 0);
        $this->ask('GET', '/api/app/sources/larkmoor/dispatches?closed=1')->assertJsonPath('dispatches.0.id', $this->failed->id)->assertJsonPath('closed', 1);
    }

    public function test_the_same_message_goes_to_the_old_address(): void
    {
        $this->raise('corrected', ['customer' => ['email' => 'aoife@example.org'] + self::ORDER['customer']] + self::ORDER);
        $bytes = $this->failed->message?->bytes;
        $this->signIn(Role::Publisher)->ask('POST', "/api/app/sources/larkmoor/dispatches/{$this->failed->id}/retry", ['as' => 'same'])->assertOk()->assertJsonPath('state', 'queued');
        app()->call([new SendDispatch($this->failed->id), 'handle']);
        self::assertSame(['sent', 'aoife@exmaple.org', $bytes], [$this->failed->refresh()->state->value, $this->failed->to?->address, $this->failed->message?->bytes]);
    }

    public function test_one_that_was_dealt_with_otherwise_is_closed_with_a_remark(): void
    {
        $at = "/api/app/sources/larkmoor/dispatches/{$this->failed->id}";
        $this->signIn(Role::Publisher)->ask('GET', '/api/app/sources/larkmoor/attention')->assertJsonPath('failed', 1);
        $this->ask('POST', "{$at}/close", ['remark' => ''])->assertStatus(422)->assertJsonPath('faults.0.place', 'remark');
        $this->ask('POST', "{$at}/close", ['remark' => 'Rang them'])->assertOk()->assertJsonPath('closed', true)->assertJsonPath('remark', 'Rang them')->assertJsonPath('state', 'failed');
        $this->ask('POST', "{$at}/close", ['remark' => 'Again'])->assertStatus(409);
        $this->ask('GET', '/api/app/sources/larkmoor/attention')->assertJsonPath('failed', 0);
        $this->ask('GET', '/api/app/sources/larkmoor/dispatches')->assertOk()->assertJsonMissingPath('counts.failed');
        self::assertContains("“{$this->failed->subject}” closed: Rang them", Activity::query()->where('event', 'settled')->pluck('description')->all());
        self::assertSame([], array_filter(array_merge(...array_column($this->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.0.notices'), 'trouble')), static fn (string $words): bool => str_contains($words, 'failed')));
        $this->ask('POST', '/api/app/sources/larkmoor/dispatches/retries', ['days' => 1])->assertJsonPath('again', 0);
    }

    /**
     * @param  array<string, mixed>  $record
     */
    private function raise(string $id, array $record): void
    {
        $this->ask('POST', '/api/v1/events', ['id' => $id, 'event' => 'order.changed', 'record' => $record], $this->bearer($this->source))->assertStatus(202);
    }
}
