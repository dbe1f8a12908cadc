<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A computed field that a person has added to a type of record.
 *
 * @property string $record_type
 * @property string $key
 * @property string $label
 * @property array<string, mixed> $computed what it is computed from, as a manifest has it
 */
final class OwnField extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['computed' => 'array'];
    }

    /**
     * @return array{key: string, label: string, computed: array<string, mixed>} as record types have it
     */
    public function declaration(): array
    {
        return ['key' => $this->key, 'label' => $this->label, 'computed' => $this->computed];
    }
}
