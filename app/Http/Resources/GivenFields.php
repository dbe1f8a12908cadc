<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Herald\Notice\Notice;
use Herald\Record\Field;
use Herald\Value\Type;

/** The parameters of a notice that a person can give, with how each is given. */
final class GivenFields
{
    /**
     * @param  bool  $seen  whether what is given is seen in addresses, where no secret may stand
     * @return list<array{key: string, label: string, input: string, required: bool, default: string|null, options: list<array{value: string, label: string}>}>
     */
    public static function of(Notice $notice, bool $seen = false): array
    {
        return array_values(array_map(static fn (Field $field): array => [
            'key' => $field->key, 'label' => $field->label->in('en'), 'input' => $field->type->input()->value, 'required' => $field->required, 'default' => is_scalar($field->default) ? (string) $field->default : null,
            'options' => array_map(static fn (string $value, string $label): array => ['value' => $value, 'label' => $label], array_keys($field->choices()), $field->choices()),
        ], array_filter($notice->given, static fn (Field $field): bool => self::canBeGiven($field) && ! ($seen && $field->type instanceof Type\Secret))));
    }

    /**
     * Parameters that the notice needs and only its event can bring: a secret is made by the source, a list or an amount is no single entry.
     *
     * @return list<string> their labels
     */
    public static function onlyWithAnEvent(Notice $notice): array
    {
        return array_values(array_map(static fn (Field $field): string => $field->label->in('en'), array_filter($notice->given, static fn (Field $field): bool => $field->required && $field->default === null && (! self::canBeGiven($field) || $field->type instanceof Type\Secret))));
    }

    private static function canBeGiven(Field $field): bool
    {
        return $field->type->isSingle() && ! $field->type instanceof Type\Money;
    }
}
