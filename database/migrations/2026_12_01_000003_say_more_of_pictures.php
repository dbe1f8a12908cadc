<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Facades\Storage;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('pictures', static function (Blueprint $table): void {
            $table->unsignedInteger('weight')->default(0);
            $table->string('alternative', 500)->default('');
        });
        foreach (DB::table('pictures')->select(['id', 'name'])->lazyById() as $picture) {
            DB::table('pictures')->where('id', $picture->id)->update(['weight' => strlen(Storage::disk('local')->get('pictures/'.$picture->name) ?? '')]);
        }
    }
};
