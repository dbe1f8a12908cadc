<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Http\StorageTrouble;
use App\Mail\Handover;
use App\Mail\HandoverOutcome;
use App\Mail\HandoverResult;
use App\Mail\LeaseLost;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Secrets\Seal;
use App\Secrets\SealBroken;
use App\Sending\Recovery;
use Herald\Message\MimeMessage;
use Herald\Message\Recipient;
use Herald\Message\UnsendableMessage;
use Herald\Notice\WhenUncertain;
use Herald\Render\Renderer;
use Herald\Render\Scope;
use Herald\Render\TooLarge;
use Herald\Value\Clean;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/**
 * Sends one dispatch. Safe to run any number of times: only who holds the dispatch's lease sends. A dispatch has one job waiting at a time, however
 * often it is looked after while the queue is long.
 */
final class SendDispatch implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Queueable;

    /** Attempts are counted on the dispatch, not on the job. */
    public int $tries = 0;

    /** Seconds after which a job that was lost may be replaced. */
    public int $uniqueFor = 600;

    public function __construct(public readonly string $dispatchId)
    {
    }

    public function uniqueId(): string
    {
        return $this->dispatchId;
    }

    public function handle(Renderer $renderer): void
    {
        $dispatch = Dispatch::query()->with(['source', 'notice', 'edition'])->find($this->dispatchId);
        if ($dispatch?->edition === null) {
            // It is gone, or waits for being decided upon.
            return;
        }
        $dispatch->notice->setRelation('source', $dispatch->source);
        Recovery::of($dispatch);
        if (! $dispatch->takeLease(config()->integer('herald.lease'))) {
            return;
        }
        try {
            if ($dispatch->trueBytes() === null && ! $dispatch->changeUnderLease($this->compose($dispatch, $renderer))) {
                return;
            }
            $result = Handover::of(
                (string) $dispatch->trueBytes(),
                (string) $dispatch->sender,
                $dispatch->recipients(),
                static function () use ($dispatch): void {
                    if (! $dispatch->changeUnderLease(['handed_at' => now()])) {
                        throw new LeaseLost('Another worker has taken it over');
                    }
                },
            );
        } catch (LeaseLost) {
            return;
        } catch (UnsendableMessage|TooLarge|SealBroken $e) {
            // It would be the same another time.
            $dispatch->changeUnderLease(['state' => DispatchState::Failed, 'state_reason' => $e->getMessage(), 'attempts' => $dispatch->attempts + 1, 'lease_until' => null]);

            return;
        } catch (\Throwable $e) {
            $this->stumbled($dispatch, $e);

            return;
        }
        $this->settle($dispatch, $result);
    }

    /** Whatever else is thrown counts as an attempt, and ends after the last with its reason. */
    private function stumbled(Dispatch $dispatch, \Throwable $e): void
    {
        if (StorageTrouble::isBehind($e)) {
            // Nothing can be written down now. The lease runs out, and the dispatch is looked after then.
            throw $e;
        }
        report($e);
        $attempts = $dispatch->attempts + 1;
        $reason = 'It could not be made: '.Clean::line(mb_strimwidth($e->getMessage(), 0, 500, '…'));
        $dispatch->handed_at === null
            ? $this->later($dispatch, $reason, $attempts, config()->array('herald.tries'))
            : $this->uncertain($dispatch, new HandoverResult(HandoverOutcome::Uncertain, $reason), $attempts);
    }

    /**
     * @return array<string, mixed>
     */
    private function compose(Dispatch $dispatch, Renderer $renderer): array
    {
        $source = $dispatch->source->manifest()->source;
        $recipient = new Recipient($dispatch->recipient, $dispatch->recipient_name, $dispatch->language);
        $edition = $dispatch->edition?->message() ?? throw new \LogicException('It has not been decided who answers');
        $now = now()->toDateTimeImmutable();
        $filled = $renderer->fill($edition, Scope::kept($dispatch->data, $source));
        $message = MimeMessage::compose($filled, $recipient, $dispatch->id, $now);
        $sealed = null;
        if ($dispatch->secret) {
            // Filled a second time with what is secret; what is kept is the copy from above, in which that is masked.
            $open = Seal::open($dispatch->notice->declaration()->vocabulary->roots(), $dispatch->data);
            $sealed = MimeMessage::compose($renderer->fill($edition, Scope::kept($open, $source)), $recipient, $dispatch->id, $now)->bytes;
        }

        return [
            'subject' => $filled->subject, 'sender' => $message->sender, 'message_id' => $message->messageId, 'bytes' => $message->bytes, 'sealed_bytes' => $sealed,
            'copies' => implode(',', $message->copies),
        ];
    }

    private function settle(Dispatch $dispatch, HandoverResult $result): void
    {
        $attempts = $dispatch->attempts + 1;
        match ($result->outcome) {
            HandoverOutcome::Accepted => $dispatch->changeUnderLease([
                'state' => DispatchState::Sent, 'state_reason' => $result->words, 'sent_at' => now(), 'attempts' => $attempts, 'lease_until' => null,
            ]),
            HandoverOutcome::Refused => $dispatch->changeUnderLease([
                'state' => DispatchState::Failed, 'state_reason' => $result->words, 'attempts' => $attempts, 'lease_until' => null,
            ]),
            HandoverOutcome::Deferred, HandoverOutcome::Unreachable => $this->later($dispatch, $result->words, $attempts, config()->array('herald.retries')),
            HandoverOutcome::Uncertain => $this->uncertain($dispatch, $result, $attempts),
        };
    }

    /**
     * @param  array<array-key, mixed>  $pauses  in seconds
     */
    private function later(Dispatch $dispatch, string $words, int $attempts, array $pauses): void
    {
        $pause = $pauses[$attempts - 1] ?? null;
        if (! is_int($pause)) {
            $dispatch->changeUnderLease([
                'state' => DispatchState::Failed, 'state_reason' => "Given up after {$attempts} attempts. {$words}", 'attempts' => $attempts, 'lease_until' => null,
            ]);

            return;
        }
        $due = now()->addSeconds($pause);
        $dispatch->changeUnderLease([
            'state' => DispatchState::Queued, 'state_reason' => "{$words}. Attempt {$attempts}; the next is due", 'attempts' => $attempts,
            'due_at' => $due, 'lease_until' => null, 'handed_at' => null,
        ]);
        self::dispatch($dispatch->id)->delay($due);
    }

    private function uncertain(Dispatch $dispatch, HandoverResult $result, int $attempts): void
    {
        $ours = $dispatch->changeUnderLease(['state' => DispatchState::Uncertain, 'state_reason' => $result->words, 'attempts' => $attempts, 'lease_until' => null]);
        if ($ours && $dispatch->notice->whenUncertain() === WhenUncertain::Resend) {
            Recovery::resend($dispatch);
        }
    }
}
