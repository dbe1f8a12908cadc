<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // What templates ask, by the type of record; what the source declares itself stands in its manifest.
        Schema::create('questions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('record_type');
            $table->string('key');
            $table->string('kind');
            $table->json('options');
            $table->timestamps();
            $table->unique(['source_id', 'record_type', 'key']);
        });
        // All answers; the latest of each also stands with its record.
        Schema::create('responses', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained();
            $table->foreignId('record_id')->constrained();
            $table->foreignUlid('dispatch_id')->constrained();
            $table->string('record_type');
            $table->string('key');
            $table->string('value');
            // The first about a message is 0.
            $table->unsignedInteger('turn');
            // By the clock of the work.
            $table->timestamp('answered_at');
            $table->timestamp('created_at');
            $table->unique(['dispatch_id', 'key', 'turn']);
            $table->index(['source_id', 'record_type', 'key', 'answered_at']);
            $table->index('record_id');
        });
        Schema::table('records', static fn (Blueprint $table) => $table->json('responses')->nullable());
        // What a dispatch asks: one row for each, so that it can be counted how many have answered.
        Schema::create('asked', static function (Blueprint $table): void {
            $table->foreignUlid('dispatch_id')->constrained()->cascadeOnDelete();
            $table->foreignId('source_id')->constrained();
            $table->string('record_type');
            $table->string('key');
            $table->timestamp('until');
            $table->primary(['dispatch_id', 'key']);
            $table->index(['source_id', 'record_type', 'key']);
        });
    }
};
