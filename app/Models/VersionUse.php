<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * What a version names of what else is kept: a brand or a passage by its key, or a picture by its name. It may not be there yet.
 *
 * @property string $kind
 * @property string $key
 */
final class VersionUse extends Model
{
    public const PICTURE = 'picture';

    public const PASSAGE = 'passage';

    public $timestamps = false;

    protected $table = 'uses';

    protected $guarded = [];
}
