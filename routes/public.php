<?php

use App\Http\Controllers\AnswerController;
use App\Http\Controllers\MapController;
use App\Http\Controllers\PictureController;
use Illuminate\Support\Facades\Route;

// For everyone who reads a message: no session, no cookie. Programs that look into mail follow links, so that opening one changes nothing (RFC 9110, 9.2.1).
Route::get('pictures/{width}/{name}', PictureController::class)->where('name', '[0-9a-f]{32}\.(png|jpg)');
Route::get('maps/{place}/{zoom}.png', MapController::class)->where('zoom', '\d{1,2}')->middleware('throttle:maps');

Route::middleware('throttle:answers')->controller(AnswerController::class)->group(static function (): void {
    Route::get('answer/try', 'tried')->name('answer.try');
    Route::get('answer/{dispatch}/{key}/{value}', 'show')->name('answer');
    Route::post('answer/{dispatch}/{key}/{value}', 'store');
});
