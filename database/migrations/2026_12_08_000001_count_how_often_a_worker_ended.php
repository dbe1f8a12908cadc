<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** How often a worker ended while it had a due or a dispatch in hand. */
return new class extends Migration
{
    private const WAITING = ['dues' => 'waiting', 'dispatches' => 'queued'];

    public function up(): void
    {
        foreach (self::WAITING as $table => $state) {
            Schema::table($table, static function (Blueprint $table): void {
                $table->unsignedSmallInteger('cut_short')->default(0);
            });
            DB::statement("create index {$table}_cut_short on {$table} (id) where cut_short > 0 and state = '{$state}'");
        }
    }

    public function down(): void
    {
        foreach (array_keys(self::WAITING) as $table) {
            DB::statement("drop index {$table}_cut_short");
            Schema::table($table, static fn (Blueprint $table) => $table->dropColumn('cut_short'));
        }
    }
};
