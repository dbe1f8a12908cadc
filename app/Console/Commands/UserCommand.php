<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Role;
use App\Models\User;
use Illuminate\Console\Command;
use Illuminate\Support\Str;

final class UserCommand extends Command
{
    protected $signature = 'herald:user {email} {name} {--role=administrator : administrator, editor or viewer} {--password= : made up and shown when absent}';

    protected $description = 'Add a person who may sign in, or give one a new name, role and password';

    public function handle(): int
    {
        $role = Role::tryFrom((string) $this->option('role'));
        $email = (string) $this->argument('email');
        if ($role === null || filter_var($email, FILTER_VALIDATE_EMAIL) === false) {
            $this->error($role === null ? 'A role is administrator, editor or viewer.' : "\"{$email}\" is not an e-mail address.");

            return self::FAILURE;
        }
        $given = $this->option('password');
        $password = is_string($given) ? $given : Str::password(16, symbols: false);
        User::query()->updateOrCreate(['email' => mb_strtolower($email)], ['name' => (string) $this->argument('name'), 'role' => $role, 'password' => $password]);
        $this->info("{$email} may sign in as {$role->value}.".(is_string($given) ? '' : " Password: {$password}"));

        return self::SUCCESS;
    }
}
