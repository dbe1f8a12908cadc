<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Value\EmailAddress;

/** A fixed address that no message can be sent from or to. */
final class UnusableAddress implements Check
{
    private const PARTS = ['from_address', 'reply_to', 'cc', 'bcc'];

    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            if ($piece->block !== 'envelope' || ! in_array($piece->part, self::PARTS, true) || $piece->variables() !== []) {
                continue;
            }
            $text = implode('', array_map(static fn (mixed $run): string => is_array($run) && is_string($run['text'] ?? null) ? $run['text'] : '', is_array($piece->raw) ? $piece->raw : []));
            foreach (EmailAddress::split($text) as $address) {
                if (EmailAddress::read($address) === null) {
                    yield Finding::at($piece, Weight::Grave, "“{$address}” is no address that a message can be sent with.");
                }
            }
        }
    }
}
