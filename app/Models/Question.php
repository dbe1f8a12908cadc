<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * What templates ask about records of a type.
 *
 * @property string $record_type
 * @property string $key
 * @property string $kind see {@see \Herald\Record\AnswerKind}
 * @property list<array{value: string, label: string}> $options of a choice: its answers, those that are offered no longer among them
 */
final class Question extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['options' => 'array'];
    }

    /**
     * @return array<string, mixed> as record types have it
     */
    public function declaration(): array
    {
        return ['key' => $this->key, 'kind' => $this->kind, ...($this->options === [] ? [] : ['options' => $this->options])];
    }
}
