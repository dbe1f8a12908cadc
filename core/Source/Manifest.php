<?php

declare(strict_types=1);

namespace Herald\Source;

use Composer\Pcre\Preg;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Document\Schema;
use Herald\Notice\Consequence;
use Herald\Notice\Notice;
use Herald\Notice\Occurrence;
use Herald\Record\Field;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Source;

/** All that a source says of itself. */
final readonly class Manifest
{
    /**
     * @param  array<string, RecordType>  $recordTypes  by key
     * @param  array<string, EventKind>  $events  by name
     * @param  array<string, Strand>  $strands  by key, in their order
     * @param  array<string, Notice>  $notices  by key, in the order of their strands
     * @param  array<string, string>  $unfit  notices of our own, and conditions that we added to others, that do not fit what the source declares today: why, by the key of the notice
     */
    public function __construct(
        public Source $source,
        public array $recordTypes,
        public array $events,
        public array $strands,
        public array $notices,
        public array $unfit = [],
    ) {
    }

    /** Whether any field, of a record or given with an event, had another key before. */
    public function isRenamed(): bool
    {
        $fields = array_merge(...array_map(static fn (RecordType $type): array => array_values($type->fields), array_values($this->recordTypes)), ...array_map(static fn (Notice $notice): array => array_values($notice->given), array_values($this->notices)));

        return array_filter($fields, static fn (Field $field): bool => $field->isRenamed()) !== [];
    }

    /** @throws InvalidDocument naming place and reason of what is wrong */
    public static function ofJson(Json $json): self
    {
        try {
            Schema::Manifest->check($json);

            return (new ManifestReader($json->node()))->read();
        } catch (InvalidDocument $e) {
            throw new InvalidDocument($e->document, array_map(static fn (Fault $fault): Fault => new Fault(self::named($fault->place, $json->data), $fault->reason), $e->faults));
        }
    }

    /**
     * A place by the key of what it is in, not by its number: `notices/order-received/cue/event`.
     *
     * @param  array<array-key, mixed>  $data
     */
    private static function named(string $place, array $data): string
    {
        if (! Preg::isMatch('~^(notices|record_types|strands|events)/(\d+)(?=/|$)~', $place, $match)) {
            return $place;
        }
        $one = is_array($data[$match[1]] ?? null) ? $data[$match[1]][(int) $match[2]] ?? null : null;
        $key = is_array($one) ? $one['key'] ?? $one['name'] ?? null : null;

        return is_string($key) && $key !== '' ? "{$match[1]}/{$key}".substr($place, strlen($match[0])) : $place;
    }

    /**
     * Reads what {@see outline} made of a manifest, without checking its form again.
     *
     * @param  \Closure(string, string, string): array<array-key, mixed>  $builtIn  the template document of a notice's built-in words, by the notice's key, the language and their hash
     */
    public static function stored(Node $outline, \Closure $builtIn): self
    {
        return (new ManifestReader($outline, $builtIn))->read();
    }

    /**
     * A manifest without the built-in words, of which their hashes stand for them: they are kept by themselves, as they are long and seldom needed.
     *
     * @param  array<array-key, mixed>  $manifest
     * @return array<array-key, mixed>
     */
    public function outline(array $manifest): array
    {
        $notices = is_array($manifest['notices'] ?? null) ? $manifest['notices'] : [];
        $manifest['notices'] = array_map(fn (mixed $notice): mixed => is_array($notice) && is_string($notice['key'] ?? null) ? [...$notice, 'built_in' => $this->notices[$notice['key']]->builtIns->hashes] : $notice, $notices);

        return $manifest;
    }

    /**
     * @return array<string, EventKind> what may happen to records of a type, by name: what the source raises, and answers
     */
    public function eventsOf(RecordType $type): array
    {
        return [...array_filter($this->events, static fn (EventKind $event): bool => $event->recordType === $type->key), ...EventKind::answersOf($type)];
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
            $verdict = $notice->judge($occurrence);
            if ($verdict->holds) {
                $parameters = RecordReader::given($notice->given, $given, "parameters of {$notice->key}");
                $data = [...$occurrence->is(), 'given' => $parameters];
                $consequences[] = new Consequence($notice, $verdict->reason, $notice->recipient->resolve($data), $parameters);
            }
        }

        return $consequences;
    }
}
