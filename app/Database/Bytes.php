<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * Bytes of any kind in a binary column. PostgreSQL takes them in its hex form and hands them back as a stream; other engines take and give them as they are.
 *
 * @implements CastsAttributes<string, string>
 */
final class Bytes implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): string
    {
        if (is_resource($value)) {
            rewind($value);

            return (string) stream_get_contents($value);
        }
        $value = is_string($value) ? $value : '';

        return self::isHex($model) && str_starts_with($value, '\x') ? (string) hex2bin(substr($value, 2)) : $value;
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        $value = is_string($value) ? $value : '';

        return self::isHex($model) ? '\x'.bin2hex($value) : $value;
    }

    private static function isHex(Model $model): bool
    {
        return $model->getConnection()->getDriverName() === 'pgsql';
    }
}
