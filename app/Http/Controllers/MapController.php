<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Maps\DrawnMap;
use Composer\Pcre\Preg;
use Illuminate\Http\Response;

/** Hands out pictures of maps, drawn by what stands in for a map service. */
final class MapController
{
    public function __invoke(string $place, int $zoom): Response
    {
        if (! Preg::isMatch('/^(-?\d{1,2}(?:\.\d{1,8})?), ?(-?\d{1,3}(?:\.\d{1,8})?)$/D', $place, $degrees) || abs((float) $degrees[1]) > 85 || abs((float) $degrees[2]) > 180 || $zoom < 1 || $zoom > 19) {
            abort(404);
        }

        return response(DrawnMap::png((float) $degrees[1], (float) $degrees[2], $zoom), 200, [
            'Content-Type' => 'image/png',
            'Cache-Control' => 'public, max-age=86400',
            'Content-Security-Policy' => "default-src 'none'; sandbox",
        ]);
    }
}
