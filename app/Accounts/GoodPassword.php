<?php

declare(strict_types=1);

namespace App\Accounts;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/**
 * A password that is not soon guessed (OWASP ASVS 4.0, 2.1.1, 2.1.7): at least 12 characters, and not one of the commonest, with or without figures
 * around it. Nothing is asked for beyond that.
 */
final class GoodPassword implements ValidationRule
{
    public const SHORTEST = 12;

    public const LONGEST = 200;

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        $why = is_string($value) ? self::against($value) : 'A password is a text.';
        if ($why !== null) {
            $fail($why);
        }
    }

    /** @return string|null what speaks against a password, in words; null when nothing does */
    public static function against(#[\SensitiveParameter] string $password): ?string
    {
        return match (true) {
            mb_strlen($password) < self::SHORTEST => 'A password has at least '.self::SHORTEST.' characters.',
            mb_strlen($password) > self::LONGEST => 'A password has at most '.self::LONGEST.' characters.',
            count(array_unique(mb_str_split($password))) < 5 => 'This password is made of very few different characters, and soon guessed.',
            self::isCommon($password) => 'This password is among the commonest, and soon guessed.',
            default => null,
        };
    }

    private static function isCommon(#[\SensitiveParameter] string $password): bool
    {
        $small = mb_strtolower($password);
        $known = (string) file_get_contents(__DIR__.'/common-passwords.txt');
        foreach (array_unique([$small, trim($small, '0123456789'), trim($small, "0123456789 !\"#$%&'()*+,-./:;<=>?@[\\]^_`{|}~")]) as $form) {
            if (strlen($form) >= 8 && str_contains($known, substr(hash('sha256', $form), 0, 12)."\n")) {
                return true;
            }
        }

        return false;
    }
}
