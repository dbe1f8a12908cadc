<?php

declare(strict_types=1);

namespace App\Documents;

use App\Audit\Audit;
use App\Claims\Place;
use App\Deciding\Decide;
use App\Deciding\Decision;
use App\Deciding\Matter;
use App\Deciding\WhoAnswers;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Notice;
use App\Models\Picture;
use App\Models\Source;
use App\Models\User;
use App\Models\Version;
use App\Models\VersionUse;
use App\Pictures\Pictures;
use App\Timing\Clock;
use Herald\Brand\Brand as Design;
use Herald\Brand\BrandDifferences;
use Herald\Brand\Logo;
use Herald\Check\Brand\BrandChecks;
use Herald\Check\Brand\BrandExamination;
use Herald\Claim\Otherwise;
use Herald\Colour\Pixels;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Schema;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;
use Herald\Render\Marks;
use Herald\Render\MessageData;
use Herald\Source\Manifest;

/** A brand laid out for being designed, with the source whose messages wear it. */
final readonly class BrandDesk extends Desk
{
    private function __construct(public Brand $brand, Source $source, Manifest $manifest)
    {
        parent::__construct($source, $manifest);
    }

    /** The brand of that key; asks for a page that is not there when there is none. */
    public static function of(Source $source, string $key): self
    {
        return self::with($source->brands()->where('key', $key)->with(['latestVersion.user', 'draft.user'])->firstOrFail(), $source);
    }

    public static function with(Brand $brand, Source $source): self
    {
        return new self($brand->setRelation('source', $source), $source, $source->manifest());
    }

    public function kept(): Brand
    {
        return $this->brand;
    }

    public function design(Json $document): Design
    {
        return Design::stored($document, Pictures::address());
    }

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
     * @return array{Decision, CompiledMessage, MessageData}
     */
    public function message(Design $design, string $notice, string $record, ?string $language): array
    {
        $model = $this->source->notices()->where('key', $notice)->inForce()->withWhoAnswers()->firstOrFail()->setRelation('source', $this->source);
        $declared = $model->declaration();
        $type = $this->manifest->recordTypes[$declared->recordType];
        $matter = Matter::ofRecord($declared, $type, $this->source->record($type->key, $record));
        $decision = app(Decide::class)->answering($model, $matter, $language);
        $manuscript = $decision->manuscript();
        // The last good edition of a template that no longer fits stays as it was compiled.
        $message = $manuscript === null ? $decision->message : Compiler::compile($manuscript, $design, Marks::Frame);

        return [$decision, $message, $matter->messageData($this->manifest->source, $message)];
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
        $now = Clock::now()->toDateTimeImmutable();
        foreach ($this->source->notices()->inForce()->withWhoAnswers()->get() as $notice) {
            $declared = $notice->setRelation('source', $this->source)->declaration();
            if (is_string($newest[$declared->recordType] ?? null)) {
                $messages[] = ['notice' => $notice->key, 'name' => $declared->name, 'record_type' => $declared->recordType, 'record' => $newest[$declared->recordType], 'template' => (WhoAnswers::to($notice)->inForce($now)[0] ?? null)?->template->name];
            }
        }
        usort($messages, static fn (array $one, array $other): int => ($one['template'] === null) <=> ($other['template'] === null));

        return $messages;
    }

    public function differences(array $before, array $after): array
    {
        $names = array_filter([data_get($before, 'logo.picture'), data_get($before, 'logo.dark_picture'), data_get($after, 'logo.picture'), data_get($after, 'logo.dark_picture')], is_string(...));
        $called = $names === [] ? [] : Picture::query()->where('source_id', $this->source->id)->whereIn('name', $names)->pluck('called', 'name')->all();

        return BrandDifferences::between($before, $after, $called);
    }

    /** Which messages would change, which templates override some of it, and what stands in the way. */
    public function outlook(Json $document): array
    {
        $after = $this->design($document);
        $before = $this->source->brandWornAs($this->brand->key)->read();
        $wearing = TouchedTemplate::wearing($this->brand, $this->source);
        [$editions, $broken] = TouchedTemplate::outlook($wearing, static fn (TouchedTemplate $worn): array => $worn->differsIn($before, $after));
        $overrides = [];
        foreach ($wearing as $worn) {
            $tokens = $worn->overrides();
            if ($tokens !== []) {
                $overrides[] = ['template' => $worn->template->key, 'name' => $worn->template->name, 'tokens' => $tokens];
            }
        }

        return [
            'default' => $this->brand->is_default,
            'framed' => $this->brand->is_default ? $this->source->notices()->inForce()->where('fallback', Otherwise::Framed)->count() : 0,
            'collections' => $this->source->collections()->where('brand_id', $this->brand->id)->pluck('name'),
            'changes' => $this->brand->latestVersion === null ? [] : $this->differences($this->version($this->brand->latestVersion), $document->data),
            'editions' => $editions, 'overrides' => $overrides,
            'findings' => [...$broken, ...$this->grave($document)],
        ];
    }

    public function uses(Json $document): array
    {
        return array_map(static fn (string $picture): array => ['kind' => VersionUse::PICTURE, 'key' => $picture], array_values(array_unique(self::pictures($document))));
    }

    /** The messages of all templates that wear it. */
    public function touched(Version $version): array
    {
        return $version instanceof BrandVersion ? TouchedTemplate::dressing($this->brand, $this->source, $version) : [];
    }

    public function putInForce(Version $version, ?User $person, bool $ofDraft, Place $place): void
    {
        if ($version->wasRecentlyCreated) {
            Audit::note($person, 'published', $version->called($this->brand->name).', published', $this->brand, $this->source);
        }
    }

    public function check(Json $document): void
    {
        Design::ofJson($document);
        $this->checkForm($document);
    }

    /** Its pictures are there, and ready in the width they are shown in. */
    protected function checkForm(Json $document): void
    {
        Schema::Brand->check($document);
        foreach (self::pictures($document) as $place => $name) {
            if (Picture::query()->where(['source_id' => $this->source->id, 'name' => $name])->doesntExist()) {
                throw InvalidDocument::because($this->brand->name, $place, "\"{$name}\" is not a picture that was put in");
            }
            Pictures::fit($name, self::loadedWidth($document));
        }
    }

    protected function titled(array $document): array
    {
        return Design::normal([...$document, 'name' => $this->brand->name]);
    }
}
