<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\Preg;
use Symfony\Component\Mime\Address;

/**
 * The one reader of e-mail addresses: what it takes can be written into headers and handed over by any mail server. That is an addr-spec of RFC 5322
 * section 3.4.1 with a dot-atom before the @, in ASCII (RFC 6531, which lets other letters stand there, is not spoken by all), and a domain that may
 * be international (RFC 5891).
 */
final class EmailAddress
{
    /** In octets (RFC 5321 section 4.5.3.1, erratum 1690). */
    private const LONGEST = 254;

    private const DOT_ATOM = '/^[A-Za-z0-9!#$%&\'*+\/=?^_`{|}~-]+(\.[A-Za-z0-9!#$%&\'*+\/=?^_`{|}~-]+)*$/D';

    /** A domain as it is handed over: labels of letters, digits and hyphens (RFC 1123 section 2.1). */
    private const DOMAIN = '/^[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?(\.[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?)*$/D';

    /**
     * @return string|null the same text; null when it is no address that can be written to
     */
    public static function read(mixed $value): ?string
    {
        $at = is_string($value) && strlen($value) <= self::LONGEST && mb_check_encoding($value, 'UTF-8') ? strrpos($value, '@') : false;
        if (! is_string($value) || $at === false) {
            return null;
        }
        $local = substr($value, 0, $at);
        // What looks like an encoded word would be read as one (RFC 2047).
        if (strlen($local) > 64 || ! Preg::isMatch(self::DOT_ATOM, $local) || str_contains($local, '=?')) {
            return null;
        }
        try {
            $address = new Address($value);
        } catch (\InvalidArgumentException) {
            return null;
        }

        return $address->getAddress() === $value && Preg::isMatch(self::DOMAIN, substr($address->getEncodedAddress(), $at + 1)) ? $value : null;
    }

    /** Whether two addresses end in one mailbox, as far as can be told: without case, without what stands behind a plus sign (RFC 5233), their domains as they are handed over. */
    public static function reachesSame(string $one, string $other): bool
    {
        $mailbox = static function (string $address): string {
            [$local, $domain] = [(string) strstr($address, '@', true), substr((string) strrchr($address, '@'), 1)];

            return mb_strtolower(explode('+', $local)[0]).'@'.strtolower(idn_to_ascii($domain) ?: $domain);
        };

        return $mailbox($one) === $mailbox($other);
    }

    /**
     * Several addresses with commas between them.
     *
     * @return list<string> each as it stands, without the blanks around it; those that are empty are left out
     */
    public static function split(string $list): array
    {
        return array_values(array_filter(array_map(trim(...), explode(',', $list)), static fn (string $one): bool => $one !== ''));
    }
}
