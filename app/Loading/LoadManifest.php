<?php

declare(strict_types=1);

namespace App\Loading;

use App\Models\Source;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Record\Secrets;
use Herald\Source\Manifest;
use Illuminate\Support\Facades\DB;

/** Takes over what a source says of itself. Sends nothing; a bad manifest changes nothing. */
final class LoadManifest
{
    /** @throws InvalidDocument */
    public static function from(Json $json): Source
    {
        $manifest = Manifest::ofJson($json);

        return DB::transaction(static function () use ($json, $manifest): Source {
            $text = json_encode($json->object, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
            $source = Source::query()->updateOrCreate(['key' => $manifest->source->key], [
                'name' => $manifest->source->name,
                'manifest' => $text,
                'manifest_hash' => hash('sha256', $text),
            ]);
            $source->notices()->update(['declared' => false]);
            foreach (array_keys($manifest->notices) as $position => $key) {
                $source->notices()->updateOrCreate(['key' => $key], ['position' => $position + 1, 'declared' => true]);
            }
            $source->defaultBrand();
            self::seal($source, $manifest);

            return $source;
        });
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
        }
    }
}
