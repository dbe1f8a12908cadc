<?php

declare(strict_types=1);

namespace App\Branding;

use App\Deciding\Answer;
use App\Deciding\Matter;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Notice;
use App\Models\Picture;
use App\Models\Source;
use Herald\Brand\Brand as Design;
use Herald\Brand\Logo;
use Herald\Brand\Pixels;
use Herald\Check\Brand\BrandChecks;
use Herald\Check\Brand\BrandExamination;
use Herald\Check\Brand\BrandFinding;
use Herald\Document\Extent;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Document\Schema;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;
use Herald\Render\Marks;
use Herald\Render\Scope;
use Herald\Source\Manifest;

/** A brand laid out for being designed, with the source whose messages wear it. */
final readonly class Workshop
{
    private function __construct(public Brand $brand, public Source $source, public Manifest $manifest)
    {
    }

    /** The brand of that key; asks for a page that is not there when there is none. */
    public static function of(string $key): self
    {
        $source = Source::current() ?? abort(404);
        $brand = $source->brands()->where('key', $key)->with(['latestVersion.user', 'draft.user'])->firstOrFail()->setRelation('source', $source);

        return new self($brand, $source, $source->manifest());
    }

    /**
     * What is being designed, or else what was published last, in normal form. Its name is the brand's own.
     *
     * @return array<array-key, mixed>
     */
    public function document(): array
    {
        $text = $this->brand->draft->document ?? $this->brand->latestVersion->document ?? throw new \LogicException('A brand has a draft or a version');

        return $this->titled(Json::ofText($text, $this->brand->name)->data);
    }

    /**
     * @return array<array-key, mixed>
     */
    public function version(BrandVersion $version): array
    {
        return $this->titled(Json::ofText($version->document, $this->brand->name)->data);
    }

    /**
     * A document that came in, with its pictures there and ready in the width they are shown in.
     *
     * @throws InvalidDocument when it does not have the form of a brand, or names a picture that is not there
     */
    public function taken(Json $sent): Json
    {
        $document = $sent->data['document'] ?? null;
        if (! is_array($document)) {
            throw InvalidDocument::because($this->brand->name, 'document', 'must be an object');
        }
        $json = Json::ofArray($this->titled($document), $this->brand->name);
        Extent::check($json, app(Limits::class));
        // A draft may be unfinished, but it must be a brand in form.
        Schema::Brand->check($json);
        foreach (self::pictures($json) as $place => $name) {
            if (Picture::query()->where(['source_id' => $this->source->id, 'name' => $name])->doesntExist()) {
                throw InvalidDocument::because($this->brand->name, $place, "\"{$name}\" is not a picture that was put in");
            }
            Pictures::fit($name, self::loadedWidth($json));
        }

        return $json;
    }

    public function design(Json $document): Design
    {
        return Design::stored($document, Pictures::address());
    }

    /**
     * @return list<BrandFinding>
     */
    public function findings(Json $document): array
    {
        $pictures = array_map(static fn (string $name): Pixels => Pixels::ofBytes(Pictures::bytes($name)), self::pictures($document));

        return BrandChecks::of(new BrandExamination($this->design($document), $pictures['logo/picture'] ?? null, $pictures['logo/dark_picture'] ?? null));
    }

    /**
     * The pictures of a document, by their place in it.
     *
     * @return array<string, string>
     */
    public static function pictures(Json $document): array
    {
        $logo = $document->node()->node('logo');

        return array_filter(['logo/picture' => $logo?->string('picture'), 'logo/dark_picture' => $logo?->optionalString('dark_picture')]);
    }

    /** How wide the pictures of a document are loaded, in px. */
    public static function loadedWidth(Json $document): int
    {
        return Logo::DENSITY * ($document->node()->node('logo')?->int('width', Logo::WIDTH) ?? Logo::WIDTH);
    }

    /**
     * A message in a design, ready to be filled: that which answers for a notice at the moment.
     *
     * @return array{Answer, CompiledMessage, Scope}
     */
    public function message(Design $design, string $notice, string $record, ?string $language): array
    {
        $model = $this->source->notices()->where('key', $notice)->where('declared', true)->with('claims.template.latestVersion.template')->firstOrFail()->setRelation('source', $this->source);
        $declared = $model->declaration();
        $type = $this->manifest->recordTypes[$declared->recordType];
        $matter = Matter::ofRecord($declared, $type, $this->source->records()->where(['type' => $type->key, 'key' => $record])->firstOrFail());
        $answer = Answer::to($model, $language ?? $matter->recipient->language);
        $message = Compiler::compile($answer->manuscript(), $design, Marks::Frame);

        return [$answer, $message, $matter->scope($this->manifest->source, $message)];
    }

    /**
     * The messages that can be looked at: of every notice that there is a record for, those that a template answers for first.
     *
     * @return list<array{notice: string, name: string, record_type: string, record: string, template: string|null}>
     */
    public function messages(): array
    {
        $newest = [];
        foreach ($this->manifest->recordTypes as $key => $type) {
            $newest[$key] = $this->source->newestRecord($type)?->key;
        }
        $messages = [];
        foreach ($this->source->notices()->where('declared', true)->with('claims.template.latestVersion')->get() as $notice) {
            $declared = $notice->setRelation('source', $this->source)->declaration();
            if (is_string($newest[$declared->recordType] ?? null)) {
                $messages[] = ['notice' => $notice->key, 'name' => $declared->name, 'record_type' => $declared->recordType, 'record' => $newest[$declared->recordType], 'template' => $notice->answeringClaim()?->template->name];
            }
        }
        usort($messages, static fn (array $one, array $other): int => ($one['template'] === null) <=> ($other['template'] === null));

        return $messages;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    private function titled(array $document): array
    {
        return Design::normal([...$document, 'name' => $this->brand->name]);
    }
}
