<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\HttpKernel\Exception\UnsupportedMediaTypeHttpException;

/** Reads what comes to our interfaces before anything else looks at it: an address or a form that is no text, or a body that is no JSON, goes no further. */
final class ReadRequest
{
    private const SENT = 'sent';

    public function handle(Request $request, Closure $next): Response
    {
        if (! mb_check_encoding(rawurldecode($request->getRequestUri()), 'UTF-8')) {
            throw new BadRequestHttpException('The address is not UTF-8');
        }
        if (! $request->isJson() && ! mb_check_encoding($request->request->all(), 'UTF-8')) {
            throw new BadRequestHttpException('The form is not UTF-8');
        }
        $body = $request->isMethodSafe() ? '' : $request->getContent();
        // Uploads come as forms, which PHP has taken apart already. Nothing at all is written by some clients as a list.
        if (self::isForApi($request) && ! in_array($body, ['', '[]'], true) && ! str_starts_with((string) $request->headers->get('Content-Type'), 'multipart/form-data')) {
            $request->isJson() || throw new UnsupportedMediaTypeHttpException('The body must be JSON, and say so: Content-Type: application/json');
            strlen($body) <= Json::MAX_BYTES || throw new HttpException(413, 'The body is larger than 8 MB');
            try {
                $sent = Json::ofText($body, 'request');
            } catch (InvalidDocument $e) {
                $fault = $e->faults[0];
                throw new BadRequestHttpException('The body '.$fault->reason.($fault->place === '' ? '' : ", at {$fault->place}"));
            }
            $request->attributes->set(self::SENT, $sent);
            $request->setJson(new InputBag($sent->data));
        }

        return $next($request);
    }

    public static function isForApi(Request $request): bool
    {
        return str_starts_with($request->getPathInfo(), '/api/');
    }

    public static function hasSent(Request $request): bool
    {
        return $request->attributes->has(self::SENT);
    }

    /**
     * The body as it was sent: the framework's own reading has cut white space and made null of empty texts.
     *
     * @throws InvalidDocument when there is none
     */
    public static function sent(Request $request): Json
    {
        $sent = $request->attributes->get(self::SENT);

        return $sent instanceof Json ? $sent : throw InvalidDocument::because('request', '', 'has no body');
    }
}
