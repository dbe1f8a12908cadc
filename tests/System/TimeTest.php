<?php

declare(strict_types=1);

namespace Tests\System;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Messages that go by a date, while processes are killed. */
final class TimeTest extends TestCase
{
    private const MANY = 200;

    public function test_two_schedulers_and_four_workers_killed_at_random_lose_no_due_and_double_none(): void
    {
        $stack = (new Stack(['HERALD_LEASE' => '3', 'QUEUE_RETRY_AFTER' => '3', 'HERALD_RETRIES' => '0,0,1,1,1,1,1,1,1,1']))->withDemo(events: 0);
        $file = "{$stack->directory}/bookings.jsonl";
        file_put_contents($file, implode("\n", array_map(self::booking(...), range(1, self::MANY))));
        $stack->artisan('herald:records', $file);
        $stack->startMailroom();
        $processes = [...array_fill_keys(['scheduler 1', 'scheduler 2'], $stack->startScheduler(...)), ...array_fill_keys(['worker 1', 'worker 2', 'worker 3', 'worker 4'], $stack->startSecondWorker(...))];
        foreach ($processes as $name => $start) {
            $start($name);
        }
        $stack->artisan('herald:clock', '2026-11-24T19:00:00Z');

        $random = new Randomizer(new Mt19937(15));
        $over = static fn (): int => (int) $stack->rows("select count(*) as n from dispatches where state = 'sent'")[0]['n'];
        for ($kills = 0; $kills < 12; $kills++) {
            $sent = $over();
            Stack::waitFor(static fn (): bool => $over() > $sent + 3, 'the workers to get going', 60);
            $victim = array_keys($processes)[$random->getInt(0, 5)];
            $stack->kill($victim);
            $processes[$victim]($victim);
        }
        Stack::waitFor(static fn (): bool => $stack->unfinished() === [] && $over() > self::MANY / 2, 'all to come to an end', 120);

        $dues = $stack->rows("select dues.state as due, dispatches.state, dispatches.message_id, (select count(*) from letters where letters.message_id = dispatches.message_id) as letters, (select count(*) from dispatches as other where other.occasion = dispatches.occasion and other.record_id = dispatches.record_id) as dispatches
            from dues join records on records.id = dues.record_id join notices on notices.id = dues.notice_id left join dispatches on dispatches.due_id = dues.id where records.key like 'DN-8%' and notices.key = 'reminder'");
        self::assertCount(self::MANY, $dues);
        foreach ($dues as $due) {
            $place = json_encode($due, JSON_THROW_ON_ERROR);
            self::assertSame(['dispatched', 1], [$due['due'], $due['dispatches']], $place);
            $due['state'] === 'sent' ? self::assertSame(1, $due['letters'], $place) : self::assertSame(['uncertain', true], [$due['state'], in_array($due['letters'], [0, 1], true)], $place);
        }
        $uncertain = count(array_filter($dues, static fn (array $due): bool => $due['state'] === 'uncertain'));
        Stack::tell(sprintf('two schedulers, four workers, %d kills: %d dues, %d sent, %d uncertain, 0 lost, 0 doubled', $kills, self::MANY, self::MANY - $uncertain, $uncertain));
    }

    private static function booking(int $n): string
    {
        $starts = (new \DateTimeImmutable('2026-11-25T12:30:00Z'))->modify("+{$n} minutes");

        return json_encode(['type' => 'booking', 'data' => [
            'reference' => "DN-8{$n}", 'programme' => 'The winter sky', 'starts_at' => $starts->format('Y-m-d\TH:i:s\Z'), 'ends_at' => null, 'status' => 'confirmed',
            'visitor' => ['first_name' => 'Bram', 'email' => "bram{$n}@example.org", 'language' => 'en'],
        ]], JSON_THROW_ON_ERROR);
    }
}
