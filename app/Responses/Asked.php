<?php

declare(strict_types=1);

namespace App\Responses;

use App\Models\Dispatch;
use App\Timing\Clock;
use Herald\Record\RecordType;
use Herald\Render\CompiledMessage;
use Illuminate\Support\Facades\DB;

/** What a dispatch asks, and until when it can be answered: kept beside it, so that it can be counted. */
final class Asked
{
    /** Called in the transaction that writes the dispatch. */
    public static function note(Dispatch $dispatch, RecordType $type, CompiledMessage $message): void
    {
        $now = Clock::now();
        foreach ($message->questions as $question) {
            DB::table('asked')->insert(['dispatch_id' => $dispatch->id, 'source_id' => $dispatch->source_id, 'record_type' => $type->key, 'key' => $question->key, 'until' => $now->addDays($question->days)]);
        }
    }
}
