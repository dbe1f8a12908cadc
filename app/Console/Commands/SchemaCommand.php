<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Herald\Manuscript\TemplateSchema;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\File;

final class SchemaCommand extends Command
{
    protected $signature = 'herald:schema';

    protected $description = 'Write schema/template.json from the blocks, formats and operators there are';

    public function handle(): int
    {
        File::put(base_path('schema/template.json'), TemplateSchema::json());
        $this->info('schema/template.json is written.');

        return self::SUCCESS;
    }
}
