<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;

/**
 * Pieces of manuscript that several templates share. A template names one in a block of the type "passage"; before it is read, what the passage says is put there, as if it had been
 * written there: all that reads, checks and writes manuscripts needs to know nothing of it.
 */
final readonly class Passages
{
    /** The type of the blocks that name one. */
    public const BLOCK = 'passage';

    /** Stands between the id of a block that names a passage and that of a block in the passage. No id in a document has it. */
    public const WITHIN = '.';

    /**
     * @param  array<string, array<array-key, mixed>>  $documents
     */
    private function __construct(private array $documents)
    {
    }

    /**
     * @param  array<string, array<array-key, mixed>>  $documents  of passages, in normal form, by their keys
     */
    public static function of(array $documents): self
    {
        return new self($documents);
    }

    public static function none(): self
    {
        return new self([]);
    }

    /**
     * @param  array<array-key, mixed>  $document  of a template
     * @return list<string> the keys of the passages that it names, in their order
     */
    public static function named(array $document): array
    {
        return array_map(strval(...), array_keys(self::fields($document)));
    }

    /**
     * @param  array<array-key, mixed>  $document  of a template
     * @return array<array-key, array<string, string>> what it says of the fields that passages need, by their keys
     */
    public static function fields(array $document): array
    {
        $named = [];
        self::walk(self::bodies($document), static function (array $block, string $id, string $passage, array $fields) use (&$named): array {
            $named[$passage] = [...$named[$passage] ?? [], ...$fields];

            return [$block];
        });

        return $named;
    }

    /** The id of the block that stands in the document for one that may come from a passage. */
    public static function outer(string $id): string
    {
        return explode(self::WITHIN, $id, 2)[0];
    }

    public static function isWithin(string $id): bool
    {
        return str_contains($id, self::WITHIN);
    }

    /**
     * A template's document with what the passages say in it. What a passage lacks here is noted in the block, for whoever reads it.
     *
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    public function in(array $document): array
    {
        if ($this->documents === []) {
            return $document;
        }
        $translations = [];
        $bodies = self::walk(self::bodies($document), function (array $block, string $id, string $passage, array $fields) use ($document, &$translations): array {
            if (! isset($this->documents[$passage])) {
                return [$block];
            }
            $taking = new TakenPassage($this->documents[$passage], $document, $fields, static fn (string $within): string => $id.self::WITHIN.$within);
            $blocks = $taking->blocks();
            foreach ($taking->translations() as $language => $words) {
                $translations[$language] = [...$translations[$language] ?? [], ...$words];
            }

            return [[...$block, 'blocks' => $blocks, 'lacks' => $taking->lacks()]];
        });

        return self::translated([...$document, ...$bodies], $translations);
    }

    /**
     * A template's document in which a passage is a reference no longer, but blocks of its own that say the same.
     *
     * @param  array<array-key, mixed>  $document
     * @param  string  $reference  the id of the block that names it
     * @return array<array-key, mixed>
     */
    public function letGo(array $document, string $reference): array
    {
        $translations = [];
        $taken = [];
        self::ids($document, $taken);
        $fresh = static function (string $id) use ($reference, &$taken): string {
            $base = substr("{$reference}-{$id}", 0, 58);
            for ($new = $base, $number = 2; isset($taken[$new]); $number++) {
                $new = "{$base}-{$number}";
            }
            $taken[$new] = true;

            return $new;
        };
        $bodies = self::walk(self::bodies($document), function (array $block, string $id, string $passage, array $fields) use ($document, $reference, $fresh, &$translations): array {
            if ($id !== $reference || ! isset($this->documents[$passage])) {
                return [$block];
            }
            $taking = new TakenPassage($this->documents[$passage], $document, $fields, $fresh);
            $blocks = $taking->blocks();
            $translations = $taking->translations();

            // What is said of the reference is said of each block that stands for it.
            return array_map(static fn (array $one): array => [
                ...$one,
                ...(isset($block['when']) ? ['when' => isset($one['when']) ? ['all' => [$block['when'], $one['when']]] : $block['when']] : []),
                ...(is_array($block['look'] ?? null) ? ['look' => [...$block['look'], ...is_array($one['look'] ?? null) ? $one['look'] : []]] : []),
            ], $blocks);
        });

        return self::translated([...$document, ...$bodies], $translations);
    }

    /**
     * The fields of the record that a passage reads. Where it is put into a template about other records, it has to be said which fields of theirs these are.
     *
     * @param  array<array-key, mixed>  $document  of the passage, in normal form
     * @param  Vocabulary  $vocabulary  that it was written with
     * @return array<string, Field> by path, in the order they are read
     */
    public static function needs(array $document, Vocabulary $vocabulary): array
    {
        $root = (string) array_key_first($vocabulary->roots());
        $needs = [];
        foreach (self::pieces($document, $vocabulary) as $piece) {
            $paths = [
                ...array_column($piece->variables(), 'path'),
                ...array_map(strval(...), $piece->condition?->paths() ?? []),
                ...($piece->kind === PartKind::List && is_string($piece->raw) ? [$piece->raw] : []),
            ];
            foreach ($paths as $path) {
                try {
                    if (str_starts_with($path, $root.'.')) {
                        $needs[$path] ??= $vocabulary->field(Path::of($path));
                    }
                } catch (UnknownPath|\InvalidArgumentException) {
                    // It is told where it stands.
                }
            }
        }

        return $needs;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return \Generator<int, Piece>
     */
    private static function pieces(array $document, Vocabulary $vocabulary): \Generator
    {
        foreach (Walk::through($document, $vocabulary) as $piece) {
            yield $piece;
            yield from OwnHtml::within($piece);
        }
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    private static function bodies(array $document): array
    {
        return array_intersect_key($document, ['manuscript' => 1, 'plain' => 1]);
    }

    /**
     * @param  array<array-key, mixed>  $node
     * @param  \Closure(array<array-key, mixed>, string, string, array<string, string>): list<array<array-key, mixed>>  $put  what stands for a block that names a passage, by the block, its id, the passage's key, and the fields that are said
     * @return array<array-key, mixed>
     */
    private static function walk(array $node, \Closure $put): array
    {
        $after = [];
        foreach ($node as $name => $member) {
            if (! is_array($member)) {
                $after[$name] = $member;

                continue;
            }
            if (($member['type'] ?? null) !== self::BLOCK || ! is_string($member['passage'] ?? null) || ! is_string($member['id'] ?? null)) {
                $walked = self::walk($member, $put);
                is_int($name) ? $after[] = $walked : $after[$name] = $walked;

                continue;
            }
            $fields = array_filter(is_array($member['fields'] ?? null) ? $member['fields'] : [], static fn (mixed $path, mixed $need): bool => is_string($path) && is_string($need), ARRAY_FILTER_USE_BOTH);
            /** @var array<string, string> $fields */
            array_push($after, ...$put($member, $member['id'], $member['passage'], $fields));
        }

        return $after;
    }

    /**
     * @param  array<array-key, mixed>  $node
     * @param  array<string, true>  $ids  taken
     */
    private static function ids(array $node, array &$ids): void
    {
        if (is_string($node['id'] ?? null)) {
            $ids[$node['id']] = true;
        }
        foreach ($node as $member) {
            if (is_array($member)) {
                self::ids($member, $ids);
            }
        }
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @param  array<string, array<string, mixed>>  $more  words by language and string
     * @return array<array-key, mixed>
     */
    private static function translated(array $document, array $more): array
    {
        $translations = is_array($document['translations'] ?? null) ? $document['translations'] : [];
        foreach ($more as $language => $words) {
            $translations[$language] = [...is_array($translations[$language] ?? null) ? $translations[$language] : [], ...$words];
        }

        return $translations === [] ? $document : [...$document, 'translations' => $translations];
    }
}
