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
            $table->index(['event', 'updated_at']);
        });
    }
};
