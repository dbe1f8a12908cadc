<?php

declare(strict_types=1);

namespace Herald\Document;

/** A document (manifest, record type, record, template, brand) cannot be used as it stands. */
final class InvalidDocument extends \DomainException
{
    /**
     * @param  string  $document  what the reader would call it: a file name, or "template order-received"
     * @param  non-empty-list<Fault>  $faults
     */
    public function __construct(public readonly string $document, public readonly array $faults)
    {
        parent::__construct(implode("\n", array_map(
            static fn (Fault $fault): string => $document.': '.$fault->inWords(),
            $faults,
        )));
    }

    /**
     * What is wrong, in words on one line.
     *
     * @param  int  $most  of the faults, the first
     */
    public function summary(int $most = 5): string
    {
        return implode('; ', array_map(static fn (Fault $fault): string => $fault->inWords(), array_slice($this->faults, 0, $most)));
    }

    public static function because(string $document, string $place, string $reason): self
    {
        return new self($document, [new Fault(trim($place, '/'), $reason)]);
    }
}
