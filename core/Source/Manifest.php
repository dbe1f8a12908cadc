<?php

declare(strict_types=1);

namespace Herald\Source;

use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Schema;
use Herald\Notice\Consequence;
use Herald\Notice\Notice;
use Herald\Notice\Occurrence;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;

/** All that a source says of itself. */
final readonly class Manifest
{
    /**
     * @param  array<string, RecordType>  $recordTypes  by key
     * @param  array<string, EventKind>  $events  by name
     * @param  array<string, Strand>  $strands  by key, in their order
     * @param  array<string, Notice>  $notices  by key, in the order of their strands
     */
    public function __construct(
        public Source $source,
        public array $recordTypes,
        public array $events,
        public array $strands,
        public array $notices,
    ) {
    }

    /** @throws InvalidDocument naming place and reason of what is wrong */
    public static function ofJson(Json $json): self
    {
        Schema::Manifest->check($json);

        return (new ManifestReader($json->node()))->read();
    }

    /** Reads a manifest that passed {@see ofJson} before it was stored, without checking its form again. */
    public static function stored(Json $json): self
    {
        return (new ManifestReader($json->node()))->read();
    }

    /**
     * The notices that something that happened sets off, in their order. Those that the source still sends itself are among
     * them; it is for the caller to leave them to it.
     *
     * @param  array<array-key, mixed>  $given  parameters that came with the event
     * @return list<Consequence>
     *
     * @throws InvalidDocument when a notice that is set off lacks a parameter it needs
     */
    public function consequencesOf(Occurrence $occurrence, array $given = []): array
    {
        $consequences = [];
        foreach ($this->notices as $notice) {
            $verdict = $notice->cue->judge($occurrence);
            if ($verdict->holds) {
                $parameters = RecordReader::given($notice->given, array_intersect_key($given, $notice->given), "parameters of {$notice->key}");
                $data = [$occurrence->recordType => $occurrence->after, 'given' => $parameters];
                $consequences[] = new Consequence($notice, $verdict->reason, $notice->recipient->resolve($data), $parameters);
            }
        }

        return $consequences;
    }
}
