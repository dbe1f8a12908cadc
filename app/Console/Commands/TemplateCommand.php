<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Documents\PublishTemplate;
use App\Models\Source;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Illuminate\Console\Command;

final class TemplateCommand extends Command
{
    protected $signature = 'herald:template {file : the template document, JSON} {--collection= : the key of the collection while which is on it answers} {--source= : the key of the source; needed when there are several}';

    protected $description = 'Publish a template document; it answers for the notice it names. Can be run again';

    public function handle(): int
    {
        try {
            $version = PublishTemplate::from(Source::meant($this->option('source')), Json::ofFile((string) $this->argument('file')), collection: is_string($collection = $this->option('collection')) ? $collection : null);
        } catch (InvalidDocument $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $this->info("{$version->template->name}, version {$version->number}, is published.");

        return self::SUCCESS;
    }
}
