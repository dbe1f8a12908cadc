<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\Source;
use Closure;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets in who holds a source's token, and nobody by their session. */
final class RequireSource
{
    public function handle(Request $request, Closure $next): Response
    {
        $source = $request->user();
        if (! $source instanceof Source || ! $source->tokenCan('events')) {
            throw new AuthenticationException;
        }

        return $next($request);
    }
}
