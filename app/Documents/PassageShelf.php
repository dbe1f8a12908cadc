<?php

declare(strict_types=1);

namespace App\Documents;

use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use Herald\Document\Json;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Renamed;
use Herald\Record\Vocabulary;

/** The passages of a source as they are in force, each read once for all templates that are looked at together. */
final class PassageShelf
{
    /** @var array<string, Template|null> those that were asked for, by key */
    private array $known = [];

    /**
     * @param  bool  $drafts  whether of passages that were never published their drafts are taken in: where it is written, not where it is sent
     */
    public function __construct(private readonly Source $source, private readonly bool $drafts = false)
    {
    }

    /**
     * The passages that a template names.
     *
     * @param  string  $document  the text of the template's document
     * @param  TemplateVersion|null  $instead  of a passage, that is taken in though it is not in force
     */
    public function of(string $document, ?TemplateVersion $instead = null): KeptPassages
    {
        // Most name none, and this is asked for each message.
        $named = str_contains($document, '"'.Passages::BLOCK.'"') ? Passages::named(Json::ofText($document, 'template')->data) : [];
        $new = array_values(array_diff($named, array_map(strval(...), array_keys($this->known))));
        if ($new !== []) {
            $found = $this->source->passages()->whereIn('key', $new)->with(['latestVersion', ...($this->drafts ? ['draft'] : [])])->get()->keyBy('key');
            foreach ($new as $key) {
                $this->known[$key] = $found->get($key);
            }
        }
        $documents = $versions = [];
        foreach ($named as $key) {
            $passage = $this->known[$key];
            $version = $instead !== null && $instead->document_id === $passage?->id ? $instead : $passage?->latestVersion;
            $text = $version->document ?? ($this->drafts ? $passage?->draft?->document : null);
            $types = $this->source->manifest()->recordTypes;
            if ($passage !== null && $text !== null && isset($types[$passage->record_type])) {
                $documents[$key] = Renamed::in(NormalForm::of(Json::ofText($text, $key)->data), Vocabulary::of($types[$passage->record_type], kinds: $types));
                array_push($versions, ...($version === null ? [] : [$version->id]));
            }
        }
        sort($versions);

        return new KeptPassages(Passages::of($documents), $versions);
    }
}
