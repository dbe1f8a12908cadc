<?php

declare(strict_types=1);

namespace App\Models;

use Herald\Render\CompiledMessage;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What is really sent: words, brand and record type, compiled for one language. It never changes.
 *
 * @property int $id
 * @property string $fingerprint
 * @property array<string, mixed> $compiled
 * @property string $language
 * @property string $brand
 * @property-read ?TemplateVersion $templateVersion null for a built-in
 */
final class Edition extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['compiled' => 'array'];
    }

    protected static function booted(): void
    {
        self::updating(static fn (): never => throw new \LogicException('An edition is immutable'));
    }

    public function message(): CompiledMessage
    {
        return CompiledMessage::ofArray($this->compiled);
    }

    /** @return BelongsTo<TemplateVersion, $this> */
    public function templateVersion(): BelongsTo
    {
        return $this->belongsTo(TemplateVersion::class);
    }
}
