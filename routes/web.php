<?php

use App\Http\Ahead;
use App\Http\Controllers\App\DeskController;
use App\Http\Controllers\App\DispatchController;
use App\Http\Controllers\App\LetterController;
use App\Http\Controllers\App\NoticeController;
use App\Http\Controllers\App\ReplayController;
use App\Http\Controllers\App\StarterController;
use App\Http\Stage;
use App\Models\Source;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Route;

// The true HTML of messages, for the frames they are shown in.
Route::middleware(['auth:web', 'can:view,source'])->prefix('stage/{source}')->group(function (): void {
    // The composer fills this one in, block by block.
    Route::get('empty', static fn (Source $source) => Stage::show($source, '<!DOCTYPE html><html><head></head><body></body></html>'));
    Route::get('notices/{key}/replays/{replay}/{id}', [ReplayController::class, 'html']);
    Route::get('notices/{key}', [NoticeController::class, 'html']);
    Route::get('templates/{key}/versions/{number}', [DeskController::class, 'versionHtml'])->where('number', '[0-9]{1,9}');
    Route::get('starters/{starter}', [StarterController::class, 'html']);
    Route::get('dispatches/{id}', [DispatchController::class, 'html']);
    Route::get('letters/{letter}', [LetterController::class, 'html']);
});

// Everything else is the front end's.
Route::get('/{any?}', static fn (Request $request) => view('app', ['ahead' => Ahead::of($request)]))->where('any', '^(?!api/|stage/|pictures/|maps/|answer/).*$');
