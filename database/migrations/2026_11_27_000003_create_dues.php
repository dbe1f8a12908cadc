<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Taking in and deciding come apart: an event leaves a due for each notice that it sets off, which a worker decides upon. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('record_revisions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('record_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('revision');
            // As it was then, its secrets sealed.
            $table->json('data');
            $table->timestamp('created_at')->nullable();
            $table->unique(['record_id', 'revision']);
        });
        DB::statement('insert into record_revisions (record_id, revision, data, created_at) select id, revision, data, updated_at from records');
        Schema::table('events', static function (Blueprint $table): void {
            // The revision in which it left its record.
            $table->unsignedInteger('record_revision')->nullable();
            // What came with it beside the record; secrets sealed.
            $table->json('given')->default('{}');
            // The data as they came, where they do not fit the record type, and why; the record stayed as it was.
            $table->longText('data')->nullable();
            $table->text('fault')->nullable();
            // What each notice that speaks of it said.
            $table->json('verdicts')->default('[]');
        });
        Schema::create('dues', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->foreignId('notice_id')->constrained();
            $table->foreignId('record_id')->constrained();
            $table->foreignId('event_id')->nullable()->constrained();
            // What it is due for; by it one is told from another.
            $table->string('occasion');
            // The moment in the record that it counts from, where it does, and what clocks show there when it is due.
            $table->string('anchor')->nullable();
            $table->string('local_time')->nullable();
            $table->string('zone')->nullable();
            $table->timestamp('due_at');
            $table->timestamp('expires_at')->nullable();
            $table->unsignedTinyInteger('urgency')->default(0);
            $table->unsignedInteger('record_revision');
            $table->boolean('by_hand')->default(false);
            $table->string('state');
            $table->text('reason');
            $table->text('state_reason')->nullable();
            $table->unsignedInteger('attempts')->default(0);
            $table->string('lease')->nullable();
            $table->timestamp('lease_until')->nullable();
            $table->timestamps();
            $table->unique(['notice_id', 'record_id', 'occasion']);
            $table->index(['state', 'due_at', 'urgency']);
            $table->index(['record_id', 'state']);
        });
        Schema::table('dispatches', static function (Blueprint $table): void {
            $table->foreignId('due_id')->nullable()->unique()->constrained();
            $table->foreignId('edition_id')->nullable()->change();
            $table->foreignId('event_id')->nullable()->change();
            $table->text('reason')->change();
            // Who answered, and what stood in the way of others.
            $table->json('decision')->default('{}');
            // Whether other words went out than those that should have.
            $table->boolean('needs_look')->default(false);
        });
        DB::table('dispatches')->update(['occasion' => DB::raw("'event:' || occasion")]);
    }

    public function down(): void
    {
        DB::table('dispatches')->update(['occasion' => DB::raw('substr(occasion, 7)')]);
        Schema::table('dispatches', static function (Blueprint $table): void {
            $table->dropConstrainedForeignId('due_id');
            $table->dropColumn(['decision', 'needs_look']);
        });
        Schema::drop('dues');
        Schema::table('events', static fn (Blueprint $table) => $table->dropColumn(['record_revision', 'given', 'data', 'fault', 'verdicts']));
        Schema::drop('record_revisions');
    }
};
