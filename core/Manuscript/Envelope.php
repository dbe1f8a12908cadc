<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** What stands on the outside of a message. */
final readonly class Envelope
{
    /**
     * @param  Inline|null  $preview  the line that inbox lists show after the subject
     * @param  Inline|null  $fromName  null for the source's own sender
     * @param  Inline|null  $fromAddress  null for the source's own sender
     * @param  Inline|null  $replyTo  null for the source's own
     * @param  Inline|null  $cc  addresses with commas between them
     * @param  Inline|null  $bcc  the same
     */
    public function __construct(
        public Inline $subject,
        public ?Inline $preview = null,
        public ?Inline $fromName = null,
        public ?Inline $fromAddress = null,
        public ?Inline $replyTo = null,
        public ?Inline $cc = null,
        public ?Inline $bcc = null,
    ) {
    }

    public static function read(BlockReader $reader): self
    {
        return new self(
            $reader->inline('subject'),
            $reader->optionalInline('preview'),
            $reader->optionalInline('from_name'),
            $reader->optionalInline('from_address'),
            $reader->optionalInline('reply_to'),
            $reader->optionalInline('cc'),
            $reader->optionalInline('bcc'),
        );
    }
}
