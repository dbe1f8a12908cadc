<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('memberships', static function (Blueprint $table): void {
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('role', 20);
            $table->primary(['user_id', 'source_id']);
        });
        Schema::table('users', static fn (Blueprint $table) => $table->boolean('administrator')->default(false));
        DB::table('users')->where('role', 'administrator')->update(['administrator' => true]);
        // Whoever had a role had it everywhere.
        DB::table('memberships')->insertUsing(
            ['user_id', 'source_id', 'role'],
            DB::table('users')->crossJoin('sources')->where('users.role', '!=', 'administrator')->select(['users.id', 'sources.id as source', 'users.role']),
        );
        Schema::table('users', static fn (Blueprint $table) => $table->dropColumn('role'));
    }
};
