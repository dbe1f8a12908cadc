<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Jobs\WorkDue;
use App\Loading\LoadManifest;
use App\Loading\LoadRecords;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use App\Sending\DecideDue;
use App\Timing\CallDues;
use App\Timing\Clock;
use Database\Demo\LarkmoorRecords;
use Herald\Document\Json;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Redis;
use Illuminate\Testing\TestResponse;

abstract class TestCase extends \Illuminate\Foundation\Testing\TestCase
{
    use RefreshDatabase;

    /** Commands write to their own output, which the tests read. */
    public $mockConsoleOutput = false;

    protected function setUp(): void
    {
        parent::setUp();
        // A queue and a cache beside the database are not put back with it.
        self::emptyRedis();
    }

    /** What is kept in Redis, where there is one, is gone; it lives by the real time, in which nobody travels. */
    protected static function emptyRedis(): void
    {
        if (config('queue.default') === 'redis') {
            Redis::connection()->flushall();
        }
    }

    /** How many jobs wait. */
    protected static function jobs(): int
    {
        return Queue::connection()->size();
    }

    /** The demo source with some of its records: an order of each awkward kind, and a few bookings. The work's clock shows a day among them. */
    protected function larkmoor(): Source
    {
        config(['herald.clock_moves' => true]);
        Clock::beginAt(new \DateTimeImmutable('2026-11-23T12:00:00Z'));
        $source = LoadManifest::from(Json::ofFile(database_path('demo/larkmoor.json')));
        PublishTemplate::from($source, Json::ofFile(database_path('demo/night-blue-receipt.json')));
        $records = new LarkmoorRecords(new \DateTimeImmutable('2026-11-23T12:00:00Z'), 'http://127.0.0.1');
        LoadRecords::from($source, [$this->file(array_slice($records->orders(), -14)), $this->file(array_slice($records->bookings(), -6)), $this->file($records->nights()), $this->file(array_slice($records->accounts(), 0, 6))]);

        return $source;
    }

    /**
     * A file of JSON Lines, gone after the test.
     *
     * @param  list<array<string, mixed>|string>  $lines
     */
    protected function file(array $lines): string
    {
        $path = tempnam(sys_get_temp_dir(), 'herald').'.jsonl';
        file_put_contents($path, implode("\n", array_map(static fn (array|string $line): string => is_string($line) ? $line : json_encode($line, JSON_THROW_ON_ERROR), $lines)));
        $this->beforeApplicationDestroyed(static fn () => @unlink($path));

        return $path;
    }

    protected function signIn(Role $role = Role::Administrator): static
    {
        // A source's request before, in the same test, left its own guard in place.
        $this->app['auth']->forgetGuards();

        $user = User::query()->firstOrCreate(['email' => "{$role->value}@example.org"], ['name' => ucfirst($role->value), 'password' => 'a good password', 'administrator' => $role === Role::Administrator]);
        Source::query()->get()->each(static fn (Source $source) => $user->allow($source, $role));

        return $this->actingAs($user, 'web');
    }

    /**
     * Calls the front end's or the sources' interface; the answer is held against docs/openapi.yaml.
     *
     * @param  array<string, mixed>  $body
     * @param  array<string, string>  $headers
     */
    protected function ask(string $method, string $path, array $body = [], array $headers = []): TestResponse
    {
        $response = $this->json($method, $path, $body, $headers);
        OpenApi::check($method, $path, $response);

        return $response;
    }

    /** Decides upon all that is due, as a worker does, and sends nothing. */
    protected function decide(): void
    {
        foreach (Due::query()->where('state', DueState::Waiting)->whereNotNull('try_at')->orderBy('id')->get() as $due) {
            self::assertTrue($due->takeLease(60));
            app(DecideDue::class)($due);
        }
    }

    /** Lets a worker take what waits, but for the sending itself, whose transport keeps what it gets. */
    protected function work(): void
    {
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        CallDues::all();
        foreach (Due::query()->where('state', DueState::Waiting)->whereNotNull('try_at')->orderBy('id')->pluck('id') as $due) {
            app()->call([new WorkDue($due), 'handle']);
        }
    }

    /** Headers of a source's own requests. */
    protected function bearer(Source $source): array
    {
        // Who asked before, in the same test, is still known otherwise.
        $this->app['auth']->forgetGuards();

        return ['Authorization' => 'Bearer '.$source->createToken('test', ['events'])->plainTextToken];
    }
}
