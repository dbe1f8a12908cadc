<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('dues', static function (Blueprint $table): void {
            // The due that goes to each of several, of which this is one.
            $table->unsignedBigInteger('part_of')->nullable()->index();
        });
        // Until now they were told by their occasion: that of the whole, and a mark of 17 signs.
        DB::statement("update dues set part_of = (select whole.id from dues whole where whole.notice_id = dues.notice_id and whole.record_id = dues.record_id and whole.occasion = substr(dues.occasion, 1, length(dues.occasion) - 17)) where occasion like '%#________________'");
    }
};
