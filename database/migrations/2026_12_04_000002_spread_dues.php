<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('dues', static function (Blueprint $table): void {
            // Of one that goes to each of several: up to which record it has come. Of what came of it: the record of another type that it is for.
            $table->unsignedBigInteger('spread_after')->nullable();
            $table->unsignedBigInteger('of_record')->nullable();
        });
    }
};
