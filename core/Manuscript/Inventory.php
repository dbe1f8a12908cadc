<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Composer\Pcre\Preg;
use Herald\Document\Node;
use Herald\Language\LanguageTag;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;
use Herald\Style\Look;
use Herald\Style\Token;

/** All that a document of a template says and how it is set, in the words an author reads: what {@see Differences} compares. */
final class Inventory
{
    /** Begins the keys of what is no block and has no place among blocks. */
    public const NO_BLOCK = ':';

    /** @var array<array-key, Entry> */
    private array $entries = [];

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, Entry> by the ids of the blocks (numbers where they are digits alone), envelope lines by "envelope." and their names, all else by keys that begin with ":"
     */
    public static function of(array $document, Vocabulary $vocabulary): array
    {
        $document = NormalForm::of($document);
        $inventory = new self;
        $inventory->looks($document);
        $pieces = iterator_to_array(Walk::through($document, $vocabulary), false);
        array_walk($pieces, $inventory->piece(...));
        $translations = is_array($document['translations'] ?? null) ? $document['translations'] : [];
        ksort($translations);
        foreach ($translations as $language => $words) {
            foreach ($pieces as $piece) {
                $said = is_array($words) ? $words["{$piece->id}.{$piece->part}"] ?? null : null;
                if ($said !== null) {
                    $inventory->inline(new Entry(self::label($piece).', in '.LanguageTag::name((string) $language)), self::NO_BLOCK."{$language}:{$piece->id}.{$piece->part}", $piece, $said);
                }
            }
        }

        return $inventory->entries;
    }

    /**
     * The brand, and what the whole template says for itself of its looks.
     *
     * @param  array<array-key, mixed>  $document
     */
    private function looks(array $document): void
    {
        $looks = $this->entries[self::NO_BLOCK.'looks'] = new Entry('Brand and looks');
        $looks->has('brand', 'Brand', is_string($document['brand'] ?? null) ? $document['brand'] : 'the default');
        self::look($looks, $document);
    }

    private function piece(Piece $piece): void
    {
        if ($piece->block === 'envelope') {
            if ($piece->raw !== null) {
                $this->inline(new Entry(self::label($piece)), 'envelope.'.$piece->part, $piece, $piece->raw);
            }

            return;
        }
        if (! isset($this->entries[$piece->block])) {
            self::look($this->entries[$piece->block] = new Entry(self::label($piece)), $piece->object);
        }
        $entry = $this->entries[$piece->block];
        $place = "{$piece->id}.{$piece->part}";
        match ($piece->kind) {
            PartKind::Inline, PartKind::Link => $this->inline($entry, $piece->block, $piece, $piece->raw),
            PartKind::Condition => $entry->has($place, $piece->title, self::condition($piece)),
            PartKind::List => $entry->has($place, $piece->title, is_string($piece->raw) ? self::variable($piece->raw, $piece->vocabulary) : ''),
            PartKind::Html => $entry->says(is_string($piece->raw) ? $piece->raw : ''),
            PartKind::Setting => $entry->has($place, $piece->title, self::value($piece->raw)),
            PartKind::Blocks, PartKind::Objects => null,
        };
    }

    private static function condition(Piece $piece): string
    {
        // A row that comes or goes says nothing of this.
        return $piece->condition?->sentence() ?? ($piece->id === $piece->block && $piece->part === 'when' ? 'always' : '');
    }

    /** Words, and as a setting what is not seen from them: how they look, where they lead, in which format values stand. */
    private function inline(Entry $entry, string $key, Piece $piece, mixed $runs): void
    {
        $this->entries[$key] = $entry;
        $words = '';
        $manner = [];
        foreach (is_array($runs) ? $runs : [] as $run) {
            $run = is_array($run) ? $run : [];
            $words .= $said = self::run($run, $piece->vocabulary);
            $looks = array_filter([
                ...array_filter(['bold', 'italic', 'underline'], static fn (string $look): bool => ($run[$look] ?? false) === true),
                is_string($run['colour'] ?? null) ? 'in the colour of '.(ColourRole::tryFrom($run['colour'])?->words() ?? $run['colour']) : '',
                is_string($run['format'] ?? null) ? 'as '.strtr($run['format'], '_', ' ').self::with($run['with'] ?? null) : '',
                is_array($run['link'] ?? null) ? 'leads to '.implode('', array_map(static fn (mixed $step): string => self::run(is_array($step) ? $step : [], $piece->vocabulary), $run['link'])) : '',
            ], static fn (string $look): bool => $look !== '');
            if ($looks !== []) {
                $manner[] = (isset($run['variable']) ? $said : '“'.trim($said).'”').' '.implode(', ', $looks);
            }
        }
        $entry->says($words);
        $entry->has("{$piece->id}.{$piece->part}", 'Looks of the words', implode('; ', $manner));
    }

    /**
     * @param  array<array-key, mixed>  $object
     */
    private static function look(Entry $entry, array $object): void
    {
        foreach (Look::of(new Node($object, '', ''))->said() as $name => $value) {
            $entry->has("look.{$name}", ucfirst((ColourRole::tryFrom($name) ?? Token::from($name))->words()), (string) $value);
        }
    }

    private static function label(Piece $piece): string
    {
        return $piece->block === 'envelope' ? "Envelope, {$piece->title}" : (str_starts_with($piece->place, 'plain/') ? 'In plain text: ' : '').(Shape::ofBlock($piece->type)->title ?? $piece->type);
    }

    /**
     * @param  array<array-key, mixed>  $run
     */
    private static function run(array $run, Vocabulary $vocabulary): string
    {
        return match (true) {
            is_string($run['variable'] ?? null) => '['.self::variable($run['variable'], $vocabulary).(is_string($run['fallback'] ?? null) ? " or “{$run['fallback']}”" : '').']',
            is_string($run['text'] ?? null) => $run['text'],
            default => ' ',
        };
    }

    /** What is said of a format. */
    private static function with(mixed $with): string
    {
        $said = array_filter(is_array($with) ? $with : [], is_scalar(...));

        return $said === [] ? '' : ' ('.implode(', ', array_map(static fn (int|string $name, mixed $value): string => "{$name}: ".(is_string($value) ? "“{$value}”" : $value), array_keys($said), $said)).')';
    }

    private static function variable(string $path, Vocabulary $vocabulary): string
    {
        try {
            return $vocabulary->field(Path::of($path))->label->in('en');
        } catch (UnknownPath|\InvalidArgumentException) {
            return $path;
        }
    }

    private static function value(mixed $raw): string
    {
        return match (true) {
            is_bool($raw) => $raw ? 'yes' : 'no',
            is_string($raw) => Preg::isMatch('/^[a-z]+(_[a-z]+)+$/D', $raw) ? strtr($raw, '_', ' ') : $raw,
            default => is_int($raw) ? (string) $raw : '',
        };
    }
}
