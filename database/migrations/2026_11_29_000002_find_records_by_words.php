<?php

use Herald\Record\SearchWords;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('record_words', static function (Blueprint $table): void {
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('type');
            $word = $table->string('word', SearchWords::LONGEST);
            // The beginnings of words are a range, in the order of their bytes.
            DB::getDriverName() === 'pgsql' && $word->collation('C');
            $table->foreignId('record_id')->constrained()->cascadeOnDelete();
            $table->primary(['source_id', 'type', 'word', 'record_id']);
            $table->index(['record_id', 'word']);
        });
        foreach (DB::table('records')->select(['id', 'source_id', 'type', 'search'])->lazyById() as $record) {
            DB::table('record_words')->insert(array_map(
                static fn (string $word): array => ['source_id' => $record->source_id, 'type' => $record->type, 'word' => $word, 'record_id' => $record->id],
                SearchWords::of((string) $record->search),
            ));
        }
        Schema::table('records', static fn (Blueprint $table) => $table->dropColumn('search'));
    }
};
