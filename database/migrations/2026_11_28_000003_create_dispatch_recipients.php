<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Each address that a message goes to has its own state; the bytes stand apart from what lists read. There is no way back. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('dispatch_recipients', static function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('dispatch_id')->constrained()->cascadeOnDelete();
            // A message goes at most once to one address about one occasion, whatever it is a part of.
            $table->foreignId('notice_id')->constrained();
            $table->foreignId('record_id')->constrained();
            $table->string('occasion');
            $table->string('channel')->default('email');
            $table->string('address_key');
            $table->string('role');
            $table->string('address')->nullable();
            $table->string('name')->nullable();
            $table->string('state');
            $table->text('state_reason')->nullable();
            $table->unsignedInteger('attempts')->default(0);
            // Set just before the message itself is handed to the mail server: from here on a crash leaves it uncertain.
            $table->timestamp('handed_at')->nullable();
            $table->timestamp('sent_at')->nullable();
            // By which what comes back to the sender is known.
            $table->string('return_token')->nullable()->unique();
            $table->timestamps();
            $table->unique(['notice_id', 'record_id', 'occasion', 'channel', 'address_key'], 'dispatch_recipients_once');
            $table->index(['dispatch_id', 'role']);
            $table->index('address_key');
        });
        Schema::create('dispatch_messages', static function (Blueprint $table): void {
            $table->ulid('dispatch_id')->primary();
            $table->foreign('dispatch_id')->references('id')->on('dispatches')->cascadeOnDelete();
            $table->string('sender');
            // As text, which every engine hands back the same: our messages are ASCII. A masked copy where it says something secret.
            $table->longText('bytes');
            // The exact message then, sealed, until its fate is final.
            $table->longText('sealed_bytes')->nullable();
            $table->timestamp('created_at')->nullable();
        });
        foreach (DB::table('dispatches')->lazyById(200) as $dispatch) {
            $this->move($dispatch);
        }
        Schema::table('dispatches', static function (Blueprint $table): void {
            $table->dropUnique(['notice_id', 'record_id', 'recipient', 'occasion']);
        });
        Schema::table('dispatches', static function (Blueprint $table): void {
            $table->dropColumn(['recipient', 'recipient_name', 'copies', 'sender', 'bytes', 'sealed_bytes', 'handed_at']);
        });
        Schema::table('dispatches', static function (Blueprint $table): void {
            $table->string('channel')->default('email');
            $table->foreignId('claim_id')->nullable()->constrained()->nullOnDelete();
        });
    }

    private function move(object $dispatch): void
    {
        $common = [
            'dispatch_id' => $dispatch->id, 'notice_id' => $dispatch->notice_id, 'record_id' => $dispatch->record_id, 'occasion' => $dispatch->occasion,
            'state' => $dispatch->state === 'sending' ? 'queued' : $dispatch->state, 'state_reason' => $dispatch->state_reason, 'attempts' => $dispatch->attempts,
            'handed_at' => $dispatch->handed_at, 'sent_at' => $dispatch->sent_at, 'created_at' => $dispatch->created_at, 'updated_at' => $dispatch->updated_at,
        ];
        // One that could not be decided upon has no recipient yet.
        if ($dispatch->edition_id !== null) {
            $none = $dispatch->recipient === '';
            DB::table('dispatch_recipients')->insert([
                ...$common, 'role' => 'to', 'address' => $none ? null : $dispatch->recipient, 'name' => $dispatch->recipient_name, 'address_key' => $none ? 'none:recipient' : mb_strtolower($dispatch->recipient),
            ]);
        }
        foreach (array_filter(explode(',', $dispatch->copies)) as $copy) {
            DB::table('dispatch_recipients')->insertOrIgnore([...$common, 'role' => 'cc', 'address' => $copy, 'address_key' => mb_strtolower($copy)]);
        }
        if ($dispatch->bytes !== null) {
            DB::table('dispatch_messages')->insert([
                'dispatch_id' => $dispatch->id, 'sender' => (string) $dispatch->sender, 'bytes' => $dispatch->bytes, 'sealed_bytes' => $dispatch->sealed_bytes, 'created_at' => $dispatch->updated_at,
            ]);
        }
    }

    public function down(): void
    {
        throw new LogicException('Recipients cannot be put back into their dispatches: bring back a copy of the database that was made before.');
    }
};
