<?php

declare(strict_types=1);

namespace App\Documents;

use App\Audit\Audit;
use App\Claims\OrderDesk;
use App\Claims\Place;
use App\Deciding\Answer;
use App\Deciding\AskedClaim;
use App\Deciding\Matter;
use App\Deciding\WhoAnswers;
use App\Models\Claim;
use App\Models\DispatchRecipient;
use App\Models\DocumentKind;
use App\Models\Notice;
use App\Models\RecipientRole;
use App\Models\Record;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use App\Models\User;
use App\Models\Version;
use App\Models\VersionUse;
use App\Responses\AnswerLinks;
use Herald\Brand\Brand;
use Herald\Cast\CastMember;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Check\Mend;
use Herald\Check\Weight;
use Herald\Claim\Otherwise;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Schema;
use Herald\Language\LanguageChoice;
use Herald\Language\LanguageTag;
use Herald\Manuscript\Differences;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Renamed;
use Herald\Manuscript\Template as Document;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;
use Herald\Record\Fullness;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\Marks;
use Herald\Source\Manifest;

/** A template laid out for being written on, with all that its words may refer to. */
final readonly class TemplateDesk extends Desk
{
    private function __construct(public Template $template, Source $source, Manifest $manifest, public RecordType $type, public ?Declared $notice, public Vocabulary $vocabulary)
    {
        parent::__construct($source, $manifest);
    }

    /** The template of that key; asks for a page that is not there when there is none. */
    public static function of(Source $source, string $key): self
    {
        return self::with($source->templates()->where('key', $key)->with(['latestVersion.user', 'draft.user', 'claims.notice'])->firstOrFail(), $source);
    }

    /** @param  string|null  $for  the key of the notice that it is to answer for, where that is another than the one it was written for */
    public static function with(Template $template, Source $source, ?string $for = null): self
    {
        $manifest = $source->manifest();
        $type = $manifest->recordTypes[$template->record_type] ?? abort(422, "The source no longer has records of type {$template->record_type}");
        $notice = $manifest->notices[$for ?? $template->notice ?? ''] ?? null;

        return new self($template->setRelation('source', $source), $source, $manifest, $type, $notice, $notice->vocabulary ?? Vocabulary::of($type, kinds: $manifest->recordTypes));
    }

    public function kept(): Template
    {
        return $this->template;
    }

    public function record(string $key): Record
    {
        return $this->source->record($this->type->key, $key);
    }

    /**
     * Reads, compiles and readies a draft for being filled with a record: the true message, of what could be read.
     *
     * @param  array<array-key, mixed>  $given  parameters that would come with the event
     *
     * @throws InvalidDocument when those do not fit
     */
    public function rendering(Json $document, Record $record, ?string $language, array $given = [], ?Marks $marks = null): DraftRendering
    {
        $matter = $this->matter($record, $given);
        $document = $this->asSent($document);
        $passages = $this->passages($document);
        $node = $document->node();
        $languages = [$node->string('language'), ...array_map(strval(...), array_keys($node->array('translations')))];
        do {
            $choice = LanguageChoice::lookup($language ?? $matter->recipient->language, $languages, $this->manifest->source->defaultLanguage);
            $reading = Document::draft($document, $this->vocabulary, $choice->language, $passages);
            // As it would go out: a language with words missing falls back as a whole. One that is asked for is shown as it is.
            $again = $language === null && $reading->missing !== [];
            $languages = array_values(array_diff($languages, [$choice->language])) ?: [$node->string('language')];
        } while ($again);
        foreach ($reading->faults as $fault) {
            // HTML that cannot be read is none yet: the stage keeps what was last in order.
            if (str_ends_with($fault->place, '/html')) {
                throw new InvalidDocument($document->name, [$fault]);
            }
        }
        $message = Compiler::compile($reading->manuscript, $this->brand($node->optionalString('brand')), $marks);

        return new DraftRendering(DraftPieces::renderer(), $message, $matter->messageData($this->manifest->source, $message, answering: AnswerLinks::tried('template', $this->template->key, $record, $this->source->key)), $matter->recipient, $matter->slots);
    }

    /**
     * What a message about a record would be about now, and whom it would go to.
     *
     * @param  array<array-key, mixed>  $given
     *
     * @throws InvalidDocument as above
     */
    public function matter(Record $record, array $given = []): Matter
    {
        return Matter::ofRecord($this->notice, $this->type, $record, $given);
    }

    /**
     * @return array{list<CastMember>, list<string>} the records picked to show the most, and the keys of those that cannot be read any more
     */
    public function cast(): array
    {
        return $this->atHand()->cast();
    }

    public function findings(Json $document): array
    {
        $worn = $document->node()->optionalString('brand');
        $missing = $worn === null || $this->source->brands()->where('key', $worn)->has('versions')->exists() ? [] : [
            Finding::ofWhole(Weight::Advisory, "Nothing of the brand “{$worn}” is published: it goes out in the default brand.", 'brand', [Mend::document('Take the default brand', ['brand' => null])]),
        ];

        return [...$missing, ...$this->unpublished($document), ...$this->atHand()->judge(fn (Fullness $fullness): array => Checks::of($this->examination($document, $fullness)))];
    }

    private function examination(Json $document, Fullness $fullness): Examination
    {
        return Examination::of($document, $this->type, $this->notice, $fullness, $this->brand($document->node()->optionalString('brand')), $this->manifest->recordTypes, $this->passages($document), $this->readers());
    }

    /**
     * @return list<string> the languages of the notice's built-in words whose readers the template is used for, or will be
     */
    private function readers(): array
    {
        $languages = $this->template->is_passage ? [] : $this->notice?->languages() ?? [];
        $notice = count($languages) < 2 ? null : $this->noticeModel();
        if ($notice === null || $notice->fallback === Otherwise::Silent) {
            return [];
        }
        $own = array_filter(WhoAnswers::to($notice)->claims, fn (AskedClaim $claim): bool => $claim->template->id === $this->template->id && $claim->claim?->on === true);

        return array_values(array_filter($languages, static fn (string $language): bool => $own === [] || array_filter($own, static fn (AskedClaim $claim): bool => $claim->claim?->takes($language) === true) !== []));
    }

    /**
     * Passages that it takes in as they are drafted, which nothing can go out with.
     *
     * @return list<Finding>
     */
    private function unpublished(Json $document): array
    {
        $named = $this->template->is_passage ? [] : Passages::named($document->data);
        $names = $named === [] ? [] : $this->source->passages()->whereIn('key', $named)->doesntHave('versions')->pluck('name')->all();

        return array_values(array_map(static fn (mixed $name): Finding => Finding::ofWhole(Weight::Grave, "The passage “{$name}” is not published yet: publish it first."), $names));
    }

    /** What is being written as it would go out: a passage alone has no subject of its own. */
    public function asSent(Json $document): Json
    {
        return $this->template->is_passage ? Json::ofArray([...$document->data, 'envelope' => ['subject' => [['text' => $this->template->name]]]], $document->name) : $document;
    }

    /** The passages that may be taken into what is being written; none stands in another. Those that were never published are shown as they are drafted. */
    public function passages(Json $document, bool $drafts = true): Passages
    {
        return $this->template->is_passage ? Passages::none() : (new PassageShelf($this->source, $drafts))->of($document->text())->passages;
    }

    private function atHand(): RecordsAtHand
    {
        return new RecordsAtHand($this->source, $this->type);
    }

    /** The key of the brand that what is being written names. */
    public function brandKey(): ?string
    {
        $key = $this->document()['brand'] ?? null;

        return is_string($key) ? $key : null;
    }

    /** The published design of the brand of that key, or of the default one. */
    public function brand(?string $key = null): Brand
    {
        return $this->source->brandWornAs($key)->read();
    }

    /** The notice that the template is written for, with its claims. */
    public function noticeModel(): ?Notice
    {
        return $this->notice === null ? null
            : $this->source->notices()->where('key', $this->notice->key)->withWhoAnswers()->first()?->setRelation('source', $this->source);
    }

    public function differences(array $before, array $after): array
    {
        return Differences::between($before, $after, $this->vocabulary);
    }

    /** For which notice, for how many people, and what stands in the way. */
    public function outlook(Json $document): array
    {
        $notice = $this->noticeModel();
        $latest = $this->template->latestVersion;
        $sent = $notice === null ? null : DispatchRecipient::query()->where(['notice_id' => $notice->id, 'role' => RecipientRole::To])->whereNotNull('address')->where('created_at', '>=', now()->subDays(30))
            ->selectRaw('count(*) as messages, count(distinct address_key) as people')->toBase()->first();
        $before = match (true) {
            $latest !== null => $this->version($latest),
            $this->notice !== null => $this->notice->toTemplate($this->template->key, $this->template->name, '', $this->manifest->source->defaultLanguage),
            default => ['envelope' => [], 'manuscript' => []],
        };

        [$editions, $broken] = $this->template->is_passage ? TouchedTemplate::outlook(TouchedTemplate::taking($this->template), fn (TouchedTemplate $touched): array => $touched->differsWith($this->template, $document)) : [[], []];

        return [
            'notice' => $this->notice === null || $notice === null ? null : ['key' => $this->notice->key, 'name' => $this->notice->name, 'revision' => $notice->revision, 'on' => $this->notice->on],
            ...$this->languagesIn($document),
            'others' => $notice === null ? [] : $this->others($notice),
            'stands' => $notice !== null && $notice->claims->contains(fn (Claim $claim): bool => $claim->active && $claim->template_id === $this->template->id),
            'left_to_source' => $this->notice?->carrier === Carrier::Source,
            'messages' => (int) ($sent->messages ?? 0), 'people' => (int) ($sent->people ?? 0),
            'compared_with' => $latest === null ? ($this->notice === null ? null : 'the built-in words') : "version {$latest->number}",
            'changes' => $this->differences($before, $document->data),
            'editions' => $editions, 'findings' => [...$broken, ...$this->grave($document)],
        ];
    }

    /**
     * @return array{languages: list<string>, languages_taken_away: list<array{tag: string, name: string}>} those that the draft has all its words in; and those of the built-in words whose readers would not get it in theirs
     */
    private function languagesIn(Json $document): array
    {
        $examination = $this->examination($document, Fullness::in([]));

        return ['languages' => $examination->wholeLanguages(), 'languages_taken_away' => array_map(static fn (string $tag): array => ['tag' => $tag, 'name' => LanguageTag::name($tag)], $examination->languagesTakenAway())];
    }

    /**
     * Those that are switched on for a notice, among which it is to stand.
     *
     * @return list<array{place: int, template: string, name: string, sentence: string, fault: string|null}>
     */
    private function others(Notice $notice): array
    {
        $on = array_filter(WhoAnswers::to($notice)->claims, static fn (AskedClaim $claim): bool => $claim->claim?->on !== false && $claim->collection === null);

        return array_values(array_map(static fn (AskedClaim $claim): array => ['place' => $claim->place, 'template' => $claim->template->key, 'name' => $claim->template->name, 'sentence' => $claim->claim?->sentence() ?? '', 'fault' => $claim->fault], $on));
    }

    public function uses(Json $document): array
    {
        $brand = $document->node()->optionalString('brand');

        return [
            ...($brand === null ? [] : [['kind' => DocumentKind::Brand->value, 'key' => $brand]]),
            ...array_map(static fn (string $key): array => ['kind' => VersionUse::PASSAGE, 'key' => $key], Passages::named($document->data)),
        ];
    }

    /** Its message in each language that has all its words, for the notice that it is written for; of a passage those of all that take it in. */
    public function touched(Version $version): array
    {
        if (! $version instanceof TemplateVersion) {
            return [];
        }
        if ($this->template->is_passage) {
            return TouchedTemplate::renewing($this->template, $version);
        }
        $document = $version->setRelation('template', $this->template)->read($this->vocabulary, (new PassageShelf($this->source))->of($version->document));
        $brand = $this->source->brandWornAs($document->brand);
        $notices = array_column([...array_filter([$this->noticeModel()]), ...TouchedTemplate::notices($this->template->loadMissing('claims.notice'), $this->source)], null, 'key');
        $touched = [];
        foreach ($document->wholeLanguages() as $language) {
            if ($notices === []) {
                $touched["{$language} in {$brand->id}"] = static fn (): mixed => Compiler::compile($document->manuscript($language), $brand->read());
            }
            foreach ($notices as $notice) {
                $touched["{$language} in {$brand->id} for {$notice->key}"] = static fn (): mixed => Answer::with($notice, $version, $language)->edition($brand);
            }
        }

        return $touched;
    }

    /** Name, folder and notice are those it was published with. It stands among those that answer for its notice where it was said; whoever else is on stays on. */
    public function putInForce(Version $version, ?User $person, bool $ofDraft, Place $place): void
    {
        $this->template->fill($ofDraft ? ['archived_at' => null] : [])->save();
        $notice = $this->noticeModel();
        if ($this->template->is_passage) {
            TemplateVersion::forget($this->source);
        }
        if ($notice === null || $this->template->is_passage) {
            return;
        }
        if ($version->wasRecentlyCreated) {
            Audit::note($person, 'published', $version->called($this->template->name).', published', $notice, $this->source);
        }
        // From a file it is put among the others once, and stays as it was switched.
        if ($ofDraft || $notice->claims->where('template_id', $this->template->id)->isEmpty()) {
            OrderDesk::of($notice)->place($place, $this->template->key, $person);
        }
    }

    public function grave(Json $document): array
    {
        $grave = parent::grave($document);
        // It has to have what each of the notices asks for that it answers for.
        foreach (TouchedTemplate::notices($this->template->loadMissing('claims.notice'), $this->source) as $notice) {
            $other = $notice->key === $this->notice?->key ? [] : Finding::grave(self::with($this->template, $this->source, $notice->key)->findings($document));
            $grave = [...$grave, ...array_filter($other, static fn (Finding $finding): bool => ! in_array($finding->words, array_column($grave, 'words'), true))];
        }
        $grave = array_values($grave);

        // What is known to be wrong need not be tried.
        return $grave === [] ? Trial::of($this, $document) : $grave;
    }

    public function check(Json $document): void
    {
        Document::ofJson($document, $this->vocabulary, $this->passages($document, drafts: false));
    }

    protected function checkForm(Json $document): void
    {
        $kept = $this->template->draft->document ?? $this->template->latestVersion?->document;
        Schema::Template->check($document, $kept === null ? [] : Json::ofText($kept, $this->template->key)->data);
    }

    protected function titled(array $document): array
    {
        $template = $this->template;

        return Renamed::in(NormalForm::of([
            ...array_diff_key($document, ['folder' => 1, 'notice' => 1, 'passage' => 1, ...($template->is_passage ? ['brand' => 1, 'look' => 1, 'plain' => 1] : [])]), 'key' => $template->key, 'name' => $template->name, 'record_type' => $template->record_type,
            ...($template->is_passage ? ['passage' => true, 'envelope' => ['subject' => []]] : []),
            ...($template->folder === '' ? [] : ['folder' => $template->folder]), ...($template->notice === null ? [] : ['notice' => $template->notice]),
        ]), $this->vocabulary);
    }
}
