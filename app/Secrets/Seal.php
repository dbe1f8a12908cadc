<?php

declare(strict_types=1);

namespace App\Secrets;

use Herald\Record\Field;
use Herald\Record\Secrets;
use Herald\Value\Mask;
use Illuminate\Contracts\Encryption\DecryptException;
use Illuminate\Support\Facades\Crypt;

/** Seals the secrets in data before they are kept, with the application's own key, and opens them for the one message they are for. What stands in place of a secret and is no text is not kept at all. */
final class Seal
{
    /**
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     * @return array<array-key, mixed>
     */
    public static function close(array $fields, array $data): array
    {
        return Secrets::map($fields, $data, static fn (mixed $value): array => Mask::hides($value) ? (array) $value : Secrets::sealed(is_string($value) ? Crypt::encryptString($value) : null));
    }

    /**
     * Data that do not fit, as a text to be kept: sealed as a whole where a secret may be among them, since nobody knows where.
     *
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     */
    public static function misfit(array $fields, array $data): string
    {
        $text = json_encode($data, JSON_THROW_ON_ERROR);

        return Secrets::areDeclared($fields) ? json_encode(Secrets::sealed(Crypt::encryptString($text)), JSON_THROW_ON_ERROR) : $text;
    }

    /**
     * The same as they came.
     *
     * @param  array<string, Field>  $fields
     * @return array<array-key, mixed>
     *
     * @throws SealBroken
     */
    public static function ofMisfit(array $fields, string $kept): array
    {
        $data = (array) json_decode($kept, true, flags: JSON_THROW_ON_ERROR);

        return self::open($fields, Mask::hides($data) ? (array) json_decode(self::opened((string) $data['sealed']), true, flags: JSON_THROW_ON_ERROR) : $data);
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

            return self::opened($value['sealed']);
        });
    }

    private static function opened(string $sealed): string
    {
        try {
            return Crypt::decryptString($sealed);
        } catch (DecryptException) {
            throw new SealBroken('A secret of the record was sealed with another key of the application (APP_KEY), and cannot be opened');
        }
    }

    /**
     * The same, but that what cannot be opened any more stays sealed.
     *
     * @param  array<string, Field>  $fields
     * @param  array<array-key, mixed>  $data
     * @return array<array-key, mixed>
     */
    public static function openAsFar(array $fields, array $data): array
    {
        return Secrets::map($fields, $data, static function (mixed $value): mixed {
            try {
                return is_array($value) && is_string($value['sealed'] ?? null) ? self::opened($value['sealed']) : $value;
            } catch (SealBroken) {
                return $value;
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
