<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A manifest that was taken over once.
 *
 * @property int $id
 * @property string $hash
 * @property string $document as it was given
 * @property string $outline without the built-in words, see {@see \Herald\Source\Manifest::outline}
 */
final class ManifestVersion extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];
}
