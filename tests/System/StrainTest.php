<?php

declare(strict_types=1);

namespace Tests\System;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** What the whole application does under strain: a full disk, letters that cannot be read, many events at once, processes that end. Each prints its figures. */
final class StrainTest extends TestCase
{
    private const ORDER = ['placed_at' => '2026-11-23T10:00:00Z', 'total' => ['amount' => '10.00', 'currency' => 'EUR']];

    public function test_on_a_full_disk_nothing_accepted_is_lost_and_all_goes_on_when_there_is_room_again(): void
    {
        $disk = sys_get_temp_dir().'/herald-disk-'.bin2hex(random_bytes(4));
        mkdir($disk);
        // PostgreSQL's tables take more room, and must be its own, which runs as another where we are root.
        $as = posix_getpwnam(posix_geteuid() === 0 ? 'postgres' : posix_getpwuid(posix_geteuid())['name']);
        $options = Stack::hasEngines() ? "size=64m,mode=700,uid={$as['uid']}" : 'size=24m,mode=777';
        $mount = new Process([...(posix_geteuid() === 0 ? [] : ['sudo', '-n']), 'mount', '-t', 'tmpfs', '-o', $options, 'tmpfs', $disk]);
        if ($mount->run() !== 0) {
            self::markTestSkipped('A disk of its own cannot be made here: '.$mount->getErrorOutput());
        }
        $stack = null;
        try {
            // Long enough for a slow machine to keep what it has in hand.
            $stack = (new Stack(['HERALD_LEASE' => '15', 'QUEUE_RETRY_AFTER' => '2', 'HERALD_RETRIES' => '1,1,1,2,2,5,5,5,5,5,5,5,5,5,5,5,5,5,5,5'], $disk))->withDemo(events: 0)->serve();
            $stack->raise($this->paid('before'));
            // The rest of the disk.
            $filler = fopen("{$disk}/filler", 'wb');
            while (@fwrite($filler, str_repeat('x', 65536)) === 65536) {
            }
            fflush($filler);
            [$accepted, $put_off, $other] = [[], 0, []];
            for ($n = 0; $n < 40; $n++) {
                [$status, $headers, $body] = $stack->post('/api/v1/events', $this->paid("full-{$n}"));
                match (true) {
                    $status === 202 => $accepted[] = "full-{$n}",
                    $status === 503 && ($headers['retry-after'] ?? '') === '30' && str_contains($headers['content-type'] ?? '', 'application/problem+json') => $put_off++,
                    default => $other[] = "{$status} {$body}",
                };
            }
            self::assertSame([], $other, 'each is taken, or put off in so many words');
            self::assertGreaterThan(0, $put_off);
            self::assertTrue($stack->isRunning('worker'), 'the worker waits');
            fclose($filler);
            unlink("{$disk}/filler");
            $stack->settle(sweep: true);
            $stack->raise($this->paid('after'));
            Stack::waitFor(static fn (): bool => $stack->rows("select 1 from dispatches where occasion = 'event:after' and state = 'sent'") !== [], 'what comes afterwards');
            $all = $stack->rows('select occasion, state, (select count(*) from letters where letters.message_id = dispatches.message_id) as letters from dispatches');

            $found = array_column($all, null, 'occasion');
            foreach (['before', 'after', ...$accepted] as $occasion) {
                self::assertContains($found["event:{$occasion}"]['state'] ?? 'lost', ['sent', 'uncertain'], $occasion);
                self::assertLessThan(2, $found["event:{$occasion}"]['letters'], $occasion);
            }
            Stack::tell(sprintf('full disk: 40 events, %d taken, %d put off (503), 0 lost, 0 doubled', count($accepted), $put_off));
        } finally {
            $stack?->stop();
            (new Process([...(posix_geteuid() === 0 ? [] : ['sudo', '-n']), 'umount', '-l', $disk]))->run();
        }
    }

