<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a recipient wants to read stands with what was sent, and events are counted by their name without reading them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('dispatches', static function (Blueprint $table): void {
            $table->string('recipient_language')->nullable()->comment('null where it was not known, and before it was written down');
        });
        Schema::table('events', static fn (Blueprint $table) => $table->index(['source_id', 'name', 'created_at']));
    }
};
