<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What the running order asks of each template, and of all dispatches, is there without reading them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('versions', static function (Blueprint $table): void {
            // By the key of a notice: the languages in which all its words are there; null where it does not fit. Empty until it is asked for, and whenever source or passages change.
            $table->json('standing')->nullable();
        });
        // The one that tells by notice when they were tells by notice and state when they were: they are counted by it alone.
        Schema::table('dispatches', static fn (Blueprint $table) => $table->index(['notice_id', 'state', 'created_at']));
        Schema::table('dispatches', static fn (Blueprint $table) => $table->dropIndex(['notice_id', 'created_at']));
    }
};
