<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Claims and collections hold on days, as the source's clock shows them; who is to answer is written down before it is put in force. */
return new class extends Migration
{
    public function up(): void
    {
        foreach (['claims', 'collections'] as $table) {
            Schema::table($table, static fn (Blueprint $table) => $table->dropColumn(['valid_from', 'valid_until']));
            Schema::table($table, static function (Blueprint $table): void {
                $table->string('first_day', 10)->nullable();
                $table->string('last_day', 10)->nullable();
            });
        }
        Schema::table('collections', static function (Blueprint $table): void {
            $table->unsignedInteger('revision')->default(1);
        });
        Schema::table('notices', static function (Blueprint $table): void {
            // What is written on, as an order of claims; how often it was saved or put in force, and by whom last.
            $table->json('order_draft')->nullable();
            $table->unsignedInteger('order_revision')->default(1);
            $table->foreignId('order_user_id')->nullable()->constrained('users')->nullOnDelete();
        });
        Schema::table('sources', static function (Blueprint $table): void {
            // What answers for notices that it declares from now on, when no claim does.
            $table->string('fallback')->default('built_in');
        });
    }
};
