<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('templates', static function (Blueprint $table): void {
            $table->timestamp('archived_at')->nullable();
            // The key of the notice it is written for.
            $table->string('notice')->nullable();
        });
        foreach (DB::table('templates')->pluck('id') as $id) {
            $document = DB::table('template_versions')->where('template_id', $id)->latest('number')->value('document');
            DB::table('templates')->where('id', $id)->update(['notice' => json_decode((string) $document)->notice ?? null]);
        }
        Schema::table('dispatches', static function (Blueprint $table): void {
            // The addresses of CC and BCC, which the bytes need not name.
            $table->text('copies')->default('');
        });
    }
};
