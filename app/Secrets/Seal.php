<?php

declare(strict_types=1);

namespace App\Secrets;

use Herald\Record\Field;
use Herald\Record\Secrets;
use Illuminate\Contracts\Encryption\DecryptException;
use Illuminate\Support\Facades\Crypt;

/** Seals the secrets in data before they are kept, with the application's own key, and opens them for the one message they are for. */
final class Seal
{
    /**
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     * @return array<array-key, mixed>
     */
    public static function close(array $fields, array $data): array
    {
        return Secrets::map($fields, $data, static fn (mixed $value): mixed => is_string($value) ? Secrets::sealed(Crypt::encryptString($value)) : $value);
    }

    /**
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     * @return array<array-key, mixed>
     */
    public static function open(array $fields, array $data): array
    {
        return Secrets::map($fields, $data, static function (mixed $value): mixed {
            if (! is_array($value) || ! is_string($value['sealed'] ?? null)) {
                return is_array($value) ? null : $value;
            }
            try {
                return Crypt::decryptString($value['sealed']);
            } catch (DecryptException) {
                throw new SealBroken('A secret of the record was sealed with another key of the application (APP_KEY), and cannot be opened');
            }
        });
    }

    /**
     * Whether there is a secret in the data.
     *
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     */
    public static function holds(array $fields, array $data): bool
    {
        $found = false;
        Secrets::map($fields, $data, static function (mixed $value) use (&$found): mixed {
            $found = true;

            return $value;
        });

        return $found;
    }
}
