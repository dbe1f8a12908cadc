<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Models\BrandVersion;
use App\Models\Edition;
use App\Models\Notice;
use App\Models\TemplateVersion;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Render\Renderer;
use Illuminate\Database\Eloquent\Builder;

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
        $kept = $this->lastGood($notice, $version, $claim->collection?->brand?->latestVersion, $matter, (string) $language);
        if ($kept !== null) {
            return Decision::ofLastGood($kept, $claim->called(), $reasons);
        }

        if (! $hasBuiltIn) {
            throw InvalidDocument::because($claim->template->name, '', implode('; ', $reasons).'; none of its editions can be filled with these data, and there are no built-in words');
        }

        return Decision::of(Answer::builtIn($notice, $language), [...$reasons, 'none of its editions can be filled with these data: the built-in answers'], isInstead: true);
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

    /**
     * The newest edition of a version for the notice that can be filled: in that language if there is one, in the brand that it wears here rather than in its own, and in no other.
     *
     * @param  BrandVersion|null  $worn  another brand than the template's own
     */
    private function lastGood(Notice $notice, TemplateVersion $version, ?BrandVersion $worn, Matter $matter, string $language): ?Edition
    {
        $source = $notice->source->manifest()->source;
        $own = $notice->source->brandWornAs(Json::ofText($version->document, 'template')->node()->optionalString('brand'));
        $worn ??= $own;
        $editions = Edition::query()->whereBelongsTo($version)->where('notice_id', $notice->id)
            ->whereHas('brandVersion', static fn (Builder $brand) => $brand->whereIn('document_id', [$worn->document_id, $own->document_id]))
            ->with('brandVersion:id,document_id')->latest('id')->limit(20)->get();
        $wanted = strtolower($language);
        $sorted = $editions->sortBy(static fn (Edition $edition): array => [! str_starts_with($wanted, strtolower($edition->language)), $edition->brandVersion?->document_id !== $worn->document_id]);
        foreach ($sorted as $edition) {
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
