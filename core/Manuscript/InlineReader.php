<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Brand\ColourRole;
use Herald\Document\Faults;
use Herald\Record\FieldType;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Value\Formats;

/**
 * Reads inline text in either of its two forms: a list of runs (`[{"text": "Order "}, {"variable": "order.number"}]`), or, as people
 * write it, a text in which `{order.number}`, `{order.placed_at|date_long}` and `{order.customer.first_name or "guest"}` stand for
 * variables, `\{` for a bracket, and a line end for a line break. Anything else in brackets, such as `{{ 7*7 }}`, is just text.
 */
final readonly class InlineReader
{
    private const WORDS = '/\\\\\{|\{\s*(?<path>'.Path::PATTERN.')\s*(?:\|\s*(?<format>[a-z_]+)\s*)?(?:or\s+"(?<fallback>[^"]*)"\s*)?\}|(?<odd>\{\s*[A-Za-z_][^{}]*\})|(?<break>\r?\n)/u';

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
            return new Inline(array_map(
                static fn (string|Variable|null $content): Run => new Run($content),
                $this->words($raw, $place, $inLink),
            ));
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
                $place,
                $inLink,
            ) ?? '',
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
     * @return list<string|Variable|null>
     */
    private function words(string $text, string $place, bool $inLink): array
    {
        $pieces = [];
        $literal = '';
        $offset = 0;
        while (preg_match(self::WORDS, $text, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $offset) === 1) {
            $literal .= substr($text, $offset, $match[0][1] - $offset);
            $offset = $match[0][1] + strlen((string) $match[0][0]);
            if ($match[0][0] === '\{') {
                $literal .= '{';

                continue;
            }
            if (isset($match['odd'][0])) {
                $this->faults->add($place, "\"{$match['odd'][0]}\" cannot be read as a variable; write \\{ for a bracket that is meant as such");
            }
            array_push($pieces, ...($literal === '' ? [] : [$literal]));
            $literal = '';
            if (isset($match['break'][0])) {
                $pieces[] = null;
            }
            if (isset($match['path'][0])) {
                $variable = $this->variable($match['path'][0], $match['format'][0] ?? null, $match['fallback'][0] ?? '', $place, $inLink);
                array_push($pieces, ...($variable === null ? [] : [$variable]));
            }
        }
        $literal .= substr($text, $offset);

        return $literal === '' ? $pieces : [...$pieces, $literal];
    }

    private function variable(string $path, ?string $format, string $fallback, string $place, bool $inLink): ?Variable
    {
        try {
            $at = Path::of($path);
            $field = $this->vocabulary->field($at);
        } catch (UnknownPath|\InvalidArgumentException $e) {
            $this->faults->add($place, $e->getMessage());

            return null;
        }
        if ($field->type === FieldType::Object || $field->type === FieldType::Open) {
            $this->faults->add($place, "\"{$path}\" is a group of fields; name one of them");

            return null;
        }
        $chosen = $format === null ? Formats::usual($field->type, $inLink) : Formats::named($format);
        if ($chosen === null || ! $chosen->accepts($field->type)) {
            $fitting = array_keys(array_filter(Formats::all(), static fn ($one): bool => $one->accepts($field->type)));
            $this->faults->add($place, "\"{$format}\" is no format for \"{$path}\", which is of type {$field->type->value}; ".implode(', ', $fitting).' are');

            return null;
        }

        return new Variable($at, $field, $chosen, $fallback, $this->vocabulary->isOpen($at));
    }
}
