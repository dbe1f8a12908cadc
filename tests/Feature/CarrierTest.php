<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\Notice;
use App\Models\Role;
use App\Models\Source;
use Illuminate\Testing\TestResponse;

/** Who sends a notice, the source or we: one takes it over or hands it back; what goes out twice is seen. */
final class CarrierTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/notices/';

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        $this->signIn(Role::Publisher);
    }

    public function test_one_that_is_kept_by_the_source_is_never_sent_by_us_until_it_is_taken_over(): void
    {
        $account = $this->source->records()->where('type', 'account')->firstOrFail();
        $begin = function (string $id) use ($account): void {
            $this->ask('POST', '/api/v1/events', ['id' => $id, 'event' => 'account.opened', 'key' => $account->key], $this->bearer($this->source))->assertStatus(202);
            $this->decide();
            $this->signIn(Role::Publisher);
        };
        $sent = static fn (): int => Dispatch::query()->whereRelation('notice', 'key', 'welcome')->where('state', DispatchState::Queued)->count();
        $begin('one');
        self::assertSame(0, $sent());
        $this->carry('welcome', 'herald')->assertOk();
        $this->ask('GET', self::AT.'welcome')->assertJsonPath('carrier', 'herald')->assertJsonPath('history.0.what', 'The notice Welcome, taken over from the source');
        $begin('two');
        self::assertSame(1, $sent());
        // What is due when it is handed back does not go either.
        $this->ask('POST', '/api/v1/events', ['id' => 'three', 'event' => 'account.opened', 'key' => $account->key], $this->bearer($this->source));
        $this->signIn(Role::Publisher);
        $this->carry('welcome', 'source')->assertOk();
        $this->decide();
        self::assertSame(1, $sent());
        self::assertSame('The source sends it itself', Due::query()->latest('id')->firstOrFail()->state_reason);
        $this->ask('PUT', self::AT.'welcome/carrier', ['revision' => 1, 'carrier' => 'herald'])->assertStatus(409);
        $this->ask('PUT', self::AT.'welcome/carrier', ['revision' => 1, 'carrier' => 'pigeon'])->assertStatus(422);
    }

    public function test_what_the_source_sent_as_well_is_a_double_and_named_with_its_record(): void
    {
        $bearer = $this->bearer($this->source);
        $tell = fn (array $told) => $this->ask('POST', '/api/v1/sent', $told + ['notice' => 'order-received', 'key' => 'LM-20429'], $bearer);
        $tell(['id' => 'theirs-0'])->assertStatus(202)->assertJsonPath('double', false);
        $this->ask('POST', '/api/v1/events', ['id' => 'one', 'event' => 'order.placed', 'key' => 'LM-20429'], $bearer)->assertStatus(202);
        $tell(['id' => 'theirs-1', 'event' => 'one', 'address' => 'aoife@example.org', 'at' => '2026-11-23T12:00:00Z'])->assertStatus(202)->assertJsonPath('double', false);
        $this->decide();
        // Whichever came first.
        $tell(['id' => 'theirs-1', 'event' => 'one'])->assertOk()->assertJsonPath('repeated', true)->assertJsonPath('double', true);
        $tell(['id' => 'theirs-2', 'event' => 'another'])->assertStatus(202)->assertJsonPath('double', false);
        $tell(['id' => 'theirs-3', 'at' => '2020-01-01T00:00:00Z'])->assertStatus(202)->assertJsonPath('double', false);
        $tell(['id' => 'theirs-4', 'key' => 'LM-20428'])->assertStatus(202)->assertJsonPath('double', false);

        $this->signIn();
        $line = $this->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.0.notices.0');
        self::assertContains('2 went out twice: the source sent them as well', $line['trouble']);
        $notice = $this->ask('GET', self::AT.'order-received')->assertOk()->assertJsonPath('told_sent.number', 5)->json('told_sent');
        self::assertSame(['LM-20429', 'LM-20429'], array_column($notice['doubles'], 'record'));

        $tell(['id' => 'x', 'notice' => 'none'])->assertStatus(422)->assertJsonPath('faults.0.place', 'notice');
        $tell(['id' => 'x', 'key' => 'none'])->assertStatus(422)->assertJsonPath('faults.0.place', 'key');
        $tell(['id' => 'x', 'at' => 'yesterday'])->assertStatus(422)->assertJsonPath('faults.0.place', 'at');
        $tell(['id' => 'x', 'sent_at' => 'x'])->assertStatus(422);
    }

    public function test_one_of_our_own_is_always_ours(): void
    {
        $own = ['format' => 'velvet-herald/notice', 'version' => 1, 'key' => 'own-x', 'name' => 'X', 'strand' => 'shop', 'audience' => 'customer', 'cue' => ['event' => 'order.placed'], 'recipient' => ['path' => 'order.customer.email']];
        $this->ask('POST', '/api/app/sources/larkmoor/notices', ['notice' => $own])->assertCreated();
        $this->carry('own-x', 'source')->assertStatus(422)->assertJsonPath('faults.0.place', 'carrier');
    }

    private function carry(string $notice, string $carrier): TestResponse
    {
        return $this->ask('PUT', self::AT."{$notice}/carrier", ['revision' => Notice::query()->where('key', $notice)->value('revision'), 'carrier' => $carrier]);
    }
}
