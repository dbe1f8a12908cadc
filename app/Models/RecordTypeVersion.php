<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A record type as it was declared once.
 *
 * @property int $id
 * @property string $key
 * @property string $hash
 * @property string $document
 */
final class RecordTypeVersion extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];
}
