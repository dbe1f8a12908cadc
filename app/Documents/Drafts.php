<?php

declare(strict_types=1);

namespace App\Documents;

use App\Audit\Audit;
use App\Models\Brand;
use App\Models\ClaimCollection;
use App\Models\Draft;
use App\Models\Template;
use App\Models\User;
use App\Responses\Questions;
use Herald\Document\Json;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Drafts of documents: nobody overwrites what somebody else has saved or published meanwhile. */
final class Drafts
{
    /**
     * Saves a draft on the revision and version it was written on; what is there already is saved.
     *
     * @throws ConflictHttpException when those are no longer the latest
     */
    public static function save(Template|Brand $owner, ?int $revision, ?int $version, Json $document, ?User $user): void
    {
        DB::transaction(static function () use ($owner, $revision, $version, $document, $user): void {
            self::hold($owner);
            $draft = $owner->draft()->with('user')->first();
            $latest = $owner->latestVersion()->with('user')->first();
            if ($latest?->number !== $version) {
                throw new ConflictHttpException(($latest->user->name ?? 'Someone').' has published '.self::what($owner).' meanwhile. Nothing was overwritten.');
            }
            if ($draft?->revision !== $revision && $draft?->document === $document->text()) {
                return; // It has arrived before, and the answer was lost on the way.
            }
            if ($draft?->revision !== $revision) {
                throw new ConflictHttpException(($draft->user->name ?? 'Someone').' has saved '.self::what($owner).' meanwhile. Nothing was overwritten.');
            }
            $owner->draft()->updateOrCreate([], ['document' => $document->text(), 'revision' => ($revision ?? 0) + 1, 'user_id' => $user?->id]);
            $owner->touch();
            if ($owner instanceof Template) {
                (new Questions($owner->source, $owner->record_type))->takeUp($document->data);
            }
            Audit::goesOn($user, 'draft', "{$owner->name}, written on", $owner, $owner->source);
        });
    }

    /** Until the transaction is over nobody else saves or publishes it, also where transactions run side by side. */
    public static function hold(Template|Brand $owner): void
    {
        $owner->newQuery()->whereKey($owner->id)->lockForUpdate()->value('id');
    }

    /**
     * The draft that was looked at before it was to be published.
     *
     * @throws ConflictHttpException when it was changed since
     */
    public static function ofRevision(Template|Brand $owner, int $revision): Draft
    {
        $draft = $owner->draft()->with('user')->first();

        return $draft?->revision === $revision ? $draft : throw new ConflictHttpException(($draft->user->name ?? 'Someone').' has changed '.self::what($owner).' meanwhile. Look at it again before you publish.');
    }

    /**
     * A key made of a name that none of the others has.
     *
     * @param  Builder<Template>|Builder<Brand>|Builder<ClaimCollection>  $others
     *
     * @throws NameTaken when one of them has that very name
     */
    public static function freeKey(Builder $others, string $name, string $otherwise): string
    {
        if ($others->clone()->where('name', $name)->exists()) {
            throw new NameTaken($name);
        }
        $base = Str::limit(Str::slug($name), 90, '') ?: $otherwise;
        $taken = $others->where('key', 'like', $base.'%')->pluck('key')->all();
        for ($key = $base, $number = 2; in_array($key, $taken, true); $number++) {
            $key = "{$base}-{$number}";
        }

        return $key;
    }

    /** What it is, in words. */
    public static function what(Template|Brand $owner): string
    {
        return 'this '.$owner->kind->value;
    }
}
