<?php

declare(strict_types=1);

namespace App\Sending;

use App\Models\Dispatch;
use Herald\Message\MimeMessage;
use Herald\Record\Secrets;

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

    /**
     * What is noted of it on its dispatch.
     *
     * @return array<string, mixed>
     */
    public function columns(Dispatch $dispatch): array
    {
        return [
            'subject' => $this->subject, 'message_id' => $this->message->messageId,
            // A secret of the record that the message does not hold is not kept with it.
            ...($dispatch->secret && $this->sealed === null ? ['secret' => false, 'data' => Secrets::wiped($dispatch->data)] : []),
        ];
    }
}
