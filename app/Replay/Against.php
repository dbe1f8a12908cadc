<?php

declare(strict_types=1);

namespace App\Replay;

use App\Claims\OrderDesk;
use App\Deciding\WhoAnswers;
use App\Documents\PassageShelf;
use App\Documents\TemplateDesk;
use App\Models\Claim;
use App\Models\Notice;
use App\Models\Template;
use App\Models\TemplateVersion;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;

/** What past events are run against: other words, or others who answer. */
final class Against
{
    /**
     * @param  array<array-key, mixed>  $asked  one of {"order": {…}}, {"collection": key}, {"template": key} (its draft) and {"template": key, "version": number}
     *
     * @throws InvalidDocument when there is no such thing, or it does not fit
     */
    public static function read(Notice $notice, array $asked): WhoAnswers
    {
        return match (true) {
            is_array($asked['order'] ?? null) => OrderDesk::of($notice)->read($asked['order'])[1],
            is_string($asked['collection'] ?? null) => self::collection($notice, $asked['collection']),
            is_string($asked['template'] ?? null) => self::template($notice, $asked['template'], is_int($asked['version'] ?? null) ? $asked['version'] : null),
            default => throw self::fault('', 'names nothing to run against'),
        };
    }

    /** As it is while a collection is on, whatever its days. */
    private static function collection(Notice $notice, string $key): WhoAnswers
    {
        $collection = $notice->source->collections()->where('key', $key)->with('brand.latestVersion')->first() ?? throw self::fault('collection', "\"{$key}\" is no collection");
        $collection->fill(['active' => true, 'first_day' => null, 'last_day' => null]);
        $notice->claims->where('collection_id', $collection->id)->each(static fn (Claim $claim) => $claim->setRelation('collection', $collection));

        return WhoAnswers::to($notice);
    }

    /** As it is with other words of a template: where it answers now, or above all others where it answers for nothing. */
    private static function template(Notice $notice, string $key, ?int $number): WhoAnswers
    {
        $template = $notice->source->templates()->where(['key' => $key, 'is_passage' => false])->with(['draft', 'latestVersion'])->first() ?? throw self::fault('template', "\"{$key}\" is no template");
        if ($template->record_type !== $notice->declaration()->recordType) {
            throw self::fault('template', "\"{$key}\" speaks about other records");
        }
        $version = $number === null ? self::draft($template, $notice) : ($template->versions()->where('number', $number)->first() ?? throw self::fault('version', "\"{$key}\" has no version {$number}"));
        // It is read once, so that what does not fit is told before anything is run.
        $version->setRelation('template', $template)->read($notice->declaration()->vocabulary, (new PassageShelf($notice->source))->of($version->document));
        $template->setRelation('latestVersion', $version)->archived_at = null;
        $own = $notice->claims->filter(static fn (Claim $claim): bool => $claim->template_id === $template->id && $claim->active);
        $own->each(static fn (Claim $claim) => $claim->setRelation('template', $template));
        if ($own->isEmpty()) {
            $notice->setRelation('claims', $notice->claims->toBase()->prepend((new Claim(['active' => true, 'position' => 0]))->setRelation('template', $template)->setRelation('collection', null)));
        }

        return WhoAnswers::to($notice);
    }

    private static function draft(Template $template, Notice $notice): TemplateVersion
    {
        $desk = TemplateDesk::with($template, $notice->source, $notice->key);
        $document = Json::ofArray($desk->document(), $template->key);

        return (new TemplateVersion(['document' => $document->text()]))->forceFill(['document_id' => $template->id, 'id' => 0, 'number' => null]);
    }

    private static function fault(string $place, string $why): InvalidDocument
    {
        return InvalidDocument::because('replay', $place, $why);
    }
}
