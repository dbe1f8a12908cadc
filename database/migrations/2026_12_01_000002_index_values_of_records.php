<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // One row for each field of a record that its type declares to be indexed, and that is filled. There was no way to declare one before.
        Schema::create('record_values', static function (Blueprint $table): void {
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('type', 64);
            $table->string('path', 200);
            $text = $table->string('text', 190)->nullable();
            // In the order of their bytes, as days and moments are.
            DB::getDriverName() === 'pgsql' && $text->collation('C');
            $table->double('number')->nullable();
            $table->foreignId('record_id')->constrained()->cascadeOnDelete();
            $table->primary(['record_id', 'path']);
            $table->index(['source_id', 'type', 'path', 'text', 'record_id']);
            $table->index(['source_id', 'type', 'path', 'number', 'record_id']);
        });
    }
};
