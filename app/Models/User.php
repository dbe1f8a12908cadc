<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property Role $role
 */
final class User extends Authenticatable
{
    protected $guarded = [];

    protected $hidden = ['password', 'remember_token'];

    protected function casts(): array
    {
        return ['password' => 'hashed', 'role' => Role::class];
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
