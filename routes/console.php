<?php

use Illuminate\Support\Facades\Schedule;

Schedule::command('herald:sweep')->everyTenSeconds()->withoutOverlapping(1);
