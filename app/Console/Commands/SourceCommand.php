<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Audit\Audit;
use App\Loading\LoadManifest;
use App\Renaming\FormerNames;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Illuminate\Console\Command;

final class SourceCommand extends Command
{
    protected $signature = 'herald:source {file : the manifest, JSON} {--accept : also when templates no longer fit it} {--dry-run : only tell what it would change} {--write-names : then write what people made here by the names that fields have now}';

    protected $description = 'Take over the manifest of a source. Can be run again; sends nothing';

    public function handle(): int
    {
        try {
            $json = Json::ofFile((string) $this->argument('file'));
            $broken = LoadManifest::broken($json);
            foreach ($broken as $template) {
                $this->warn("No longer fits: {$template}");
            }
            if ($this->option('dry-run')) {
                $told = LoadManifest::outlook($json);
                array_map($this->line(...), $told);
                $this->info($told === [] && $broken === [] ? 'It changes nothing of any notice.' : 'Nothing was changed: this is what it would.');

                return self::SUCCESS;
            }
            if ($broken !== [] && ! $this->option('accept')) {
                $this->error('Nothing was changed. With --accept it is taken over all the same: their last good edition answers then where the data suffice, else the built-in.');

                return self::FAILURE;
            }
            $source = LoadManifest::from($json);
            Audit::note(null, 'manifest', "The manifest of {$source->name} was taken over", $source, $source);
        } catch (InvalidDocument $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        if ($this->option('write-names')) {
            foreach ((new FormerNames($source))->all() as $one) {
                $this->line("{$one->what}: ".implode(', ', array_map(static fn (string $was, string $is): string => "{$was} is {$is}", array_keys($one->names), $one->names)));
            }
            array_map($this->warn(...), (new FormerNames($source))->write(null));
        }
        $manifest = $source->manifest();
        $this->info(sprintf('%s: %d record types, %d notices in %d strands.', $source->name, count($manifest->recordTypes), count($manifest->notices), count($manifest->strands)));

        return self::SUCCESS;
    }
}
