<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * The message of a dispatch, as it is handed over.
 *
 * @property string $sender
 * @property string $bytes the exact message; a masked copy where it says something secret
 * @property string|null $sealed_bytes the exact message then, sealed, until its fate is final
 */
final class DispatchMessage extends Model
{
    public const UPDATED_AT = null;

    public $incrementing = false;

    protected $primaryKey = 'dispatch_id';

    protected $keyType = 'string';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['sealed_bytes' => 'encrypted'];
    }
}
