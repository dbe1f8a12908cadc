<?php

use App\Documents\DraftPieces;
use Illuminate\Support\Facades\Schedule;

Schedule::command('herald:sweep')->everyTenSeconds()->withoutOverlapping(1);
Schedule::call(DraftPieces::clear(...))->hourly();
Schedule::command('herald:pictures')->dailyAt('03:40');
