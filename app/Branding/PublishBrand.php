<?php

declare(strict_types=1);

namespace App\Branding;

use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\User;
use Herald\Brand\Brand as Design;
use Herald\Document\Extent;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Limits;
use Illuminate\Support\Facades\DB;

/** Makes a document the new version of its brand. Every edition it touches is compiled before it switches over; a failure switches nothing. */
final class PublishBrand
{
    /**
     * @return BrandVersion the new version, or the latest when the document says the same
     *
     * @throws InvalidDocument when the document is not a brand, or a template that wears it can no longer be compiled
     */
    public static function from(Brand $brand, Json $json, ?User $user = null): BrandVersion
    {
        Extent::check($json, app(Limits::class));
        Design::ofJson($json);
        foreach (Workshop::pictures($json) as $name) {
            Pictures::fit($name, Workshop::loadedWidth($json));
        }
        $latest = $brand->latestVersion()->first();
        $text = $json->text();
        if ($latest?->document === $text) {
            return $latest;
        }

        return DB::transaction(static function () use ($brand, $latest, $text, $user): BrandVersion {
            $version = $brand->versions()->create(['number' => ($latest->number ?? 0) + 1, 'document' => $text, 'user_id' => $user?->id, 'published_at' => now()]);
            foreach (Wearer::of($brand, $brand->source) as $wearer) {
                $wearer->dress($version);
            }
            activity()->performedOn($brand)->causedBy($user)->event('published')->log("{$brand->name}, version {$version->number}, published");

            return $version;
        });
    }
}
