<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * The role of a person in a source.
 *
 * @property int $user_id
 * @property int $source_id
 * @property Role $role
 */
final class Membership extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['role' => Role::class];
    }
}
