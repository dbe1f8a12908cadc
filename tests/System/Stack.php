<?php

declare(strict_types=1);

namespace Tests\System;

use Symfony\Component\Process\Process;

/** The whole application with a database of its own: server, queue worker, scheduler's sweep and mailroom, on free ports of loopback. */
final class Stack
{
    public readonly string $url;

    public readonly string $directory;

    /** @var array<string, string> */
    public readonly array $environment;

    private readonly Store $store;

    private ?string $token = null;

    /** @var array<string, Process> */
    private array $processes = [];

    /** The web server's port, the same for all stacks of this process, since records of the demo hold addresses of its pictures. */
    private static ?int $web = null;

    /** @var array<string, true> what was kept by this process, to be copied */
    private static array $kept = [];

    /**
     * @param  array<string, string>  $environment  beyond the usual
     * @param  string|null  $disk  a directory for the data; null: where the rest is
     */
    public function __construct(array $environment = [], ?string $disk = null)
    {
        $this->directory = sys_get_temp_dir().'/herald-'.bin2hex(random_bytes(6));
        mkdir($this->directory);
        [$web, $mail] = [self::$web ??= self::freePort(), self::freePort()];
        $this->url = "http://127.0.0.1:{$web}";
        $this->store = self::hasEngines() ? new PostgresStore($disk) : new SqliteStore(($disk ?? $this->directory).'/herald.sqlite');
        $this->environment = [
            'APP_ENV' => 'local', 'APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32)), 'APP_URL' => $this->url, 'APP_DEBUG' => 'true', 'SESSION_DRIVER' => 'database',
            'MAIL_MAILER' => 'smtp', 'MAIL_HOST' => '127.0.0.1', 'MAIL_PORT' => (string) $mail, 'MAILROOM_PORT' => (string) $mail, 'LOG_CHANNEL' => 'single',
            'PHP_INI_SCAN_DIR' => ':'.self::root().'/bootstrap/php', 'HERALD_RETRIES' => '1,1,1', 'HERALD_CLOCK_MOVES' => 'true', 'PHP_CLI_SERVER_WORKERS' => '4', 'WEB_PORT' => (string) $web,
            ...$this->store->environment(), ...$environment,
        ];
        $this->beginWith('tables', fn (): string => $this->artisan('migrate', '--force'));
    }

    public function __destruct()
    {
        $this->stop();
    }

    /** Whether bin/with-engines runs the tests: on PostgreSQL and Redis instead of SQLite. */
    public static function hasEngines(): bool
    {
        return getenv('DB_CONNECTION') === 'pgsql';
    }

    public function stop(): void
    {
        foreach (array_keys($this->processes) as $name) {
            $this->kill($name);
        }
        if (is_dir($this->directory)) {
            $this->store->remove();
            array_map(unlink(...), glob($this->directory.'/*') ?: []);
            rmdir($this->directory);
        }
    }

    public function withDemo(int $events = 14): self
    {
        $bring = fn (int $events): string => $this->artisan('herald:demo', '--today=2026-11-23', "--events={$events}");
        $this->beginWith('demo', static fn (): string => $bring(0));
        // The copy is as old as this process; its clock begins anew.
        $this->database()->exec('update clocks set ahead = '.(strtotime('2026-11-23T12:00:00Z') - time()));
        if ($events > 0) {
            $bring($events);
        }

        return $this;
    }

    /** Data that cost time are made once and copied. */
    private function beginWith(string $name, \Closure $make): void
    {
        if (isset(self::$kept[$name])) {
            $this->store->fill($name);
        } else {
            $make();
            $this->store->keep($name);
            self::$kept[$name] = true;
        }
    }

    /** Everything that runs beside the web server. */
    public function serve(): self
    {
        $this->startMailroom();
        $this->startWorker();
        $this->startWeb();

        return $this;
    }

    public function startWeb(string $router = 'server.php'): void
    {
        $this->start('web', ['php', '-S', substr($this->url, 7), '-t', 'public', $router]);
        self::waitForPort((int) $this->environment['WEB_PORT'], 'the web server');
    }

    public function startMailroom(): void
    {
        $this->start('mailroom', ['php', 'artisan', 'herald:mailroom']);
        self::waitForPort((int) $this->environment['MAILROOM_PORT'], 'the mailroom');
    }

    public function startWorker(string ...$options): void
    {
        $this->start('worker', ['php', 'artisan', 'queue:work', '--queue=default,careful', '--sleep=0.1', ...$options]);
    }

