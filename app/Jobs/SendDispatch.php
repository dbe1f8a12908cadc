<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Mail\Handover;
use App\Mail\HandoverOutcome;
use App\Mail\HandoverResult;
use App\Mail\LeaseLost;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Sending\Recovery;
use Herald\Message\MimeMessage;
use Herald\Message\Recipient;
use Herald\Message\UnsendableMessage;
use Herald\Notice\WhenUncertain;
use Herald\Render\Renderer;
use Herald\Render\Scope;
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
        if ($dispatch === null) {
            return;
        }
        $dispatch->notice->setRelation('source', $dispatch->source);
        Recovery::of($dispatch);
        if (! $dispatch->takeLease(config()->integer('herald.lease'))) {
            return;
        }
        try {
            if ($dispatch->bytes === null && ! $dispatch->changeUnderLease($this->compose($dispatch, $renderer))) {
                return;
            }
            $result = Handover::of(
                (string) $dispatch->bytes,
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
        } catch (UnsendableMessage $e) {
            $dispatch->changeUnderLease(['state' => DispatchState::Failed, 'state_reason' => $e->getMessage(), 'lease_until' => null]);

            return;
        }
        $this->settle($dispatch, $result);
    }

    /**
     * @return array<string, mixed>
     */
    private function compose(Dispatch $dispatch, Renderer $renderer): array
    {
        $source = $dispatch->source->manifest()->source;
        $filled = $renderer->fill($dispatch->edition->message(), Scope::kept($dispatch->data, $source));
        $recipient = new Recipient($dispatch->recipient, $dispatch->recipient_name, $dispatch->language);
        $message = MimeMessage::compose($filled, $recipient, $dispatch->id, now()->toDateTimeImmutable());

        return ['subject' => $filled->subject, 'sender' => $message->sender, 'message_id' => $message->messageId, 'bytes' => $message->bytes, 'copies' => implode(',', $message->copies)];
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
            HandoverOutcome::Deferred, HandoverOutcome::Unreachable => $this->later($dispatch, $result, $attempts),
            HandoverOutcome::Uncertain => $this->uncertain($dispatch, $result, $attempts),
        };
    }

    private function later(Dispatch $dispatch, HandoverResult $result, int $attempts): void
    {
        /** @var list<int> $pauses */
        $pauses = config()->array('herald.retries');
        $pause = $pauses[$attempts - 1] ?? null;
        if ($pause === null) {
            $dispatch->changeUnderLease([
                'state' => DispatchState::Failed, 'state_reason' => "Given up after {$attempts} attempts. {$result->words}", 'attempts' => $attempts, 'lease_until' => null,
            ]);

            return;
        }
        $due = now()->addSeconds($pause);
        $dispatch->changeUnderLease([
            'state' => DispatchState::Queued, 'state_reason' => "{$result->words}. Attempt {$attempts}; the next is due", 'attempts' => $attempts,
            'due_at' => $due, 'lease_until' => null, 'handed_at' => null,
        ]);
        self::dispatch($dispatch->id)->delay($due);
    }

    private function uncertain(Dispatch $dispatch, HandoverResult $result, int $attempts): void
    {
        $ours = $dispatch->changeUnderLease(['state' => DispatchState::Uncertain, 'state_reason' => $result->words, 'attempts' => $attempts, 'lease_until' => null]);
        if ($ours && $dispatch->notice->declaration()->whenUncertain === WhenUncertain::Resend) {
            Recovery::resend($dispatch);
        }
    }
}
