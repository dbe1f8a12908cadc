<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Documents\FromStarter;
use App\Models\Record;
use App\Models\Source;
use Herald\Notice\Notice;
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
        return new FromStarter($source, $this->notice($source), $this->type($source), $this->validated()['brand'] ?? null);
    }

    public function type(Source $source): RecordType
    {
        return $source->manifest()->recordTypes[$this->notice($source)->recordType ?? $this->validated()['record_type']] ?? abort(404);
    }

    private function notice(Source $source): ?Notice
    {
        $key = $this->validated()['notice'] ?? null;

        return $key === null ? null : ($source->manifest()->notices[$key] ?? abort(404));
    }

    /** The one that is asked for, or the newest; null where there is none of the kind. */
    public function record(Source $source): ?Record
    {
        $type = $this->type($source);
        $key = $this->validated()['record'] ?? null;

        return $key === null ? $source->newestRecord($type) : $source->record($type->key, $key);
    }
}
