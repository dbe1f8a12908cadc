<?php

use App\Http\Controllers\App\AnswersController;
use App\Http\Controllers\App\AttentionController;
use App\Http\Controllers\App\AuditController;
use App\Http\Controllers\App\BrandController;
use App\Http\Controllers\App\BrandDesignController;
use App\Http\Controllers\App\ClockController;
use App\Http\Controllers\App\CollectionController;
use App\Http\Controllers\App\ComingController;
use App\Http\Controllers\App\DeskController;
use App\Http\Controllers\App\DispatchController;
use App\Http\Controllers\App\DocumentController;
use App\Http\Controllers\App\FieldController;
use App\Http\Controllers\App\FormerNameController;
use App\Http\Controllers\App\HtmlInController;
use App\Http\Controllers\App\LetterController;
use App\Http\Controllers\App\MessageController;
use App\Http\Controllers\App\NoticeController;
use App\Http\Controllers\App\OrderController;
use App\Http\Controllers\App\OwnNoticeController;
use App\Http\Controllers\App\PassageController;
use App\Http\Controllers\App\PeopleController;
use App\Http\Controllers\App\PicturesController;
use App\Http\Controllers\App\ReadinessController;
use App\Http\Controllers\App\ReceivedEventController;
use App\Http\Controllers\App\RecordController;
use App\Http\Controllers\App\ReplacementController;
use App\Http\Controllers\App\ReplayController;
use App\Http\Controllers\App\RunningOrderController;
use App\Http\Controllers\App\SessionController;
use App\Http\Controllers\App\StarterController;
use App\Http\Controllers\App\TemplateController;
use App\Models\DocumentKind;
use App\Models\User;
use Illuminate\Support\Facades\Route;

// For the front end, with its session.
Route::get('session', [SessionController::class, 'show']);
Route::post('session', [SessionController::class, 'store'])->middleware('throttle:sign-in');

Route::middleware('auth:web')->group(function (): void {
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::put('session/password', [SessionController::class, 'password'])->middleware('throttle:sign-in');

    // People, tokens, and what was done.
    Route::middleware('can:administer,'.User::class)->group(function (): void {
        Route::get('people', [PeopleController::class, 'index']);
        Route::post('people', [PeopleController::class, 'store']);
        Route::patch('people/{person}', [PeopleController::class, 'update']);
        Route::delete('people/{person}', [PeopleController::class, 'destroy']);
        Route::post('tokens', [PeopleController::class, 'makeToken']);
        Route::delete('tokens/{token}', [PeopleController::class, 'takeToken']);
        Route::get('audit', AuditController::class);
    });
});

