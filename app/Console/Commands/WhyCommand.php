<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Claims\Outlook;
use App\Models\Notice;
use App\Models\Source;
use Herald\Claim\Otherwise;
use Herald\Document\InvalidDocument;
use Illuminate\Console\Command;
use Illuminate\Database\Eloquent\ModelNotFoundException;

final class WhyCommand extends Command
{
    protected $signature = 'herald:why {notice : its key} {record : the key of a record} {--source= : the key of the source; needed when there are several} {--json : as the interface for sources says it}';

    protected $description = 'Tell who answers for a notice about a record, and why. Sends nothing';

    public function handle(): int
    {
        try {
            $source = Source::meant($this->option('source'));
            $notice = Notice::asked($source, (string) $this->argument('notice'));
            $why = Outlook::why($notice, $source->record($notice->declaration()->recordType, (string) $this->argument('record')));
        } catch (InvalidDocument $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        } catch (ModelNotFoundException) {
            $this->error('There is no such notice, or no such record among those it speaks about.');

            return self::FAILURE;
        }
        if ($this->option('json')) {
            $this->line(json_encode($why, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES));

            return self::SUCCESS;
        }
        foreach ($why['asked'] as $line) {
            $this->line(($line['holds'] ? 'yes  ' : 'no   ')."{$line['name']}: {$line['why']}");
        }
        $this->info(match ($why['answers']) {
            'template' => "{$why['template']['name']}, version {$why['template']['version']}, answers.",
            'built_in' => 'The built-in answers.',
            'framed' => 'The built-in answers, in the brand’s frame.',
            default => 'Nothing goes out.',
        });
        if ($why['trouble'] !== null && $why['answers'] !== Otherwise::Silent->value) {
            $this->warn($why['trouble']);
        }
        if ($why['language'] !== null) {
            $this->line("in {$why['language']}: {$why['language_reason']}");
        }
        $this->line($why['recipient']['address'] === null ? "to nobody: {$why['recipient']['from']} is empty" : "to {$why['recipient']['address']}, from {$why['recipient']['from']}");

        return self::SUCCESS;
    }
}
