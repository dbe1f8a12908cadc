<?php

declare(strict_types=1);

namespace App\Claims;

use App\Deciding\AskedClaim;
use App\Deciding\Decide;
use App\Deciding\Matter;
use App\Deciding\Ruling;
use App\Deciding\Silence;
use App\Deciding\WhoAnswers;
use App\Models\Notice;
use App\Models\Record;
use App\Timing\Clock;
use Herald\Claim\Judgement;
use Herald\Claim\Reasoning;
use Herald\Claim\Standing;
use Herald\Document\InvalidDocument;
use Herald\Value\Moment;

/** What can be said of an order of claims before it is in force: how each line reads, which can never answer and why, and where that cannot be proven, how many records each would have answered. */
final readonly class Outlook
{
    /** Records of so many days are counted, */
    private const DAYS = 90;

    /** and the newest so many of them. */
    private const MOST = 500;

    private function __construct(private Notice $notice, private WhoAnswers $order)
    {
    }

    /**
     * @return array<string, mixed> in the shape that docs/openapi.yaml describes as OrderOutlook
     */
    public static function of(Notice $notice, WhoAnswers $order): array
    {
        return (new self($notice, $order))->all();
    }

    /**
     * @return array<string, mixed>
     */
    private function all(): array
    {
        $counting = array_values(array_filter($this->order->claims, static fn (AskedClaim $claim): bool => $claim->counts()));
        [$judgements, $rest] = Reasoning::of(array_map(static fn (AskedClaim $claim) => $claim->whole(), $counting));
        $isUndecided = $rest === Standing::Undecided || array_filter($judgements, static fn (Judgement $one): bool => $one->standing === Standing::Undecided) !== [];
        [$answered, $left, $of] = $isUndecided ? $this->counted() : [[], null, null];
        $places = array_map(static fn (AskedClaim $claim): int => $claim->place, $counting);
        $byPlace = array_combine($places, $judgements);
        $now = Clock::now()->toDateTimeImmutable();

        return [
            'lines' => array_map(static function (AskedClaim $claim) use ($byPlace, $places, $answered, $isUndecided, $now): array {
                $judgement = $byPlace[$claim->place] ?? null;
                $stands = $claim->stands($now);

                return [
                    'place' => $claim->place, 'template' => $claim->template->key, 'name' => $claim->template->name, 'version' => $claim->version()?->number, 'published_at' => $claim->version()?->published_at?->toIso8601ZuluString(),
                    'sentence' => $claim->claim?->sentence() ?? '', 'fault' => $claim->fault, 'on' => $claim->claim === null || $claim->claim->on,
                    'collection' => $claim->collection === null ? null : ['key' => $claim->collection->key, 'name' => $claim->collection->name],
                    'stands' => $stands->holds, 'why_not' => $stands->holds ? null : $stands->reason,
                    'standing' => $judgement === null ? null : self::standing($judgement->standing),
                    'shadowed_by' => array_map(static fn (int $index): int => $places[$index], $judgement->shadowedBy ?? []),
                    'answered' => $isUndecided && $judgement !== null ? $answered[$claim->place] ?? 0 : null,
                ];
            }, $this->order->claims),
            'otherwise' => ['standing' => self::standing($rest), 'answered' => $left],
            'counted' => $of,
        ];
    }

    /**
     * How many of the records of late each would have answered.
     *
     * @return array{array<int, int>, int, int} by the place of the claim; by what stands beneath them; of how many records
     */
    private function counted(): array
    {
        $declared = $this->notice->declaration();
        $type = $this->notice->source->manifest()->recordTypes[$declared->recordType];
        $answered = [];
        $left = $of = 0;
        $records = $this->notice->source->records()->where('type', $type->key)->where('updated_at', '>=', Clock::now()->subDays(self::DAYS))->latest('updated_at')->latest('id')->limit(self::MOST)->get();
        foreach ($records as $record) {
            try {
                $ruling = $this->order->about(Matter::ofRecord($declared, $type, $record->setRelation('source', $this->notice->source)));
            } catch (InvalidDocument) {
                continue;
            }
            $of++;
            $place = $ruling->answers?->place;
            $place === null ? $left++ : $answered[$place] = ($answered[$place] ?? 0) + 1;
        }

        return [$answered, $left, $of];
    }

    /**
     * How many of the messages of late another order would have answered otherwise. Nothing is filled: what counts is which template is used, or what in place of one.
     *
     * @return array{of: int, number: int, more: bool, days: int} `more`: whether there are more of these days than were looked at
     */
    public static function differing(Notice $notice, WhoAnswers $now, WhoAnswers $then): array
    {
        $declared = $notice->declaration();
        $type = $notice->source->manifest()->recordTypes[$declared->recordType];
        $sent = $notice->dispatches()->whereNotNull('due_id')->whereNotNull('edition_id')->where('created_at', '>=', now()->subDays(self::DAYS))->latest('id')->limit(self::MOST + 1)->with(['due.event', 'due.record'])->get();
        $of = $number = 0;
        foreach ($sent->take(self::MOST) as $dispatch) {
            try {
                $matter = Matter::ofDue($dispatch->due?->setRelation('source', $notice->source) ?? throw new \LogicException('It has a due'), $declared, $type, Moment::of($dispatch->data['now'] ?? null) ?? $dispatch->created_at->toDateTimeImmutable());
                [$before, $after] = [self::used($now->about($matter)), self::used($then->about($matter))];
            } catch (InvalidDocument) {
                continue;
            }
            $of++;
            $number += $before === $after ? 0 : 1;
        }

        return ['of' => $of, 'number' => $number, 'more' => $sent->count() > self::MOST, 'days' => self::DAYS];
    }

    private static function used(Ruling $ruling): string
    {
        return $ruling->answers === null ? $ruling->otherwise->value : "template {$ruling->answers->template->id}";
    }

    /**
     * What answers for one record and why, as it stands.
     *
     * @return array<string, mixed> in the shape that docs/openapi.yaml describes as Why
     */
    public static function why(Notice $notice, Record $record, ?WhoAnswers $order = null): array
    {
        $declared = $notice->declaration();
        $matter = Matter::ofRecord($declared, $notice->source->manifest()->recordTypes[$declared->recordType], $record->setRelation('source', $notice->source));
        $ruling = ($order ?? WhoAnswers::to($notice))->about($matter);
        $asked = array_map(static fn (array $line): array => ['place' => $line[0]->place, 'template' => $line[0]->template->key, 'name' => $line[0]->template->name, 'version' => $line[0]->version()?->number, 'holds' => $line[1]->holds, 'why' => $line[1]->reason], $ruling->asked);
        [$language, $because, $trouble] = self::words($notice, $matter, $ruling);

        return [
            'notice' => $notice->key, 'record' => $record->key, 'asked' => $asked,
            'answers' => $ruling->answers === null ? $ruling->otherwise->value : 'template',
            'template' => $ruling->answers === null ? null : ['key' => $ruling->answers->template->key, 'name' => $ruling->answers->template->name, 'version' => $ruling->answers->version()?->number],
            'language' => $language, 'language_reason' => $because,
            'recipient' => ['address' => $matter->recipient->address, 'name' => $matter->recipient->name, 'from' => $declared->recipient->inWords()],
            'trouble' => $trouble,
        ];
    }

    /**
     * What goes out.
     *
     * @return array{string|null, string|null, string|null} its language, why it is that, and why other words go out than those that should
     */
    private static function words(Notice $notice, Matter $matter, Ruling $ruling): array
    {
        try {
            $decision = app(Decide::class)->ruled($notice, $matter, $ruling);
        } catch (InvalidDocument $e) {
            return [null, null, $e->getMessage()];
        }
        if ($decision instanceof Silence) {
            return [null, null, $decision->inWords()];
        }

        return [$decision->language, $decision->languageReason, $decision->isInstead ? implode('; ', $decision->reasons) : null];
    }

    private static function standing(Standing $standing): string
    {
        return strtolower($standing->name);
    }
}
