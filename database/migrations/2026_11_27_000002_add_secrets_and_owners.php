<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('dispatches', static function (Blueprint $table): void {
            // Whether it says something secret. Its bytes are then a masked copy; the true ones are sealed, and gone once its fate is final.
            $table->boolean('secret')->default(false);
            $table->longText('sealed_bytes')->nullable();
        });
        Schema::table('letters', static function (Blueprint $table): void {
            // Whose message it is; null when that cannot be told.
            $table->foreignId('source_id')->nullable()->index()->constrained()->nullOnDelete();
        });
        DB::table('letters')->update(['source_id' => DB::raw('(select source_id from dispatches where dispatches.message_id = letters.message_id limit 1)')]);
    }

    public function down(): void
    {
        Schema::table('letters', static function (Blueprint $table): void {
            $table->dropConstrainedForeignId('source_id');
        });
        Schema::table('dispatches', static fn (Blueprint $table) => $table->dropColumn(['secret', 'sealed_bytes']));
    }
};
