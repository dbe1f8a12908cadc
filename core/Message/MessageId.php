<?php

declare(strict_types=1);

namespace Herald\Message;

use Composer\Pcre\Preg;

/** The Message-ID header of a dispatch: the same however often it is handed over (RFC 5322 section 3.6.4). */
final class MessageId
{
    /**
     * @param  string  $dispatch  the dispatch's own id, of letters and digits
     * @param  string  $sender  the sender's address, whose domain stands at the right
     */
    public static function of(string $dispatch, string $sender): string
    {
        $domain = substr((string) strrchr($sender, '@'), 1);

        return $dispatch.'@'.(Preg::isMatch('/^[A-Za-z0-9.-]+$/D', $domain) ? $domain : 'localhost');
    }
}
