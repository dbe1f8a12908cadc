<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Message\Recipient;
use Herald\Record\RecordType;
use Herald\Source\Source;

/** All that a message may name, as plain arrays: what {@see \Herald\Record\Vocabulary} declares, with its values. */
final readonly class Scope
{
    /**
     * @param  array<string, mixed>  $data  normalised values by root name
     * @param  string  $zone  IANA zone for moments that have none of their own
     * @param  string|null  $region  the source's, see {@see Source}
     */
    private function __construct(public array $data, public string $zone, private ?string $region) {}

    /**
     * @param  array<string, mixed>  $record  normalised data, see {@see \Herald\Record\RecordReader}
     * @param  array<string, mixed>  $given  normalised parameters
     */
    public static function of(RecordType $type, array $record, Source $source, ?Recipient $recipient, \DateTimeImmutable $now, array $given = [], string $brand = ''): self
    {
        return new self([
            $type->key => $record,
            'given' => $given,
            'source' => $source->toArray(),
            'recipient' => [
                'name' => $recipient?->name,
                'address' => $recipient?->address,
                'language' => $recipient?->language,
            ],
            'brand' => ['name' => $brand],
            'now' => $now->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z'),
        ], $source->zone, $source->region);
    }

    /**
     * Takes up the data that was kept with a dispatch.
     *
     * @param  array<string, mixed>  $data
     */
    public static function kept(array $data, Source $source): self
    {
        return new self($data, $source->zone, $source->region);
    }

    /** The locale by which a language's dates and numbers are written here: en is en-IE for a source in Ireland. */
    public function locale(string $language): string
    {
        return $this->region === null || (\Locale::getRegion($language) ?? '') !== '' ? $language : $language.'-'.$this->region;
    }
}
