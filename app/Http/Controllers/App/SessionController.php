<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Models\Source;
use App\Models\User;
use Illuminate\Contracts\Auth\StatefulGuard;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use Illuminate\Validation\ValidationException;

final class SessionController
{
    public function show(Request $request): JsonResponse
    {
        $user = $request->user();

        return response()->json([
            'person' => $user instanceof User ? ['name' => $user->name, 'email' => $user->email, 'role' => $user->role->value, 'may_edit' => $user->can('edit')] : null,
            'source' => $user instanceof User ? Source::current()?->name : null,
        ]);
    }

    public function store(Request $request): JsonResponse
    {
        $given = $request->validate(['email' => ['required', 'string', 'max:200'], 'password' => ['required', 'string', 'max:200']]);
        if (! Auth::attempt(['email' => mb_strtolower($given['email']), 'password' => $given['password']], $request->boolean('remember'))) {
            throw ValidationException::withMessages(['password' => 'No account goes with this address and password.']);
        }
        $request->session()->regenerate();

        return $this->show($request);
    }

    public function destroy(Request $request): Response
    {
        $guard = Auth::guard('web');
        if ($guard instanceof StatefulGuard) {
            $guard->logout();
        }
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->noContent();
    }
}
