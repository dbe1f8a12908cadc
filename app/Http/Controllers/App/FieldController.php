<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Documents\OwnFields;
use App\Http\Requests\AddField;
use App\Http\Requests\TryField;
use App\Models\Source;
use App\Timing\Clock;
use Herald\Record\DataSheet;
use Herald\Record\NotComputable;
use Herald\Record\RecordReader;
use Herald\Value\Locality;
use Herald\Value\Moment;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Fields that people compute from others. */
final class FieldController
{
    /** What a field would say of a record. */
    public function tried(Source $source, string $type, TryField $request): JsonResponse
    {
        $manifest = $source->manifest();
        $declared = $manifest->recordTypes[$type] ?? abort(404);
        $field = self::fields($source, $type)->tried('Tried', $request->computed());
        $record = $source->record($type, $request->validated('record'));
        $now = Moment::text(Clock::now()->toDateTimeImmutable());
        $data = $declared->computed(RecordReader::read($declared, $record->data, $record->key), $now, $manifest->source->zone);
        $reason = null;
        try {
            $value = $field->computation?->value([$type => $data, 'source' => ['zone' => $manifest->source->zone], 'now' => $now]);
        } catch (NotComputable $e) {
            [$value, $reason] = [null, $e->getMessage()];
        }

        return response()->json([
            'value' => (new DataSheet(new Locality($manifest->source->locale('en'), $manifest->source->zone, now: $now)))->value($field, $value, $data),
            'reason' => $reason, 'type' => $field->type->name(), 'sentence' => $field->computation?->sentence(),
        ]);
    }

    public function store(Source $source, string $type, AddField $request): JsonResponse
    {
        $field = self::fields($source, $type)->add($request->validated('label'), $request->computed(), $request->user());

        return response()->json(['path' => "{$type}.{$field->key}", 'label' => $field->label->in('en')], 201);
    }

    public function destroy(Source $source, string $type, string $key, Request $request): Response
    {
        self::fields($source, $type)->remove($key, $request->user());

        return response()->noContent();
    }

    private static function fields(Source $source, string $type): OwnFields
    {
        return new OwnFields($source, $source->manifest()->recordTypes[$type] ?? abort(404));
    }
}