// What belongs to a source.
Route::middleware(['auth:web', 'can:view,source'])->prefix('sources/{source}')->group(function (): void {
    Route::get('running-order', RunningOrderController::class);
    Route::get('readiness', [ReadinessController::class, 'index']);
    Route::get('notices/{key}/readiness', [ReadinessController::class, 'show']);
    Route::get('notice-parts/{type}', [OwnNoticeController::class, 'desk']);
    Route::get('notices/{key}', [NoticeController::class, 'show']);
    Route::get('notices/{key}/rendering', [NoticeController::class, 'rendering']);
    Route::get('notices/{key}/order', [OrderController::class, 'show']);
    Route::get('notices/{key}/order/parts', [OrderController::class, 'parts']);
    Route::get('notices/{key}/replay/{replay}/{id}', [ReplayController::class, 'show']);
    Route::get('notices/{key}/changed/{language}', [NoticeController::class, 'changed']);
    Route::get('notices/{key}/why', [OrderController::class, 'why']);
    Route::get('coming', [ComingController::class, 'index']);
    Route::get('answers', AnswersController::class);
    Route::get('records', [RecordController::class, 'index']);
    Route::get('records/{type}/{key}/messages', [MessageController::class, 'index'])->where('key', '.+');
    Route::get('records/{type}/{key}', [RecordController::class, 'show'])->where('key', '.+');
    Route::get('collections', [CollectionController::class, 'index']);
    Route::get('collections/{key}', [CollectionController::class, 'show']);
    Route::get('templates', [TemplateController::class, 'index']);
    Route::get('starters', [StarterController::class, 'index']);
    Route::get('passages', [PassageController::class, 'index']);
    Route::get('templates/{key}/desk', [DeskController::class, 'show']);
    Route::get('templates/{key}/sheet', [DeskController::class, 'sheet']);
    // These look at what is sent with them and change nothing.
    Route::middleware('throttle:stage')->group(function (): void {
        Route::post('templates/{key}/stage', [DeskController::class, 'stage']);
        Route::post('templates/{key}/findings', [DeskController::class, 'findings']);
        Route::post('notices/{key}/order/trial', [OrderController::class, 'tried']);
        Route::post('notices/{key}/replay', [ReplayController::class, 'run']);
        Route::post('brands/{key}/analysis', [BrandDesignController::class, 'analysis']);
        Route::post('brands/{key}/stage', [BrandDesignController::class, 'stage']);
    });
    // What is the same for documents of every kind.
    foreach (DocumentKind::cases() as $kind) {
        Route::controller(DocumentController::class)->prefix("{$kind->plural()}/{key}")->group(static function () use ($kind): void {
            Route::get('', 'show')->defaults('kind', $kind->value);
            Route::get('versions', 'versions')->defaults('kind', $kind->value);
            Route::get('versions/{number}', 'version')->defaults('kind', $kind->value);
            Route::get('publication', 'publication')->defaults('kind', $kind->value);
            Route::post('comparison', 'compare')->defaults('kind', $kind->value)->middleware('throttle:stage');
            Route::put('draft', 'saveDraft')->defaults('kind', $kind->value)->middleware('can:write,source');
            Route::post('publication', 'publish')->defaults('kind', $kind->value)->middleware('can:publish,source');
        });
    }
    Route::get('brands', [BrandController::class, 'index']);
    Route::get('brands/{key}/desk', [BrandDesignController::class, 'desk']);
    Route::get('pictures', [PicturesController::class, 'index']);
    Route::get('attention', AttentionController::class);
    Route::get('events', [ReceivedEventController::class, 'index']);
    Route::get('dispatches', [DispatchController::class, 'index']);
    Route::get('dispatches/{id}', [DispatchController::class, 'show']);
    Route::get('letters', [LetterController::class, 'index']);
    Route::get('letters/{letter}', [LetterController::class, 'show']);

    // Drafts and proofs.
    Route::middleware('can:write,source')->group(function (): void {
        Route::post('notices/{key}/proof', [NoticeController::class, 'proof'])->middleware('throttle:proof');
        Route::post('notices/{key}/look', [NoticeController::class, 'look']);
        Route::put('notices/{key}/order/draft', [OrderController::class, 'save']);
        Route::delete('notices/{key}/order/draft', [OrderController::class, 'letGo']);
        Route::post('collections', [CollectionController::class, 'store']);
        Route::patch('collections/{key}', [CollectionController::class, 'update']);
        Route::post('templates', [TemplateController::class, 'store']);
        Route::patch('templates/{key}', [TemplateController::class, 'update']);
        Route::post('templates/{key}/replacement', [ReplacementController::class, 'inOne'])->middleware('throttle:stage');
        Route::post('replacements', [ReplacementController::class, 'store']);
        Route::post('replacements/trial', [ReplacementController::class, 'foresee'])->middleware('throttle:stage');
        Route::post('fields/{type}', [FieldController::class, 'store']);
        Route::post('fields/{type}/trial', [FieldController::class, 'tried'])->middleware('throttle:stage');
        Route::delete('fields/{type}/{key}', [FieldController::class, 'destroy']);
        Route::post('passages', [PassageController::class, 'store']);
        Route::post('html', [HtmlInController::class, 'file'])->middleware('throttle:pictures');
        Route::post('templates/{key}/html', [HtmlInController::class, 'over'])->middleware('throttle:stage');
        Route::post('templates/{key}/letting-go', [PassageController::class, 'letGo'])->middleware('throttle:stage');
        Route::post('templates/{key}/starter', [StarterController::class, 'over'])->middleware('throttle:stage');
        Route::post('templates/{key}/plain', [DeskController::class, 'plain'])->middleware('throttle:stage');
        Route::post('blocks', [DeskController::class, 'blocks'])->middleware('throttle:stage');
        Route::post('pasted', [DeskController::class, 'pasted'])->middleware('throttle:stage');
        Route::post('templates/{key}/proof', [DeskController::class, 'proof'])->middleware('throttle:proof');
        Route::post('brands', [BrandController::class, 'store']);
        Route::patch('brands/{key}', [BrandController::class, 'update']);
        Route::patch('pictures/{name}', [PicturesController::class, 'update']);
        Route::delete('pictures/{name}', [PicturesController::class, 'destroy']);
        Route::post('pictures/{name}/width', [PicturesController::class, 'fit'])->middleware('throttle:pictures');
        Route::post('pictures/{name}/replacement', [PicturesController::class, 'replace']);
        Route::post('pictures/{name}/replacement/trial', [PicturesController::class, 'foresee'])->middleware('throttle:stage');
        Route::post('pictures', [BrandDesignController::class, 'picture'])->middleware('throttle:pictures');
        Route::post('pictures/proposal', [BrandDesignController::class, 'proposal'])->middleware('throttle:pictures');
    });

    // What is in force, and what is sent.
    Route::middleware('can:publish,source')->group(function (): void {
        Route::post('notices', [OwnNoticeController::class, 'store']);
        Route::post('notices/trial', [OwnNoticeController::class, 'tried'])->middleware('throttle:stage');
        Route::put('notices/{key}', [OwnNoticeController::class, 'update']);
        Route::patch('notices/{key}', [OwnNoticeController::class, 'set']);
        Route::put('notices/{key}/carrier', [OwnNoticeController::class, 'carry']);
        Route::delete('notices/{key}', [OwnNoticeController::class, 'destroy']);
        Route::patch('coming/{due}', [ComingController::class, 'update'])->where('due', '[0-9]{1,18}');
        Route::put('clock', ClockController::class);
        Route::delete('collections/{key}', [CollectionController::class, 'destroy']);
        Route::post('collections/{key}/claims', [CollectionController::class, 'take']);
        Route::put('otherwise', [OrderController::class, 'otherwise']);
        Route::get('former-names', [FormerNameController::class, 'index']);
        Route::post('former-names', [FormerNameController::class, 'write']);
        Route::post('notices/{key}/order', [OrderController::class, 'putInForce']);
        Route::post('records/{type}/{key}/consequences', [RecordController::class, 'consequences'])->where('key', '.+');
        Route::post('records/{type}/{key}/messages', [MessageController::class, 'store'])->where('key', '.+');
        Route::patch('records/{type}/{key}', [RecordController::class, 'update'])->where('key', '.+');
        Route::delete('brands/{key}', [BrandController::class, 'destroy']);
        Route::post('dispatches/retries', [DispatchController::class, 'retrySome']);
        Route::post('dispatches/{id}/retry', [DispatchController::class, 'retry']);
        Route::post('dispatches/{id}/settle', [DispatchController::class, 'settle']);
        Route::post('dispatches/{id}/close', [DispatchController::class, 'close']);
        Route::post('events/retries', [ReceivedEventController::class, 'retrySome']);
        Route::post('events/{event}/retry', [ReceivedEventController::class, 'retry'])->where('event', '[0-9]{1,18}');
    });
});
