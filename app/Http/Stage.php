<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\Source;
use App\Pictures\Pictures;
use Illuminate\Http\Response;

/**
 * Gives a message's HTML to the frame it is shown in: no scripts, no forms, nothing loaded but pictures. Those from elsewhere are loaded only when a person asks for them:
 * their server would learn that somebody looks.
 */
final class Stage
{
    private const POLICY = "default-src 'none'; img-src 'self' data: %s; style-src 'unsafe-inline'; script-src 'none'; form-action 'none'; base-uri 'none'; frame-ancestors 'self'; sandbox allow-same-origin";

    public static function show(Source $source, string $html): Response
    {
        return response($html, 200, [
            'Content-Type' => 'text/html; charset=utf-8',
            'Content-Security-Policy' => sprintf(self::POLICY, request()->query('pictures') === 'all' ? 'http: https:' : implode(' ', self::pictureHosts($source))),
            'Cache-Control' => 'no-store, private',
        ]);
    }

    /**
     * Where pictures come from that are shown at once: the address that the application is known by, whichever it was opened under, and the source's own.
     *
     * @return list<string> origins
     */
    public static function pictureHosts(Source $source): array
    {
        $hosts = [Pictures::origin(), (string) preg_replace('~^(https?://[^/?#]+).*$~is', '$1', $source->url)];

        return array_values(array_unique(array_filter($hosts, static fn (string $host): bool => preg_match('~^https?://[A-Za-z0-9.:-]+$~D', $host) === 1)));
    }
}
