<?php

declare(strict_types=1);

namespace App\Sending;

use App\Deciding\Answer;
use App\Deciding\Matter;
use App\Models\Notice;
use App\Models\Record;
use Herald\Record\Recipient;
use Herald\Render\FilledMessage;
use Herald\Render\Renderer;

/** A notice's message as it would be for a record now: the true message, but for parameters that only an event brings. */
final readonly class Rendering
{
    public function __construct(private Renderer $renderer)
    {
    }

    /**
     * @param  bool  $builtIn  the source's own words, whoever answers
     * @param  string|null  $language  another language than the recipient's
     * @return array{Answer, Recipient, FilledMessage}
     */
    public function of(Notice $notice, Record $record, bool $builtIn, ?string $language): array
    {
        $declaration = $notice->declaration();
        $manifest = $notice->source->manifest();
        $matter = Matter::ofRecord($declaration, $manifest->recordTypes[$declaration->recordType], $record);
        $wanted = $language ?? $matter->recipient->language;
        $answer = $builtIn ? Answer::builtIn($notice, $wanted) : Answer::to($notice, $wanted);
        $message = $answer->edition()->message();

        return [$answer, $matter->recipient, $this->renderer->fill($message, $matter->messageData($manifest->source, $message))];
    }
}
