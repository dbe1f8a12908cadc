<?php

declare(strict_types=1);

namespace App\Models;

use App\Audit\Audit;
use Herald\Notice\Notice as Declared;
use Herald\Notice\WhenUncertain;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * A notice that a source declared. What it declared stands in the manifest; here stands what we hold on to.
 *
 * @property int $id
 * @property int $source_id
 * @property string $key
 * @property NoticeOrigin $origin
 * @property Carbon|null $retired_at since when it is declared no longer
 * @property-read Source $source
 * @property-read \Illuminate\Database\Eloquent\Collection<int, Claim> $claims
 */
final class Notice extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['origin' => NoticeOrigin::class, 'retired_at' => 'datetime'];
    }

    /**
     * Those that there are today.
     *
     * @param  Builder<self>  $query
     */
    public function scopeInForce(Builder $query): void
    {
        $query->whereNull('retired_at');
    }

    /** @return HasMany<BuiltIn, $this> */
    public function builtIns(): HasMany
    {
        return $this->hasMany(BuiltIn::class);
    }

    /** The notice as the source declares it. */
    public function declaration(): Declared
    {
        return $this->source->manifest()->notices[$this->key];
    }

    /** What becomes of its dispatches of which nobody knows whether they arrived; of one that is declared no longer, they wait for a person. */
    public function whenUncertain(): WhenUncertain
    {
        $declared = $this->source->manifest()->notices;

        return isset($declared[$this->key]) ? $declared[$this->key]->whenUncertain : WhenUncertain::Hold;
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return HasMany<Claim, $this> */
    public function claims(): HasMany
    {
        return $this->hasMany(Claim::class)->orderBy('position');
    }

    /** @return HasMany<Dispatch, $this> */
    public function dispatches(): HasMany
    {
        return $this->hasMany(Dispatch::class);
    }

    /** Lets a template answer from now on that claims this notice and is published, or the built-in. */
    public function answerWith(?Claim $chosen, ?User $person): void
    {
        $before = $this->answeringClaim();
        foreach ($this->claims as $claim) {
            $claim->update(['active' => $claim->is($chosen)]);
        }
        if ($before?->id !== $chosen?->id) {
            $called = static fn (?Claim $claim): string => $claim === null ? 'built-in' : "{$claim->template->name}, version {$claim->template->latestVersion?->number}";
            Audit::note($person, 'answer', $chosen === null ? 'Back to built-in' : "Replaced by {$called($chosen)}", $this, $this->source, [$this->key => $called($before)], [$this->key => $called($chosen)]);
        }
    }

    /** The claim that answers: the first that is active and whose template is published. Expects claims.template.latestVersion to be loaded. */
    public function answeringClaim(): ?Claim
    {
        return $this->claims->first(fn (Claim $claim): bool => $claim->active && $claim->template->latestVersion !== null);
    }
}
