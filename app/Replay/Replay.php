<?php

declare(strict_types=1);

namespace App\Replay;

use App\Deciding\Decide;
use App\Deciding\Decision;
use App\Deciding\Matter;
use App\Deciding\Ruling;
use App\Deciding\Silence;
use App\Deciding\WhoAnswers;
use App\Models\Dispatch;
use App\Models\Edition;
use App\Models\Notice;
use App\Responses\AnswerLinks;
use Herald\Claim\Otherwise;
use Herald\Document\Limits;
use Herald\Manuscript\Differences;
use Herald\Render\CompiledMessage;
use Herald\Render\FilledMessage;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Value\Moment;

/** Past events of a notice, run against other words or others who answer. Nothing is sent, and nothing is kept. */
final class Replay
{
    /** So many of the newest are run, */
    public const MOST = 1_000;

    /** so many at once. */
    public const AT_ONCE = 100;

    private readonly Renderer $renderer;

    private readonly Decide $decide;

    /** @var array<string, Decision|Silence> by who answers and the language */
    private array $decisions = [];

    /** @var array<int, CompiledMessage> what was sent, by edition */
    private array $sent = [];

    public function __construct(private readonly Notice $notice, private readonly WhoAnswers $order)
    {
        $this->renderer = Renderer::inMemory(app(Limits::class));
        $this->decide = new Decide($this->renderer);
    }

    /** How many there are to be run. */
    public static function count(Notice $notice): int
    {
        return min(self::MOST, $notice->dispatches()->whereNotNull('due_id')->count());
    }

    /**
     * The next ones, the newest first.
     *
     * @param  string|null  $after  the number of the dispatch that was the last; null to begin
     * @return list<array{dispatch: string, record: string, at: string, was: string|null, then: string|null, differs: bool, fault: string|null}>
     */
    public function batch(?string $after): array
    {
        $dispatches = $this->notice->dispatches()->whereNotNull('due_id')->when($after !== null, static fn ($older) => $older->where('id', '<', $after))->latest('id')->limit(self::AT_ONCE)
            ->with(['record', 'due.event', 'due.record', 'due.source', 'edition' => static fn ($edition) => $edition->select(['id', 'template_version_id', 'brand_version_id', 'language']), 'edition.templateVersion.template'])->get();

        return array_values($dispatches->map(function (Dispatch $dispatch): array {
            [$was, $before] = $this->before($dispatch);
            try {
                [$then, $after] = $this->after($dispatch);
                $fault = null;
            } catch (\Throwable $e) {
                [$then, $after, $fault] = [null, null, mb_strimwidth($e->getMessage(), 0, 300, '…')];
            }

            return [
                'dispatch' => $dispatch->id, 'record' => $dispatch->record->key, 'at' => $dispatch->created_at->toIso8601ZuluString(), 'was' => $was, 'then' => $then,
                'differs' => $fault === null && ! self::areSame($before, $after), 'fault' => $fault,
            ];
        })->all());
    }

    /**
     * One of them: what was sent and what would be, with the words in which they differ.
     *
     * @return array{was: string|null, then: string|null, before: array{subject: string, text: string}|null, after: array{subject: string, text: string}|null, subject: list<array{kind: 'same'|'removed'|'added', text: string}>, text: list<array{kind: 'same'|'removed'|'added', text: string}>}
     *
     * @throws \Throwable when it cannot be made
     */
    public function one(Dispatch $dispatch): array
    {
        [$was, $before] = $this->before($dispatch);
        [$then, $after] = $this->after($dispatch, true);
        $told = static fn (?FilledMessage $message): ?array => $message === null ? null : ['subject' => $message->subject, 'text' => $message->text];

        return [
            'was' => $was, 'then' => $then, 'before' => $told($before), 'after' => $told($after),
            'subject' => Differences::words($before->subject ?? '', $after->subject ?? ''), 'text' => Differences::words($before->text ?? '', $after->text ?? ''),
        ];
    }

    /** The HTML that one would be now; null where nothing would go out. */
    public function html(Dispatch $dispatch): ?string
    {
        return $this->after($dispatch, true)[1]?->html;
    }

    /**
     * What was sent, filled once more.
     *
     * @return array{string|null, FilledMessage|null} null where nothing was, or what it said is kept no longer
     */
    private function before(Dispatch $dispatch): array
    {
        $edition = $dispatch->edition;
        if ($edition === null || $dispatch->data === []) {
            return [null, null];
        }
        $message = $this->sent[$edition->id] ??= Edition::query()->findOrFail($edition->id)->message();
        $version = $edition->templateVersion;
        $called = $version !== null ? $version->called($version->template->name) : ($edition->brand_version_id === null ? Otherwise::BuiltIn : Otherwise::Framed)->called();
        try {
            return [$called, $this->renderer->fill($message, MessageData::kept($dispatch->data, $this->notice->source->manifest()->source))];
        } catch (\Throwable) {
            return [$called, null];
        }
    }

    /**
     * What would be sent.
     *
     * @param  bool  $shown  whether a person looks at it: where answers are given leads to a try
     * @return array{string, FilledMessage|null} null where nothing would
     */
    private function after(Dispatch $dispatch, bool $shown = false): array
    {
        $due = $dispatch->due ?? throw new \LogicException('It has a due');
        $source = $this->notice->source;
        $declared = $this->notice->declaration();
        $type = $source->manifest()->recordTypes[$declared->recordType];
        $matter = Matter::ofDue($due->setRelation('source', $source), $declared, $type, Moment::of($dispatch->data['now'] ?? null) ?? $dispatch->created_at->toDateTimeImmutable());
        $ruling = $this->order->about($matter);
        $decision = $this->decision($ruling, $matter);
        if ($decision instanceof Silence) {
            return ['nothing', null];
        }
        $message = $decision->message;
        $links = $shown ? AnswerLinks::tried('notice', $this->notice->key, $due->record, $source->key) : AnswerLinks::of($dispatch->id);

        return [$decision->called, $this->renderer->fill($message, $matter->messageData($source->manifest()->source, $message, $dispatch->id, $links))];
    }

    /** Decides as sending does. What was decided once holds for all of the same rule and language, but where a template no longer fits: then it depends on the data. */
    private function decision(Ruling $ruling, Matter $matter): Decision|Silence
    {
        $of = ($ruling->answers->place ?? '-').' '.$matter->recipient->language;
        $decision = $this->decisions[$of] ?? $this->decide->ruled($this->notice, $matter, $ruling);
        if ($decision instanceof Silence || ! $decision->isInstead) {
            $this->decisions[$of] = $decision;
        }

        return $decision;
    }

    private static function areSame(?FilledMessage $one, ?FilledMessage $other): bool
    {
        return [$one?->subject, $one?->html, $one?->text, $one?->preview] === [$other?->subject, $other?->html, $other?->text, $other?->preview];
    }
}
