<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Loading\LoadManifest;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Illuminate\Console\Command;

final class SourceCommand extends Command
{
    protected $signature = 'herald:source {file : the manifest, JSON}';

    protected $description = 'Take over the manifest of a source. Can be run again; sends nothing';

    public function handle(): int
    {
        try {
            $source = LoadManifest::from(Json::ofFile((string) $this->argument('file')));
        } catch (InvalidDocument $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $manifest = $source->manifest();
        $this->info(sprintf('%s: %d record types, %d notices in %d strands.', $source->name, count($manifest->recordTypes), count($manifest->notices), count($manifest->strands)));

        return self::SUCCESS;
    }
}
