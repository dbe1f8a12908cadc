<?php

declare(strict_types=1);

namespace App\Readiness;

use App\Mail\Greeting;
use App\Models\Record;
use App\Models\Source;
use App\Timing\PlanDues;

/** What is looked at once for all notices of a source: its newest records, the mail server, who is at work. */
final class Survey
{
    /** So many days are looked back. */
    public const DAYS = 90;

    /** So many of the newest records of a type are looked at. */
    public const MOST = 300;

    /** @var array<string, list<array{key: string, data: array<string, mixed>}>> by the key of the type */
    private array $records = [];

    private ?Greeting $greeting = null;

    /** @var array<string, bool> */
    private array $alive = [];

    public function __construct(public readonly Source $source)
    {
    }

    /**
     * The newest records of a type that can be read.
     *
     * @return list<array{key: string, data: array<string, mixed>}> data: values by root
     */
    public function records(string $type): array
    {
        return $this->records[$type] ??= $this->read($type);
    }

    public function greeting(): Greeting
    {
        return $this->greeting ??= Greeting::ofMailServer();
    }

    public function isAlive(Heartbeat $heartbeat): bool
    {
        return $this->alive[$heartbeat->value] ??= $heartbeat->isAlive();
    }

    /**
     * @return list<array{key: string, data: array<string, mixed>}>
     */
    private function read(string $type): array
    {
        $declared = $this->source->manifest()->recordTypes[$type];
        $read = [];
        foreach ($this->source->records()->where('type', $type)->latest('updated_at')->latest('id')->limit(self::MOST)->get() as $record) {
            /** @var Record $record */
            if ($record->read($declared) !== null) {
                $read[] = ['key' => $record->key, 'data' => PlanDues::data($record->setRelation('source', $this->source), $declared, $this->source)];
            }
        }

        return $read;
    }
}
