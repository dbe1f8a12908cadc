<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('dues', static function (Blueprint $table): void {
            // Of what a person sets off: who, and the parameters that they gave. Those of an event stay with it.
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->json('given')->nullable();
        });
    }
};
