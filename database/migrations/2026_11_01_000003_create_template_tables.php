<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('templates', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('key');
            $table->string('name');
            $table->string('folder')->default('');
            $table->string('record_type');
            $table->timestamps();
            $table->unique(['source_id', 'key']);
        });
        Schema::create('template_versions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('template_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->json('document');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamp('published_at');
            $table->unique(['template_id', 'number']);
        });
        Schema::create('drafts', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('template_id')->unique()->constrained()->cascadeOnDelete();
            $table->unsignedInteger('revision')->default(1);
            $table->json('document');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamps();
        });
        Schema::create('claims', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('notice_id')->constrained()->cascadeOnDelete();
            $table->foreignId('template_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('position');
            $table->boolean('active')->default(true);
            $table->timestamps();
            $table->unique(['notice_id', 'template_id']);
        });
        Schema::create('editions', function (Blueprint $table): void {
            $table->id();
            // Stands for all that went into it: words, brand, record type, compiler, language.
            $table->string('fingerprint', 64)->unique();
            $table->foreignId('notice_id')->constrained()->cascadeOnDelete();
            $table->foreignId('template_version_id')->nullable()->constrained();
            $table->string('language');
            $table->string('brand');
            $table->json('compiled');
            $table->timestamp('created_at');
        });
    }
};
