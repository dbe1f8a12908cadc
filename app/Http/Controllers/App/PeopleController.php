<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Http\Requests\AddPerson;
use App\Http\Requests\ChangePerson;
use App\Http\Requests\MakeToken;
use App\Models\Membership;
use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Laravel\Sanctum\PersonalAccessToken;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** For administrators: who may do what in which source, and which tokens the sources have. */
final class PeopleController
{
    public function index(Request $request): JsonResponse
    {
        $sources = Source::query()->with(['tokens' => static fn ($tokens) => $tokens->latest('id')])->orderBy('name')->get();
        $keys = $sources->pluck('key', 'id');

        return response()->json([
            'sources' => $sources->map(static fn (Source $source): array => ['key' => $source->key, 'name' => $source->name]),
            'people' => User::query()->with('memberships')->orderBy('name')->get()->map(static fn (User $user): array => [
                'id' => $user->id, 'name' => $user->name, 'email' => $user->email, 'administrator' => $user->administrator,
                'roles' => (object) $user->memberships->mapWithKeys(static fn (Membership $one): array => [(string) $keys[$one->source_id] => $one->role->value])->all(),
                'you' => $user->is($request->user()),
            ]),
            'tokens' => $sources->flatMap(static fn (Source $source): array => $source->tokens->map(static fn (PersonalAccessToken $token): array => [
                'id' => (int) $token->getKey(), 'source' => $source->key, 'name' => $token->getAttribute('name'),
                'made_at' => $token->getAttribute('created_at')?->toIso8601ZuluString(), 'used_at' => $token->getAttribute('last_used_at')?->toIso8601ZuluString(),
            ])->all()),
        ]);
    }

    /** Adds a person, with a password that is made up and told once. */
    public function store(AddPerson $request): JsonResponse
    {
        $asked = $request->validated();
        $password = self::password();
        $user = DB::transaction(function () use ($asked, $password, $request): User {
            $user = User::query()->create(['name' => $asked['name'], 'email' => mb_strtolower($asked['email']), 'password' => $password]);
            Audit::note($request->user(), 'added', "{$user->name} may sign in", $user);
            self::give($user, $asked, $request->user());

            return $user;
        });

        return response()->json(['id' => $user->id, 'password' => $password], 201);
    }

    /** Other roles; or another password, which ends all sessions of the person. */
    public function update(int $person, ChangePerson $request): JsonResponse
    {
        $asked = $request->validated();
        $user = User::query()->findOrFail($person);
        DB::transaction(static fn () => self::give($user, $asked, $request->user()));
        $password = isset($asked['password']) ? self::password() : null;
        if ($password !== null) {
            $user->update(['password' => $password]);
            $user->endSessions();
            Audit::note($request->user(), 'password', "{$user->name} was given another password", $user);
        }

        return response()->json(['id' => $user->id, 'password' => $password]);
    }

    public function destroy(int $person, Request $request): Response
    {
        $user = User::query()->findOrFail($person);
        DB::transaction(static function () use ($user): void {
            self::keepOne($user);
            $user->endSessions();
            $user->delete();
        });
        Audit::note($request->user(), 'removed', "{$user->name} may sign in no longer", before: ['address' => $user->email]);

        return response()->noContent();
    }

    /** A token with which a source may raise events. It is told once. */
    public function makeToken(MakeToken $request): JsonResponse
    {
        $asked = $request->validated();
        $source = Source::query()->where('key', $asked['source'])->sole();
        $token = $source->createToken($asked['name'], ['events'])->plainTextToken;
        Audit::note($request->user(), 'token', "The token “{$asked['name']}” of {$source->name} was made", $source, $source);

        return response()->json(['token' => $token], 201);
    }

    public function takeToken(int $token, Request $request): Response
    {
        $found = PersonalAccessToken::query()->where('tokenable_type', (new Source)->getMorphClass())->findOrFail($token);
        $source = Source::query()->whereKey($found->getAttribute('tokenable_id'))->sole();
        $found->delete();
        Audit::note($request->user(), 'token', "The token “{$found->getAttribute('name')}” of {$source->name} was taken away", $source, $source);

        return response()->noContent();
    }

    /**
     * @param  array<string, mixed>  $asked  with "administrator" and "roles", by the keys of sources, as far as they are to change
     */
    private static function give(User $user, array $asked, ?User $by): void
    {
        $administers = $asked['administrator'] ?? $user->administrator;
        if ($administers !== $user->administrator) {
            $administers || self::keepOne($user);
            $user->update(['administrator' => $administers]);
            Audit::note($by, 'role', $administers ? "{$user->name} is administrator from now on" : "{$user->name} is administrator no longer", $user);
        }
        foreach ($asked['roles'] ?? [] as $key => $role) {
            $source = Source::query()->where('key', (string) $key)->sole();
            $role = $role === null ? null : Role::from($role);
            $before = $user->memberships()->where('source_id', $source->id)->first()?->role;
            if ($role !== $before) {
                $user->allow($source, $role);
                Audit::note($by, 'role', $role === null ? "{$user->name} has no role in {$source->name} any more" : "{$user->name} is {$role->value} in {$source->name} from now on", $user, $source, ['role' => $before->value ?? 'none'], ['role' => $role->value ?? 'none']);
            }
        }
    }

    private static function password(): string
    {
        return Str::password(16, symbols: false);
    }

    /** There is always one administrator. Called in the transaction that takes one away: until that is over, nobody takes another. */
    private static function keepOne(User $user): void
    {
        $administrators = User::query()->where('administrator', true)->orderBy('id')->lockForUpdate()->pluck('id');
        if ($administrators->contains($user->id) && $administrators->count() === 1) {
            throw new ConflictHttpException('This is the only administrator. Make another person one first.');
        }
    }
}