    public function test_letters_that_cannot_be_read_are_kept_and_shown_as_they_came(): void
    {
        $stack = (new Stack)->withDemo(events: 0)->serve();
        $letters = [
            "Subject: =?nope-9?B?/w==?=\r\nFrom: =?nope-9?Q?=FF?= <a@example.org>\r\nTo: =?x?B?////?= <b@example.org>\r\n\r\nbody",
            "Subject: \xFF\xFE broken\r\nFrom: \xC3\x28 <a@example.org>\r\nTo: \xFF@example.org\r\n\r\n\xFFbody",
            "Content-Type: text/html; charset=nope-9\r\nSubject: x\r\n\r\n<p>\xFF",
            "Content-Type: multipart/mixed; boundary=\"\r\nSubject: y\r\n\r\n--\r\n",
            "\xFF\xFE\x00\x01",
            '',
            "Content-Type: application/x; name*=nope-9'en'%FF\r\nContent-Disposition: attachment; filename*=nope-9'en'%FF\r\nContent-Transfer-Encoding: base64\r\n\r\n!!!!",
        ];
        // What cannot be found again is not kept: whoever is told so hands it over once more.
        $stack->database()->exec('alter table letter_words rename to elsewhere');
        self::assertStringStartsWith('45', $stack->smtp(['EHLO x', 'MAIL FROM:<a@example.org>', 'RCPT TO:<b@example.org>', 'DATA'], "Subject: Words\r\n\r\nbody"));
        self::assertSame([], $stack->rows('select id from letters'));
        $stack->database()->exec('alter table elsewhere rename to letter_words');
        foreach ($letters as $letter) {
            self::assertStringContainsString('250 Ok, kept as letter', $stack->smtp(['EHLO x', "MAIL FROM:<\xFF@example.org>", "RCPT TO:<b\xFF@example.org>", 'DATA'], $letter));
        }
        self::assertTrue($stack->isRunning('mailroom'));
        $rows = $stack->rows('select id, raw, envelope_to, subject from letters order by id');
        self::assertSame(array_map(static fn (string $letter): string => $letter."\r\n", $letters), array_column($rows, 'raw'));
        self::assertSame('["b\\\\xFF@example.org"]', $rows[0]['envelope_to']);
        self::assertSame(['=?nope-9?B?/w==?=', 'ÿþ broken'], [$rows[0]['subject'], $rows[1]['subject']]);

        $stack->raise($this->paid('named', ['first_name' => '=?nope-9?B?/w==?=', 'email' => 'well@example.org']));
        Stack::waitFor(static fn (): bool => $stack->rows("select 1 from dispatches where state = 'sent'") !== [], 'a letter to a name that looks like an encoded word');
        $cookie = $stack->signIn();
        foreach ($stack->rows('select id from letters') as ['id' => $id]) {
            foreach (["/api/app/sources/larkmoor/letters/{$id}", "/stage/larkmoor/letters/{$id}"] as $path) {
                self::assertSame(200, $stack->get($path, $cookie)[0], $path);
            }
        }
        Stack::tell(sprintf('letters: %d unreadable ones kept byte by byte, all shown', count($letters)));
    }

    public function test_five_hundred_events_at_once(): void
    {
        $stack = (new Stack)->withDemo(events: 0)->serve();
        $stack->startSecondWorker();
        $events = array_map(fn (int $n): array => $this->paid("many-{$n}"), range(1, 500));
        $answers = [];
        foreach (array_chunk($events, 50) as $chunk) {
            array_push($answers, ...$stack->raiseAtOnce($chunk));
        }
        self::assertCount(500, array_filter($answers, static fn (array $answer): bool => isset($answer['id']) && $answer['repeated'] === false), 'each is answered');
        $stack->settle(120);

        $letters = array_count_values(array_column($stack->rows('select message_id from letters'), 'message_id'));
        self::assertCount(500, $letters);
        self::assertSame([1], array_values(array_unique($letters)));
        Stack::tell('500 events at once, two workers: 500 letters, 0 lost, 0 doubled');
    }

    public function test_a_process_that_ends_is_started_again_and_all_end_with_who_started_them(): void
    {
        $folder = sys_get_temp_dir().'/herald-keep-'.bin2hex(random_bytes(4));
        mkdir($folder);
        $boss = new Process(['bash', '-c', "bin/keep test-keep bash -c 'echo \$\$ >>{$folder}/pids; sleep 300 & wait' & wait"], dirname(__DIR__, 2), timeout: null);
        $boss->start();
        $pids = static fn (): array => is_file("{$folder}/pids") ? array_map(intval(...), array_filter(explode("\n", (string) file_get_contents("{$folder}/pids")))) : [];
        Stack::waitFor(static fn (): bool => count($pids()) === 1, 'the first');
        posix_kill($pids()[0], SIGKILL);
        Stack::waitFor(static fn (): bool => count($pids()) === 2, 'the second');
        Stack::waitFor(static fn (): bool => str_contains($boss->getOutput(), 'The test-keep has ended with 137'), 'that it is said');
        posix_kill((int) $boss->getPid(), SIGKILL);
        Stack::waitFor(static fn (): bool => ! posix_kill($pids()[1], 0), 'all to end with it');

        self::assertCount(2, $pids());
    }

    public function test_a_message_that_ends_its_worker_fails_and_the_rest_go_on(): void
    {
        $stack = (new Stack(['HERALD_LEASE' => '1', 'QUEUE_RETRY_AFTER' => '1', 'HERALD_TRIES' => '0,0,0']))->withDemo(events: 0)->serve();
        $stack->kill('worker');
        $stack->raise($this->paid('heavy'));
        for ($times = 0; $stack->rows("select 1 from dues where state = 'failed'") === []; $times++) {
            self::assertLessThan(10, $times, 'it comes to an end');
            // A worker that takes it and is gone before anything was handed over.
            $stack->database()->exec("update dues set state = 'working', lease = 'gone', lease_until = '2026-01-01 00:00:00' where state = 'waiting'");
            $stack->artisan('herald:sweep');
        }
        self::assertSame('Deciding was cut short 3 times', $stack->rows('select state_reason from dispatches')[0]['state_reason']);
        $stack->startWorker();
        $stack->raise($this->paid('light'));
        Stack::waitFor(static fn (): bool => $stack->rows("select 1 from dispatches where occasion = 'event:light' and state = 'sent'") !== [], 'the rest');
    }

    /**
     * @param  array<string, string>  $customer
     * @return array<string, mixed>
     */
    private function paid(string $id, array $customer = ['first_name' => 'Aoife', 'email' => 'well@example.org']): array
    {
        return ['id' => $id, 'event' => 'order.changed', 'record' => self::ORDER + ['number' => "T-{$id}", 'status' => 'paid', 'customer' => $customer]];
    }
}
