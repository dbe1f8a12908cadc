<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Documents\FromStarter;
use App\Models\Record;
use App\Models\Source;
use Herald\Record\RecordType;

/** For which notice, or which kind of record, starters are to be shown, with which record and in which brand. */
final class AskStarter extends Asking
{
    public function rules(): array
    {
        return [
            'notice' => ['nullable', 'string', 'max:200'], 'record_type' => ['required_without:notice', 'nullable', 'string', 'max:64'],
            'record' => ['nullable', 'string', 'max:200'], 'brand' => ['nullable', 'string', 'max:100'],
        ];
    }

    /** What they make of it. */
    public function made(Source $source): FromStarter
    {
        $asked = $this->validated();

        return new FromStarter($source, isset($asked['notice']) ? $source->manifest()->notices[$asked['notice']] : null, $this->type($source), $asked['brand'] ?? null);
    }

    public function type(Source $source): RecordType
    {
        $asked = $this->validated();
        $manifest = $source->manifest();
        $type = isset($asked['notice']) ? ($manifest->notices[$asked['notice']] ?? abort(404))->recordType : $asked['record_type'];

        return $manifest->recordTypes[$type] ?? abort(404);
    }

    /** The one that is asked for, or the newest; null where there is none of the kind. */
    public function record(Source $source): ?Record
    {
        $type = $this->type($source);
        $key = $this->validated()['record'] ?? null;

        return $key === null ? $source->newestRecord($type) : $source->record($type->key, $key);
    }
}
