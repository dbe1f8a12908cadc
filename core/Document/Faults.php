<?php

declare(strict_types=1);

namespace Herald\Document;

/** Gathers the faults of one document while it is read, so that all are told at once. */
final class Faults
{
    /** @var list<Fault> */
    private array $faults = [];

    public function add(string $place, string $reason): void
    {
        $this->faults[] = new Fault(trim($place, '/'), $reason);
    }

    /**
     * @return list<Fault>
     */
    public function all(): array
    {
        return $this->faults;
    }

    /** @throws InvalidDocument when anything was added */
    public function throwIfAny(string $document): void
    {
        if ($this->faults !== []) {
            throw new InvalidDocument($document, $this->faults);
        }
    }
}
