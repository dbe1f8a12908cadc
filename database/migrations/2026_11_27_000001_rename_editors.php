<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Who could edit could publish. */
return new class extends Migration
{
    public function up(): void
    {
        DB::table('users')->where('role', 'editor')->update(['role' => 'publisher']);
    }

    public function down(): void
    {
        DB::table('users')->whereIn('role', ['publisher', 'author'])->update(['role' => 'editor']);
    }
};
