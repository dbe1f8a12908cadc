<?php

use App\Http\Controllers\MapController;
use App\Http\Controllers\PictureController;
use Illuminate\Support\Facades\Route;

// For everyone who reads a message: no session, no cookie.
Route::get('pictures/{width}/{name}', PictureController::class)->where('name', '[0-9a-f]{32}\.(png|jpg)');
Route::get('maps/{place}/{zoom}.png', MapController::class)->where('zoom', '\d{1,2}')->middleware('throttle:maps');
