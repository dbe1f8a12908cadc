<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Audit\Audit;
use App\Models\Source;
use Illuminate\Console\Command;

final class TokenCommand extends Command
{
    protected $signature = 'herald:token {source : the key of the source} {--name=application : what the token is for}';

    protected $description = 'Make a bearer token with which a source may raise events. It is shown once';

    public function handle(): int
    {
        $source = Source::query()->where('key', $this->argument('source'))->first();
        if ($source === null) {
            $this->error("There is no source \"{$this->argument('source')}\".");

            return self::FAILURE;
        }
        Audit::note(null, 'token', "The token “{$this->option('name')}” of {$source->name} was made", $source, $source);
        $this->line($source->createToken((string) $this->option('name'), ['events'])->plainTextToken);

        return self::SUCCESS;
    }
}
