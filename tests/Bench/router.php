<?php

declare(strict_types=1);

use App\Http\Middleware\RequireSource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;

// The application, with one route more: what a source's request costs that writes one row and does nothing else.
require dirname(__DIR__, 2).'/vendor/autoload.php';
$app = require dirname(__DIR__, 2).'/bootstrap/app.php';
$app->booted(static fn () => Route::middleware(['api', 'auth:sanctum', RequireSource::class])->post('api/v1/bare', static function (Request $request): JsonResponse {
    DB::transaction(static fn (): bool => DB::table('bare')->insert(['body' => $request->getContent()]));

    return response()->json(['taken' => true], 202);
}));
$app->handleRequest(Request::capture());
