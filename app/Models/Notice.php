<?php

declare(strict_types=1);

namespace App\Models;

use App\Deciding\WhoAnswers;
use Carbon\CarbonImmutable;
use Herald\Claim\Otherwise;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;
use Herald\Notice\WhenUncertain;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A notice that a source declared, or one of our own. What was declared stands in the manifest; here stands what we hold on to, and what was said of it here.
 *
 * @property int $id
 * @property int $source_id
 * @property string $key
 * @property NoticeOrigin $origin
 * @property CarbonImmutable|null $retired_at since when it is declared no longer
 * @property array<array-key, mixed>|null $document of one of our own: what it is (schema/notice.json)
 * @property bool $enabled whether it is switched on here
 * @property array<array-key, mixed>|null $narrowing a further condition of ours
 * @property int $revision goes up at each change that is made here
 * @property string|null $unfit why it does not fit what the source declares today
 * @property Carrier|null $carrier who sends it, where that was said here; null as the source declares
 * @property array<string, mixed>|null $looked_at what of it was looked at last
 * @property list<array<string, mixed>>|null $changed in what the source's differs from that
 * @property Otherwise $fallback what answers when no claim fits
 * @property array<array-key, mixed>|null $order_draft who is to answer, as it is being written
 * @property int $order_revision goes up at each saving of that, and when it is put in force
 * @property string|null $planned by what its dues were last made; null where it goes by no date
 * @property-read Source $source
 * @property-read ?User $orderedBy
 * @property-read \Illuminate\Database\Eloquent\Collection<int, Claim> $claims
 */
final class Notice extends Model
{
    protected $guarded = [];

    protected $attributes = ['fallback' => 'built_in', 'order_revision' => 1];

    protected function casts(): array
    {
        return ['origin' => NoticeOrigin::class, 'retired_at' => 'datetime', 'document' => 'array', 'enabled' => 'boolean', 'narrowing' => 'array', 'fallback' => Otherwise::class, 'carrier' => Carrier::class, 'looked_at' => 'array', 'changed' => 'array', 'order_draft' => 'array'];
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

    /**
     * With all that tells who answers for them.
     *
     * @param  Builder<self>  $query
     */
    public function scopeWithWhoAnswers(Builder $query): void
    {
        $query->with(WhoAnswers::LOADED);
    }

    /**
     * The notice of a key, as it is in force, with all that tells who answers for it.
     *
     * @throws \Illuminate\Database\Eloquent\ModelNotFoundException when there is none
     */
    public static function asked(Source $source, string $key): self
    {
        return $source->notices()->where('key', $key)->inForce()->withWhoAnswers()->firstOrFail()->setRelation('source', $source);
    }

    /** @return BelongsTo<User, $this> who was the last to write on who answers */
    public function orderedBy(): BelongsTo
    {
        return $this->belongsTo(User::class, 'order_user_id');
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

    /** Whether there is anything to be sent: built-in words, or those of a published template. Expects what {@see WhoAnswers::LOADED} names to be loaded. */
    public function hasWords(): bool
    {
        return $this->declaration()->languages() !== [] || WhoAnswers::to($this)->inForce() !== [];
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

    /** @return HasMany<ToldSent, $this> what the source tells that it sent of it itself */
    public function toldSent(): HasMany
    {
        return $this->hasMany(ToldSent::class);
    }

    /** @return HasMany<Dispatch, $this> */
    public function dispatches(): HasMany
    {
        return $this->hasMany(Dispatch::class);
    }
}
