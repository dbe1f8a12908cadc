<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** When the scheduler and a worker were last seen at work. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('heartbeats', static function (Blueprint $table): void {
            $table->string('name', 40)->primary();
            $table->timestamp('at');
        });
    }
};
