<?php

declare(strict_types=1);

namespace App\Http;

use App\Branding\Pictures;
use Illuminate\Http\Response;

/** Gives a message's HTML to the frame it is shown in: no scripts, no forms, nothing loaded but pictures. */
final class Stage
{
    private const POLICY = "default-src 'none'; img-src 'self' data: https: %s; style-src 'unsafe-inline'; script-src 'none'; form-action 'none'; base-uri 'none'; frame-ancestors 'self'; sandbox allow-same-origin";

    public static function show(string $html): Response
    {
        return response($html, 200, [
            'Content-Type' => 'text/html; charset=utf-8',
            // Messages load their pictures from the address the application is known by, whichever it was opened under.
            'Content-Security-Policy' => sprintf(self::POLICY, Pictures::origin()),
            'Cache-Control' => 'no-store, private',
        ]);
    }
}
