<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A record as it was once.
 *
 * @property int $record_id
 * @property int $revision
 * @property array<string, mixed> $data normalised by the record type of its day, its secrets sealed
 */
final class RecordRevision extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['data' => 'array'];
    }
}
