<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Dispatch;
use App\Responses\Answered;
use App\Responses\AnswerPage;
use App\Responses\TakeAnswer;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/**
 * The page that the links of a response lead to. Opening one records nothing, as programs do that look into mail; one button on it does. What is not signed by us gets a page that
 * tells nothing.
 */
final class AnswerController
{
    public function show(Request $request, string $dispatch, string $key, string $value): Response
    {
        return (self::page($request, $dispatch, $key, $value) ?? AnswerPage::nothing())->shown($request);
    }

    /** Records the answer, once for each time that the page was shown. */
    public function store(Request $request, string $dispatch, string $key, string $value): Response
    {
        $page = self::page($request, $dispatch, $key, $value);
        // Pressed twice, or on a page that stood open while it was answered on another: what holds now is shown.
        $type = $page?->type();
        if ($page?->sent !== null && $type !== null && $page->mayAnswer() && $request->input('turn') === (string) $page->turn) {
            TakeAnswer::take(new Answered($page->sent, $key, $value, $page->turn), $type);
            $page = self::page($request, $dispatch, $key, $value);
        }

        return ($page ?? AnswerPage::nothing())->shown($request);
    }

    /** The same page for a message that was only shown, or a proof. */
    public function tried(Request $request): Response
    {
        return (($request->hasValidRelativeSignature() ? AnswerPage::tried($request->query()) : null) ?? AnswerPage::nothing())->shown($request);
    }

    private static function page(Request $request, string $dispatch, string $key, string $value): ?AnswerPage
    {
        // What is signed is the path: what programs add to an address on its way does no harm.
        $added = array_values(array_diff(array_map(strval(...), array_keys($request->query())), ['signature']));
        $sent = $request->hasValidSignatureWhileIgnoring($added, absolute: false) ? Dispatch::query()->with(['source', 'record', 'edition.brandVersion'])->find($dispatch) : null;

        return $sent === null ? null : AnswerPage::of($sent, $key, $value);
    }
}
