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
 * A notice that a source declared, or one of our own. What was declared stands in the manifest; here stands what we hold on to, and what was said of it here.
 *
 * @property int $id
 * @property int $source_id
 * @property string $key
 * @property NoticeOrigin $origin
 * @property Carbon|null $retired_at since when it is declared no longer
 * @property array<array-key, mixed>|null $document of one of our own: what it is (schema/notice.json)
 * @property bool $enabled whether it is switched on here
 * @property array<array-key, mixed>|null $narrowing a further condition of ours
 * @property int $revision goes up at each change that is made here
 * @property string|null $unfit why it does not fit what the source declares today
 * @property string|null $planned by what its dues were last made; null where it goes by no date
 * @property-read Source $source
 * @property-read \Illuminate\Database\Eloquent\Collection<int, Claim> $claims
 */
final class Notice extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['origin' => NoticeOrigin::class, 'retired_at' => 'datetime', 'document' => 'array', 'enabled' => 'boolean', 'narrowing' => 'array'];
    }

    /**
     * Those that there are today.
     *
     * @param  Builder<self>  $query
     */
    public function scopeInForce(Builder $query): void
    {
        $query->whereNull('retired_at')->whereNull('unfit');
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

    /** Whether there is anything to be sent: built-in words, or those of a published template. Expects claims.template.latestVersion to be loaded. */
    public function hasWords(): bool
    {
        return $this->declaration()->languages() !== [] || $this->answeringClaim() !== null;
    }

    /** Its name; of one that is declared no longer, its key. */
    public function called(): string
    {
        $declared = $this->source->manifest()->notices;

        return isset($declared[$this->key]) ? $declared[$this->key]->name : $this->key;
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
