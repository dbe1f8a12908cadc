<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a source tells that it sent itself; and what of a notice was looked at last, to be told when its source changes it. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('told_sent', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            // The source's own.
            $table->string('told_id', 200);
            $table->foreignId('notice_id')->constrained()->cascadeOnDelete();
            $table->foreignId('record_id')->constrained()->cascadeOnDelete();
            // Null where the source does not say which event it was for: then what goes out within a day is for the same occasion.
            $table->string('occasion')->nullable();
            $table->string('address', 320)->nullable();
            $table->timestamp('sent_at');
            $table->timestamp('near_from');
            $table->timestamp('near_until');
            $table->timestamp('created_at');
            $table->unique(['source_id', 'told_id']);
            $table->index(['notice_id', 'record_id']);
            $table->index(['source_id', 'created_at']);
        });
        Schema::table('notices', static function (Blueprint $table): void {
            // Built-in words by their hashes, requirements, places and fields as they were looked at last; in what the source's differ from that now; null where nothing does.
            $table->json('looked_at')->nullable();
            $table->json('changed')->nullable();
        });
    }
};
