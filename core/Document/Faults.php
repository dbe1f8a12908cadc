<?php

declare(strict_types=1);

namespace Herald\Document;

/** Gathers the faults of one document while it is read, so that all are told at once; of very many the first, and how many more there are. */
final class Faults
{
    /** As many as anyone reads. */
    public const MOST = 100;

    /** @var list<Fault> */
    private array $faults = [];

    private int $more = 0;

    public function add(string $place, string $reason): void
    {
        if (count($this->faults) >= self::MOST) {
            $this->more++;

            return;
        }
        $this->faults[] = new Fault(trim($place, '/'), $reason);
    }

    /**
     * What is read, or null where that fails: then its faults are among these.
     *
     * @template T
     *
     * @param  \Closure(): T  $read
     * @return T|null
     */
    public function of(\Closure $read): mixed
    {
        try {
            return $read();
        } catch (InvalidDocument $e) {
            foreach ($e->faults as $fault) {
                $this->add($fault->place, $fault->reason);
            }

            return null;
        }
    }

    /**
     * @return list<Fault>
     */
    public function all(): array
    {
        return $this->more === 0 ? $this->faults : [...$this->faults, new Fault('', 'and '.number_format($this->more).' more of the kind')];
    }

    /** @throws InvalidDocument when anything was added */
    public function throwIfAny(string $document): void
    {
        if ($this->all() !== []) {
            throw new InvalidDocument($document, $this->all());
        }
    }
}
