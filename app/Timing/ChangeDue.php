<?php

declare(strict_types=1);

namespace App\Timing;

use App\Audit\Audit;
use App\Jobs\WorkDue;
use App\Models\Due;
use App\Models\DueState;
use App\Models\User;
use Carbon\CarbonImmutable;
use Herald\Document\InvalidDocument;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** What a person does to a message that is to come. Who it was and why stays with it. */
final readonly class ChangeDue
{
    public function __construct(private Due $due, private User $person, private string $why)
    {
    }

    /**
     * It does not come, also when its record changes.
     *
     * @throws ConflictHttpException when it is not to come any more
     */
    public function takeOut(): void
    {
        $this->change('taken out', ['state' => DueState::TakenOut, 'state_reason' => "taken out by {$this->person->name}: {$this->why}"]);
    }

    /**
     * It comes as its record asks for, if that is still to come.
     *
     * @throws ConflictHttpException when nobody had taken it out
     */
    public function putBack(): void
    {
        DB::transaction(function (): void {
            $this->change('put back', ['state' => DueState::Withdrawn, 'state_reason' => "put back by {$this->person->name}: {$this->why}"], DueState::TakenOut);
            $declared = $this->due->source->manifest()->notices[$this->due->notice->key] ?? null;
            if ($declared !== null && PlanDues::goesByDate($declared)) {
                (new PlanDues($this->due->source, baseline: true))->plan($this->due->notice_id, $declared, $this->due->record, $this->due->source->manifest()->recordTypes[$declared->recordType]);
            }
        });
        if ($this->due->refresh()->state === DueState::Withdrawn) {
            $this->due->move(['state_reason' => 'put back, but it would be too late now, or is not true any more'], DueState::Withdrawn);
        }
    }

    /**
     * It comes at another time.
     *
     * @throws InvalidDocument when that is after the date that it goes before
     * @throws ConflictHttpException when it is not to come any more
     */
    public function putOff(CarbonImmutable $until): void
    {
        $late = Lateness::ofDue($this->due, $until);
        if ($late !== null) {
            throw InvalidDocument::because('coming', 'until', $late.'.');
        }
        $shown = $until->setTimezone($this->due->zone ?? 'UTC')->format('Y-m-d H:i');
        $this->change('put off', ['due_at' => $until, 'local_time' => $shown, ...$this->byHand($until, "put off from {$this->due->local_time}")]);
    }

    /**
     * It comes now.
     *
     * @throws ConflictHttpException when it is not to come any more, or too late
     */
    public function sendNow(): void
    {
        $late = Lateness::ofDue($this->due);
        if ($late !== null) {
            throw new ConflictHttpException($late.'.');
        }
        DB::transaction(function (): void {
            $now = Clock::now();
            $this->change('sent now', ['due_at' => $now, 'try_at' => now(), ...$this->byHand($now, 'sent now')]);
            WorkDue::dispatch($this->due->id);
        });
    }

    /**
     * When a person says when, that stands: it may go for a day from then.
     *
     * @return array<string, mixed>
     */
    private function byHand(CarbonImmutable $at, string $what): array
    {
        $day = $at->addDay();
        $expires = $this->due->expires_at;

        return ['by_hand' => true, 'user_id' => $this->person->id, 'expires_at' => $expires === null || $expires < $day ? $day : $expires, 'reason' => "{$this->due->reason}; {$what} by {$this->person->name}: {$this->why}"];
    }

    /**
     * @param  array<string, mixed>  $changes
     */
    private function change(string $what, array $changes, DueState $from = DueState::Waiting): void
    {
        $before = $this->due->local_time;
        if (! $this->due->move($changes, $from)) {
            throw new ConflictHttpException('It is not to come any more: it went, was taken out, or its record has changed.');
        }
        $this->due->refresh();
        Audit::note($this->person, 'due', "{$this->due->notice->setRelation('source', $this->due->source)->called()} for {$this->due->record->key}, due {$before}: {$what}. {$this->why}", $this->due->record, $this->due->source);
    }
}
