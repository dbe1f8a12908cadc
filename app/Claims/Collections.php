<?php

declare(strict_types=1);

namespace App\Claims;

use App\Audit\Audit;
use App\Deciding\WhoAnswers;
use App\Documents\Drafts;
use App\Documents\ReadyFirst;
use App\Models\Claim;
use App\Models\ClaimCollection;
use App\Models\Notice;
use App\Models\Source;
use App\Models\User;
use Herald\Claim\Days;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Sets of claims that are switched on together: a season, a sub-brand, one event. */
final readonly class Collections
{
    /** More are no help to anybody who has to keep them in order. */
    private const MOST = 50;

    public function __construct(private Source $source)
    {
    }

    /**
     * A new one, beneath the others; it is off until it is switched on.
     *
     * @throws ValidationException when there are too many
     */
    public function make(string $name, ?User $person): ClaimCollection
    {
        return DB::transaction(function () use ($name, $person): ClaimCollection {
            if ($this->source->collections()->count() >= self::MOST) {
                throw ValidationException::withMessages(['name' => 'There are '.self::MOST.' collections already; take one away first.']);
            }
            $key = Drafts::freeKey($this->source->collections()->reorder()->getQuery(), $name, 'collection');
            $collection = $this->source->collections()->create(['key' => $key, 'name' => $name, 'rank' => 1 + (int) $this->source->collections()->max('rank'), 'active' => false, 'revision' => 1]);
            Audit::note($person, 'collection', "The collection {$name}, made", $collection, $this->source);

            return $collection;
        });
    }

    /**
     * Changes it, as it was looked at: name, brand, days, whether it is on, its place among the others. What goes out otherwise is compiled first, and switched over at once.
     *
     * @param  array{name?: string, brand?: string|null, from?: string|null, until?: string|null, active?: bool, above?: string}  $changes  "above" is the key of the one it is to stand above
     *
     * @throws ConflictHttpException when somebody has changed it meanwhile
     * @throws InvalidDocument when the days are none
     * @throws ValidationException when the brand or the other is not there
     */
    public function change(ClaimCollection $collection, int $revision, array $changes, ?User $person): void
    {
        $next = $collection->replicate(['claims_count'])->forceFill(['id' => $collection->id])->fill($this->columns($changes))->unsetRelation('brand');
        Days::read(new Node(array_filter(['from' => $next->first_day, 'until' => $next->last_day]), '', $next->name), $this->source->manifest()->source->zone);
        $touched = fn (): array => $next->active ? $this->touched($next) : [];
        ReadyFirst::then($touched, function () use ($collection, $revision, $changes, $person): void {
            $before = $collection->only(['name', 'brand_id', 'first_day', 'last_day', 'active']);
            $columns = $this->columns($changes);
            if (ClaimCollection::query()->whereKey($collection->id)->where('revision', $revision)->update([...$columns, 'revision' => $revision + 1]) !== 1) {
                throw new ConflictHttpException('The collection has been changed meanwhile. Look at it again; nothing was overwritten.');
            }
            $collection->refresh();
            if (isset($changes['above'])) {
                $this->moveAbove($collection, $changes['above']);
            }
            $words = match (true) {
                array_key_exists('active', $changes) && $before['active'] !== $collection->active => 'switched '.($collection->active ? 'on' : 'off'),
                isset($changes['above']) => 'put in another place',
                default => 'changed',
            };
            $after = $collection->only(array_keys($before));
            Audit::note($person, 'collection', "The collection {$collection->name}, {$words}", $collection, $this->source, array_diff_assoc($before, $after), array_diff_assoc($after, $before));
        });
    }

    /**
     * It is there no longer, nor are its claims; templates stay.
     *
     * @throws ConflictHttpException as above
     */
    public function remove(ClaimCollection $collection, int $revision, ?User $person): void
    {
        DB::transaction(function () use ($collection, $revision, $person): void {
            if ($collection->newQuery()->whereKey($collection->id)->where('revision', $revision)->lockForUpdate()->doesntExist()) {
                throw new ConflictHttpException('The collection has been changed meanwhile. Look at it again; nothing was taken away.');
            }
            Notice::query()->whereIn('id', $collection->claims()->select('notice_id'))->increment('order_revision');
            $collection->claims()->delete();
            // What is being written on must not name it either.
            foreach ($this->source->notices()->whereNotNull('order_draft')->lockForUpdate()->get() as $notice) {
                $claims = array_values(array_filter($notice->order_draft['claims'] ?? [], static fn (mixed $claim): bool => is_array($claim) && ($claim['collection'] ?? null) !== $collection->key));
                $notice->update(['order_draft' => [...$notice->order_draft ?? [], 'claims' => $claims]]);
            }
            $collection->delete();
            Audit::note($person, 'collection', "The collection {$collection->name}, taken away", null, $this->source);
        });
    }

    /**
     * @param  array{name?: string, brand?: string|null, from?: string|null, until?: string|null, active?: bool, above?: string}  $changes
     * @return array<string, mixed>
     */
    private function columns(array $changes): array
    {
        $brand = ($changes['brand'] ?? null) === null ? null : $this->source->brands()->where('key', $changes['brand'])->has('versions')->first();
        if (isset($changes['brand']) && $brand === null) {
            throw ValidationException::withMessages(['brand' => 'There is no published brand of that key.']);
        }

        return [
            ...array_intersect_key($changes, ['name' => 1, 'active' => 1]),
            ...(array_key_exists('brand', $changes) ? ['brand_id' => $brand?->id] : []),
            ...(array_key_exists('from', $changes) ? ['first_day' => $changes['from']] : []),
            ...(array_key_exists('until', $changes) ? ['last_day' => $changes['until']] : []),
        ];
    }

    private function moveAbove(ClaimCollection $collection, string $other): void
    {
        $all = $this->source->collections()->whereKeyNot($collection->id)->get();
        $at = $all->search(static fn (ClaimCollection $one): bool => $one->key === $other);
        if (! is_int($at)) {
            throw ValidationException::withMessages(['above' => 'There is no collection of that key.']);
        }
        $all->splice($at, 0, [$collection]);
        foreach ($all as $rank => $one) {
            $one->update(['rank' => $rank + 1]);
        }
    }

    /**
     * All messages that go out otherwise once it is on, each with what compiles it.
     *
     * @return array<string, \Closure(): mixed>
     */
    private function touched(ClaimCollection $collection): array
    {
        $touched = [];
        $notices = $this->source->notices()->inForce()->withWhoAnswers()->whereIn('id', Claim::query()->where('collection_id', $collection->id)->select('notice_id'))->get();
        foreach ($notices as $notice) {
            $notice->setRelation('source', $this->source);
            $notice->claims->where('collection_id', $collection->id)->each(static fn (Claim $claim) => $claim->setRelation('collection', $collection->loadMissing('brand.latestVersion')));
            $touched += OrderDesk::of($notice)->touched(WhoAnswers::to($notice));
        }

        return $touched;
    }
}
