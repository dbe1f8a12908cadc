<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('brands', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('key');
            $table->string('name');
            // What templates wear that name no brand; one of a source's brands at most.
            $table->boolean('is_default')->default(false);
            $table->timestamps();
            $table->unique(['source_id', 'key']);
        });
        DB::statement('create unique index brands_one_default on brands (source_id) where is_default');
        Schema::create('brand_versions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('brand_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->json('document');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamp('published_at');
            $table->unique(['brand_id', 'number']);
        });
        Schema::create('brand_drafts', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('brand_id')->unique()->constrained()->cascadeOnDelete();
            $table->unsignedInteger('revision')->default(1);
            $table->json('document');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamps();
        });
        Schema::create('pictures', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            // Made of the picture's own bytes, so that one address always shows the same.
            $table->string('name', 40);
            $table->unsignedInteger('width');
            $table->unsignedInteger('height');
            $table->string('called');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamps();
            $table->unique(['source_id', 'name']);
        });
        Schema::table('editions', static function (Blueprint $table): void {
            $table->foreignId('brand_version_id')->nullable()->constrained();
        });
    }
};
