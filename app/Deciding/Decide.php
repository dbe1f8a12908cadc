<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Models\Edition;
use App\Models\Notice;
use App\Models\TemplateVersion;
use Herald\Document\InvalidDocument;
use Herald\Record\Source;
use Herald\Render\Renderer;

/**
 * Decides who answers for a notice. A template that cannot serve, since the source no longer has what it names, keeps nobody from being written to: its last good edition
 * answers where the data suffice, else the built-in.
 */
final readonly class Decide
{
    public function __construct(private Renderer $renderer)
    {
    }

    /**
     * @param  Notice  $notice  with who answers, and its source
     * @param  string|null  $language  another than the recipient's
     *
     * @throws InvalidDocument when even the built-in cannot be compiled
     */
    public function __invoke(Notice $notice, Matter $matter, ?string $language = null): Decision|Silence
    {
        return $this->ruled($notice, $matter, WhoAnswers::to($notice)->about($matter), $language);
    }

    /**
     * The same by a ruling that was come to before.
     *
     * @throws InvalidDocument as above
     */
    public function ruled(Notice $notice, Matter $matter, Ruling $ruling, ?string $language = null): Decision|Silence
    {
        $language ??= $matter->recipient->language;
        $reasons = $ruling->reasons();
        $claim = $ruling->answers;
        $version = $claim?->version();
        $hasBuiltIn = $notice->declaration()->languages() !== [];
        if ($claim === null || $version === null) {
            return $ruling->isSilent()
                ? new Silence($hasBuiltIn ? $reasons : [...array_slice($reasons, 0, -1), 'no template fits, and there are no built-in words'])
                : Decision::of(Answer::otherwise($notice, $language, $ruling->otherwise), $reasons, $ruling->needsLook());
        }
        try {
            return Decision::of(Answer::with($notice, $version, $language, worn: $claim->collection?->brand?->latestVersion), $reasons, $ruling->needsLook());
        } catch (InvalidDocument $e) {
            $reasons = [...array_slice($reasons, 0, -1), "{$claim->called()}, no longer fits the source: ".$e->faults[0]->inWords()];
        }
        $kept = $this->lastGood($version, $matter, $notice->source->manifest()->source, (string) $language);
        if ($kept !== null) {
            return new Decision($kept, $claim->called(), $kept->language, 'the language of its last good edition', [...$reasons, 'its last good edition answers'], true);
        }

        if (! $hasBuiltIn) {
            throw InvalidDocument::because($claim->template->name, '', implode('; ', $reasons).'; none of its editions can be filled with these data, and there are no built-in words');
        }

        return Decision::of(Answer::builtIn($notice, $language), [...$reasons, 'none of its editions can be filled with these data: the built-in answers'], true);
    }

    /**
     * The same, where something is to be shown.
     *
     * @throws InvalidDocument as above, or when nobody answers
     */
    public function answering(Notice $notice, Matter $matter, ?string $language = null): Decision
    {
        $decision = $this($notice, $matter, $language);

        return $decision instanceof Silence ? throw InvalidDocument::because($notice->called(), '', $decision->inWords()) : $decision;
    }

    /** The newest edition of a version that can be filled, in that language if there is one. */
    private function lastGood(TemplateVersion $version, Matter $matter, Source $source, string $language): ?Edition
    {
        $editions = Edition::query()->where('template_version_id', $version->id)->latest('id')->limit(20)->get();
        $wanted = strtolower($language);
        foreach ($editions->sortByDesc(static fn (Edition $edition): bool => str_starts_with($wanted, strtolower($edition->language))) as $edition) {
            try {
                $message = $edition->message();
                $this->renderer->fill($message, $matter->messageData($source, $message));

                return $edition;
            } catch (\Throwable) {
                // Its data do not suffice.
            }
        }

        return null;
    }
}
