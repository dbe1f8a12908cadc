<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Accounts\GoodPassword;
use App\Audit\Audit;
use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use Herald\Document\InvalidDocument;
use Herald\Value\EmailAddress;
use Illuminate\Console\Command;
use Illuminate\Support\Str;

final class UserCommand extends Command
{
    protected $signature = 'herald:user {email} {name} {--role=administrator : viewer, author or publisher, of one source; or administrator, of everything} {--source= : the key of the source; needed when there are several} {--password= : made up and shown when absent}';

    protected $description = 'Add a person who may sign in, or give one a new name, role and password';

    public function handle(): int
    {
        $role = Role::tryFrom((string) $this->option('role'));
        $email = (string) $this->argument('email');
        $chosen = $this->option('password');
        $password = is_string($chosen) ? $chosen : Str::password(16, symbols: false);
        $wrong = match (true) {
            $role === null => 'A role is '.implode(', ', array_column(Role::cases(), 'value')).'.',
            EmailAddress::read($email) === null => "\"{$email}\" is not an e-mail address.",
            default => GoodPassword::against($password),
        };
        if ($role === null || $wrong !== null) {
            $this->error((string) $wrong);

            return self::FAILURE;
        }
        try {
            $source = $role === Role::Administrator ? null : Source::meant($this->option('source'));
        } catch (InvalidDocument $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $user = User::query()->updateOrCreate(['email' => mb_strtolower($email)], ['name' => (string) $this->argument('name'), 'administrator' => $source === null, 'password' => $password]);
        $user->endSessions();
        Audit::note(null, 'added', "{$user->name} may sign in as {$role->value}", $user, $source);
        if ($source !== null) {
            $user->allow($source, $role);
        }
        $this->info("{$email} may sign in as {$role->value}".($source === null ? '' : " in {$source->name}").'.'.(is_string($chosen) ? '' : " Password: {$password}"));

        return self::SUCCESS;
    }
}
