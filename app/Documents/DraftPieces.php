<?php

declare(strict_types=1);

namespace App\Documents;

use Herald\Document\Limits;
use Herald\Render\Renderer;
use Illuminate\Support\Facades\File;

/** The compiled pieces of drafts, apart from editions: a stage compiles the piece that has changed and finds the others here. */
final readonly class DraftPieces
{
    public static function renderer(): Renderer
    {
        return Renderer::caching(config()->string('herald.drafts'), app(Limits::class));
    }

    /** Takes away what was compiled more than an hour ago. What is still worked on is compiled again. */
    public static function clear(): void
    {
        $directory = config()->string('herald.drafts');
        foreach (File::isDirectory($directory) ? File::allFiles($directory) : [] as $file) {
            if (@$file->getMTime() < now()->subHour()->getTimestamp()) {
                @unlink($file->getPathname()); // Another one may have been quicker.
            }
        }
    }
}
