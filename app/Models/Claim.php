<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A template's claim to answer for a notice, as it is in force. What it means is read by {@see \Herald\Claim\Claim}.
 *
 * @property int $id
 * @property int $notice_id
 * @property int $template_id
 * @property int|null $collection_id
 * @property int $position
 * @property bool $active
 * @property array<array-key, mixed>|null $condition
 * @property list<string>|null $languages
 * @property string|null $first_day
 * @property string|null $last_day
 * @property string|null $remark
 * @property-read Template $template
 * @property-read Notice $notice
 * @property-read ?ClaimCollection $collection
 */
final class Claim extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['active' => 'boolean', 'condition' => 'array', 'languages' => 'array'];
    }

    /**
     * As it was written down, see {@see \Herald\Claim\Order::read}. Expects its template and its collection to be loaded.
     *
     * @return array<string, mixed>
     */
    public function written(): array
    {
        return [
            'template' => $this->template->key,
            ...array_filter(['if' => $this->condition, 'languages' => $this->languages, 'from' => $this->first_day, 'until' => $this->last_day, 'collection' => $this->collection?->key]),
            'on' => $this->active,
            ...array_filter(['remark' => $this->remark]),
        ];
    }

    /** @return BelongsTo<Template, $this> */
    public function template(): BelongsTo
    {
        return $this->belongsTo(Template::class);
    }

    /** @return BelongsTo<Notice, $this> */
    public function notice(): BelongsTo
    {
        return $this->belongsTo(Notice::class);
    }

    /** @return BelongsTo<ClaimCollection, $this> */
    public function collection(): BelongsTo
    {
        return $this->belongsTo(ClaimCollection::class, 'collection_id');
    }
}
