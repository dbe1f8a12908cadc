<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Herald\Value\Decimal as Number;
use Herald\Value\Money as Amount;

/** `{"amount": "12.50", "currency": "EUR"}`: a decimal amount and an ISO 4217 code. */
final class Money extends FieldType
{
    public function name(): string
    {
        return 'money';
    }

    public function wanted(): string
    {
        return 'an amount with its currency, such as '.$this->note();
    }

    public function note(): string
    {
        return '{"amount": "12.50", "currency": "EUR"}';
    }

    public function read(mixed $value, array $options): mixed
    {
        if (! is_array($value) || ! isset($value['amount'], $value['currency'])) {
            return null;
        }

        return Amount::of($value['amount'], is_string($value['currency']) ? $value['currency'] : '')->toArray();
    }

    public function isOrdered(): bool
    {
        return true;
    }

    public function isNumeric(): bool
    {
        return true;
    }

    /** With an amount, or with a plain number that is held against the amount in whatever currency. */
    public function comparesWith(mixed $value, array $options): bool
    {
        try {
            return Number::read($value) !== null || Amount::read($value) !== null;
        } catch (\InvalidArgumentException) {
            return false;
        }
    }

    public function order(mixed $found, mixed $value): ?int
    {
        if (! is_array($found) || ! is_string($found['amount'] ?? null)) {
            return null;
        }
        if (! is_array($value)) {
            return Number::compare($found['amount'], $value);
        }

        return ($value['currency'] ?? null) === ($found['currency'] ?? null) ? Number::compare($found['amount'], $value['amount'] ?? null) : null;
    }

    public function usualFormat(): string
    {
        return 'money';
    }

    public function input(): Input
    {
        return Input::Number;
    }
}