    public function startSecondWorker(string $name = 'second worker'): void
    {
        $this->start($name, ['php', 'artisan', 'queue:work', '--queue=default,careful', '--sleep=0.1']);
    }

    /** Sweeps again and again, as the scheduler does. */
    public function startScheduler(string $name): void
    {
        $this->start($name, ['bash', '-c', 'while :; do php artisan herald:sweep; done']);
    }

    public function isRunning(string $name): bool
    {
        return isset($this->processes[$name]) && $this->processes[$name]->isRunning();
    }

    /** Ends a process as a power cut would. */
    public function kill(string $name): void
    {
        if (isset($this->processes[$name])) {
            // With its children: PHP's server has some.
            posix_kill(-(int) $this->processes[$name]->getPid(), SIGKILL);
            while ($this->processes[$name]->isRunning()) {
                usleep(1_000);
            }
            unset($this->processes[$name]);
        }
    }

    public function artisan(string ...$arguments): string
    {
        $process = new Process(['php', 'artisan', ...$arguments], self::root(), $this->environment, timeout: 120);

        return $process->mustRun()->getOutput();
    }

    /**
     * Raises an event as the source would.
     *
     * @param  array<string, mixed>  $event
     * @return array<string, mixed> the answer
     */
    public function raise(array $event, ?string $token = null): array
    {
        [$told] = $this->raiseAtOnce([$event], $token);

        return isset($told['notices']) ? $told : throw new \RuntimeException((string) json_encode($told));
    }

