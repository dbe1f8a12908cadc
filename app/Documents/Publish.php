<?php

declare(strict_types=1);

namespace App\Documents;

use App\Claims\Place;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\Edition;
use App\Models\Template;
use App\Models\TemplateVersion;
use App\Models\User;
use Herald\Document\Extent;
use Herald\Document\Json;
use Herald\Document\Limits;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/**
 * Makes a document the newest version of its kind. All that goes out otherwise from then on is compiled first, while others may write; then it is switched over at once, or nothing is.
 */
final class Publish
{
    /** After this many minutes, what was being made ready has been left behind. */
    private const LEFT_BEHIND = 60;

    /**
     * @param  int|null  $revision  of the draft that is published; null when the document does not come from a draft, which then stays
     * @param  Place|null  $place  where a template is to stand among those that answer for its notice; null where it was not said
     * @return TemplateVersion|BrandVersion the new version, or the newest when the document says the same
     *
     * @throws ConflictHttpException when draft or version have moved on meanwhile
     * @throws \Herald\Document\InvalidDocument when it is not whole, or something that it touches cannot be compiled
     */
    public static function document(Desk $desk, Json $json, ?User $person = null, ?int $revision = null, ?Place $place = null): TemplateVersion|BrandVersion
    {
        Extent::check($json, app(Limits::class));
        $desk->check($json);
        $kept = $desk->kept();
        $newest = $kept->latestVersion()->first();
        $draft = $revision === null ? null : Drafts::ofRevision($kept, $revision);
        $same = $newest !== null && $newest->document === $json->text();
        if ($same && $revision === null) {
            return $newest;
        }
        self::clear($kept);
        $version = $same ? $newest : $kept->versions()->create(['document' => $json->text(), 'user_id' => $person?->id, 'begun_from' => $draft->begun_from ?? $newest?->begun_from]);
        try {
            ReadyFirst::then(static fn (): array => $desk->touched($version), static fn () => self::switch($desk, $json, $version, $newest, $person, $revision, $place ?? ($revision === null ? Place::last() : Place::of(null))));
        } catch (\Throwable $e) {
            if (! $same) {
                self::abandon($version->id);
            }
            throw $e;
        }

        return $version;
    }

    private static function switch(Desk $desk, Json $json, TemplateVersion|BrandVersion $version, TemplateVersion|BrandVersion|null $newest, ?User $person, ?int $revision, Place $place): void
    {
        $kept = $desk->kept();
        Drafts::hold($kept);
        if ($revision !== null) {
            Drafts::ofRevision($kept, $revision)->delete();
        }
        if ($kept->latestVersion()->first()?->number !== $newest?->number) {
            throw new ConflictHttpException('Someone has published '.Drafts::what($kept).' meanwhile. Look at it again before you publish.');
        }
        if ($version->number === null) {
            $version->update(['number' => ($newest->number ?? 0) + 1, 'published_at' => now()]);
            $version->uses()->createMany($desk->uses($json));
        }
        $kept->unsetRelations();
        $desk->putInForce($version, $person, $revision !== null, $place);
    }

    /** Takes away what was being made ready when its process ended. */
    private static function clear(Template|Brand $kept): void
    {
        foreach ($kept->unpublished()->where('created_at', '<', now()->subMinutes(self::LEFT_BEHIND))->pluck('id') as $id) {
            self::abandon((int) $id);
        }
    }

    private static function abandon(int $version): void
    {
        DB::transaction(static function () use ($version): void {
            Edition::query()->where('template_version_id', $version)->orWhere('brand_version_id', $version)->orWhereHas('passages', static fn (Builder $passages) => $passages->withoutGlobalScopes()->whereKey($version))->delete();
            DB::table('versions')->where('id', $version)->whereNull('number')->delete();
        });
    }
}
