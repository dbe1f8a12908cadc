<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Herald\Manuscript\TemplateSchema;
use Herald\Record\RecordTypeSchema;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\File;

final class SchemaCommand extends Command
{
    protected $signature = 'herald:schema';

    protected $description = 'Write schema/template.json and schema/record-type.json from the blocks, formats, operators and field types there are';

    public function handle(): int
    {
        File::put(base_path('schema/template.json'), TemplateSchema::json());
        File::put(RecordTypeSchema::file(), RecordTypeSchema::json());
        $this->info('schema/template.json and schema/record-type.json are written.');

        return self::SUCCESS;
    }
}
