<?php

use App\Http\Controllers\Api\AnswersController;
use App\Http\Controllers\Api\EventController;
use App\Http\Controllers\Api\SentController;
use App\Http\Controllers\Api\WhyController;
use App\Http\Middleware\RequireSource;
use Illuminate\Support\Facades\Route;

// For sources, with a bearer token made by herald:token.
Route::middleware(['auth:sanctum', RequireSource::class])->group(function (): void {
    Route::post('events', [EventController::class, 'store']);
    Route::get('answers', AnswersController::class);
    Route::get('answer', WhyController::class);
    Route::post('sent', SentController::class);
    Route::get('events/{id}', [EventController::class, 'show'])->where('id', '.+');
});
