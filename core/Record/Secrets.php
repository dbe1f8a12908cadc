<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Value\Mask;
use Herald\Value\Type;

/**
 * Values of fields of type secret, such as the link that sets a password anew. They stand as texts in the data that a message is filled with, and nowhere
 * else: everywhere they are kept or shown they are sealed, `{"sealed": "…"}`, which every format writes as a mask.
 */
final class Secrets
{
    /**
     * The form in which a secret is kept.
     *
     * @param  string|null  $sealed  whatever opens it again; null when nothing does any more
     * @return array{sealed: string|null}
     */
    public static function sealed(?string $sealed): array
    {
        return ['sealed' => $sealed];
    }

    /**
     * The same data with every secret that is there changed, also under a key of before.
     *
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     * @param  \Closure(mixed): mixed  $change
     * @return array<array-key, mixed>
     */
    public static function map(array $fields, array $data, \Closure $change): array
    {
        foreach (array_filter($fields, self::areIn(...)) as $key => $field) {
            foreach ([$key, ...$field->was] as $name) {
                if (isset($data[$name])) {
                    $data[$name] = self::changed($field, $data[$name], $change);
                }
            }
        }

        return $data;
    }

    /**
     * The same data as they are shown: a mask for each sealed secret.
     *
     * @param  array<array-key, mixed>  $data
     * @return array<array-key, mixed>
     */
    public static function masked(array $data): array
    {
        return self::inPlace($data, Mask::WORDS);
    }

    /**
     * The same data with every seal emptied, for good.
     *
     * @param  array<array-key, mixed>  $data
     * @return array<array-key, mixed>
     */
    public static function wiped(array $data): array
    {
        return self::inPlace($data, self::sealed(null));
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @return array<array-key, mixed>
     */
    private static function inPlace(array $data, mixed $other): array
    {
        return array_map(static fn (mixed $value): mixed => match (true) {
            Mask::hides($value) => $other,
            is_array($value) => self::inPlace($value, $other),
            default => $value,
        }, $data);
    }

    private static function changed(Field $field, mixed $value, \Closure $change): mixed
    {
        return match (true) {
            $field->type instanceof Type\Secret => $change($value),
            // Of a wrong form, and one may be anywhere in it.
            ! is_array($value), $field->type instanceof Type\Group && $value !== [] && array_is_list($value) => $change($value),
            $field->type instanceof Type\Items => array_map(static fn (mixed $item): mixed => self::changed($field->item($field->key), $item, $change), $value),
            default => self::map($field->fields, $value, $change),
        };
    }

    /**
     * @param  array<string, Field>  $fields
     */
    public static function areDeclared(array $fields): bool
    {
        return array_filter($fields, self::areIn(...)) !== [];
    }

    /** Whether there is a secret in a field, or anywhere beneath it. */
    public static function areIn(Field $field): bool
    {
        if ($field->type instanceof Type\Secret || $field->of instanceof Type\Secret) {
            return true;
        }

        return self::areDeclared($field->fields);
    }
}
