<?php

use Herald\Record\SearchWords;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Dispatches, letters and deeds are found by words, as records are. */
return new class extends Migration
{
    public function up(): void
    {
        $word = static function (Blueprint $table): void {
            $word = $table->string('word', SearchWords::LONGEST);
            // The beginnings of words are a range, in the order of their bytes.
            DB::getDriverName() === 'pgsql' && $word->collation('C');
        };
        Schema::create('dispatch_words', static function (Blueprint $table) use ($word): void {
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $word($table);
            $table->foreignUlid('dispatch_id')->constrained()->cascadeOnDelete();
            $table->primary(['source_id', 'word', 'dispatch_id']);
            $table->index(['dispatch_id', 'word']);
        });
        foreach (['letter_words' => ['letter_id', 'letters'], 'deed_words' => ['deed_id', 'activity_log']] as $name => [$owner, $of]) {
            Schema::create($name, static function (Blueprint $table) use ($word, $owner, $of): void {
                $word($table);
                $table->foreignId($owner)->constrained($of)->cascadeOnDelete();
                $table->primary(['word', $owner]);
                $table->index([$owner, 'word']);
            });
        }
        foreach (DB::table('dispatches')->join('records', 'records.id', '=', 'record_id')->select(['dispatches.id', 'dispatches.source_id', 'subject', 'key'])->lazyById(500, 'dispatches.id', 'id') as $dispatch) {
            $to = DB::table('dispatch_recipients')->where('dispatch_id', $dispatch->id)->get(['address', 'name'])->map(static fn (object $one): string => "{$one->address} {$one->name}")->implode(' ');
            self::keep('dispatch_words', 'dispatch_id', $dispatch->id, "{$dispatch->subject} {$dispatch->key} {$to}", ['source_id' => $dispatch->source_id]);
        }
        foreach (DB::table('letters')->select(['id', 'subject', 'envelope_to'])->lazyById(500) as $letter) {
            self::keep('letter_words', 'letter_id', $letter->id, $letter->subject.' '.implode(' ', (array) json_decode($letter->envelope_to, true)));
        }
        $people = DB::table('users')->get()->keyBy('id');
        foreach (DB::table('activity_log')->select(['id', 'description', 'event', 'origin', 'causer_id'])->lazyById(500) as $deed) {
            $by = $people->get($deed->causer_id);
            self::keep('deed_words', 'deed_id', $deed->id, implode(' ', array_filter([$deed->description, $deed->event, $deed->origin, $by?->name, $by?->email])));
        }
    }

    /**
     * @param  array<string, int>  $among
     */
    private static function keep(string $table, string $owner, int|string $id, string $text, array $among = []): void
    {
        DB::table($table)->insert(array_map(static fn (string $word): array => [...$among, 'word' => $word, $owner => $id], SearchWords::of($text)));
    }
};
