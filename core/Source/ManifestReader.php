<?php

declare(strict_types=1);

namespace Herald\Source;

use Composer\Pcre\Preg;
use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\Fault;
use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Notice\Audience;
use Herald\Notice\BuiltIns;
use Herald\Notice\Carrier;
use Herald\Notice\Cue;
use Herald\Notice\FieldChange;
use Herald\Notice\Notice;
use Herald\Notice\RecipientRule;
use Herald\Notice\Slot;
use Herald\Notice\WhenUncertain;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Source;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Timing\InTime;

/** Reads a manifest that has passed its schema, or the outline of one. */
final readonly class ManifestReader
{
    /** @var \WeakMap<RecordType, Vocabulary> what notices speak about that are given nothing beside the record: there may be hundreds */
    private \WeakMap $plain;

    /**
     * @param  (\Closure(string, string, string): array<array-key, mixed>)|null  $kept  of an outline: the document of a notice's built-in words in a language, by their hash
     */
    public function __construct(private Node $node, private ?\Closure $kept = null)
    {
        $this->plain = new \WeakMap;
    }

    /** @throws InvalidDocument naming place and reason of all that is wrong, see {@see Faults::MOST} */
    public function read(): Manifest
    {
        $faults = new Faults;
        $source = Source::ofNode($this->node->node('source') ?? $this->node);
        $types = $this->all('record_types', 'key', $faults, RecordType::ofNode(...));
        // What rests on something that is wrong itself is not told as well.
        $isRead = static fn (array $all, string $key): bool => ! array_key_exists($key, $all) || $all[$key] !== null;
        $known = array_filter($types);
        $events = $this->all('events', 'name', $faults, fn (Node $node): ?EventKind => $isRead($types, $node->string('record_type')) ? $this->event($node, $known) : null);
        $strands = $this->all('strands', 'key', $faults, fn (Node $node): ?Strand => $isRead($types, $node->string('record_type')) ? $this->strand($node, $known) : null);
        [$kinds, $rows] = [array_filter($events), array_filter($strands)];
        $notices = $unfit = [];
        $read = $this->all('notices', 'key', $faults, function (Node $node) use ($source, $known, $kinds, $rows, $events, $strands, $isRead): ?Notice {
            if (str_starts_with($node->string('key'), Notice::OWN)) {
                throw $node->fault('key', 'begins with "'.Notice::OWN.'", as those notices do that are made here');
            }
            $event = $node->node('cue')?->optionalString('event');

            return $isRead($strands, $node->string('strand')) && ($event === null || $isRead($events, $event)) ? $this->notice($node, $source, $known, $kinds, $rows) : null;
        });
        $faults->throwIfAny($this->node->document);
        [$types, $events, $strands, $notices] = [$known, $kinds, $rows, array_filter($read)];
        foreach ($this->node->nodes('notices') as $node) {
            $unfit += $node->has('narrowing') && $notices[$node->string('key')]->narrowing === null ? [$node->string('key') => 'the condition that was added here does not fit any more; nothing goes out until it is mended'] : [];
        }
        foreach ($this->node->nodes('own_notices') as $node) {
            try {
                $strands += $this->ownStrand($node, $types);
                $notices[$node->string('key')] = $this->notice($node, $source, $types, $events, $strands);
            } catch (InvalidDocument $e) {
                // What it names is no longer declared.
                $unfit[$node->string('key')] = $e->faults[0]->inWords();
            }
        }
        // One that is only tried has to fit.
        $tried = $this->node->node('tried_notice');
        if ($tried !== null) {
            $tried = new Node($tried->data, '', 'notice');
            $strands += $this->ownStrand($tried, $types);
            $notices[$tried->string('key')] = $this->notice($tried, $source, $types, $events, $strands);
        }
        $order = array_flip(array_keys($strands));
        uasort($notices, static fn (Notice $a, Notice $b): int => $order[$a->strand] <=> $order[$b->strand]);

        return new Manifest($source, $types, $events, $strands, $notices, $unfit);
    }

    /**
     * All members of a list, each by what tells it from the others.
     *
     * @template T of object
     *
     * @param  \Closure(Node): (T|null)  $read
     * @return array<string, T|null> null for one that is wrong
     */
    private function all(string $list, string $by, Faults $faults, \Closure $read): array
    {
        $all = [];
        foreach ($this->node->nodes($list) as $node) {
            $key = $node->string($by);
            if (array_key_exists($key, $all)) {
                $faults->add($node->below($by), "\"{$key}\" is declared twice");

                continue;
            }
            $all[$key] = $faults->of(static fn (): ?object => $read($node));
        }

        return $all;
    }

    /**
     * @param  array<string, RecordType>  $types
     */
    private function event(Node $node, array $types): EventKind
    {
        [$name, $type] = [$node->string('name'), $node->string('record_type')];
        if (! isset($types[$type])) {
            throw $node->fault('record_type', "\"{$type}\" is not a record type of this manifest");
        }
        if (str_starts_with($name, EventKind::answered(''))) {
            throw $node->fault('name', 'begins with "'.EventKind::answered('').'", as events do that come of answers');
        }

        return new EventKind($name, $type, $node->optionalString('label') ?? str_replace(['.', '_'], ' ', $name), $node->bool('change'));
    }

    /**
     * @param  array<string, RecordType>  $types
     */
    private function strand(Node $node, array $types): Strand
    {
        $type = $node->string('record_type');

        return isset($types[$type]) ? new Strand($node->string('key'), $node->string('name'), $node->optionalString('about') ?? '', $type)
            : throw $node->fault('record_type', "\"{$type}\" is not a record type of this manifest");
    }

    /**
     * @param  array<string, RecordType>  $types
     * @param  array<string, EventKind>  $events
     * @param  array<string, Strand>  $strands
     */
    private function notice(Node $node, Source $source, array $types, array $events, array $strands): Notice
    {
        $key = is_array($node->raw('strand')) ? (string) $node->node('strand')?->string('key') : $node->string('strand');
        $strand = $strands[$key] ?? throw $node->fault('strand', "\"{$key}\" is not a strand of this manifest");
        $type = $types[$strand->recordType];
        $faults = new Faults;
        $given = $faults->of(static function () use ($node): array {
            $given = Field::listOf(new Node(['fields' => $node->array('given')], $node->place, $node->document));
            RecordReader::given(array_filter($given, static fn (Field $field): bool => $field->default !== null), [], $node->place === '' ? 'manifest' : "{$node->document}, {$node->place}");

            return $given;
        }) ?? [];
        $faults->throwIfAny($node->document);
        $around = $given === [] ? $this->plain[$type] ??= Vocabulary::of($type, kinds: $types) : Vocabulary::of($type, $given, $types);
        $recipient = $faults->of(static fn (): RecipientRule => RecipientRule::ofNode($node->node('recipient') ?? $node, $around, $source->roles));
        $vocabulary = $recipient->each->vocabulary ?? $around;
        $audience = Audience::from($node->string('audience'));
        $for = $node->optionalString('for');
        $required = $node->node('required');
        [$on, $narrowing] = self::ours($node, $around);
        $cue = $faults->of(fn (): Cue => $this->cue($node, $type, $events, $strands, $around));
        // What one of several is called is not known where whom it goes to cannot be read.
        $isKnown = $recipient !== null || ! is_string($node->node('recipient')?->raw('each'));
        [$links, $variables] = $required === null || ! $isKnown ? [[], []] : array_map(static fn (string $key): array => self::paths($required, $key, $vocabulary, $faults), ['links', 'variables']);
        $questions = $required === null ? [] : $faults->of(static fn (): array => self::questions($required, $type)) ?? [];
        $slots = $faults->of(fn (): array => $this->slots($node)) ?? [];
        $builtIns = $isKnown ? $faults->of(fn (): BuiltIns => str_starts_with($node->string('key'), Notice::OWN) ? new BuiltIns($vocabulary, [], static fn (string $language): array => throw new \LogicException("There are no words in {$language}")) : $this->builtIns($node, $type, $source, $vocabulary)) : null;
        $faults->throwIfAny($node->document);
        if ($recipient === null || $cue === null || $builtIns === null) {
            throw new \LogicException('What is not there has its fault');
        }

        return new Notice(
            $node->string('key'), $node->string('name'), $strand->key, $type->key, $cue, $audience, $source->audiences[$audience->value]['name'].($for === null ? '' : ', '.$for), $recipient, $links, $variables, $questions, $given, $slots,
            Carrier::from($node->optionalString('carrier') ?? Carrier::Herald->value), WhenUncertain::from($node->optionalString('when_uncertain') ?? WhenUncertain::Hold->value), $builtIns, $vocabulary, $on, $narrowing,
        );
    }

    /**
     * What people have said of a notice here.
     *
     * @return array{bool, Condition|null} whether it is switched on, and a further condition; what does not fit any more switches it off, as it would go to more than it should
     */
    private static function ours(Node $node, Vocabulary $vocabulary): array
    {
        $narrowing = $node->node('narrowing');
        try {
            return [$node->bool('on', true), $narrowing === null ? null : ConditionReader::read($narrowing, $vocabulary)];
        } catch (InvalidDocument) {
            return [false, null];
        }
    }

    /**
     * The strand of a notice of our own, where that is one of our own as well.
     *
     * @param  array<string, RecordType>  $types
     * @return array<string, Strand> by key; none where it stands in one of the source's
     */
    private function ownStrand(Node $node, array $types): array
    {
        $strand = is_array($node->raw('strand')) ? $node->node('strand') : null;
        if ($strand === null) {
            return [];
        }
        $type = $strand->string('record_type');

        return isset($types[$type]) ? [$strand->string('key') => new Strand($strand->string('key'), $strand->string('name'), $strand->optionalString('about') ?? '', $type)]
            : throw $strand->fault('record_type', "\"{$type}\" is not a record type of this source");
    }

    /**
     * @return array<string, Slot> by key
     */
    private function slots(Node $node): array
    {
        $slots = [];
        foreach ($node->nodes('slots') as $declared) {
            $slot = new Slot($declared->string('key'), $declared->string('label'), $declared->optionalString('from'), $declared->array('sample'));
            // It is read again when it is shown; here it is only found out whether it can be.
            if ($this->kept === null) {
                $slot->sample();
            }
            $slots[$slot->key] = $slot;
        }

        return $slots;
    }

    /**
     * @param  array<string, EventKind>  $events
     * @param  array<string, Strand>  $strands
     */
    private function cue(Node $node, RecordType $type, array $events, array $strands, Vocabulary $vocabulary): Cue
    {
        $cue = $node->node('cue') ?? $node;
        $name = $cue->optionalString('event');
        $event = $name === null ? null : (EventKind::answersOf($type)[$name] ?? $events[$name] ?? throw $cue->fault('event', "\"{$name}\" is not an event of this manifest"));
        if ($event !== null && $event->recordType !== $type->key) {
            throw $cue->fault('event', "\"{$name}\" is raised on records of type {$event->recordType}, the strand is about {$type->key}");
        }
        $becomes = $cue->node('becomes');
        $condition = $becomes === null ? null : ConditionReader::read($becomes, $vocabulary);
        if (in_array('now', array_map(static fn (Path $path): string => $path->root(), $condition?->paths() ?? []), true)) {
            throw $cue->fault('becomes', 'nobody would notice when a condition that is counted from now comes true; say a time, or begin with an event');
        }

        [$changes, $time, $follows] = [$cue->node('changes'), $cue->node('time'), $cue->node('follows')];

        return new Cue(
            $type->key,
            $name,
            $event->label ?? '',
            $cue->bool('created'),
            $changes === null ? null : FieldChange::ofNode($changes, $vocabulary),
            $condition,
            match (true) {
                $time !== null => InTime::ofNode($time, $vocabulary),
                $follows !== null => InTime::following($follows, $vocabulary, $this->followed($follows, $node, $type, $strands)),
                default => null,
            },
            $follows?->string('notice'),
            $cue->bool('again'),
            $cue->optionalString('wording'),
        );
    }

    /**
     * @param  array<string, Strand>  $strands
     * @return string the name of the notice that is followed
     *
     * @throws InvalidDocument when there is none of that key about such records
     */
    private function followed(Node $follows, Node $own, RecordType $type, array $strands): string
    {
        $key = $follows->string('notice');
        foreach ($key === $own->string('key') ? [] : [...array_values($this->node->nodes('notices')), ...array_values($this->node->nodes('own_notices'))] as $other) {
            if ($other->string('key') === $key) {
                $strand = is_array($other->raw('strand')) ? $other->node('strand') : null;
                if (($strand?->string('record_type') ?? ($strands[$other->string('strand')] ?? null)?->recordType) === $type->key) {
                    return $other->string('name');
                }
            }
        }
        throw $follows->fault('notice', "\"{$key}\" is no other notice about {$type->plural->in('en')}");
    }

    /**
     * @return list<string>
     */
    private static function paths(Node $node, string $key, Vocabulary $vocabulary, Faults $faults): array
    {
        foreach ($node->strings($key) as $index => $path) {
            try {
                $vocabulary->field(Path::of($path));
            } catch (UnknownPath|\InvalidArgumentException $e) {
                $faults->add($node->below($key.'/'.$index), $e->getMessage());
            }
        }

        return $node->strings($key);
    }

    /**
     * @return list<string> the keys of what is asked
     */
    private static function questions(Node $required, RecordType $type): array
    {
        foreach ($required->strings('responses') as $index => $key) {
            isset($type->questions[$key]) || throw $required->fault("responses/{$index}", "\"{$key}\" is not among the questions of {$type->key}");
        }

        return $required->strings('responses');
    }

    private function builtIns(Node $notice, RecordType $type, Source $source, Vocabulary $vocabulary): BuiltIns
    {
        $kept = $this->kept;
        if ($kept !== null) {
            $key = $notice->string('key');
            /** @var non-empty-array<string, string> $hashes as {@see Manifest::outline} wrote them */
            $hashes = $notice->array('built_in');

            return new BuiltIns($vocabulary, $hashes, static fn (string $language): array => $kept($key, $language, $hashes[$language]));
        }
        $documents = [];
        foreach ($notice->nodes('built_in') as $language => $node) {
            $documents[(string) $language] = self::document($notice, (string) $language, $node, $type);
        }
        if ($documents === []) {
            throw $notice->fault('built_in', 'must have words in at least one language');
        }
        $faults = new Faults;
        if (! isset($documents[$source->defaultLanguage])) {
            $faults->add($notice->below('built_in'), "lacks the source's default language, {$source->defaultLanguage}");
        }
        foreach (array_diff(array_map(strval(...), array_keys($documents)), $source->languages) as $language) {
            $faults->add($notice->below("built_in/{$language}"), "\"{$language}\" is not among the languages of the source: ".implode(', ', $source->languages));
        }
        $builtIns = new BuiltIns($vocabulary, array_map(static fn (array $document): string => hash('sha256', json_encode($document, JSON_THROW_ON_ERROR)), $documents), static fn (string $language): array => $documents[$language]);
        foreach ($notice->nodes('built_in') as $language => $node) {
            $faults->of(static function () use ($builtIns, $language, $node): void {
                try {
                    $builtIns->manuscript((string) $language);
                } catch (InvalidDocument $e) {
                    throw self::moved($e, $node);
                }
            });
        }
        $faults->throwIfAny($notice->document);

        return $builtIns;
    }

    /**
     * A built-in is a template of plain paragraphs: it is read by the same reader, its texts standing for text blocks. The
     * manifest's schema has checked its blocks.
     *
     * @return array<array-key, mixed>
     */
    private static function document(Node $notice, string $language, Node $words, RecordType $type): array
    {
        $blocks = [];
        foreach (array_values($words->array('body')) as $index => $part) {
            $blocks[] = is_string($part) ? ['id' => 'p'.($index + 1), 'type' => 'text', 'text' => $part] : $part;
        }

        return [
            'format' => 'velvet-herald/template', 'version' => 1, 'key' => $notice->string('key'), 'name' => $notice->string('name'), 'record_type' => $type->key,
            'language' => $language, 'envelope' => ['subject' => $words->string('subject')], 'manuscript' => $blocks,
        ];
    }

    /** The faults of a built-in, at their places in the manifest. */
    private static function moved(InvalidDocument $e, Node $node): InvalidDocument
    {
        return new InvalidDocument($node->document, array_map(static fn (Fault $fault): Fault => new Fault($node->below(Preg::replace(['~^manuscript~', '~^envelope/~'], ['body', ''], $fault->place)), $fault->reason), $e->faults));
    }
}
