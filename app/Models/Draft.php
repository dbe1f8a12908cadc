<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What is being written on a document, with a number that goes up at each save.
 *
 * @property int $revision
 * @property string $document
 * @property array<string, mixed>|null $begun_from what a template was begun from: `{"notice": …, "words": {language: hash}}` or `{"template": …, "version": …}`
 * @property CarbonImmutable $updated_at
 * @property-read ?User $user
 */
final class Draft extends Model
{
    protected $guarded = [];

    protected $attributes = ['revision' => 1];

    protected function casts(): array
    {
        return ['begun_from' => 'array'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
