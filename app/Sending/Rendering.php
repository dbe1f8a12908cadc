<?php

declare(strict_types=1);

namespace App\Sending;

use App\Deciding\Answer;
use App\Deciding\Decide;
use App\Deciding\Decision;
use App\Deciding\Matter;
use App\Models\Notice;
use App\Models\Record;
use App\Responses\AnswerLinks;
use Herald\Claim\Otherwise;
use Herald\Record\Recipient;
use Herald\Render\FilledMessage;
use Herald\Render\Renderer;

/** A notice's message as it would be for a record now: the true message, but for parameters that only an event brings. */
final readonly class Rendering
{
    public function __construct(private Renderer $renderer, private Decide $decide)
    {
    }

    /**
     * @param  string|null  $language  another language than the recipient's
     * @param  array<array-key, mixed>|null  $given  the parameters of what a person is about to send; null for what is only shown, with examples of them
     * @return array{Decision, Recipient, FilledMessage}
     *
     * @throws \Herald\Document\InvalidDocument when what is given does not fit what is declared, or nobody answers
     */
    public function of(Notice $notice, Record $record, Words $words, ?string $language, ?array $given = null): array
    {
        $declaration = $notice->declaration();
        $manifest = $notice->source->manifest();
        $type = $manifest->recordTypes[$declaration->recordType];
        $matter = $given === null ? Matter::ofRecord($declaration, $type, $record) : Matter::byHand($declaration, $type, $record, $given);
        $wanted = $language ?? $matter->recipient->language;
        $decision = match ($words) {
            Words::Answer => $this->decide->answering($notice, $matter, $language),
            Words::BuiltIn => Decision::of(Answer::builtIn($notice, $wanted)),
            Words::Framed => Decision::of(Answer::otherwise($notice, $wanted, Otherwise::Framed)),
        };
        $message = $decision->message;

        return [$decision, $matter->recipient, $this->renderer->fill($message, $matter->messageData($manifest->source, $message, answering: AnswerLinks::tried('notice', $notice->key, $record, $notice->source->key)))];
    }
}
