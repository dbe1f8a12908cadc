<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Brand\ColourRole;
use Herald\Brand\Look;
use Herald\Brand\Token;
use Herald\Document\Node;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use SebastianBergmann\Diff\Differ;
use SebastianBergmann\Diff\Output\UnifiedDiffOutputBuilder;

/** In what two documents of a template differ, block by block and word by word. */
final class Differences
{
    /**
     * @param  array<array-key, mixed>  $before
     * @param  array<array-key, mixed>  $after
     * @return list<Change> in the order of the later document, what was taken out last
     */
    public static function between(array $before, array $after, Vocabulary $vocabulary): array
    {
        [$old, $new] = [self::blocks($before, $vocabulary), self::blocks($after, $vocabulary)];
        $changes = [];
        foreach ($new as $id => $block) {
            // PHP makes numbers of ids that are digits alone.
            $id = (string) $id;
            $known = $old[$id] ?? null;
            if ($known === null) {
                $changes[] = new Change('added', $id, $block['label'], self::words('', $block['words']));
            } elseif ($known['words'] !== $block['words'] || $known['settings'] !== $block['settings']) {
                $label = $known['words'] === $block['words'] ? $block['label'].', settings' : $block['label'];
                $changes[] = new Change('changed', $id, $label, self::words($known['words'], $block['words']));
            }
        }
        $inBoth = static fn (array $one, array $other): array => array_map(strval(...), array_keys(array_intersect_key($one, $other)));
        foreach (self::moved($inBoth($old, $new), $inBoth($new, $old)) as $id) {
            $changes[] = new Change('moved', $id, $new[$id]['label'], self::words($new[$id]['words'], $new[$id]['words']));
        }
        foreach (array_diff_key($old, $new) as $id => $block) {
            $changes[] = new Change('removed', (string) $id, $block['label'], self::words($block['words'], ''));
        }

        return $changes;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<string, array{label: string, words: string, settings: string}> by the ids of the blocks, lines of the envelope by their own
     */
    private static function blocks(array $document, Vocabulary $vocabulary): array
    {
        $blocks = ['looks' => ['label' => 'Brand and looks', 'words' => self::looks($document), 'settings' => '']];
        foreach (Walk::through(NormalForm::of($document), $vocabulary) as $piece) {
            $id = $piece->block === 'envelope' ? 'envelope.'.$piece->part : $piece->block;
            if ($piece->block === 'envelope' && $piece->raw === null) {
                continue;
            }
            $blocks[$id] ??= ['label' => $piece->block === 'envelope' ? 'Envelope, '.$piece->title : (str_starts_with($piece->place, 'plain/') ? 'In plain text: ' : '').(Shape::ofBlock($piece->type)->title ?? $piece->type), 'words' => '', 'settings' => ''];
            if ($blocks[$id]['settings'] === '' && $piece->id === $piece->block) {
                $blocks[$id]['settings'] = json_encode($piece->object['look'] ?? [], JSON_THROW_ON_ERROR);
            }
            if ($piece->kind === PartKind::Inline || $piece->kind === PartKind::Link) {
                $blocks[$id]['words'] = trim($blocks[$id]['words'].' '.self::text($piece));
                // The looks of words count as settings.
                $blocks[$id]['settings'] .= json_encode($piece->raw, JSON_THROW_ON_ERROR);
            } elseif ($piece->kind !== PartKind::Blocks && $piece->kind !== PartKind::Objects) {
                $blocks[$id]['settings'] .= $piece->part.json_encode($piece->raw, JSON_THROW_ON_ERROR);
            }
        }

        return $blocks;
    }

    /**
     * The brand, and what the whole template says for itself of its looks.
     *
     * @param  array<array-key, mixed>  $document
     */
    private static function looks(array $document): string
    {
        $said = is_string($document['brand'] ?? null) ? ["wears {$document['brand']}"] : [];
        foreach (Look::of(new Node($document, '', 'template'))->said() as $name => $value) {
            $said[] = (ColourRole::tryFrom($name) ?? Token::from($name))->words().' '.$value;
        }

        return implode(', ', $said);
    }

    private static function text(Piece $piece): string
    {
        $text = '';
        foreach (is_array($piece->raw) ? $piece->raw : [] as $run) {
            $run = is_array($run) ? $run : [];
            $text .= match (true) {
                is_string($run['variable'] ?? null) => '['.self::label($run['variable'], $piece->vocabulary).(is_string($run['fallback'] ?? null) ? " or “{$run['fallback']}”" : '').']',
                is_string($run['text'] ?? null) => $run['text'],
                default => ' ',
            };
        }

        return $text;
    }

    private static function label(string $path, Vocabulary $vocabulary): string
    {
        try {
            return $vocabulary->field(Path::of($path))->label->in('en');
        } catch (UnknownPath|\InvalidArgumentException) {
            return $path;
        }
    }

    /**
     * The fewest blocks whose place must change to come from one order to the other.
     *
     * @param  list<string>  $before
     * @param  list<string>  $after
     * @return list<string>
     */
    private static function moved(array $before, array $after): array
    {
        $moved = [];
        foreach (self::steps($before, $after) as [$id, $kind]) {
            if ($kind === 'added') {
                $moved[] = $id;
            }
        }

        return $moved;
    }

    /**
     * @return list<array{kind: 'same'|'removed'|'added', text: string}>
     */
    private static function words(string $before, string $after): array
    {
        $words = [];
        foreach (self::steps(self::split($before), self::split($after)) as [$word, $kind]) {
            $last = array_key_last($words);
            if ($last !== null && $words[$last]['kind'] === $kind) {
                $words[$last]['text'] .= $word;
            } else {
                $words[] = ['kind' => $kind, 'text' => $word];
            }
        }

        return $words;
    }

    /**
     * @return list<string> words with the blanks after them
     */
    private static function split(string $text): array
    {
        return $text === '' ? [] : (preg_split('/(?<=\s)(?=\S)/u', $text) ?: [$text]);
    }

    /**
     * @param  list<string>  $before
     * @param  list<string>  $after
     * @return list<array{string, 'same'|'removed'|'added'}>
     */
    private static function steps(array $before, array $after): array
    {
        $steps = [];
        foreach ((new Differ(new UnifiedDiffOutputBuilder))->diffToArray($before, $after) as $step) {
            if (is_array($step) && is_string($step[0] ?? null)) {
                $steps[] = [$step[0], match ($step[1] ?? Differ::OLD) {
                    Differ::ADDED => 'added', Differ::REMOVED => 'removed', default => 'same',
                }];
            }
        }

        return $steps;
    }
}
