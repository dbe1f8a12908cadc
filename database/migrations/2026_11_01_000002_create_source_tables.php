<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('users', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password');
            $table->string('role');
            $table->rememberToken();
            $table->timestamps();
        });
        Schema::create('sources', function (Blueprint $table): void {
            $table->id();
            $table->string('key')->unique();
            $table->string('name');
            $table->json('manifest');
            $table->string('manifest_hash', 64);
            $table->timestamps();
        });
        Schema::create('notices', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('key');
            $table->unsignedInteger('position');
            // Whether the manifest still declares it; a notice that was once sent is never deleted.
            $table->boolean('declared')->default(true);
            $table->timestamps();
            $table->unique(['source_id', 'key']);
        });
        Schema::create('records', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('type');
            $table->string('key');
            $table->text('search');
            $table->json('data');
            $table->unsignedInteger('revision')->default(1);
            $table->timestamps();
            $table->unique(['source_id', 'type', 'key']);
            $table->index(['source_id', 'type', 'updated_at']);
        });
        Schema::create('events', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('event_id');
            $table->string('name');
            $table->foreignId('record_id')->constrained()->cascadeOnDelete();
            $table->string('origin');
            $table->string('body_hash', 64);
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamps();
            $table->unique(['source_id', 'event_id']);
        });
    }
};
