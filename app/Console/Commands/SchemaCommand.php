<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Herald\Manuscript\DataGuide;
use Herald\Manuscript\TemplateSchema;
use Herald\Record\RecordTypeSchema;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\File;

final class SchemaCommand extends Command
{
    protected $signature = 'herald:schema';

    protected $description = 'Write schema/template.json, schema/record-type.json and docs/data.md from the blocks, formats, operators and field types there are';

    public function handle(): int
    {
        File::put(base_path('schema/template.json'), TemplateSchema::json());
        File::put(RecordTypeSchema::file(), RecordTypeSchema::json());
        File::put(base_path('docs/data.md'), DataGuide::markdown());
        $this->info('schema/template.json, schema/record-type.json and docs/data.md are written.');

        return self::SUCCESS;
    }
}
