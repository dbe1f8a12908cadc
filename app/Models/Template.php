<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Herald\Document\Json;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * A message, or a passage: a piece of one that others take in by reference. Both are written, kept and published in one way.
 *
 * @property bool $is_passage
 * @property string $folder
 * @property string $record_type
 * @property string|null $notice the key of the notice it is written for
 * @property CarbonImmutable|null $archived_at
 * @property-read ?TemplateVersion $latestVersion
 * @property-read \Illuminate\Database\Eloquent\Collection<int, Claim> $claims
 */
final class Template extends Document
{
    public static function kind(): DocumentKind
    {
        return DocumentKind::Template;
    }

    /** @return HasMany<TemplateVersion, $this> */
    public function versions(): HasMany
    {
        return $this->published(TemplateVersion::class);
    }

    /** @return HasOne<TemplateVersion, $this> */
    public function latestVersion(): HasOne
    {
        return $this->newest(TemplateVersion::class, 'template');
    }

    /**
     * @return list<string> the keys of the brands that its draft and its newest version name
     */
    public function brands(): array
    {
        $documents = array_filter([$this->draft?->document, $this->latestVersion?->document]);

        return array_values(array_filter(array_map(fn (string $document): ?string => Json::ofText($document, $this->name)->node()->optionalString('brand'), $documents)));
    }

    /** @return HasMany<Claim, $this> */
    public function claims(): HasMany
    {
        return $this->hasMany(Claim::class);
    }
}
