<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Http\Requests\ChangePassword;
use App\Http\Requests\SignIn;
use App\Http\Stage;
use App\Models\Source;
use App\Models\User;
use Illuminate\Contracts\Auth\StatefulGuard;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

final class SessionController
{
    public function show(Request $request): JsonResponse
    {
        $user = $request->user();

        return response()->json([
            'person' => $user instanceof User ? ['name' => $user->name, 'email' => $user->email, 'administrator' => $user->administrator] : null,
            'sources' => $user instanceof User ? self::sources($user) : [],
            'clock' => ClockController::state(),
        ]);
    }

    /**
     * @return list<array<string, mixed>> those in which the person has a role, with what it allows
     */
    private static function sources(User $user): array
    {
        $known = [];
        foreach (Source::query()->orderBy('name')->get() as $source) {
            $role = $user->roleIn($source);
            if ($role !== null) {
                $known[] = [
                    'key' => $source->key, 'name' => $source->name, 'role' => $role->value,
                    'may_write' => $role->mayWrite(), 'may_publish' => $role->mayPublish(), 'picture_hosts' => Stage::pictureHosts($source), 'zone' => $source->manifest()->source->zone,
                ];
            }
        }

        return $known;
    }

    public function store(SignIn $request): JsonResponse
    {
        $asked = $request->validated();
        $email = mb_strtolower($asked['email']);
        // The same work whether there is such a person or not: the time it takes tells nothing.
        User::query()->where('email', $email)->exists() || Hash::check($asked['password'], self::nobody());
        if (! Auth::attempt(['email' => $email, 'password' => $asked['password']], $request->boolean('remember'))) {
            Audit::goesOn(null, 'refused', 'Signing in was refused: '.mb_strimwidth($email, 0, 200, '…'));
            throw ValidationException::withMessages(['password' => 'No account goes with this address and password.']);
        }
        $request->session()->regenerate();
        $user = $request->user();
        Audit::note($user, 'signed-in', "{$user?->name} signed in", $user);

        return $this->show($request);
    }

    /** Another password; all other sessions of the person end. */
    public function password(ChangePassword $request): JsonResponse
    {
        $asked = $request->validated();
        $user = $request->user();
        if (! $user instanceof User || ! Hash::check($asked['current_password'], $user->password)) {
            throw ValidationException::withMessages(['current_password' => 'This is not your password.']);
        }
        $user->update(['password' => $asked['password']]);
        $request->session()->regenerate();
        $user->endSessions(keep: $request->session()->getId());
        Audit::note($user, 'password', "{$user->name} has chosen another password", $user);

        return $this->show($request);
    }

    public function destroy(Request $request): Response
    {
        $user = $request->user();
        Audit::note($user, 'signed-out', "{$user?->name} signed out", $user);
        $guard = Auth::guard('web');
        if ($guard instanceof StatefulGuard) {
            $guard->logout();
        }
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->noContent();
    }

    /** The hash of a password that nobody has, made once and with the rounds that are usual. */
    private static function nobody(): string
    {
        return Cache::rememberForever('nobody-'.hash('sha256', serialize(config('hashing'))), static fn (): string => Hash::make(Str::random(40)));
    }
}
