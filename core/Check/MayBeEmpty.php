<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Condition\AllOf;
use Herald\Condition\Comparison;
use Herald\Condition\Condition;
use Herald\Condition\Operator\IsFilled;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\PartKind;
use Herald\Manuscript\Piece;
use Herald\Record\Field;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Render\Leading;
use Herald\Value\Type;

/** Variables that may be empty, with nothing to be said instead. */
final class MayBeEmpty implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            $told = [];
            // A copy for an address that is not there is simply not made; nor is a picture.
            foreach (in_array($piece->part, ['cc', 'bcc', 'picture', 'source'], true) ? [] : $piece->variables() as ['path' => $path, 'fallback' => $fallback]) {
                if ($fallback === '' && ! isset($told[$path])) {
                    $told[$path] = true;
                    yield from $this->variable($piece, $path, $template);
                }
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function variable(Piece $piece, string $name, Examination $template): iterable
    {
        try {
            $path = Path::of($name);
            $field = $piece->vocabulary->field($path);
        } catch (UnknownPath|\InvalidArgumentException) {
            return;
        }
        if (! self::mayBeEmpty($path, $piece) || $field->type instanceof Type\Items || self::isGuarded($path, $piece->guards)) {
            return;
        }
        [$empty, $of] = self::count($path, $piece, $template);
        $label = $field->label->in('en');
        if ($of > 0 && $empty === 0) {
            yield Finding::at($piece, Weight::Remark, "“{$label}” may be empty, though it is not in any record at hand; nothing is said instead.", self::guard($piece, $path, $field), $name);

            return;
        }
        $often = $of === 0 ? 'may be empty' : "is empty in {$empty} of {$of}".(isset($piece->items[$path->root()]) ? ' items' : ' records');
        $what = match (true) {
            $piece->kind !== PartKind::Link => 'nothing is said instead',
            is_subclass_of(Blocks::all()[$piece->type] ?? '', Leading::class) => 'it is left out then',
            default => 'it leads nowhere then',
        };
        // Of other records nobody has counted how often.
        $isOfOthers = str_starts_with($piece->items[$path->root()] ?? '', Vocabulary::RECORDS.'.');
        yield Finding::at($piece, $isOfOthers ? Weight::Remark : Weight::Advisory, "“{$label}” {$often}, and {$what}.", self::guard($piece, $path, $field), $name);
    }

    /** Whether some part of the path need not be there. */
    private static function mayBeEmpty(Path $path, Piece $piece): bool
    {
        if (in_array($path->root(), ['source', 'brand', 'now', 'message'], true)) {
            return false;
        }
        $segments = $path->segments;
        for ($length = 2; $length <= count($segments); $length++) {
            $field = $piece->vocabulary->field(Path::of(implode('.', array_slice($segments, 0, $length))));
            if (! $field->required) {
                return true;
            }
        }

        return count($segments) === 1 && isset($piece->items[$path->root()]);
    }

    /**
     * @param  list<Condition>  $guards
     */
    private static function isGuarded(Path $path, array $guards): bool
    {
        foreach ($guards as $guard) {
            $parts = $guard instanceof AllOf ? $guard->parts : [$guard];
            foreach ($parts as $part) {
                if ($part instanceof Comparison && $part->operator->provesFilled() && (string) $part->path === (string) $path) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * @return array{int, int}
     */
    private static function count(Path $path, Piece $piece, Examination $template): array
    {
        $list = $piece->items[$path->root()] ?? null;
        if (explode('.', $list ?? $path->root())[0] !== $template->recordType->key) {
            return [0, 0];
        }
        $lists = $list === null ? [] : explode('.*.', $list);

        return $template->fullness->of($lists, $lists === [] ? $path->segments : array_slice($path->segments, 1));
    }

    /** Showing the whole only when the value is there. */
    private static function guard(Piece $piece, Path $path, Field $field): ?Mend
    {
        if ($piece->id === 'envelope' || isset($piece->items[$path->root()]) || ! self::mayHaveCondition($piece)) {
            return null;
        }
        $filled = ['path' => (string) $path, 'operator' => IsFilled::NAME];
        $own = $piece->object['when'] ?? null;

        return Mend::set('Show it only when “'.$field->label->in('en').'” is filled', $piece->id, 'when', $own === null ? $filled : ['all' => [$own, $filled]]);
    }

    /** Blocks and rows have a condition; the columns of line items have none. */
    private static function mayHaveCondition(Piece $piece): bool
    {
        return $piece->id === $piece->block || isset($piece->object['label'], $piece->object['value']) && $piece->type !== 'line_items';
    }
}
