<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * What a version names of what else is kept: a document by its kind and key, or a picture by its name. It may not be there yet.
 *
 * @property string $kind
 * @property string $key
 */
final class VersionUse extends Model
{
    public const PICTURE = 'picture';

    public $timestamps = false;

    protected $table = 'uses';

    protected $guarded = [];
}
