<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What failed can be closed by a person; events that do not fit, and what is open, are counted by indexes alone. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('dispatches', static function (Blueprint $table): void {
            $table->dateTime('closed_at')->nullable();
            $table->foreignId('closed_by')->nullable()->constrained('users')->nullOnDelete();
            $table->text('remark')->nullable();
            // The due that was made of it when it was decided anew.
            $table->unsignedBigInteger('again_due_id')->nullable();
        });
        DB::statement("create index dispatches_open on dispatches (source_id, state) where closed_at is null and state in ('failed', 'uncertain', 'bounced')");
        DB::statement('create index events_misfit on events (source_id, id) where data is not null');
        DB::statement('create index events_misfit_record on events (record_id, id) where data is not null');
    }

    public function down(): void
    {
        DB::statement('drop index events_misfit_record');
        DB::statement('drop index events_misfit');
        DB::statement('drop index dispatches_open');
        Schema::table('dispatches', static function (Blueprint $table): void {
            $table->dropConstrainedForeignId('closed_by');
            $table->dropColumn(['closed_at', 'remark', 'again_due_id']);
        });
    }
};
