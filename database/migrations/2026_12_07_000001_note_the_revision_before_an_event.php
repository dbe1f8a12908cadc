<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** The revision that an event found its record in: what came before it is then known, whether the event changed something or not. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('events', static function (Blueprint $table): void {
            $table->unsignedInteger('revision_before')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('events', static fn (Blueprint $table) => $table->dropColumn('revision_before'));
    }
};
