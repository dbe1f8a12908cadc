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
use Herald\Document\InvalidDocument;
use Herald\Language\LanguageChoice;
use Herald\Manuscript\Manuscript;
use Herald\Manuscript\Template;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;

/** The words that answer for a notice: those of a template's version, or the built-in, in the language a recipient gets. */
final readonly class Answer
{
    /**
     * @param  Template|null  $template  the version, read; null for the built-in
     */
    private function __construct(private Notice $notice, private ?TemplateVersion $version, private ?Template $template, private ?KeptPassages $passages, public LanguageChoice $language)
    {
    }

    /** What answers at the moment. Expects the notice's claims.template.latestVersion to be loaded. */
    public static function to(Notice $notice, ?string $language): self
    {
        return self::with($notice, $notice->answeringClaim()?->template->latestVersion, $language);
    }

    /** What the source itself would say, whoever answers at the moment. */
    public static function builtIn(Notice $notice, ?string $language): self
    {
        return self::with($notice, null, $language);
    }

    /**
     * What a version would say if it answered.
     *
     * @param  TemplateVersion|null  $passage  taken in though it is not in force
     *
     * @throws InvalidDocument when there are no words at all, or the version does not fit the source any more
     */
    public static function with(Notice $notice, ?TemplateVersion $version, ?string $language, ?TemplateVersion $passage = null): self
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

        return new self($notice, $version, $template, $passages, $missing === 0 ? $choice : new LanguageChoice($choice->language, "{$nearest->reason}, but {$missing} of its texts have no words in {$nearest->language}; {$choice->language} is whole"));
    }

    /**
     * The compiled message, made now where it has not been made before.
     *
     * @param  BrandVersion|null  $brand  another than the one it wears at the moment; a built-in wears none
     */
    public function edition(?BrandVersion $brand = null): Edition
    {
        $brand = $this->template === null ? null : ($brand ?? $this->notice->source->brandWornAs($this->template->brand));
        $design = $brand?->read() ?? Brand::plain();
        $declaration = $this->notice->declaration();
        $type = $this->notice->source->manifest()->recordTypes[$declaration->recordType];
        $fingerprint = hash('sha256', json_encode([
            $this->notice->id,
            $this->version === null ? $declaration->builtIns->hashes[$this->language->language] : $this->version->id,
            $this->language->language,
            $design->hash,
            CompiledMessage::COMPILER,
            // What a field is called and how it is typed goes into the compiled message.
            $type->hash,
            hash('sha256', serialize($declaration->given)),
            ...($this->passages === null || $this->passages->versions === [] ? [] : [$this->passages->versions]),
        ], JSON_THROW_ON_ERROR));

        $edition = Edition::query()->where('fingerprint', $fingerprint)->first() ?? Edition::query()->createOrFirst(['fingerprint' => $fingerprint], [
            'notice_id' => $this->notice->id,
            'template_version_id' => $this->version?->id,
            'brand_version_id' => $brand?->id,
            'record_type_version_id' => $this->notice->source->recordTypeVersions()->where(['key' => $type->key, 'hash' => $type->hash])->value('id'),
            'language' => $this->language->language,
            'brand' => $design->name,
            'compiled' => Compiler::compile($this->manuscript(), $design)->toArray(),
        ]);
        if ($edition->wasRecentlyCreated) {
            $edition->passages()->attach($this->passages->versions ?? []);
        }

        return $edition;
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
