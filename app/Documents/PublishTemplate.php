<?php

declare(strict_types=1);

namespace App\Documents;

use App\Claims\Place;
use App\Models\DocumentKind;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use App\Models\User;
use App\Responses\Questions;
use Herald\Document\Extent;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Manuscript\Template as Document;
use Herald\Record\Vocabulary;

/** Publishes a template from a file, which need not be known yet, and has it claim the notice that it was written for. */
final class PublishTemplate
{
    /**
     * @param  string|null  $collection  the key of the one while which is on it answers, the first time that it is published
     * @return TemplateVersion the new version, or the latest when the document says the same
     *
     * @throws InvalidDocument when the document is not valid or does not fit the source
     */
    public static function from(Source $source, Json $json, ?User $user = null, ?string $collection = null): TemplateVersion
    {
        Extent::check($json, app(Limits::class));
        $typeKey = Document::recordTypeOf($json);
        if (isset($source->manifest()->recordTypes[$typeKey])) {
            (new Questions($source, $typeKey))->takeUp($json->data);
        }
        $manifest = $source->manifest();
        $noticeKey = $json->node()->optionalString('notice');
        $declared = $noticeKey === null ? null : ($manifest->notices[$noticeKey] ?? throw InvalidDocument::because($json->name, 'notice', "\"{$noticeKey}\" is not a notice of {$source->name}"));
        if ($declared !== null && $declared->recordType !== $typeKey) {
            throw InvalidDocument::because($json->name, 'record_type', "must be {$declared->recordType}, which {$noticeKey} speaks about");
        }
        $type = $manifest->recordTypes[$typeKey] ?? throw InvalidDocument::because($json->name, 'record_type', "\"{$typeKey}\" is not a record type of {$source->name}");
        $document = Document::ofJson($json, $declared->vocabulary ?? Vocabulary::of($type, kinds: $manifest->recordTypes), (new PassageShelf($source))->of($json->text())->passages);
        $own = ['name' => $document->name, 'folder' => $document->folder, 'record_type' => $document->recordType, 'notice' => $document->notice, 'is_passage' => $json->node()->bool('passage')];
        $template = $source->templates()->createOrFirst(['key' => $document->key], $own);
        if (! $template->wasRecentlyCreated && $template->is_passage !== $own['is_passage']) {
            throw InvalidDocument::because($json->name, 'passage', "\"{$template->key}\" is ".($template->is_passage ? 'a passage' : 'a message').' already, and stays one');
        }
        try {
            $version = Publish::document(TemplateDesk::with($template->fill($own), $source), $json, $user, place: Place::last($collection));
        } catch (\Throwable $e) {
            if ($template->wasRecentlyCreated) {
                $template->delete();
            }
            throw $e;
        }

        return $version instanceof TemplateVersion ? $version : throw new \LogicException('A '.DocumentKind::Template->value.' has versions of its kind');
    }
}
