<?php

declare(strict_types=1);

namespace App\Sending;

use Herald\Message\MimeMessage;

/** A message that has been made and not been kept yet. */
final readonly class Composed
{
    /**
     * @param  MimeMessage  $message  as it is kept: secrets are masked in it
     * @param  string|null  $sealed  the true bytes, where they hold a secret
     */
    public function __construct(public string $subject, public MimeMessage $message, #[\SensitiveParameter] public ?string $sealed)
    {
    }
}
