<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Loading\LoadRecords;
use App\Models\Source;
use Herald\Document\InvalidDocument;
use Illuminate\Console\Command;

final class RecordsCommand extends Command
{
    protected $signature = 'herald:records {file* : JSON Lines, one {"type": "order", "data": {...}} a line} {--source= : the key of the source; needed when there are several}';

    protected $description = 'Load records as the baseline of later events. Can be run again; sends nothing';

    public function handle(): int
    {
        try {
            $source = Source::meant($this->option('source'));
            $count = LoadRecords::from($source, array_values((array) $this->argument('file')), function (int $read): void {
                if ($read % 1000 === 0) {
                    $this->line("{$read} records read");
                }
            });
        } catch (InvalidDocument $e) {
            $this->error($e->getMessage());
            $this->line('Nothing was changed.');

            return self::FAILURE;
        }
        $this->info("{$count} records loaded into {$source->name}. Nothing was sent.");

        return self::SUCCESS;
    }
}
