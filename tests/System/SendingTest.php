<?php

declare(strict_types=1);

namespace Tests\System;

use PHPUnit\Framework\TestCase;
use ZBateson\MailMimeParser\Message;

/** Events through the real queue, worker, SMTP and mailroom, with what mail servers and power cuts do to them. */
final class SendingTest extends TestCase
{
    private const ORDER = ['placed_at' => '2026-11-23T10:00:00Z', 'total' => ['amount' => '10.00', 'currency' => 'EUR']];

    public function test_what_the_mail_server_does_is_told_as_it_was(): void
    {
        $stack = (new Stack)->withDemo(events: 0)->serve();
        foreach (['well@example.org', 'bounce@example.org', 'later@example.org', 'drop@example.org', null] as $n => $address) {
            $stack->raise(['id' => "evt-{$n}", 'event' => 'order.changed', 'record' => self::ORDER + ['number' => "T-{$n}", 'status' => 'paid', 'customer' => ['first_name' => 'Aoife', 'email' => $address, 'language' => 'de']]]);
        }
        $stack->settle();
        $found = array_column($stack->rows("select address, dispatches.state, dispatches.state_reason, dispatches.attempts, message_id from dispatches join dispatch_recipients on dispatch_id = dispatches.id and role = 'to'"), null, 'address');

        self::assertSame(['sent', 1], [$found['well@example.org']['state'], $found['well@example.org']['attempts']]);
        self::assertStringStartsWith('The mail server took it: 250 Ok, kept as letter', $found['well@example.org']['state_reason']);
        self::assertSame(['failed', 'The mail server refused it: 550 5.1.1 Mailbox unknown'], [$found['bounce@example.org']['state'], $found['bounce@example.org']['state_reason']]);
        self::assertSame(['sent', 2], [$found['later@example.org']['state'], $found['later@example.org']['attempts']]);
        self::assertSame(['uncertain', 'The connection broke after the message was handed over, before the mail server answered'], [$found['drop@example.org']['state'], $found['drop@example.org']['state_reason']]);
        self::assertSame('skipped', $found['']['state']);

        $letters = $stack->rows('select * from letters order by id');
        self::assertSame(['["later@example.org"]', '["well@example.org"]'], (static function (array $to): array {
            sort($to);

            return $to;
        })(array_column($letters, 'envelope_to')));
        $letter = array_values(array_filter($letters, static fn (array $one): bool => str_contains($one['envelope_to'], 'well')))[0];
        self::assertSame($found['well@example.org']['message_id'], $letter['message_id']);
        self::assertSame('Zahlung für Bestellung T-0 eingegangen', Message::from($letter['raw'], false)->getHeaderValue('Subject'));
        self::assertSame($stack->rows("select bytes from dispatch_messages join dispatch_recipients using (dispatch_id) where address = 'well@example.org'")[0]['bytes'], $letter['raw'], 'what arrived is to the byte what the dispatch keeps');
    }

    public function test_each_that_a_message_goes_to_has_a_fate_of_its_own(): void
    {
        $stack = (new Stack)->withDemo(events: 0)->serve();
        $file = $stack->directory.'/paid.json';
        file_put_contents($file, json_encode([
            'format' => 'velvet-herald/template', 'version' => 1, 'key' => 'paid', 'name' => 'Paid', 'record_type' => 'order', 'notice' => 'payment-received', 'language' => 'en',
            'envelope' => ['subject' => 'Paid', 'cc' => 'bounce@example.org, later@example.org', 'bcc' => 'unseen@example.org'], 'manuscript' => [['id' => 'a', 'type' => 'text', 'text' => 'Thank you.']],
        ], JSON_THROW_ON_ERROR));
        $stack->artisan('herald:template', $file);
        $stack->raise(['id' => 'copies', 'event' => 'order.changed', 'record' => self::ORDER + ['number' => 'T-5', 'status' => 'paid', 'customer' => ['email' => 'well@example.org']]]);
        $stack->settle();

        self::assertEquals([['well@example.org', 'to', 'sent', 1], ['bounce@example.org', 'cc', 'failed', 1], ['later@example.org', 'cc', 'sent', 2], ['unseen@example.org', 'bcc', 'sent', 1]], array_map(array_values(...), $stack->rows('select address, role, state, attempts from dispatch_recipients order by id')));
        $dispatch = $stack->rows('select * from dispatches')[0];
        self::assertSame('sent', $dispatch['state']);
        self::assertStringContainsString('Copy to bounce@example.org: The mail server refused it: 550', $dispatch['state_reason']);
        $letters = $stack->rows('select * from letters order by id');
        self::assertEqualsCanonicalizing(['["well@example.org"]', '["later@example.org"]', '["unseen@example.org"]'], array_column($letters, 'envelope_to'));
        self::assertSame([$dispatch['message_id']], array_values(array_unique(array_column($letters, 'message_id'))));
        self::assertStringNotContainsString('unseen', $letters[0]['raw']);
    }

    public function test_an_uncertain_dispatch_is_handed_over_again_only_where_its_notice_says_so_with_the_same_message_id(): void
    {
        $stack = (new Stack)->withDemo(events: 0)->serve();
        $stack->raise(['id' => 'refund', 'event' => 'order.changed', 'record' => self::ORDER + ['number' => 'T-9', 'status' => 'refunded', 'customer' => ['email' => 'drop@example.org']]]);
        Stack::waitFor(static fn (): bool => $stack->rows("select 1 from dispatches where state = 'uncertain' and resends = 2") !== [], 'two more attempts');

        $dispatch = $stack->rows('select * from dispatches')[0];
        self::assertSame([3, 2], [$dispatch['attempts'], $dispatch['resends']], 'then it waits for a person');
        self::assertSame([], $stack->rows('select id from letters'));
    }

