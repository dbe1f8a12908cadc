<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('own_fields', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('record_type', 64);
            $table->string('key', 64);
            $table->string('label');
            $table->json('computed');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamps();
            $table->unique(['source_id', 'record_type', 'key']);
        });
        // What tells the fields of one day from those of another, so that nobody need look at them to know.
        Schema::table('sources', static fn (Blueprint $table) => $table->string('own_fields_hash', 64)->default(''));
    }
};
