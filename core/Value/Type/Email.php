<?php

declare(strict_types=1);

namespace Herald\Value\Type;

use Herald\Value\EmailAddress;

/** An e-mail address. */
final class Email extends FieldType
{
    public function name(): string
    {
        return 'email';
    }

    public function wanted(): string
    {
        return 'an e-mail address';
    }

    public function read(mixed $value, array $options): mixed
    {
        return EmailAddress::read($value);
    }
}
