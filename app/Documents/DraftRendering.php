<?php

declare(strict_types=1);

namespace App\Documents;

use App\Deciding\HandedOver;
use Herald\Record\Recipient;
use Herald\Render\CompiledMessage;
use Herald\Render\FilledMessage;
use Herald\Render\MessageData;
use Herald\Render\MessagePart;
use Herald\Render\Renderer;

/** A draft compiled for one record: its parts are filled as they are asked for. */
final readonly class DraftRendering
{
    /**
     * @param  array<string, HandedOver>  $slots  what stands in the places for it, by key
     */
    public function __construct(private Renderer $renderer, public CompiledMessage $message, private MessageData $messageData, public Recipient $recipient, public array $slots)
    {
    }

    public function part(MessagePart $part): string
    {
        return $this->renderer->part($this->message, $part, $this->messageData);
    }

    /** Words that the message keeps beside its parts, see {@see Renderer::words}. */
    public function words(string $source): string
    {
        return $this->renderer->words($this->message, $source, $this->messageData);
    }

    public function filled(): FilledMessage
    {
        return $this->renderer->fill($this->message, $this->messageData);
    }
}
