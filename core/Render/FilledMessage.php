<?php

declare(strict_types=1);

namespace Herald\Render;

/** A message filled with the data of one record, for one recipient. */
final readonly class FilledMessage
{
    /**
     * @param  string  $replyTo  empty for none
     * @param  string  $cc  addresses with commas between them
     * @param  string  $bcc  the same
     */
    public function __construct(
        public string $language,
        public string $subject,
        public string $preview,
        public string $fromName,
        public string $fromAddress,
        public string $replyTo,
        public string $html,
        public string $text,
        public string $cc = '',
        public string $bcc = '',
    ) {
    }
}
