<?php

use App\Http\Controllers\App\DeskController;
use App\Http\Controllers\App\DispatchController;
use App\Http\Controllers\App\LetterController;
use App\Http\Controllers\App\NoticeController;
use App\Http\Controllers\App\PublicationController;
use App\Http\Controllers\App\RecordController;
use App\Http\Controllers\App\RunningOrderController;
use App\Http\Controllers\App\SessionController;
use App\Http\Controllers\App\TemplateController;
use Illuminate\Support\Facades\Route;

// For the front end, with its session.
Route::get('session', [SessionController::class, 'show']);
Route::post('session', [SessionController::class, 'store'])->middleware('throttle:sign-in');

Route::middleware('auth:web')->group(function (): void {
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::get('running-order', RunningOrderController::class);
    Route::get('notices/{key}', [NoticeController::class, 'show']);
    Route::get('notices/{key}/rendering', [NoticeController::class, 'rendering']);
    Route::get('records', [RecordController::class, 'index']);
    Route::get('records/{type}/{key}', [RecordController::class, 'show'])->where('key', '.+');
    Route::get('templates', [TemplateController::class, 'index']);
    Route::get('templates/{key}', [TemplateController::class, 'show']);
    Route::get('templates/{key}/versions', [TemplateController::class, 'versions']);
    Route::get('templates/{key}/versions/{number}', [TemplateController::class, 'version'])->whereNumber('number');
    Route::get('templates/{key}/publication', [PublicationController::class, 'show']);
    Route::get('templates/{key}/desk', [DeskController::class, 'show']);
    Route::get('templates/{key}/sheet', [DeskController::class, 'sheet']);
    // These look at what is sent with them and change nothing.
    Route::post('templates/{key}/stage', [DeskController::class, 'stage']);
    Route::post('templates/{key}/findings', [DeskController::class, 'findings']);
    Route::post('templates/{key}/comparison', [TemplateController::class, 'compare']);
    Route::get('dispatches', [DispatchController::class, 'index']);
    Route::get('dispatches/{id}', [DispatchController::class, 'show']);
    Route::get('letters', [LetterController::class, 'index']);
    Route::get('letters/{letter}', [LetterController::class, 'show'])->whereNumber('letter');

    Route::middleware('can:edit')->group(function (): void {
        Route::put('notices/{key}/answer', [NoticeController::class, 'answer']);
        Route::post('records/{type}/{key}/consequences', [RecordController::class, 'consequences'])->where('key', '.+');
        Route::patch('records/{type}/{key}', [RecordController::class, 'update'])->where('key', '.+');
        Route::post('templates', [TemplateController::class, 'store']);
        Route::patch('templates/{key}', [TemplateController::class, 'update']);
        Route::put('templates/{key}/draft', [TemplateController::class, 'saveDraft']);
        Route::post('templates/{key}/blocks', [DeskController::class, 'blocks']);
        Route::post('templates/{key}/proof', [DeskController::class, 'proof'])->middleware('throttle:proof');
        Route::post('templates/{key}/publication', [PublicationController::class, 'store']);
        Route::post('dispatches/{id}/retry', [DispatchController::class, 'retry']);
        Route::post('dispatches/{id}/settle', [DispatchController::class, 'settle']);
    });
});
