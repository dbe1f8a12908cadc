<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Http\Requests\AddPerson;
use App\Http\Requests\ChangePerson;
use App\Http\Requests\ListDeeds;
use App\Http\Requests\MakeToken;
use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Laravel\Sanctum\PersonalAccessToken;
use Spatie\Activitylog\Models\Activity;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** For administrators: who may do what, which tokens the source has, and what was done by whom. */
final class PeopleController
{
    public function index(Request $request): JsonResponse
    {
        return response()->json([
            'people' => User::query()->orderBy('name')->get()->map(static fn (User $user): array => ['id' => $user->id, 'name' => $user->name, 'email' => $user->email, 'role' => $user->role->value, 'you' => $user->is($request->user())]),
            'tokens' => Source::current()?->tokens()->latest('id')->get()->map(static fn (PersonalAccessToken $token): array => [
                'id' => (int) $token->getKey(), 'name' => $token->getAttribute('name'), 'made_at' => $token->getAttribute('created_at')?->toIso8601ZuluString(), 'used_at' => $token->getAttribute('last_used_at')?->toIso8601ZuluString(),
            ]) ?? [],
        ]);
    }

    /** Adds a person, with a password that is made up and told once. */
    public function store(AddPerson $request): JsonResponse
    {
        $asked = $request->validated();
        $password = self::password();
        $user = User::query()->create(['name' => $asked['name'], 'email' => mb_strtolower($asked['email']), 'role' => $asked['role'], 'password' => $password]);
        activity()->performedOn($user)->causedBy($request->user())->event('added')->log("{$user->name} may sign in as {$user->role->value}");

        return response()->json(['id' => $user->id, 'password' => $password], 201);
    }

    /** Another role; or another password, which ends all sessions of the person. */
    public function update(int $person, ChangePerson $request): JsonResponse
    {
        $asked = $request->validated();
        $user = User::query()->findOrFail($person);
        $role = isset($asked['role']) ? Role::from($asked['role']) : $user->role;
        if ($role !== $user->role) {
            self::keepOne($user);
            $user->update(['role' => $role]);
            activity()->performedOn($user)->causedBy($request->user())->event('role')->log("{$user->name} is {$role->value} from now on");
        }
        $password = isset($asked['password']) ? self::password() : null;
        if ($password !== null) {
            $user->update(['password' => $password]);
            $user->endSessions();
            activity()->performedOn($user)->causedBy($request->user())->event('password')->log("{$user->name} was given another password");
        }

        return response()->json(['id' => $user->id, 'password' => $password]);
    }

    public function destroy(int $person, Request $request): Response
    {
        $user = User::query()->findOrFail($person);
        self::keepOne($user);
        $user->endSessions();
        $user->delete();
        activity()->causedBy($request->user())->event('removed')->log("{$user->name} may sign in no longer");

        return response()->noContent();
    }

    /** A token with which the source may raise events. It is told once. */
    public function makeToken(MakeToken $request): JsonResponse
    {
        $asked = $request->validated();
        $source = Source::current() ?? abort(404);
        $token = $source->createToken($asked['name'], ['events'])->plainTextToken;
        activity()->performedOn($source)->causedBy($request->user())->event('token')->log("The token “{$asked['name']}” was made");

        return response()->json(['token' => $token], 201);
    }

    public function takeToken(int $token, Request $request): Response
    {
        $source = Source::current() ?? abort(404);
        $found = $source->tokens()->findOrFail($token);
        $found->delete();
        activity()->performedOn($source)->causedBy($request->user())->event('token')->log("The token “{$found->getAttribute('name')}” was taken away");

        return response()->noContent();
    }

    /** What was done, by whom, the newest first. */
    public function audit(ListDeeds $request): JsonResponse
    {
        $page = Activity::query()->with('causer')->latest('id')->paginate(50);

        return response()->json([
            'deeds' => array_map(static fn (Activity $activity): array => [
                'id' => (int) $activity->getKey(), 'what' => $activity->description, 'who' => $activity->causer?->getAttribute('name'), 'at' => $activity->created_at?->toIso8601ZuluString(),
            ], $page->items()),
            'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage(),
        ]);
    }

    private static function password(): string
    {
        return Str::password(16, symbols: false);
    }

    /** There is always one administrator. */
    private static function keepOne(User $user): void
    {
        if ($user->role === Role::Administrator && User::query()->where('role', Role::Administrator)->count() === 1) {
            throw new ConflictHttpException('This is the only administrator. Make another person one first.');
        }
    }
}
