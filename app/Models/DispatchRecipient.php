<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One address that a dispatch goes to, and what became of that. The mail server is asked for each by itself, so that one it refuses keeps no other from it.
 *
 * @property int $id
 * @property RecipientRole $role
 * @property string|null $address null where the record has none
 * @property string|null $name
 * @property DispatchState $state
 * @property string|null $state_reason
 * @property int $attempts
 * @property CarbonImmutable|null $handed_at
 * @property CarbonImmutable|null $sent_at
 * @property-read Dispatch $dispatch
 */
final class DispatchRecipient extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['role' => RecipientRole::class, 'state' => DispatchState::class, 'handed_at' => 'datetime', 'sent_at' => 'datetime'];
    }

    /** @return BelongsTo<Dispatch, $this> */
    public function dispatch(): BelongsTo
    {
        return $this->belongsTo(Dispatch::class);
    }

    /**
     * What makes it one address among others.
     *
     * @param  string  $where  where it would stand in the record
     */
    public static function keyOf(?string $address, string $where): string
    {
        return $address === null ? "none:{$where}" : mb_strtolower($address);
    }
}
