<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property bool $administrator of everything: people, tokens and all sources
 * @property-read Collection<int, Membership> $memberships
 */
final class User extends Authenticatable
{
    protected $guarded = [];

    protected $hidden = ['password', 'remember_token'];

    protected $attributes = ['administrator' => false];

    protected function casts(): array
    {
        return ['password' => 'hashed', 'administrator' => 'boolean'];
    }

    /** @return HasMany<Membership, $this> */
    public function memberships(): HasMany
    {
        return $this->hasMany(Membership::class);
    }

    /** What the person may do in a source; null when the person knows nothing of it. */
    public function roleIn(Source $source): ?Role
    {
        return $this->administrator ? Role::Administrator : $this->loadMissing('memberships')->memberships->firstWhere('source_id', $source->id)?->role;
    }

    /**
     * Gives the person a role in a source, or takes it away; an administrator administers everything.
     */
    public function allow(Source $source, ?Role $role): void
    {
        if ($role === Role::Administrator) {
            $this->update(['administrator' => true]);
        } elseif ($role === null) {
            $this->memberships()->where('source_id', $source->id)->delete();
        } else {
            DB::table('memberships')->upsert(['user_id' => $this->id, 'source_id' => $source->id, 'role' => $role->value], ['user_id', 'source_id'], ['role']);
        }
        $this->unsetRelation('memberships');
    }

    /**
     * Ends all sessions of the person that were begun before, as another password asks for (OWASP ASVS 4.0, 3.3.3).
     *
     * @param  string|null  $keep  the id of the session that goes on
     */
    public function endSessions(?string $keep = null): void
    {
        $this->forceFill(['remember_token' => Str::random(60)])->save();
        DB::table('sessions')->where('user_id', $this->id)->when($keep !== null, fn ($query) => $query->where('id', '!=', $keep))->delete();
    }
}
