<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Language\LanguageTag;
use Herald\Manuscript\OwnHtml\OwnHtml;

/** A passage as it stands in one template: its blocks under ids of their own, with the fields of the template's records, in the template's languages. */
final class TakenPassage
{
    /** @var array<string, array<string, mixed>> words by language and string */
    private array $translations = [];

    /** @var array<string, true> what it lacks here, in words */
    private array $lacks = [];

    /** The record type that the passage was written about. */
    private readonly string $root;

    private readonly string $language;

    private readonly bool $isForeign;

    /**
     * @param  array<array-key, mixed>  $passage  its document, in normal form
     * @param  array<array-key, mixed>  $template  the document it is put into
     * @param  array<string, string>  $fields  for paths that it needs, those of the template's records
     * @param  \Closure(string): string  $named  the id that a block of it, or an object within one, has there
     */
    public function __construct(private readonly array $passage, private readonly array $template, private readonly array $fields, private readonly \Closure $named)
    {
        $this->root = is_string($passage['record_type'] ?? null) ? $passage['record_type'] : '';
        $this->language = is_string($template['language'] ?? null) ? $template['language'] : '';
        $this->isForeign = $this->root !== ($template['record_type'] ?? null);
    }

    /**
     * @return list<array<array-key, mixed>>
     */
    public function blocks(): array
    {
        return $this->written($this->passage['manuscript'] ?? []);
    }

    /**
     * @return array<string, array<string, mixed>> of the strings of its blocks, by the languages of the template
     */
    public function translations(): array
    {
        return $this->translations;
    }

    /**
     * @return list<string>
     */
    public function lacks(): array
    {
        return array_keys($this->lacks);
    }

    /**
     * @return list<array<array-key, mixed>>
     */
    private function written(mixed $blocks): array
    {
        $written = [];
        foreach (is_array($blocks) ? $blocks : [] as $block) {
            $shape = is_array($block) && is_string($block['type'] ?? null) ? Shape::ofBlock($block['type']) : null;
            if (is_array($block) && $shape !== null) {
                $written[] = $this->object($block, $shape);
            }
        }

        return $written;
    }

    /**
     * @param  array<array-key, mixed>  $object
     * @return array<array-key, mixed>
     */
    private function object(array $object, Shape $shape): array
    {
        $before = is_string($object['id'] ?? null) ? $object['id'] : '';
        $object['id'] = $id = ($this->named)($before);
        foreach ($shape->parts as $part => $kind) {
            if (! isset($object[$part])) {
                continue;
            }
            $object[$part] = match ($kind) {
                PartKind::Inline => $this->said($object[$part], "{$before}.{$part}", "{$id}.{$part}"),
                PartKind::Link => $this->runs($object[$part]),
                PartKind::Condition => $this->condition($object[$part]),
                PartKind::List => $this->path($object[$part]) ?? $object[$part],
                PartKind::Html => is_string($object[$part]) ? OwnHtml::renamed($object[$part], fn (string $path): string => $this->path($path) ?? $path) : $object[$part],
                PartKind::Blocks => $this->written($object[$part]),
                PartKind::Objects => array_map(fn (mixed $one): array => $this->object(is_array($one) ? $one : [], $shape->objectsIn($part)), is_array($object[$part]) ? array_values($object[$part]) : []),
                PartKind::Setting => $object[$part],
            };
        }

        // What it would be shown under cannot be told here.
        return array_filter($object, static fn (mixed $member): bool => $member !== null);
    }

    /** The words of a string in the template's own language; those of its other languages are noted. */
    private function said(mixed $raw, string $string, string $here): mixed
    {
        if (! Words::areIn($raw)) {
            return $this->runs($raw);
        }
        $others = is_array($this->template['translations'] ?? null) ? array_map(strval(...), array_keys($this->template['translations'])) : [];
        foreach ($others as $language) {
            $words = $this->wordsIn($language, $raw, $string);
            if ($words !== null) {
                $this->translations[$language][$here] = $this->runs($words);
            }
        }
        $words = $this->wordsIn($this->language, $raw, $string);
        if ($words === null) {
            $this->lacks['it has no words in '.LanguageTag::name($this->language)] = true;
        }

        return $this->runs($words ?? $raw);
    }

    private function wordsIn(string $language, mixed $raw, string $string): mixed
    {
        if ($language === ($this->passage['language'] ?? null)) {
            return $raw;
        }
        $translations = is_array($this->passage['translations'] ?? null) ? $this->passage['translations'] : [];

        return is_array($translations[$language] ?? null) ? $translations[$language][$string] ?? null : null;
    }

    private function runs(mixed $runs): mixed
    {
        return ! is_array($runs) ? $runs : array_map(function (mixed $run): mixed {
            if (! is_array($run)) {
                return $run;
            }
            if (isset($run['variable'])) {
                $path = $this->path($run['variable']);
                $run = $path === null ? [...array_diff_key($run, ['variable' => 1, 'format' => 1, 'with' => 1, 'fallback' => 1]), 'text' => is_string($run['variable']) ? "{{$run['variable']}}" : ''] : [...$run, 'variable' => $path];
            }

            return isset($run['link']) ? [...$run, 'link' => $this->runs($run['link'])] : $run;
        }, $runs);
    }

    /** The same condition about the template's records; null where a field is not known there. */
    private function condition(mixed $condition): mixed
    {
        $known = true;
        $renamed = $this->renamed($condition, $known);

        return $known ? $renamed : null;
    }

    private function renamed(mixed $condition, bool &$known): mixed
    {
        if (! is_array($condition)) {
            return $condition;
        }
        foreach ($condition as $name => $member) {
            if (($name === 'path' || $name === 'list') && is_string($member)) {
                $path = $this->path($member);
                $known = $known && $path !== null;
                $condition[$name] = $path ?? $member;
            } else {
                $condition[$name] = $this->renamed($member, $known);
            }
        }

        return $condition;
    }

    /** What a path is called among the template's records: as it was said of it, or of a group around it. Null where nothing was said of it, which it then lacks. */
    private function path(mixed $path): ?string
    {
        if (! is_string($path)) {
            return null;
        }
        if (! $this->isForeign || ($path !== $this->root && ! str_starts_with($path, $this->root.'.'))) {
            return $path;
        }
        for ($around = $path; $around !== ''; $around = substr($around, 0, (int) strrpos($around, '.'))) {
            if (isset($this->fields[$around])) {
                return $this->fields[$around].substr($path, strlen($around));
            }
        }
        $this->lacks["it needs “{$path}”, and it is not said which field that is here"] = true;

        return null;
    }
}
