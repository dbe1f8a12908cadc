<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\Response;

/** Gives a message's HTML to the frame it is shown in: no scripts, no forms, nothing loaded but pictures. */
final class Stage
{
    private const POLICY = "default-src 'none'; img-src 'self' data: https:; style-src 'unsafe-inline'; script-src 'none'; form-action 'none'; base-uri 'none'; frame-ancestors 'self'; sandbox allow-same-origin";

    public static function show(string $html): Response
    {
        return response($html, 200, [
            'Content-Type' => 'text/html; charset=utf-8',
            'Content-Security-Policy' => self::POLICY,
            'Cache-Control' => 'no-store, private',
        ]);
    }
}
