<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Deciding\Decide;
use App\Deciding\Decision;
use App\Deciding\Matter;
use App\Deciding\Silence;
use App\Finding\RecordPage;
use App\Http\Requests\ChangeRecord;
use App\Http\Requests\ForeseeChange;
use App\Http\Requests\ListRecords;
use App\Http\Resources\DispatchLine;
use App\Http\Resources\DueLine;
use App\Http\Resources\EventLine;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Event;
use App\Models\EventOrigin;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Source;
use App\Secrets\Seal;
use App\Sending\Spread;
use App\Sending\TakeEvent;
use App\Timing\Clock;
use App\Timing\PlanDues;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Language\LanguageTag;
use Herald\Notice\Carrier;
use Herald\Notice\Consequence;
use Herald\Record\DataSheet;
use Herald\Record\DataSheetLine;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Value\Locality;
use Herald\Value\Moment;
use Herald\Value\Type;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

final class RecordController
{
    public function index(Source $source, ListRecords $request): JsonResponse
    {
        $asked = $request->validated();
        $manifest = $source->manifest();
        $type = $manifest->recordTypes[$asked['type'] ?? array_key_first($manifest->recordTypes)] ?? abort(404);
        $sheet = self::sheet($source);
        $page = isset($asked['around']) ? RecordPage::with($source, $type, $asked['around']) : (int) ($asked['page'] ?? 1);
        $found = RecordPage::of($source, $type, $asked['search'] ?? '', $page);
        $columns = array_map(fn ($path): Field => self::fieldAt($type, $path->segments), $type->summary);

        return response()->json([
            'types' => array_values(array_map(static fn (RecordType $one): array => ['key' => $one->key, 'name' => $one->plural->in('en')], $manifest->recordTypes)),
            'type' => $type->key,
            'columns' => array_map(static fn (Field $field): array => ['label' => $field->label->in('en'), 'numeric' => $field->type->isNumeric()], $columns),
            'records' => $found->records->map(static fn (Record $record): array => [
                'key' => $record->key,
                'values' => self::summary($sheet, $type, $columns, self::computed($source, $type, $record)),
            ]),
            'total' => $found->total, 'more' => $found->more, 'page' => $page, 'pages' => max(1, (int) ceil($found->total / RecordPage::SIZE)),
        ]);
    }

    public function show(Source $source, string $type, string $key): JsonResponse
    {
        [$declared, $record] = self::find($source, $type, $key);
        $read = $record->read($declared) ?? $record->data;

        return response()->json([
            'type' => $declared->key, 'type_name' => $declared->name->in('en'), 'key' => $record->key, 'revision' => $record->revision, 'misfits' => $record->misfits($declared),
            'events_that_do_not_fit' => Event::query()->where('record_id', $record->id)->misfit()->with('record')->latest('id')->limit(20)->get()->map(static fn (Event $event): EventLine => new EventLine($event, $source)),
            'lines' => array_map(static fn (DataSheetLine $line): array => [
                'path' => $line->path, 'label' => $line->label, 'type' => $line->type->name(), 'value' => $line->value, 'depth' => $line->depth, 'group' => $line->isGroup(),
            ], [
                ...self::sheet($source)->lines($declared->fields, self::computed($source, $declared, $record), $declared->key), ...self::sheet($source)->answers($declared, $record->responses ?? []),
            ]),
            'changeable' => self::changeEvent($source, $declared) === null ? [] : array_values(array_map(static fn (Field $field): array => [
                'key' => $field->key, 'label' => $field->label->in('en'), 'value' => $read[$field->key] ?? null,
                'options' => array_map(static fn (string $value): array => ['value' => $value, 'label' => $field->options[$value]->in('en')], array_map(strval(...), array_keys($field->options))),
            ], self::changeable($declared))),
            'coming' => DueLine::collection($record->dues()->whereNotNull('anchor')->whereIn('state', [DueState::Waiting, DueState::TakenOut, DueState::Withdrawn, DueState::Dropped])->whereDoesntHave('dispatch')->with('notice')->orderBy('due_at')->limit(50)->get()->each(static fn (Due $due) => $due->setRelation('source', $source)->setRelation('record', $record))),
            'dispatches' => DispatchLine::collection($record->dispatches()->with(['notice.source', 'record', 'to', 'edition.templateVersion'])->latest('id')->limit(50)->get()->each(fn ($dispatch) => $dispatch->notice->setRelation('source', $source))),
        ]);
    }

