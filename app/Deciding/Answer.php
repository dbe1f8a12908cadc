<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Documents\KeptPassages;
use App\Documents\PassageShelf;
use App\Models\BrandVersion;
use App\Models\Edition;
use App\Models\Notice;
use App\Models\TemplateVersion;
use Herald\Brand\Brand;
use Herald\Claim\Otherwise;
use Herald\Document\InvalidDocument;
use Herald\Language\LanguageChoice;
use Herald\Manuscript\Manuscript;
use Herald\Manuscript\Template;
use Herald\Record\RecordType;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;

/** The words that answer for a notice: those of a template's version, or the built-in, in the language a recipient gets. */
final readonly class Answer
{
    /**
     * @param  Template|null  $template  the version, read; null for the built-in
     * @param  BrandVersion|null  $worn  the brand that it wears here; null for the template's own, and for a built-in without any
     */
    private function __construct(private Notice $notice, private ?TemplateVersion $version, private ?Template $template, private ?KeptPassages $passages, public LanguageChoice $language, private ?BrandVersion $worn)
    {
    }

    /** What answers when no claim does: the built-in, in the brand's frame or without. */
    public static function otherwise(Notice $notice, ?string $language, Otherwise $otherwise): self
    {
        return self::builtIn($notice, $language, $otherwise === Otherwise::Framed ? $notice->source->brandWornAs(null) : null);
    }

    /**
     * What the source itself would say, whoever answers at the moment.
     *
     * @param  BrandVersion|null  $frame  the brand in whose frame it stands
     */
    public static function builtIn(Notice $notice, ?string $language, ?BrandVersion $frame = null): self
    {
        return self::with($notice, null, $language, worn: $frame);
    }

    /**
     * What a version would say if it answered.
     *
     * @param  TemplateVersion|null  $passage  taken in though it is not in force
     * @param  BrandVersion|null  $worn  another brand than the template's own
     *
     * @throws InvalidDocument when there are no words at all, or the version does not fit the source any more
     */
    public static function with(Notice $notice, ?TemplateVersion $version, ?string $language, ?TemplateVersion $passage = null, ?BrandVersion $worn = null): self
    {
        $declaration = $notice->declaration();
        $passages = $version === null ? null : (new PassageShelf($notice->source))->of($version->document, $passage);
        $template = $passages === null ? null : $version?->read($declaration->vocabulary, $passages);
        $default = $notice->source->manifest()->source->defaultLanguage;
        $available = $template?->wholeLanguages() ?? $declaration->languages();
        if ($available === []) {
            throw InvalidDocument::because($declaration->name, '', 'has no words yet: there are no built-in ones, and no template is published for it');
        }
        $choice = LanguageChoice::lookup($language, $available, $default);
        // A language with words missing falls back as a whole, and that is said.
        $nearest = $template === null ? $choice : LanguageChoice::lookup($language, $template->languages(), $default);
        $missing = $template?->missingIn($nearest->language) ?? 0;

        return new self($notice, $version, $template, $passages, $missing === 0 ? $choice : new LanguageChoice($choice->language, "{$nearest->reason}, but {$missing} of its texts have no words in {$nearest->language}; {$choice->language} is whole"), $worn);
    }

    /**
     * The edition, made and kept now where that was not done before.
     *
     * @param  BrandVersion|null  $brand  another than the one it wears at the moment
     */
    public function edition(?BrandVersion $brand = null): Edition
    {
        return $this->known($brand) ?? $this->keep($this->compile($brand), $brand);
    }

    /** The edition, where it was kept before. */
    public function known(?BrandVersion $brand = null): ?Edition
    {
        return Edition::query()->where('fingerprint', $this->fingerprint($this->design($brand)))->first();
    }

    /** The compiled message; it is not kept. */
    public function compile(?BrandVersion $brand = null): CompiledMessage
    {
        return Compiler::compile($this->manuscript(), $this->design($brand));
    }

    /** Keeps what was compiled, so that it never changes. */
    public function keep(CompiledMessage $message, ?BrandVersion $brand = null): Edition
    {
        $design = $this->design($brand);
        $edition = Edition::query()->createOrFirst(['fingerprint' => $this->fingerprint($design)], [
            'notice_id' => $this->notice->id,
            'template_version_id' => $this->version?->id,
            'brand_version_id' => $this->brand($brand)?->id,
            'record_type_version_id' => $this->notice->source->recordTypeVersions()->where(['key' => $this->type()->key, 'hash' => $this->type()->hash])->value('id'),
            'language' => $this->language->language,
            'brand' => $design->name,
            'compiled' => $message->toArray(),
        ]);
        if ($edition->wasRecentlyCreated) {
            $edition->passages()->attach($this->passages->versions ?? []);
        }

        return $edition;
    }

    private function design(?BrandVersion $brand): Brand
    {
        return $this->brand($brand)?->read() ?? Brand::plain();
    }

    /**
     * The brand that it wears; null for a built-in without any.
     *
     * @param  BrandVersion|null  $other  another than the one it wears at the moment
     */
    public function brand(?BrandVersion $other = null): ?BrandVersion
    {
        return $other ?? $this->worn ?? ($this->template === null ? null : $this->notice->source->brandWornAs($this->template->brand));
    }

    private function type(): RecordType
    {
        return $this->notice->source->manifest()->recordTypes[$this->notice->declaration()->recordType];
    }

    /** What tells it from all other editions. */
    private function fingerprint(Brand $design): string
    {
        $declaration = $this->notice->declaration();

        return hash('sha256', json_encode([
            $this->notice->id,
            $this->version === null ? $declaration->builtIns->hashes[$this->language->language] : $this->version->id,
            $this->language->language,
            $design->hash,
            CompiledMessage::COMPILER,
            // What a field is called and how it is typed goes into the compiled message.
            $this->type()->hash,
            hash('sha256', serialize($declaration->given)),
            ...($this->passages === null || $this->passages->versions === [] ? [] : [$this->passages->versions]),
        ], JSON_THROW_ON_ERROR));
    }

    /** Whose words they are, in words. */
    public function called(): string
    {
        return match (true) {
            $this->version !== null => $this->version->number === null ? "{$this->version->template->name}, draft" : $this->version->called($this->version->template->name),
            $this->worn !== null => Otherwise::Framed->called(),
            default => Otherwise::BuiltIn->called(),
        };
    }

    public function isBuiltIn(): bool
    {
        return $this->template === null;
    }

    /** Its words, as they are compiled. */
    public function manuscript(): Manuscript
    {
        return $this->template?->manuscript($this->language->language) ?? $this->notice->declaration()->builtIns->manuscript($this->language->language);
    }
}
