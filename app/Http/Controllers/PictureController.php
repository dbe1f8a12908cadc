<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Pictures\Pictures;
use Illuminate\Http\Response;

/** Hands out pictures, to mail programs too. An address always shows the same, so it may be kept for good. */
final class PictureController
{
    public function __invoke(int $width, string $name): Response
    {
        $path = Pictures::path($name, $width) ?? abort(404);

        return response((string) Pictures::disk()->get($path), 200, [
            'Content-Type' => str_ends_with($name, '.jpg') ? 'image/jpeg' : 'image/png',
            'Cache-Control' => 'public, max-age=31536000, immutable',
            'Content-Security-Policy' => "default-src 'none'; sandbox",
        ]);
    }
}
