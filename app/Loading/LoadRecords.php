<?php

declare(strict_types=1);

namespace App\Loading;

use App\Models\Record;
use App\Models\Source;
use App\Timing\PlanDues;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Record\RecordReader;
use Illuminate\Support\Facades\DB;

/**
 * Loads records from JSON Lines, one `{"type": "order", "data": {…}}` a line. What they say becomes the baseline that later
 * events are compared with; nothing is sent, and what goes by a date comes only where that is still to come. A bad line changes nothing.
 */
final class LoadRecords
{
    /**
     * @param  list<string>  $files
     * @param  \Closure(int): void|null  $progress  told the number of records after each
     * @return int how many records were read
     *
     * @throws InvalidDocument naming file, line, record and field
     */
    public static function from(Source $source, array $files, ?\Closure $progress = null): int
    {
        $types = $source->manifest()->recordTypes;
        $limits = app(Limits::class);

        return DB::transaction(function () use ($source, $types, $limits, $files, $progress): int {
            $count = 0;
            $plan = new PlanDues($source, baseline: true);
            foreach ($files as $file) {
                foreach (self::lines($file) as $line => $text) {
                    $place = basename($file).", line {$line}";
                    $node = Json::ofText($text, $place)->node();
                    $type = $types[$node->string('type')] ?? throw $node->fault('type', "\"{$node->string('type')}\" is not a record type of {$source->name}");
                    RecordReader::weigh($node->array('data'), $limits, $place);
                    $data = RecordReader::read($type, $node->array('data'), $place, $limits);
                    $record = Record::query()->firstOrNew(['source_id' => $source->id, 'type' => $type->key, 'key' => RecordReader::identityOf($type, $data)]);
                    $record->take($type, $data);
                    $plan->about($record, $type);
                    $count++;
                    $progress?->__invoke($count);
                }
            }

            return $count;
        });
    }

    /**
     * @return \Generator<int, string> the lines that are not blank, by their number
     */
    private static function lines(string $file): \Generator
    {
        $handle = is_file($file) ? @fopen($file, 'rb') : false;
        if ($handle === false) {
            throw InvalidDocument::because($file, '', 'cannot be read');
        }
        try {
            for ($number = 1; ($line = fgets($handle)) !== false; $number++) {
                if (trim($line) !== '') {
                    yield $number => $line;
                }
            }
        } finally {
            fclose($handle);
        }
    }
}
