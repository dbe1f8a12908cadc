<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Session\Middleware\StartSession as Framework;

/** Sessions are kept of those who are signed in. A stranger's, which holds nothing, leaves no row behind. */
final class StartSession extends Framework
{
    protected function saveSession($request): void
    {
        if ($request->user('web') !== null) {
            parent::saveSession($request);
        }
    }
}
