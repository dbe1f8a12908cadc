<?php

declare(strict_types=1);

namespace App\Providers;

use App\Database\ImmediateSqliteConnector;
use App\Jobs\WorkDue;
use App\Mail\HandoverTransport;
use App\Models\Source;
use App\Readiness\Heartbeat;
use Carbon\CarbonImmutable;
use Herald\Document\Limits;
use Herald\Render\Renderer;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use Illuminate\Queue\Events\Looping;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\ServiceProvider;
use Symfony\Component\Mailer\Transport\Smtp\Stream\SocketStream;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->bind('db.connector.sqlite', ImmediateSqliteConnector::class);
        $this->app->singleton(Limits::class, static fn (): Limits => new Limits(...config()->array('herald.limits')));
        $this->app->singleton(Renderer::class, static fn (): Renderer => Renderer::caching(config()->string('herald.editions'), app(Limits::class)));
    }

    public function boot(): void
    {
        // What is counted from a moment leaves that moment as it was.
        Date::use(CarbonImmutable::class);
        Model::shouldBeStrict(! $this->app->environment('production'));
        Model::preventSilentlyDiscardingAttributes();

        RateLimiter::for('sign-in', static fn (Request $request): array => [
            Limit::perMinute(6)->by(hash('sha256', mb_strtolower(is_string($email = $request->input('email')) ? $email : '')).'|'.$request->ip()),
            Limit::perMinute(30)->by((string) $request->ip()),
        ]);
        RateLimiter::for('proof', static fn (Request $request): Limit => Limit::perMinute(20)->by((string) $request->user()?->id));
        // A change asks for its stage and its findings, and one can type for a minute. Who only looks changes nothing.
        RateLimiter::for('stage', static function (Request $request): Limit {
            // Addresses are counted before it is looked up what they name.
            $source = Source::query()->where('key', $request->route()?->originalParameter('source'))->first();

            return Limit::perMinute($source !== null && Gate::allows('write', $source) ? 1500 : 300)->by((string) $request->user()?->id);
        });
        RateLimiter::for('maps', static fn (Request $request): Limit => Limit::perMinute(120)->by((string) $request->ip()));
        RateLimiter::for('answers', static fn (Request $request): Limit => Limit::perMinute(120)->by((string) $request->ip()));
        RateLimiter::for('pictures', static fn (Request $request): Limit => Limit::perMinute(30)->by((string) $request->user()?->id));
        RateLimiter::for('api', static fn (Request $request): Limit => Limit::perMinute(1200)->by((string) ($request->bearerToken() ?? $request->ip())));

        // Who starts workers ends them, by a signal; they need not ask before each job whether they are to.
        Queue::withoutInterruptionPolling();
        // Workers tell that they are there, also while they have nothing to do.
        Queue::looping(static function (Looping $round): void {
            $queues = explode(',', $round->queue);
            if (in_array(WorkDue::QUEUE, $queues, true)) {
                Heartbeat::CarefulWorker->beat();
            }
            if ($queues !== [WorkDue::QUEUE]) {
                Heartbeat::Worker->beat();
            }
        });

        Mail::extend('smtp', static function (array $config): HandoverTransport {
            $transport = new HandoverTransport($config['host'], $config['port'], $config['tls'] ?: null);
            if (is_string($config['username'] ?? null)) {
                $transport->setUsername($config['username'])->setPassword((string) ($config['password'] ?? ''));
            }
            $stream = $transport->getStream();
            if ($stream instanceof SocketStream) {
                $stream->setTimeout((float) $config['timeout']);
                // The last bytes of a message are small, and would wait for the acknowledgement of those before.
                $stream->setStreamOptions(['socket' => ['tcp_nodelay' => true]]);
            }

            return $transport;
        });
    }
}
