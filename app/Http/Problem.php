<?php

declare(strict_types=1);

namespace App\Http;

use App\Documents\NameTaken;
use Composer\Pcre\PcreException;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Render\Unfillable;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Http\JsonResponse;
use Illuminate\Session\TokenMismatchException;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** An error as a problem document (RFC 9457). */
final class Problem
{
    /**
     * @param  list<array{place: string, reason: string}>  $faults  each next to its cause
     * @param  array<string, string>  $headers
     */
    public static function response(int $status, string $title, string $detail = '', array $faults = [], array $headers = []): JsonResponse
    {
        return new JsonResponse(array_filter([
            'type' => 'about:blank', 'title' => $title, 'status' => $status, 'detail' => $detail, 'faults' => $faults,
        ], static fn (mixed $member): bool => $member !== '' && $member !== []), $status, [...$headers, 'Content-Type' => 'application/problem+json'], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }

    public static function of(\Throwable $e): JsonResponse
    {
        return match (true) {
            $e instanceof InvalidDocument => self::response(422, 'That cannot be used as it stands', '', array_map(
                static fn (Fault $fault): array => ['place' => $fault->place, 'reason' => $fault->reason], $e->faults,
            )),
            $e instanceof ValidationException => self::response(422, 'That cannot be used as it stands', '', self::faults($e)),
            $e instanceof NameTaken => self::response(409, 'That cannot be used as it stands', '', [['place' => 'name', 'reason' => $e->getMessage()]]),
            $e instanceof AuthenticationException => self::response(401, 'Sign in first'),
            $e instanceof AuthorizationException => self::response(403, 'Your role does not allow that'),
            $e instanceof TokenMismatchException => self::response(419, 'This page was open for too long', 'Load it again, then try once more.'),
            $e instanceof ModelNotFoundException, $e instanceof NotFoundHttpException => self::response(404, 'There is no such thing'),
            $e instanceof HttpExceptionInterface => self::http($e),
            $e instanceof Unfillable => self::response(422, 'This message cannot be made', $e->getMessage().'.'),
            // A text on which a pattern gave up (PCRE): the limits that are told come before it.
            $e instanceof PcreException => self::response(422, 'A text of this is too long, or too intricate, to be read'),
            // Two of one key: whoever came second sees what is there now.
            $e instanceof UniqueConstraintViolationException => self::response(409, 'Somebody did the same a moment ago', 'Look what is there now, then try once more.'),
            StorageTrouble::isBehind($e) => self::response(503, 'Nothing can be written at the moment', 'Nothing was lost of what was taken before. Try again in '.StorageTrouble::RETRY_AFTER.' seconds.', [], ['Retry-After' => (string) StorageTrouble::RETRY_AFTER]),
            default => self::response(500, 'Something went wrong on our side', config()->boolean('app.debug') ? $e->getMessage() : 'It was written to the log.'),
        };
    }

    /**
     * @return list<array{place: string, reason: string}>
     */
    private static function faults(ValidationException $e): array
    {
        $faults = [];
        foreach ($e->errors() as $place => $reasons) {
            foreach ($reasons as $reason) {
                $faults[] = ['place' => (string) $place, 'reason' => $reason];
            }
        }

        return $faults;
    }

    private static function http(HttpExceptionInterface&\Throwable $e): JsonResponse
    {
        $titles = [403 => 'Your role does not allow that', 405 => 'That cannot be done here', 419 => 'This page was open for too long', 429 => 'Too many attempts'];
        $wait = $e->getHeaders()['Retry-After'] ?? null;

        return self::response(
            $e->getStatusCode(),
            $titles[$e->getStatusCode()] ?? ($e->getMessage() ?: 'That did not work'),
            is_scalar($wait) ? "Try again in {$wait} seconds." : '',
            [],
            array_map(strval(...), array_filter($e->getHeaders(), is_scalar(...))),
        );
    }
}
