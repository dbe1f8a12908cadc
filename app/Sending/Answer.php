<?php

declare(strict_types=1);

namespace App\Sending;

use App\Models\Edition;
use App\Models\Notice;
use App\Models\TemplateVersion;
use Herald\Brand\Brand;
use Herald\Language\LanguageChoice;
use Herald\Manuscript\Manuscript;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;

/** The words that answer for a notice: those of a template's version, or the built-in, in the language a recipient gets. */
final readonly class Answer
{
    private function __construct(private Notice $notice, private ?TemplateVersion $version, public LanguageChoice $language)
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

    /** The compiled message, made now where it has not been made before. */
    public function edition(): Edition
    {
        $brand = $this->brand();
        $manifest = $this->notice->source->manifest();
        $declaration = $this->notice->declaration();
        $fingerprint = hash('sha256', json_encode([
            $this->notice->id,
            $this->version === null ? $this->notice->source->manifest_hash : $this->version->id,
            $this->language->language,
            $brand->hash,
            CompiledMessage::COMPILER,
            // What a field is called and how it is typed goes into the compiled message.
            hash('sha256', serialize($manifest->recordTypes[$declaration->recordType])),
        ], JSON_THROW_ON_ERROR));

        return Edition::query()->where('fingerprint', $fingerprint)->first() ?? Edition::query()->createOrFirst(['fingerprint' => $fingerprint], [
            'notice_id' => $this->notice->id,
            'template_version_id' => $this->version?->id,
            'language' => $this->language->language,
            'brand' => $brand->name,
            'compiled' => Compiler::compile($this->manuscript(), $brand)->toArray(),
        ]);
    }

    private static function with(Notice $notice, ?TemplateVersion $version, ?string $language): self
    {
        $declaration = $notice->declaration();
        $languages = $version === null ? $declaration->languages() : $version->read($declaration->vocabulary)->languages();

        return new self($notice, $version, LanguageChoice::lookup($language, $languages, $notice->source->manifest()->source->defaultLanguage));
    }

    private function brand(): Brand
    {
        return $this->version === null ? Brand::plain() : Brand::usual();
    }

    private function manuscript(): Manuscript
    {
        $declaration = $this->notice->declaration();

        return $this->version === null
            ? $declaration->builtIns[$this->language->language]
            : $this->version->read($declaration->vocabulary)->manuscript($this->language->language);
    }
}
