<?php

declare(strict_types=1);

namespace App\Composing;

use App\Deciding\Matter;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use Herald\Brand\Brand;
use Herald\Cast\CastMember;
use Herald\Cast\FirstCast;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Check\Mend;
use Herald\Check\Weight;
use Herald\Document\Extent;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Language\LanguageChoice;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Template as Document;
use Herald\Notice\Notice as Declared;
use Herald\Record\Fullness;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\Marks;
use Herald\Render\Renderer;
use Herald\Source\Manifest;

/** A template laid out for being written on, with all that its words may refer to. */
final readonly class Workbench
{
    /** How many of the newest records speak for all when it is counted how often a value is empty. */
    private const RECORDS = 200;

    /** How many of the newest records the cast is picked from. */
    private const CAST_FROM = 500;

    private function __construct(
        public Template $template,
        public Source $source,
        public Manifest $manifest,
        public RecordType $type,
        public ?Declared $notice,
        public Vocabulary $vocabulary,
    ) {
    }

    /** The template of that key; asks for a page that is not there when there is none. */
    public static function of(string $key): self
    {
        $source = Source::current() ?? abort(404);
        $template = $source->templates()->where('key', $key)->with(['latestVersion.user', 'draft.user', 'claims.notice'])->firstOrFail()->setRelation('source', $source);
        $manifest = $source->manifest();
        $type = $manifest->recordTypes[$template->record_type] ?? abort(422, "The source no longer has records of type {$template->record_type}");
        $notice = $template->notice === null ? null : ($manifest->notices[$template->notice] ?? null);

        return new self($template, $source, $manifest, $type, $notice, $notice->vocabulary ?? Vocabulary::of($type));
    }

    /**
     * What is being written, or else what was published last, in normal form. Name, key and folder are the template's own.
     *
     * @return array<array-key, mixed>
     */
    public function document(): array
    {
        $text = $this->template->draft->document ?? $this->template->latestVersion->document ?? throw new \LogicException('A template has a draft or a version');

        return $this->titled(Json::ofText($text, $this->template->key)->data);
    }

    /**
     * @return array<array-key, mixed>
     */
    public function version(TemplateVersion $version): array
    {
        return $this->titled(Json::ofText($version->document, $this->template->key)->data);
    }

    /**
     * A document that came in, with the name, key, folder, notice and record type that it is to have.
     *
     * @throws InvalidDocument when it does not have the form of a template
     */
    public function taken(Json $sent): Json
    {
        $document = $sent->data['document'] ?? null;
        if (! is_array($document)) {
            throw InvalidDocument::because($this->template->key, 'document', 'must be an object');
        }

        $json = Json::ofArray($this->titled($document), $this->template->key);
        Extent::check($json, app(Limits::class));

        return $json;
    }

    /**
     * The newest records of its type. What is stored and cannot be read any more is left out.
     *
     * @return array{array<string, array<string, mixed>>, list<string>} their data by key, the newest first, and the keys of those left out
     */
    public function records(int $most): array
    {
        [$read, $unreadable] = [[], []];
        foreach ($this->source->records()->where('type', $this->type->key)->latest('updated_at')->latest('id')->limit($most)->get() as $record) {
            $data = $record->read($this->type);
            $data === null ? $unreadable[] = $record->key : $read[$record->key] = $data;
        }

        return [$read, $unreadable];
    }

    public function record(string $key): Record
    {
        return $this->source->records()->where(['type' => $this->type->key, 'key' => $key])->firstOrFail();
    }

    /** Reads, compiles and readies a draft for being filled with a record: the true message, of what could be read. */
    public function rendering(Json $document, Record $record, ?string $language, ?Marks $marks = null): DraftRendering
    {
        $matter = $this->matter($record);
        $node = $document->node();
        $languages = [$node->string('language'), ...array_map(strval(...), array_keys($node->array('translations')))];
        do {
            $choice = LanguageChoice::lookup($language ?? $matter->recipient->language, $languages, $this->manifest->source->defaultLanguage);
            $reading = Document::draft($document, $this->vocabulary, $choice->language);
            // As it would go out: a language with words missing falls back as a whole. One that is asked for is shown as it is.
            $again = $language === null && $reading->missing !== [];
            $languages = array_values(array_diff($languages, [$choice->language])) ?: [$node->string('language')];
        } while ($again);
        $message = Compiler::compile($reading->manuscript, $this->brand($node->optionalString('brand')), $marks);

        // In memory: what is kept on disk is for editions, and this changes with every key.
        return new DraftRendering(Renderer::inMemory(app(Limits::class)), $message, $matter->scope($this->manifest->source, $message), $matter->recipient);
    }

    /** What a message about a record would be about now, and whom it would go to. */
    public function matter(Record $record): Matter
    {
        return Matter::ofRecord($this->notice, $this->type, $record);
    }

    /**
     * @return array{list<CastMember>, list<string>} the records picked to show the most, and the keys of those that cannot be read any more
     */
    public function cast(): array
    {
        [$records, $unreadable] = $this->records(self::CAST_FROM);

        return [FirstCast::of($this->type, $records), $unreadable];
    }

    /**
     * @return list<Finding>
     */
    public function findings(Json $document): array
    {
        $data = array_map(fn (array $record): array => [$this->type->key => $record], $this->records(self::RECORDS)[0]);

        $worn = $document->node()->optionalString('brand');
        $missing = $worn === null || $this->source->brands()->where('key', $worn)->has('versions')->exists() ? [] : [
            Finding::ofWhole(Weight::Advisory, "It is to wear the brand “{$worn}”, of which nothing is published: it goes out in the default brand.", Mend::member('Wear the default brand', 'brand', null)),
        ];

        return [...$missing, ...Checks::of(Examination::of($document, $this->type, $this->notice, new Fullness(array_values($data)), $this->brand($worn)))];
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
            : $this->source->notices()->where('key', $this->notice->key)->with('claims.template.latestVersion')->first()?->setRelation('source', $this->source);
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    private function titled(array $document): array
    {
        $template = $this->template;

        return NormalForm::of([
            ...array_diff_key($document, ['folder' => 1, 'notice' => 1]), 'key' => $template->key, 'name' => $template->name, 'record_type' => $template->record_type,
            ...($template->folder === '' ? [] : ['folder' => $template->folder]), ...($template->notice === null ? [] : ['notice' => $template->notice]),
        ]);
    }
}
