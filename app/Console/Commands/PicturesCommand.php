<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Pictures\Pictures;
use App\Pictures\PictureUses;
use Illuminate\Console\Command;

final class PicturesCommand extends Command
{
    protected $signature = 'herald:pictures {--older=7 : clear only what was made ready so many days ago, or earlier}';

    protected $description = 'Clear away pictures in widths that nothing needs: neither what is written, nor what was published, nor what was sent';

    public function handle(): int
    {
        $needed = PictureUses::needed();
        $disk = Pictures::disk();
        $before = now()->subDays((int) $this->option('older'))->getTimestamp();
        $cleared = 0;
        foreach ($disk->directories('pictures') as $folder) {
            $width = (int) basename($folder);
            foreach ($width === Pictures::SHOWN ? [] : $disk->files($folder) as $file) {
                $name = basename($file);
                // What is named without a width may be loaded in any.
                if (! isset($needed["{$width}/{$name}"]) && ! isset($needed[$name]) && $disk->lastModified($file) <= $before) {
                    $disk->delete($file);
                    $cleared++;
                }
            }
        }
        $this->info($cleared === 0 ? 'Nothing to clear: each is needed, or new.' : "Cleared {$cleared} ".($cleared === 1 ? 'picture' : 'pictures').' in widths that nothing needs.');

        return self::SUCCESS;
    }
}
