<?php

declare(strict_types=1);

namespace Herald\Check;

/** Computed fields that something keeps from being computed in records at hand, such as amounts of two currencies: they are empty there. */
final class Uncomputed implements Check
{
    public function examine(Examination $template): iterable
    {
        $told = [];
        foreach ($template->pieces as $piece) {
            foreach ($piece->variables() as ['path' => $name]) {
                [$root, $key] = [...explode('.', $name), ''];
                $field = $root === $template->recordType->key ? $template->recordType->fields[$key] ?? null : null;
                if ($field?->computation === null || isset($told[$piece->id.$name])) {
                    continue;
                }
                $told[$piece->id.$name] = true;
                [$failed, $of] = $template->fullness->uncomputed($template->recordType, $field->key);
                if ($failed > 0) {
                    yield Finding::at($piece, Weight::Advisory, "“{$field->label->in('en')}” cannot be computed in {$failed} of {$of} records, as they have amounts of two currencies or more digits than a value may have. It is empty there.", null, $name);
                }
            }
        }
    }
}
