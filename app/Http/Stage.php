<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\Source;
use App\Pictures\Pictures;
use Composer\Pcre\Preg;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Render\Unfillable;
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
        return self::page($html, 200, request()->query('pictures') === 'all' ? 'http: https:' : implode(' ', self::pictureHosts($source)));
    }

    /** Why there is nothing to be shown, where the message cannot be made: its words, or the record, no longer fit the source. Null for all else that may go wrong. */
    public static function refusal(\Throwable $e): ?Response
    {
        $reasons = match (true) {
            $e instanceof InvalidDocument => array_map(static fn (Fault $fault): string => $fault->inWords(), $e->faults),
            $e instanceof Unfillable => [$e->getMessage()],
            default => null,
        };

        return $reasons === null ? null : self::page(
            '<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>This message cannot be made</title></head><body style="margin: 24px; font: 15px/1.5 sans-serif; color: #222222; background-color: #FFFFFF; overflow-wrap: anywhere"><h1 style="font-size: 17px">This message cannot be made</h1><ul>'
            .implode('', array_map(static fn (string $reason): string => '<li>'.e($reason).'</li>', $reasons)).'</ul></body></html>',
            422,
        );
    }

    private static function page(string $html, int $status, string $pictures = ''): Response
    {
        return response($html, $status, ['Content-Type' => 'text/html; charset=utf-8', 'Content-Security-Policy' => sprintf(self::POLICY, $pictures), 'Cache-Control' => 'no-store, private']);
    }

    /**
     * Where pictures come from that are shown at once: the address that the application is known by, whichever it was opened under, and the source's own.
     *
     * @return list<string> origins
     */
    public static function pictureHosts(Source $source): array
    {
        $hosts = [Pictures::origin(), Preg::replace('~^(https?://[^/?#]+).*$~is', '$1', $source->url)];

        return array_values(array_unique(array_filter($hosts, static fn (string $host): bool => Preg::isMatch('~^https?://[A-Za-z0-9.:-]+$~D', $host))));
    }
}