    public function test_a_mail_server_that_is_away_is_waited_for(): void
    {
        $stack = (new Stack)->withDemo(events: 0)->serve();
        $stack->kill('mailroom');
        $stack->raise(['id' => 'evt', 'event' => 'order.changed', 'record' => self::ORDER + ['number' => 'T-1', 'status' => 'paid', 'customer' => ['email' => 'well@example.org']]]);
        Stack::waitFor(static fn (): bool => $stack->rows("select 1 from dispatches where attempts > 0 and state = 'queued'") !== [], 'the first attempt');
        self::assertStringContainsString('could not be reached', $stack->rows('select state_reason from dispatches')[0]['state_reason']);
        $stack->startMailroom();
        $stack->settle();

        self::assertSame('sent', $stack->rows('select state from dispatches')[0]['state']);
        self::assertCount(1, $stack->rows('select id from letters'));
        Stack::tell('mail server away for a while: 1 event, 1 letter, 0 lost, 0 doubled');
    }

    public function test_events_that_come_at_once_wait_their_turn(): void
    {
        $stack = (new Stack)->withDemo(events: 0)->serve();
        $order = static fn (string $status, int $n): array => self::ORDER + ['number' => 'T-5', 'status' => $status, 'note' => "change {$n}", 'customer' => ['email' => 'well@example.org']];
        $stack->raise(['id' => 'first', 'event' => 'order.changed', 'record' => $order('pending', 0)]);
        $answers = $stack->raiseAtOnce([
            ...array_fill(0, 10, ['id' => 'same', 'event' => 'order.changed', 'record' => $order('paid', 1)]),
            ...array_map(static fn (int $n): array => ['id' => "evt-{$n}", 'event' => 'order.changed', 'record' => $order('paid', $n)], range(2, 15)),
        ]);

        self::assertCount(24, array_filter($answers, static fn (array $answer): bool => isset($answer['notices'])), 'every one is answered: '.json_encode($answers));
        self::assertCount(1, array_filter(array_slice($answers, 0, 10), static fn (array $answer): bool => ! $answer['repeated']), 'one of the same is taken');
        $stack->settle();
        self::assertSame(1, (int) $stack->rows("select count(*) as n from dispatches join notices on notices.id = notice_id where notices.key = 'payment-received'")[0]['n'], 'the status became paid once, whoever came first');
        self::assertSame(16, (int) $stack->rows('select count(*) as n from events')[0]['n']);
    }

    public function test_power_cuts_lose_nothing_and_double_nothing_silently(): void
    {
        $stack = (new Stack(['HERALD_LEASE' => '2', 'QUEUE_RETRY_AFTER' => '2', 'HERALD_RETRIES' => '0,0,1,1,1,1,1,1,1,1']))->withDemo(events: 110);
        $all = (int) $stack->rows('select count(*) as n from dues where anchor is null')[0]['n'];
        self::assertGreaterThan(200, $all);
        $stack->startMailroom();
        foreach (['worker', 'mailroom', 'worker', 'worker', 'mailroom', 'worker'] as $n => $victim) {
            $stack->startWorker();
            $sent = $this->dispatchesThat($stack, 'sent');
            Stack::waitFor(fn (): bool => $this->dispatchesThat($stack, 'sent') > $sent + 7 + 3 * $n, 'the worker to get going', 30);
            $stack->kill($victim);
            $stack->kill('worker');
            if ($victim === 'mailroom') {
                $stack->startMailroom();
            }
        }
        $stack->startWorker();
        $stack->settle(sweep: true);
        $dispatches = $stack->rows('select id, (select address from dispatch_recipients where dispatch_id = dispatches.id) as recipient, state, message_id, (select count(*) from letters where letters.message_id = dispatches.message_id) as letters from dispatches');

        self::assertCount($all, $dispatches, 'nothing is lost');
        foreach ($dispatches as $dispatch) {
            $place = json_encode($dispatch);
            match ($dispatch['state']) {
                'sent' => self::assertSame(1, $dispatch['letters'], "sent is sent, once: {$place}"),
                'uncertain' => self::assertContains($dispatch['letters'], [0, 1], "uncertain is told, not doubled: {$place}"),
                'failed' => self::assertSame('bounce@example.org', $dispatch['recipient'], $place),
                default => self::assertSame(['skipped', null], [$dispatch['state'], $dispatch['recipient']], $place),
            };
        }
        $ends = array_count_values(array_column($dispatches, 'state'));
        self::assertGreaterThan($all - 20, $ends['sent']);
        Stack::tell(sprintf('6 kills of worker and mailroom: %d dues, %d sent, %d uncertain, %d refused, %d without an address, 0 lost, 0 doubled', $all, $ends['sent'], $ends['uncertain'] ?? 0, $ends['failed'] ?? 0, $ends['skipped'] ?? 0));
    }

    private function dispatchesThat(Stack $stack, string $state): int
    {
        return (int) $stack->rows("select count(*) as n from dispatches where state = '{$state}'")[0]['n'];
    }
}