    /** What a change would set off, before it is made. */
    public function consequences(Source $source, string $type, string $key, ForeseeChange $request, Decide $decide): JsonResponse
    {
        [$declared, $record] = self::find($source, $type, $key);
        $after = self::changed($declared, $record, $request->validated('changes'));
        $consequences = self::event($source, $declared, $request)->foresee($record, $after);
        $notices = Notice::query()->where('source_id', $source->id)->whereIn('key', array_map(static fn (Consequence $one): string => $one->notice->key, $consequences))
            ->withWhoAnswers()->get()->each(fn (Notice $notice) => $notice->setRelation('source', $source))->keyBy('key');

        return response()->json(['coming' => (new PlanDues($source))->foresee($record, $declared, $after), 'consequences' => array_map(function (Consequence $one) use ($notices, $source, $declared, $record, $after, $decide): array {
            $notice = $notices[$one->notice->key] ?? throw new \LogicException("{$one->notice->key} is declared and not there");
            $decision = $trouble = null;
            try {
                $decision = $notice->hasWords() ? $decide($notice, Matter::changed($one->notice, $declared, $record, $after, $one->given), $one->recipient->language) : null;
            } catch (InvalidDocument $e) {
                $trouble = $e->faults[0]->inWords();
            }
            $decided = $decision instanceof Decision ? $decision : null;

            return [
                'notice' => $one->notice->key, 'name' => $one->notice->name, 'audience_label' => $one->notice->audienceLabel, 'reason' => $one->reason,
                'each' => $one->notice->recipient->each === null ? null : Spread::foresee($source, $one->notice->recipient->each, [$declared->key => $after, 'given' => $one->given, 'now' => Moment::text(Clock::now()->toDateTimeImmutable())]),
                'recipient' => $one->recipient->address, 'recipient_name' => $one->recipient->name,
                'left_to_source' => $one->notice->carrier === Carrier::Source,
                'answered_by' => $decided?->called,
                'silent' => $decision instanceof Silence, 'trouble' => $trouble,
                'language' => $decided === null ? null : ($one->notice->recipient->each === null ? LanguageTag::name($decided->language) : 'in the language of each'),
            ];
        }, $consequences)]);
    }

    public function update(Source $source, string $type, string $key, ChangeRecord $request): JsonResponse
    {
        [$declared] = self::find($source, $type, $key);
        $asked = $request->validated();
        self::event($source, $declared, $request)->take($key, function (?Record $record) use ($source, $declared, $key, $asked, $request): array {
            if ($record === null || $record->revision !== $asked['revision']) {
                throw new ConflictHttpException('The record has changed since this page was loaded. Load it again and look before you save.');
            }

            Audit::note($request->user(), 'record', "{$declared->name->in('en')} {$key} changed", $record, $source, array_intersect_key($record->read($declared) ?? $record->data, $asked['changes']), $asked['changes']);

            return self::changed($declared, $record, $asked['changes']);
        });

        return $this->show($source, $type, $key);
    }

    private static function event(Source $source, RecordType $type, Request $request): TakeEvent
    {
        $name = self::changeEvent($source, $type) ?? abort(422, 'The source declares no event for a changed '.$type->key);

        return new TakeEvent($source, 'here-'.Str::ulid(), $name, $type, EventOrigin::Interface, user: $request->user());
    }

    private static function changeEvent(Source $source, RecordType $type): ?string
    {
        foreach ($source->manifest()->events as $event) {
            if ($event->isChange && $event->recordType === $type->key) {
                return $event->name;
            }
        }

        return null;
    }

    /**
     * @param  array<array-key, mixed>  $changes
     * @return array<string, mixed> the record's data with the changes asked for
     */
    private static function changed(RecordType $type, Record $record, array $changes): array
    {
        foreach (array_keys($changes) as $key) {
            if (! isset(self::changeable($type)[$key])) {
                throw ValidationException::withMessages(["changes.{$key}" => "\"{$key}\" cannot be changed here."]);
            }
        }

        return RecordReader::read($type, array_replace(Seal::open($type->fields, $record->read($type) ?? $record->data), $changes), $record->key, app(Limits::class));
    }

    /**
     * @return array<string, Field> fields with a fixed list of values, by key
     */
    private static function changeable(RecordType $type): array
    {
        return array_filter($type->fields, static fn (Field $field): bool => $field->type instanceof Type\Option);
    }

    /**
     * The record's data with what is computed from them today. What is kept need not fit the type any more.
     *
     * @return array<string, mixed>
     */
    private static function computed(Source $source, RecordType $type, Record $record): array
    {
        $read = $record->read($type);

        return $read === null ? $record->data : $type->computed($read, Moment::text(Clock::now()->toDateTimeImmutable()), $source->manifest()->source->zone);
    }

    /**
     * @param  array<Field>  $columns
     * @param  array<string, mixed>  $data
     * @return list<string|null>
     */
    private static function summary(DataSheet $sheet, RecordType $type, array $columns, array $data): array
    {
        return array_map(static fn (Path $path, Field $field): ?string => $sheet->value($field, $path->in($data), $data), $type->summary, array_values($columns));
    }

    private static function sheet(Source $source): DataSheet
    {
        $declared = $source->manifest()->source;

        return new DataSheet(new Locality($declared->locale('en'), $declared->zone));
    }

    /**
     * @param  non-empty-list<string>  $segments
     */
    private static function fieldAt(RecordType $type, array $segments): Field
    {
        $field = $type->fields[array_shift($segments)];
        foreach ($segments as $segment) {
            $field = $field->fields[$segment];
        }

        return $field;
    }

    /**
     * @return array{RecordType, Record}
     */
    private static function find(Source $source, string $type, string $key): array
    {
        $declared = $source->manifest()->recordTypes[$type] ?? abort(404);

        return [$declared, $source->record($type, $key)];
    }
}
