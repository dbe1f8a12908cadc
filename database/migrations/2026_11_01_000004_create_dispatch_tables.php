<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('dispatches', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->foreignId('notice_id')->constrained();
            $table->foreignId('record_id')->constrained();
            $table->foreignId('event_id')->constrained();
            // The same message goes at most once to one address about one occasion.
            $table->string('recipient');
            $table->string('occasion');
            $table->string('recipient_name')->nullable();
            $table->string('reason');
            $table->string('state');
            $table->text('state_reason')->nullable();
            $table->foreignId('edition_id')->constrained();
            $table->string('language');
            $table->string('language_reason');
            // All that the message named, as it was when the event came.
            $table->json('data');
            $table->string('subject')->nullable();
            $table->string('message_id')->nullable();
            $table->string('sender')->nullable();
            // As text, which every engine hands back the same: our messages are ASCII.
            $table->text('bytes')->nullable();
            $table->unsignedInteger('attempts')->default(0);
            $table->unsignedInteger('resends')->default(0);
            $table->timestamp('due_at');
            $table->string('lease')->nullable();
            $table->timestamp('lease_until')->nullable();
            // Set just before the message itself is handed to the mail server: from here on a crash leaves it uncertain.
            $table->timestamp('handed_at')->nullable();
            $table->timestamp('sent_at')->nullable();
            $table->timestamps();
            $table->unique(['notice_id', 'record_id', 'recipient', 'occasion']);
            $table->index(['state', 'due_at']);
            $table->index(['source_id', 'created_at']);
            $table->index(['notice_id', 'created_at']);
        });
        Schema::create('letters', function (Blueprint $table): void {
            $table->id();
            $table->string('envelope_from');
            $table->json('envelope_to');
            $table->string('message_id')->nullable()->index();
            $table->text('subject');
            $table->text('from');
            $table->text('to');
            $table->binary('raw');
            $table->timestamp('received_at')->index();
        });
    }
};
