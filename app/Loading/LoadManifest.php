<?php

declare(strict_types=1);

namespace App\Loading;

use App\Documents\PassageShelf;
use App\Jobs\FitEvents;
use App\Jobs\IndexRecords;
use App\Models\Event;
use App\Models\NoticeOrigin;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use App\Notices\Looks;
use App\Notices\ReadNotices;
use App\Secrets\Seal;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Notice\NoticeOutline;
use Herald\Record\Field;
use Herald\Record\RecordType;
use Herald\Record\Secrets;
use Herald\Record\Vocabulary;
use Herald\Source\Manifest;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** Takes over what a source says of itself. Sends nothing; a bad manifest changes nothing. */
final class LoadManifest
{
    /** @throws InvalidDocument */
    public static function from(Json $json): Source
    {
        $manifest = Manifest::ofJson($json);

        return DB::transaction(static function () use ($json, $manifest): Source {
            $known = Source::query()->where('key', $manifest->source->key)->first();
            $before = $known?->manifest()->recordTypes ?? [];
            if ($known !== null) {
                Looks::beginAll($known);
            }
            $text = json_encode($json->object, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
            $source = Source::query()->updateOrCreate(['key' => $manifest->source->key], ['name' => $manifest->source->name, 'url' => $manifest->source->url, 'manifest_hash' => hash('sha256', $text)]);
            $version = $source->manifestVersions()->firstOrCreate(['hash' => $source->manifest_hash], ['document' => $text, 'outline' => Json::ofArray($manifest->outline($json->data), 'outline')->text()]);
            $source->update(['manifest_version_id' => $version->id]);
            $source->keepRecordTypes();
            self::keepNotices($source, $manifest);
            $source->ownHasChanged();
            ReadNotices::of($source);
            Looks::compare($source);
            $source->defaultBrand();
            self::seal($source, $manifest);
            foreach ($manifest->recordTypes as $key => $type) {
                if (isset($before[$key]) && self::indexed($before[$key]) !== self::indexed($type)) {
                    IndexRecords::dispatch($source->id, $key);
                }
            }

            if ($known !== null && Event::query()->where('source_id', $source->id)->misfit()->exists()) {
                FitEvents::dispatch($source->id);
            }

            return $source;
        });
    }

    /**
     * @return array<string, array{string, array<string, string>}> by what values are found, and in which form they are kept
     */
    private static function indexed(RecordType $type): array
    {
        return array_map(static fn (Field $field): array => [$field->type->name(), $field->formerOptions], $type->indexed());
    }

    private static function keepNotices(Source $source, Manifest $manifest): void
    {
        $source->notices()->where('origin', NoticeOrigin::Declared)->whereNotIn('key', array_keys($manifest->notices))->whereNull('retired_at')->update(['retired_at' => now()]);
        foreach (array_keys($manifest->notices) as $position => $key) {
            $notice = $source->notices()->firstOrNew(['key' => $key], ['fallback' => $source->fallback]);
            $notice->fill(['position' => $position + 1, 'retired_at' => null])->save();
            $builtIns = $manifest->notices[$key]->builtIns;
            $known = $notice->builtIns()->pluck('hash')->flip();
            foreach ($builtIns->hashes as $language => $hash) {
                if (! isset($known[$hash])) {
                    $notice->builtIns()->create(['language' => $language, 'hash' => $hash, 'document' => json_encode($builtIns->document((string) $language), JSON_THROW_ON_ERROR)]);
                }
            }
        }
    }

    /**
     * What a manifest would change, to be read by a person.
     *
     * @return list<string>
     *
     * @throws InvalidDocument when the manifest is none
     */
    public static function outlook(Json $json): array
    {
        $next = Manifest::ofJson($json);
        $source = Source::query()->where('key', $next->source->key)->first();
        if ($source === null) {
            return ["{$next->source->name} is a new source"];
        }
        $next = $source->manifestOver(new Node($next->outline($json->data), '', $json->name));
        $now = $source->manifest();
        $told = [];
        foreach (array_diff_key($next->notices, $now->notices) as $notice) {
            $told[] = "New: {$notice->name}, to {$notice->audienceLabel}; ".$source->fallback->inWords();
        }
        foreach (array_diff_key($now->notices, $next->notices) as $notice) {
            $told[] = "Gone: {$notice->name}, to {$notice->audienceLabel}";
        }
        $changes = [];
        foreach (array_intersect_key($now->notices, $next->notices) as $key => $notice) {
            foreach (NoticeOutline::of($notice)->differences(NoticeOutline::of($next->notices[$key])) as $change) {
                $changes[$change->words][] = "{$notice->name}, to {$notice->audienceLabel}";
            }
        }
        // What is so in many, as a field that all of them know, is said once.
        foreach ($changes as $words => $notices) {
            array_push($told, ...(count($notices) > 3 ? ['In '.count($notices)." notices: {$words}"] : array_map(static fn (string $notice): string => "{$notice}: {$words}", $notices)));
        }

        return $told;
    }

    /**
     * The published templates that a manifest would break: those that fit the source as it is and would not any more.
     *
     * @return list<string> each with what it names that would not be there
     *
     * @throws InvalidDocument when the manifest is none
     */
    public static function broken(Json $json): array
    {
        $manifest = Manifest::ofJson($json);
        $source = Source::query()->where('key', $manifest->source->key)->first();
        if ($source === null) {
            return [];
        }
        $broken = [];
        $manifest = $source->manifestOver(new Node($manifest->outline($json->data), '', $json->name));
        foreach ($source->templates()->whereNull('archived_at')->with(['latestVersion', 'source'])->orderBy('name')->get() as $template) {
            $why = $template->latestVersion === null ? null : self::against($template, $template->latestVersion, $manifest);
            if ($why !== null && self::against($template, $template->latestVersion, $template->source->manifest()) === null) {
                $broken[] = "{$template->name}, version {$template->latestVersion->number}: {$why}";
            }
        }

        return $broken;
    }

    /** @return string|null what speaks against a version, in words; null when it fits */
    private static function against(Template $template, TemplateVersion $version, Manifest $manifest): ?string
    {
        $notice = $template->notice === null ? null : ($manifest->notices[$template->notice] ?? null);
        $type = $manifest->recordTypes[$template->record_type] ?? null;
        if ($type === null) {
            return "there are no records of type {$template->record_type} any more";
        }
        try {
            $version->read($notice->vocabulary ?? Vocabulary::of($type, kinds: $manifest->recordTypes), (new PassageShelf($template->source))->of($version->document));
        } catch (InvalidDocument $e) {
            return $e->faults[0]->inWords();
        }

        return null;
    }

    /** A field that was declared secret since: what is stored of it is sealed now. */
    private static function seal(Source $source, Manifest $manifest): void
    {
        foreach ($manifest->recordTypes as $type) {
            if (! Secrets::areDeclared($type->fields)) {
                continue;
            }
            foreach ($source->records()->where('type', $type->key)->lazyById(500) as $record) {
                $record->sealAnew($type);
            }
            foreach (Event::query()->misfit()->whereHas('record', static fn (Builder $record) => $record->where(['source_id' => $source->id, 'type' => $type->key]))->lazyById() as $event) {
                $event->update(['data' => Seal::misfit($type->fields, Seal::ofMisfit($type->fields, (string) $event->data))]);
            }
        }
    }
}
