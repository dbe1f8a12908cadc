<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Deciding\Matter;
use App\Documents\PassageShelf;
use App\Http\Requests\ProveNotice;
use App\Http\Requests\RenderNotice;
use App\Http\Resources\DeskParts;
use App\Http\Resources\NoticeLine;
use App\Http\Stage;
use App\Mail\HandoverResult;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Source;
use App\Models\ToldSent;
use App\Notices\Looks;
use App\Sending\Proof;
use App\Sending\Rendering;
use App\Sending\Spread;
use App\Sending\Words;
use App\Timing\Clock;
use Herald\Language\LanguageTag;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Spatie\Activitylog\Models\Activity;

final class NoticeController
{
    public function show(Source $source, string $key): JsonResponse
    {
        $notice = Notice::asked($source, $key);
        $declaration = $notice->declaration();
        $counts = $notice->dispatches()->where('created_at', '>=', now()->subDays(30))
            ->selectRaw('state, count(*) as number')->groupBy('state')->toBase()->pluck('number', 'state')->map(static fn (mixed $number): int => (int) $number)->all();
        $newest = $notice->source->newestRecord($notice->source->manifest()->recordTypes[$declaration->recordType]);

        return response()->json([
            ...(new NoticeLine($notice, $counts, new PassageShelf($notice->source), Clock::now()->toDateTimeImmutable(), doubles: $notice->toldSent()->where('created_at', '>=', now()->subDays(30))->doubled()->count()))->resolve(),
            'revision' => $notice->revision, 'document' => $notice->document, 'narrowing' => $notice->narrowing,
            'strand' => $notice->source->manifest()->strands[$declaration->strand]->name,
            'record_type' => $declaration->recordType,
            'recipient' => $declaration->recipient->inWords(),
            'when_uncertain' => $declaration->whenUncertain->value,
            'required' => ['links' => $declaration->requiredLinks, 'variables' => $declaration->requiredVariables, 'responses' => $declaration->requiredAnswers],
            'given' => array_values(array_map(static fn ($field): array => ['key' => $field->key, 'label' => $field->label->in('en'), 'type' => $field->type->name(), 'required' => $field->required], $declaration->given)),
            'slots' => DeskParts::slots($declaration),
            'built_in_languages' => array_map(static fn (string $tag): array => ['tag' => $tag, 'name' => LanguageTag::name($tag)], $declaration->languages()),
            'told_sent' => self::toldSent($notice),
            'changed' => $notice->changed ?? [],
            'newest_record' => $newest?->key,
            'history' => Activity::query()->forSubject($notice)->with('causer')->latest('id')->limit(50)->get()->map(static fn (Activity $activity): array => [
                'what' => $activity->description, 'who' => $activity->causer?->getAttribute('name'), 'at' => $activity->created_at?->toIso8601ZuluString(),
            ]),
        ]);
    }

    /**
     * What the source tells that it sent of it itself in the last 30 days, and for which records both went out.
     *
     * @return array{number: int, last: string|null, doubles: list<array{record: string, at: string, address: string|null}>}
     */
    private static function toldSent(Notice $notice): array
    {
        $told = $notice->toldSent()->where('created_at', '>=', now()->subDays(30));

        return [
            'number' => (clone $told)->count(), 'last' => (clone $told)->latest('id')->first()?->sent_at->toIso8601ZuluString(),
            'doubles' => array_values($told->doubled()->with('record')->latest('id')->limit(50)->get()->map(static fn (ToldSent $one): array => ['record' => $one->record->key, 'at' => $one->sent_at->toIso8601ZuluString(), 'address' => $one->address])->all()),
        ];
    }

    public function rendering(Source $source, string $key, RenderNotice $request, Rendering $rendering): JsonResponse
    {
        [$notice, $record, $words, $language] = self::asked($source, $key, $request);
        [$decision, $recipient, $message] = $rendering->of($notice, $record, $words, $language, $request->given());

        return response()->json([
            'record' => $record->key, 'answered_by' => $decision->called, 'instead' => $decision->needsLook ? $decision->reasons : [],
            'language' => $decision->language, 'language_name' => LanguageTag::name($decision->language),
            'language_reason' => $language === null ? $decision->languageReason : 'chosen here',
            'subject' => $message->subject, 'preview' => $message->preview,
            'from' => trim("{$message->fromName} <{$message->fromAddress}>"), 'reply_to' => $message->replyTo,
            'each' => self::each($source, $notice, $record),
            'to' => $recipient->address === null ? null : trim("{$recipient->name} <{$recipient->address}>"),
            'text' => $message->text,
            'html_at' => "/stage/{$source->key}/notices/{$notice->key}".'?'.http_build_query(array_filter(['record' => $record->key, 'words' => $words->value, 'language' => $language, 'given' => $request->validated('given')])),
        ]);
    }

    /**
     * How many a message goes to that goes to each of several.
     *
     * @return array{words: string, number: int, more: bool}|null
     */
    private static function each(Source $source, Notice $notice, Record $record): ?array
    {
        $declared = $notice->declaration();
        $each = $declared->recipient->each;

        return $each === null ? null : Spread::foresee($source, $each, Matter::ofRecord($declared, $source->manifest()->recordTypes[$declared->recordType], $record->setRelation('source', $source))->around());
    }

    public function html(Source $source, string $key, RenderNotice $request, Rendering $rendering): Response
    {
        [$notice, $record, $words, $language] = self::asked($source, $key, $request);

        return Stage::show($source, $rendering->of($notice, $record, $words, $language, $request->given())[2]->html);
    }

    /** In what the built-in words of a language differ from those that were looked at last. */
    public function changed(Source $source, string $key, string $language): JsonResponse
    {
        return response()->json(['changes' => Looks::words(Notice::asked($source, $key), $language)]);
    }

    /** Somebody has looked at what the source changed. */
    public function look(Source $source, string $key, Request $request): JsonResponse
    {
        Looks::look(Notice::asked($source, $key), $request->user());

        return $this->show($source, $key);
    }

    /** Sends it to an address of one's choice, marked as a proof; never to whom the record is about. */
    public function proof(Source $source, string $key, ProveNotice $request, Rendering $rendering): JsonResponse
    {
        [$notice, $record, $words, $language] = self::asked($source, $key, $request);
        [, $recipient, $message] = $rendering->of($notice, $record, $words, $language);

        return Proof::answered(static fn (): HandoverResult => Proof::of($message, $recipient, $notice, $source, $record->key, $request->validated('to'), $request->user()));
    }

    /**
     * @return array{Notice, Record, Words, ?string}
     */
    private static function asked(Source $source, string $key, RenderNotice|ProveNotice $request): array
    {
        $asked = $request->validated();
        $notice = Notice::asked($source, $key);
        $record = $source->record($notice->declaration()->recordType, $asked['record']);

        return [$notice, $record, Words::from($asked['words']), $asked['language'] ?? null];
    }
}
