<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Document\Faults;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;
use Herald\Value\AddressFormat;
use Herald\Value\Formats;
use Herald\Value\Type;

/**
 * Reads inline text in either of its two forms: a list of runs (`[{"text": "Order "}, {"variable": "order.number"}]`), or a text as people
 * write it, see {@see Words}.
 */
final readonly class InlineReader
{
    public function __construct(private Vocabulary $vocabulary, private Faults $faults)
    {
    }

    public function inline(mixed $raw, string $place): Inline
    {
        return $this->read($raw, $place, false);
    }

    /** Reads where something leads, in the same two forms, but without looks. */
    public function link(mixed $raw, string $place): Link
    {
        $pieces = array_map(static fn (Run $run): string|Variable|null => $run->content, $this->read($raw, $place, true)->runs);

        return new Link(array_values(array_filter($pieces, static fn (string|Variable|null $piece): bool => $piece !== null && $piece !== '')));
    }

    private function read(mixed $raw, string $place, bool $inLink): Inline
    {
        if (is_string($raw)) {
            $odd = [];
            $runs = array_map(fn (array $run): Run => $this->run($run, $place, $inLink), Words::runs($raw, $odd));
            foreach ($odd as $one) {
                $this->faults->add($place, str_ends_with($one, '}') ? "\"{$one}\" cannot be read as a variable; write \\{ for a bracket that is meant as such" : "\"{$one}\" has no closing bracket; write \\{ for a bracket that is meant as such");
            }

            return new Inline($runs);
        }
        $runs = [];
        foreach (is_array($raw) ? $raw : [] as $index => $node) {
            $runs[] = $this->run(is_array($node) ? $node : [], $place.'/'.$index, $inLink);
        }

        return new Inline($runs);
    }

    /**
     * @param  array<array-key, mixed>  $node
     */
    private function run(array $node, string $place, bool $inLink): Run
    {
        $content = match (true) {
            isset($node['variable']) && is_string($node['variable']) => $this->variable(
                $node['variable'],
                is_string($node['format'] ?? null) ? $node['format'] : null,
                is_string($node['fallback'] ?? null) ? $node['fallback'] : '',
                array_filter(is_array($node['with'] ?? null) ? $node['with'] : [], static fn (mixed $value): bool => is_string($value) || is_int($value)),
                $place,
                $inLink,
            ) ?? '{'.$node['variable'].'}',
            isset($node['text']) && is_string($node['text']) => $node['text'],
            ($node['break'] ?? false) === true => null,
            default => '',
        };
        if (count(array_intersect_key($node, ['variable' => 1, 'text' => 1, 'break' => 1])) !== 1) {
            $this->faults->add($place, 'must hold just one of "text", "variable" and "break"');
        }

        return new Run(
            $content,
            ($node['bold'] ?? false) === true,
            ($node['italic'] ?? false) === true,
            ($node['underline'] ?? false) === true,
            is_string($node['colour'] ?? null) ? ColourRole::tryFrom($node['colour']) : null,
            isset($node['link']) ? $this->link($node['link'], $place.'/link') : null,
        );
    }

    /**
     * @param  array<array-key, string|int>  $with
     */
    private function variable(string $path, ?string $format, string $fallback, array $with, string $place, bool $inLink): ?Variable
    {
        try {
            $at = $this->vocabulary->current(Path::of($path));
            $field = $this->vocabulary->field($at);
        } catch (UnknownPath|\InvalidArgumentException $e) {
            $this->faults->add($place, $e->getMessage());

            return null;
        }
        if ($field->type instanceof Type\Open || ($field->type instanceof Type\Group && ! AddressFormat::isIn(array_keys($field->fields)))) {
            $this->faults->add($place, "\"{$path}\" is a group of fields; name one of them");

            return null;
        }
        $chosen = $format === null ? Formats::usual($field->type, $inLink) : Formats::named($format);
        if ($chosen === null || ! $chosen->accepts($field->type)) {
            $fitting = array_keys(array_filter(Formats::all(), static fn ($one): bool => $one->accepts($field->type)));
            $this->faults->add($place, "\"{$format}\" is no format for \"{$path}\", which is of type {$field->type->name()}; ".implode(', ', $fitting).' are');

            return null;
        }
        foreach (Formats::faults($chosen, $field->type, $field->choices(), $with) as $fault) {
            $this->faults->add($place, "\"{$path}\" as {$chosen->name()}: {$fault}");
        }

        return new Variable($at, $field, $chosen, $fallback, $with, $this->vocabulary->isOpen($at));
    }
}
