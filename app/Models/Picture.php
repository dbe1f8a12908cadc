<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A picture that was put in. Its bytes are in the store of pictures.
 *
 * @property string $name
 * @property int $width in px
 * @property int $height
 * @property string $called the name of the file it came in
 * @property int $weight of its file, in bytes
 * @property string $alternative what is said to who does not see it, proposed wherever it is put in
 * @property \Carbon\CarbonImmutable $created_at
 * @property-read ?User $user who put it in
 */
final class Picture extends Model
{
    protected $guarded = [];

    protected $attributes = ['alternative' => '', 'weight' => 0];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
