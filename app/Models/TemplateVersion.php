<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Document\Json;
use Herald\Manuscript\Template as Document;
use Herald\Record\Vocabulary;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A published version. It never changes.
 *
 * @property int $id
 * @property int $template_id
 * @property int $number
 * @property string $document
 * @property Carbon $published_at
 * @property-read Template $template
 * @property-read ?User $user
 */
final class TemplateVersion extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['published_at' => 'datetime'];
    }

    protected static function booted(): void
    {
        self::updating(static fn (): never => throw new \LogicException('A published version is immutable'));
    }

    /** The document, read with what a notice offers. It was checked when it was published. */
    public function read(Vocabulary $vocabulary): Document
    {
        return Document::stored(Json::ofText($this->document, "{$this->template->key}, version {$this->number}"), $vocabulary);
    }

    /** @return BelongsTo<Template, $this> */
    public function template(): BelongsTo
    {
        return $this->belongsTo(Template::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
