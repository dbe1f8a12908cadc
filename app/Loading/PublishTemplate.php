<?php

declare(strict_types=1);

namespace App\Loading;

use App\Models\Claim;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use App\Models\User;
use Herald\Document\Extent;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Manuscript\Template as Document;
use Herald\Record\Vocabulary;
use Illuminate\Support\Facades\DB;

/** Makes a template document a new version of its template, and lets it answer for the notice it was written for. */
final class PublishTemplate
{
    /**
     * @return TemplateVersion the new version, or the latest when the document says the same
     *
     * @throws InvalidDocument when the document is not valid or does not fit the source
     */
    public static function from(Source $source, Json $json, ?User $user = null): TemplateVersion
    {
        Extent::check($json, app(Limits::class));
        $manifest = $source->manifest();
        $typeKey = Document::recordTypeOf($json);
        $noticeKey = $json->node()->optionalString('notice');
        $declared = $noticeKey === null ? null : ($manifest->notices[$noticeKey] ?? throw InvalidDocument::because($json->name, 'notice', "\"{$noticeKey}\" is not a notice of {$source->name}"));
        if ($declared !== null && $declared->recordType !== $typeKey) {
            throw InvalidDocument::because($json->name, 'record_type', "must be {$declared->recordType}, which {$noticeKey} speaks about");
        }
        $type = $manifest->recordTypes[$typeKey] ?? throw InvalidDocument::because($json->name, 'record_type', "\"{$typeKey}\" is not a record type of {$source->name}");
        $document = Document::ofJson($json, $declared->vocabulary ?? Vocabulary::of($type));

        return DB::transaction(function () use ($source, $json, $document, $user): TemplateVersion {
            $template = $source->templates()->updateOrCreate(['key' => $document->key], [
                'name' => $document->name, 'folder' => $document->folder, 'record_type' => $document->recordType, 'notice' => $document->notice,
            ]);
            $version = self::version($template, $json, $user);
            $notice = $document->notice === null ? null : $source->notices()->where('key', $document->notice)->firstOrFail();
            if ($notice !== null) {
                Claim::query()->firstOrCreate(
                    ['notice_id' => $notice->id, 'template_id' => $template->id],
                    ['position' => (int) $notice->claims()->max('position') + 1],
                );
                if ($version->wasRecentlyCreated) {
                    activity()->performedOn($notice)->causedBy($user)->event('published')->log("{$template->name}, version {$version->number}, published");
                }
            }

            return $version;
        });
    }

    private static function version(Template $template, Json $json, ?User $user): TemplateVersion
    {
        $text = $json->text();
        $latest = $template->latestVersion()->first();
        if ($latest?->document === $text) {
            return $latest;
        }

        return $template->versions()->create([
            'number' => ($latest->number ?? 0) + 1, 'document' => $text, 'user_id' => $user?->id, 'published_at' => now(),
        ]);
    }
}
