<?php

declare(strict_types=1);

namespace App\Sending;

use App\Http\StorageTrouble;
use App\Jobs\SendDispatch;
use App\Mail\Handover;
use App\Mail\HandoverOutcome;
use App\Mail\HandoverResult;
use App\Mail\LeaseLost;
use App\Models\Dispatch;
use App\Models\DispatchRecipient;
use App\Models\DispatchState;
use App\Secrets\SealBroken;
use Herald\Message\UnsendableMessage;
use Herald\Notice\WhenUncertain;
use Herald\Record\Recipient;
use Herald\Render\Unfillable;
use Herald\Value\Clean;
use Illuminate\Support\Facades\DB;

/**
 * Makes the message of a dispatch that is in hand, where that was not done before, and hands it to the mail server, for each recipient by itself. Whatever becomes of that is
 * written down for each, and for the whole with the last of them.
 */
final readonly class Deliver
{
    public function __construct(private Compose $compose)
    {
    }

    /**
     * @param  Dispatch  $dispatch  with source, notice and edition, its lease ours
     *
     * @throws \Throwable when nothing can be written down; the lease runs out then, and the dispatch is looked after
     */
    public function __invoke(Dispatch $dispatch): void
    {
        try {
            if ($dispatch->message === null && ! $this->compose($dispatch)) {
                return;
            }
        } catch (UnsendableMessage|Unfillable|SealBroken $e) {
            // It would be the same another time.
            $this->failed($dispatch, $e->getMessage());

            return;
        } catch (\Throwable $e) {
            if (StorageTrouble::isBehind($e)) {
                $this->waitForRoom($dispatch);

                return;
            }
            $reason = self::told($e);
            self::pause($dispatch, 'herald.tries') === null
                ? $this->failed($dispatch, 'Given up after '.($dispatch->attempts + 1)." attempts. {$reason}")
                : $this->later($dispatch, $reason, 'herald.tries');

            return;
        }
        $waiting = $dispatch->loadMissing('recipients')->recipients->where('state', DispatchState::Queued)->values();
        foreach ($waiting as $place => $recipient) {
            // A slow mail server, and many copies: nobody else is to take it meanwhile.
            if ($place > 0 && ! $dispatch->renewLease(config()->integer('herald.lease'))) {
                return;
            }
            try {
                [$result, $pauses] = [$this->handOver($dispatch, $recipient), 'herald.retries'];
            } catch (LeaseLost) {
                return;
            } catch (\Throwable $e) {
                $reason = self::told($e);
                [$result, $pauses] = [new HandoverResult($recipient->handed_at === null ? HandoverOutcome::Unreachable : HandoverOutcome::Uncertain, $reason), 'herald.tries'];
            }
            if (! $this->note($dispatch, $recipient, $result, $pauses, $place === $waiting->count() - 1)) {
                return;
            }
        }
    }

    private function compose(Dispatch $dispatch): bool
    {
        $composed = ($this->compose)($dispatch, new Recipient($dispatch->to?->address, $dispatch->to?->name, $dispatch->language));

        return DB::transaction(static function () use ($dispatch, $composed): bool {
            $ours = $dispatch->changeUnderLease($composed->columns($dispatch));
            if ($ours) {
                Compose::keep($dispatch, $composed);
                $dispatch->keepWords();
            }

            return $ours;
        });
    }

    private function handOver(Dispatch $dispatch, DispatchRecipient $recipient): HandoverResult
    {
        return Handover::of(
            (string) $dispatch->trueBytes(),
            (string) $dispatch->message?->sender,
            [(string) $recipient->address],
            static function () use ($dispatch, $recipient): void {
                if (! $dispatch->changeRecipient($recipient, ['handed_at' => now()])) {
                    throw new LeaseLost('Another worker has taken it over');
                }
            },
        );
    }

    /**
     * Writes down what came of a recipient, and with the last one what becomes of the whole.
     *
     * @param  string  $pauses  the setting with the pauses before it is tried again
     * @return bool whether the lease was still ours
     */
    private function note(Dispatch $dispatch, DispatchRecipient $recipient, HandoverResult $result, string $pauses, bool $last): bool
    {
        $attempts = $dispatch->attempts + 1;
        $pause = self::pause($dispatch, $pauses);
        $changes = match ($result->outcome) {
            HandoverOutcome::Accepted => ['state' => DispatchState::Sent, 'state_reason' => $result->words, 'sent_at' => now()],
            HandoverOutcome::Refused => ['state' => DispatchState::Failed, 'state_reason' => $result->words],
            HandoverOutcome::Uncertain => ['state' => DispatchState::Uncertain, 'state_reason' => $result->words],
            HandoverOutcome::Deferred, HandoverOutcome::Unreachable => $pause === null
                ? ['state' => DispatchState::Failed, 'state_reason' => "Given up after {$attempts} attempts. {$result->words}"]
                : ['state' => DispatchState::Queued, 'state_reason' => "{$result->words}. Attempt {$attempts}; the next is due", 'handed_at' => null],
        };
        $noted = DB::transaction(static fn (): bool => $dispatch->changeRecipient($recipient, [...$changes, 'attempts' => $recipient->attempts + 1]) && (! $last || self::conclude($dispatch, $attempts, $pause)));
        if ($noted && $last && $dispatch->state === DispatchState::Queued) {
            (new SendDispatch($dispatch->id))->enqueue($dispatch->cut_short, $dispatch->due_at);
        }
        if ($noted && $last && $dispatch->state === DispatchState::Uncertain && $dispatch->notice->whenUncertain() === WhenUncertain::Resend) {
            Recovery::resend($dispatch);
        }

        return $noted;
    }

    private static function conclude(Dispatch $dispatch, int $attempts, ?int $pause): bool
    {
        $conclusion = $dispatch->conclusion();

        return $dispatch->changeUnderLease([...$conclusion, 'attempts' => $attempts, 'lease_until' => null, ...($conclusion['state'] === DispatchState::Queued ? ['due_at' => now()->addSeconds($pause ?? 0)] : [])]);
    }

    /** Nobody gets it who has not got it already: it would be too late. */
    public function leave(Dispatch $dispatch, string $reason): void
    {
        DB::transaction(static function () use ($dispatch, $reason): void {
            foreach ($dispatch->loadMissing('recipients')->recipients->where('state', DispatchState::Queued) as $recipient) {
                if (! $dispatch->changeRecipient($recipient, ['state' => DispatchState::Skipped, 'state_reason' => $reason])) {
                    return;
                }
            }
            self::conclude($dispatch, $dispatch->attempts, null);
        });
    }

    /** Nobody gets it. */
    private function failed(Dispatch $dispatch, string $reason): void
    {
        DB::transaction(static function () use ($dispatch, $reason): void {
            if ($dispatch->changeUnderLease(['state' => DispatchState::Failed, 'state_reason' => $reason, 'attempts' => $dispatch->attempts + 1, 'lease_until' => null])) {
                $dispatch->recipients()->where('state', DispatchState::Queued)->update(['state' => DispatchState::Failed, 'state_reason' => $reason]);
            }
        });
    }

    private function later(Dispatch $dispatch, string $reason, string $pauses): void
    {
        $attempts = $dispatch->attempts + 1;
        $due = now()->addSeconds(self::pause($dispatch, $pauses) ?? 0);
        if ($dispatch->changeUnderLease(['state' => DispatchState::Queued, 'state_reason' => "{$reason}. Attempt {$attempts}; the next is due", 'attempts' => $attempts, 'due_at' => $due, 'lease_until' => null])) {
            (new SendDispatch($dispatch->id))->enqueue($dispatch->cut_short, $due);
        }
    }

    /** No fault of this message. Where not even that can be written down, the lease runs out, and the dispatch is looked after then. */
    private function waitForRoom(Dispatch $dispatch): void
    {
        $due = now()->addSeconds(StorageTrouble::RETRY_AFTER);
        if ($dispatch->changeUnderLease(['state' => DispatchState::Queued, 'state_reason' => 'Nothing could be written', 'due_at' => $due, 'lease_until' => null])) {
            (new SendDispatch($dispatch->id))->enqueue($dispatch->cut_short, $due);
        }
    }

    /** In seconds; null when it was tried often enough. */
    private static function pause(Dispatch $dispatch, string $pauses): ?int
    {
        $pause = config()->array($pauses)[$dispatch->attempts] ?? null;

        return is_int($pause) ? $pause : null;
    }

    /** What was thrown, in words; thrown on when nothing can be written down. */
    private static function told(\Throwable $e): string
    {
        if (StorageTrouble::isBehind($e)) {
            throw $e;
        }
        report($e);

        return 'It could not be made: '.Clean::line(mb_strimwidth($e->getMessage(), 0, 500, '…'));
    }
}
