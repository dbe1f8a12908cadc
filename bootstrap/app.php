<?php

use App\Audit\Audit;
use App\Documents\NameTaken;
use App\Http\Middleware\ReadRequest;
use App\Http\Middleware\SecurityHeaders;
use App\Http\Middleware\StartSession;
use App\Http\Problem;
use App\Http\Stage;
use App\Http\StorageTrouble;
use App\Models\User;
use Herald\Document\InvalidDocument;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Route;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        commands: __DIR__.'/../routes/console.php',
        using: function (): void {
            // What is counted here fits into an integer.
            foreach (['number', 'letter', 'width', 'person', 'token'] as $counted) {
                Route::pattern($counted, '[0-9]{1,9}');
            }
            Route::middleware('api')->prefix('api/v1')->group(__DIR__.'/../routes/api.php');
            Route::middleware('web')->prefix('api/app')->group(__DIR__.'/../routes/app.php');
            Route::group([], __DIR__.'/../routes/public.php');
            Route::middleware('web')->group(__DIR__.'/../routes/web.php');
        },
    )
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class);
        $middleware->prepend([SecurityHeaders::class, ReadRequest::class]);
        $middleware->web(replace: [Illuminate\Session\Middleware\StartSession::class => StartSession::class]);
        // Who signs in has no session yet. Nothing of another origin can send JSON here without being asked first, and we answer no such question.
        $middleware->validateCsrfTokens(except: ['api/app/session']);
        $middleware->redirectGuestsTo('/sign-in');
        $middleware->throttleApi();
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        // What was sent to us and could not be used is told to who sent it, and is no error of ours.
        $exceptions->dontReport([InvalidDocument::class, NameTaken::class]);
        // What a person's role does not allow is written down.
        $exceptions->stopIgnoring(AuthorizationException::class);
        $exceptions->report(static function (AuthorizationException $e): bool {
            $user = request()->user();
            if ($user instanceof User) {
                Audit::goesOn($user, 'refused', 'Refused: '.request()->method().' '.request()->path());
            }

            return false;
        });
        // Where nothing can be written, neither can the log.
        $exceptions->dontReportWhen(StorageTrouble::isSaid(...));
        $exceptions->shouldRenderJsonWhen(fn (Request $request): bool => ReadRequest::isForApi($request));
        $exceptions->render(fn (Throwable $e, Request $request) => match (true) {
            ReadRequest::isForApi($request) => Problem::of($e),
            $request->is('stage/*') && ($refusal = Stage::refusal($e)) !== null => $refusal,
            StorageTrouble::isBehind($e) => response('Nothing can be written at the moment. Try again in a little while.', 503, ['Retry-After' => StorageTrouble::RETRY_AFTER, 'Content-Type' => 'text/plain']),
            default => null,
        });
    })
    ->create();
