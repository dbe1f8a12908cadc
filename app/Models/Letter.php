<?php

declare(strict_types=1);

namespace App\Models;

use App\Database\Bytes;
use App\Finding\Words;
use Carbon\CarbonImmutable;
use Herald\Record\SearchWords;
use Illuminate\Database\Eloquent\Model;

/**
 * A message that the mailroom received, with its envelope.
 *
 * @property int $id
 * @property int|null $source_id null when it cannot be told whose message it is
 * @property string $envelope_from in readable form, see {@see \App\Mailroom\Readable}
 * @property list<string> $envelope_to
 * @property string|null $message_id
 * @property string $subject
 * @property string $from
 * @property string $to
 * @property string $raw byte by byte as it came
 * @property CarbonImmutable $received_at
 */
final class Letter extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    /** The words by which it is found are there with it. */
    protected static function booted(): void
    {
        self::created(static fn (self $letter) => Words::ofLetters()->keep($letter->id, SearchWords::of($letter->subject.' '.implode(' ', $letter->envelope_to)), true));
    }

    protected function casts(): array
    {
        return ['envelope_to' => 'array', 'raw' => Bytes::class, 'received_at' => 'datetime'];
    }
}
