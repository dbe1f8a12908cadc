<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('notices', static function (Blueprint $table): void {
            // Of one of our own: what it is. Why it does not fit what the source declares today; null where it does.
            $table->json('document')->nullable();
            $table->text('unfit')->nullable();
        });
        // Of all that people have said here of the manifest: fields, notices, switches, conditions.
        Schema::table('sources', static fn (Blueprint $table) => $table->renameColumn('own_fields_hash', 'own_hash'));
    }
};