    /**
     * Raises events in requests that run side by side.
     *
     * @param  list<array<string, mixed>>  $events
     * @return list<array<string, mixed>> the answers, in the order of the events
     */
    public function raiseAtOnce(array $events, ?string $token = null): array
    {
        $token ??= $this->token ??= trim($this->artisan('herald:token', 'larkmoor'));
        $all = curl_multi_init();
        $requests = array_map(function (array $event) use ($all, $token): \CurlHandle {
            $request = curl_init($this->url.'/api/v1/events');
            curl_setopt_array($request, [
                CURLOPT_POSTFIELDS => json_encode($event, JSON_THROW_ON_ERROR), CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60, CURLOPT_FORBID_REUSE => true,
                CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Accept: application/json', "Authorization: Bearer {$token}"],
            ]);
            curl_multi_add_handle($all, $request);

            return $request;
        }, $events);
        do {
            curl_multi_exec($all, $running);
            curl_multi_select($all, 0.1);
        } while ($running > 0);

        return array_map(static fn (\CurlHandle $request): array => json_decode((string) curl_multi_getcontent($request), true) ?? ['error' => curl_error($request)], $requests);
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array{int, array<string, string>, string} status, headers and body
     */
    public function post(string $path, array $body): array
    {
        $this->token ??= trim($this->artisan('herald:token', 'larkmoor'));

        return $this->request($path, [CURLOPT_POSTFIELDS => json_encode($body, JSON_THROW_ON_ERROR), CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Accept: application/json', "Authorization: Bearer {$this->token}"]]);
    }

    /**
     * @return array{int, array<string, string>, string} status, headers and body
     */
    public function get(string $path, string $cookie): array
    {
        return $this->request($path, [CURLOPT_COOKIE => $cookie]);
    }

    /** Signs a person of the demo in, and gives the cookie of the session. */
    public function signIn(string $account = 'thorne'): string
    {
        [, $headers] = $this->request('/api/app/session', [CURLOPT_POSTFIELDS => json_encode(['email' => "{$account}@larkmoor.example.org", 'password' => \App\Console\Commands\DemoCommand::PASSWORD]), CURLOPT_HTTPHEADER => ['Content-Type: application/json']]);
        preg_match('/velvet_herald_session=[^;]+/', $headers['set-cookie'] ?? '', $cookie);

        return $cookie[0] ?? throw new \RuntimeException('No session: '.json_encode($headers));
    }

    /**
     * Talks to the mailroom as it stands, bytes and all.
     *
     * @param  list<string>  $commands  the last of them DATA
     * @return string the last reply
     */
    public function smtp(array $commands, string $message): string
    {
        $socket = fsockopen('127.0.0.1', (int) $this->environment['MAILROOM_PORT'], timeout: 10);
        $reply = static function () use ($socket): string {
            do {
                $line = (string) fgets($socket);
            } while (($line[3] ?? ' ') === '-');

            return $line;
        };
        $reply();
        foreach ($commands as $command) {
            fwrite($socket, "{$command}\r\n");
            $reply();
        }
        fwrite($socket, "{$message}\r\n.\r\n");

        return $reply();
    }

    /**
     * @param  array<int, mixed>  $options
     * @return array{int, array<string, string>, string}
     */
    private function request(string $path, array $options): array
    {
        $request = curl_init($this->url.$path);
        $headers = [];
        curl_setopt_array($request, $options + [CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60, CURLOPT_HEADERFUNCTION => static function ($_, string $line) use (&$headers): int {
            [$name, $value] = [...explode(':', $line, 2), ''];
            $headers[strtolower(trim($name))] = ltrim(($headers[strtolower(trim($name))] ?? '').' '.trim($value));

            return strlen($line);
        }]);
        $body = (string) curl_exec($request);

        return [curl_getinfo($request, CURLINFO_RESPONSE_CODE), $headers, $body];
    }

    /**
     * The rows of a question to the database.
     *
     * @return list<array<string, mixed>>
     */
    public function rows(string $sql): array
    {
        // PostgreSQL gives bytes as streams.
        $plain = static fn (mixed $value): mixed => is_resource($value) ? stream_get_contents($value) : $value;

        return array_map(static fn (array $row): array => array_map($plain, $row), $this->database()->query($sql)->fetchAll(\PDO::FETCH_ASSOC));
    }

    /**
     * @return list<array<string, mixed>> dues that wait and dispatches on their way
     */
    public function unfinished(): array
    {
        return $this->rows("select 1 from dues where state = 'working' or state = 'waiting' and try_at is not null union all select 1 from dispatches where state in ('queued', 'sending')");
    }

    /** Waits until all that was set off has come to an end. Events are answered before anything is decided upon: whoever counts what came of them waits for this first. */
    public function settle(float $seconds = 90, bool $sweep = false): void
    {
        self::waitFor(function () use ($sweep): bool {
            if ($sweep) {
                $this->artisan('herald:sweep');
            }

            return $this->unfinished() === [];
        }, fn (): string => 'all to come to an end; there are: '.json_encode($this->rows('select state, count(*) as n from dispatches group by state')), $seconds);
    }

    public function database(): \PDO
    {
        return $this->store->connect();
    }

    /**
     * @param  \Closure(): bool  $holds
     * @param  string|\Closure(): string  $what
     */
    public static function waitFor(\Closure $holds, string|\Closure $what, float $seconds = 40): void
    {
        $end = microtime(true) + $seconds;
        for ($pause = 10_000; ! $holds(); $pause = min(80_000, (int) (1.5 * $pause))) {
            if (microtime(true) > $end) {
                throw new \RuntimeException('Waited in vain for '.(is_string($what) ? $what : $what()));
            }
            usleep($pause);
        }
    }

    public static function waitForPort(int $port, string $what): void
    {
        self::waitFor(static function () use ($port): bool {
            $socket = @fsockopen('127.0.0.1', $port);

            return $socket !== false && fclose($socket);
        }, $what);
    }

    private static function root(): string
    {
        return dirname(__DIR__, 2);
    }

    /** @param  list<string>  $command */
    private function start(string $name, array $command): void
    {
        $process = new Process(['setsid', ...$command], self::root(), $this->environment, timeout: null);
        $process->disableOutput();
        $process->start();
        $this->processes[$name] = $process;
    }

    /** A figure of a run, which is printed with the results. */
    public static function tell(string $figure): void
    {
        file_put_contents(getenv('TEST_FIGURES') ?: 'php://stderr', "{$figure}\n", FILE_APPEND);
    }

    /**
     * A port nobody listens at, below those that the system gives to connections (net.ipv4.ip_local_port_range), so that none takes it before it is used. None is given twice: some are
     * kept for later. Processes that test side by side (TEST_TOKEN) give from ranges of their own.
     */
    public static function freePort(): int
    {
        static $given = [];
        $first = 20_000 + 2_400 * ((int) getenv('TEST_TOKEN') % 5);
        do {
            $port = random_int($first, $first + 2_399);
            $socket = isset($given[$port]) ? false : @stream_socket_server("tcp://127.0.0.1:{$port}");
        } while ($socket === false);
        fclose($socket);
        $given[$port] = true;

        return $port;
    }
}
