<?php

declare(strict_types=1);

namespace App\Responses;

use App\Models\Source;
use Composer\Pcre\Preg;
use Herald\Block\Response;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\Words;
use Herald\Record\AnswerKind;
use Illuminate\Support\Facades\DB;

/** What templates ask, as it is known to whatever may name the answers. It is known from when it is first written down, and stays: answers may come at any time. */
final readonly class Questions
{
    /** More are no help to anybody who looks for one. */
    private const MOST = 100;

    public function __construct(private Source $source, private string $recordType)
    {
    }

    /**
     * Takes up what a document asks.
     *
     * @param  array<array-key, mixed>  $document  of a template
     */
    public function takeUp(array $document): void
    {
        $asked = self::in($document['manuscript'] ?? []);
        if ($asked === []) {
            return;
        }
        $known = $this->source->questions()->where('record_type', $this->recordType)->get()->keyBy('key');
        $declared = $this->source->manifest()->recordTypes[$this->recordType]->questions ?? [];
        $changed = false;
        foreach ($asked as $key => [$kind, $options]) {
            $one = $known->get($key);
            if ($one === null ? isset($declared[$key]) || $known->count() >= self::MOST : $one->kind !== $kind->value) {
                // In another way than it is asked elsewhere: a finding says so.
                continue;
            }
            $options = array_values([...array_column($one->options ?? [], null, 'value'), ...array_column($options, null, 'value')]);
            if ($one === null || $one->options !== $options) {
                DB::transaction(fn () => $this->source->questions()->updateOrCreate(['record_type' => $this->recordType, 'key' => $key], ['kind' => $kind->value, 'options' => $options]));
                $changed = true;
            }
        }
        if ($changed) {
            DB::transaction(fn () => $this->source->ownHasChanged());
        }
    }

    /**
     * @return array<string, array{AnswerKind, list<array{value: string, label: string}>}> by key
     */
    private static function in(mixed $blocks): array
    {
        $asked = [];
        foreach (is_array($blocks) ? $blocks : [] as $block) {
            if (! is_array($block)) {
                continue;
            }
            $class = is_string($block['type'] ?? null) ? Blocks::all()[$block['type']] ?? '' : '';
            if (is_subclass_of($class, Response::class)) {
                if (is_string($block['key'] ?? null) && self::isName($block['key'])) {
                    $asked[$block['key']] ??= [$class::kind(), $class::kind() === AnswerKind::Choose ? self::options($block['options'] ?? []) : []];
                }

                continue;
            }
            // Whatever lies within: branches, columns, repeats.
            $asked += self::in(array_filter($block, is_array(...)));
        }

        return $asked;
    }

    private static function isName(string $key): bool
    {
        return Preg::isMatch('/^[a-z][a-z0-9_]{0,63}$/D', $key);
    }

    /**
     * @return list<array{value: string, label: string}>
     */
    private static function options(mixed $options): array
    {
        $found = [];
        foreach (is_array($options) ? $options : [] as $option) {
            $value = is_array($option) ? $option['value'] ?? $option['id'] ?? null : null;
            if (is_array($option) && is_string($value) && Preg::isMatch('/^[A-Za-z0-9_-]{1,64}$/D', $value)) {
                $found[] = ['value' => $value, 'label' => trim(Words::said($option['label'] ?? '')) ?: $value];
            }
        }

        return $found;
    }
}
