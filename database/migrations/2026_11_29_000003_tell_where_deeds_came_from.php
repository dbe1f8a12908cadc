<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('activity_log', static function (Blueprint $table): void {
            $table->foreignId('source_id')->nullable()->constrained()->nullOnDelete();
            $table->string('origin')->default('');
            // Of what things are done to, some have keys of letters.
            $table->string('subject_id', 36)->nullable()->change();
            $table->index(['event', 'updated_at']);
        });
    }
};
