<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A picture that was put in. Its bytes are in the store of pictures.
 *
 * @property string $name
 * @property int $width in px
 * @property int $height
 * @property string $called the name of the file it came in
 */
final class Picture extends Model
{
    protected $guarded = [];
}
