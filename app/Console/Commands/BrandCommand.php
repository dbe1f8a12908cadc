<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Documents\BrandDesk;
use App\Documents\Publish;
use App\Models\Source;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Illuminate\Console\Command;

final class BrandCommand extends Command
{
    protected $signature = 'herald:brand {file : the brand document, JSON} {--brand= : the key of the brand; the default brand when absent} {--source= : the key of the source; needed when there are several}';

    protected $description = 'Publish a brand document; what wears the brand goes out in it from now on. Can be run again';

    public function handle(): int
    {
        $key = $this->option('brand');
        try {
            $source = Source::meant($this->option('source'));
            $brand = is_string($key) ? $source->brands()->where('key', $key)->first() : $source->defaultBrand();
            if ($brand === null) {
                throw InvalidDocument::because('--brand', '', "finds no brand \"{$key}\"; there are: ".$source->brands()->pluck('key')->implode(', '));
            }
            $version = Publish::document(BrandDesk::with($brand, $source), Json::ofFile((string) $this->argument('file')));
        } catch (InvalidDocument $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $this->info("{$brand->name}, version {$version->number}, is published.");

        return self::SUCCESS;
    }
}
