<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('dues', static function (Blueprint $table): void {
            // By the machine's clock, when a worker was called for it or is to try it again; null: nobody has been called yet. When it is due is told by the clock of the work.
            $table->timestamp('try_at')->nullable();
            $table->index(['state', 'try_at', 'due_at']);
            $table->index(['source_id', 'state', 'due_at']);
        });
        DB::table('dues')->where('state', 'waiting')->update(['try_at' => DB::raw('due_at')]);
        Schema::table('notices', static function (Blueprint $table): void {
            // What its dues were last made by: another cue makes others. Null: it has no cue in time.
            $table->string('planned')->nullable();
        });
        // The clock that all goes by which concerns the work, where it may be moved: how many seconds it is ahead of the machine's, or behind.
        Schema::create('clocks', static function (Blueprint $table): void {
            $table->id();
            $table->bigInteger('ahead');
            $table->timestamps();
        });
    }
};
