<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Source;
use App\Notices\OwnNotices;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Illuminate\Console\Command;

final class NoticeCommand extends Command
{
    protected $signature = 'herald:notice {file : a notice of one\'s own, as schema/notice.json has it} {--on : switch it on as well} {--off : switch it off} {--source= : the key of the source, where there are several}';

    protected $description = 'Make a notice of one\'s own from a file, or change the one of its key';

    public function handle(): int
    {
        try {
            $source = Source::meant($this->option('source'));
            $document = Json::ofFile((string) $this->argument('file'));
            $own = new OwnNotices($source);
            $key = $document->node()->optionalString('key') ?? '';
            $notice = $source->notices()->where('key', $key)->whereNull('retired_at')->first()?->setRelation('source', $source);
            $known = $notice !== null;
            if ($notice === null) {
                $notice = $own->create($document, null);
            } else {
                $own->change($notice, $notice->revision, $document, null);
            }
            if ($this->option('on') || $this->option('off')) {
                $own->set($notice, $notice->revision, (bool) $this->option('on'), $notice->narrowing, null);
            }
            $declared = $source->manifest()->notices[$key];
            $this->info(($known ? 'Changed: ' : 'Made: ')."{$declared->name}, {$declared->cue->inWords()}, to {$declared->recipient->inWords()}. It is ".($declared->on ? 'on.' : 'off; --on switches it on.'));

            return self::SUCCESS;
        } catch (InvalidDocument $e) {
            foreach ($e->faults as $fault) {
                $this->error("{$e->document}: ".(new Fault($fault->place, $fault->reason))->inWords());
            }

            return self::FAILURE;
        }
    }
}
