<?php

declare(strict_types=1);

namespace App\Responses;

use App\Models\Record;
use App\Pictures\Pictures;
use Herald\Render\AskedQuestion;
use Illuminate\Support\Facades\URL;

/** The addresses where answers are given: signed (HMAC, SHA-256), one a value. What is signed is the path, so that they hold under whatever host they are opened. */
final class AnswerLinks
{
    /**
     * Those of a message that goes out.
     *
     * @return \Closure(AskedQuestion, string): string
     */
    public static function of(string $dispatch): \Closure
    {
        return static fn (AskedQuestion $question, string $value): string => self::signed('answer', ['dispatch' => $dispatch, 'key' => $question->key, 'value' => $value]);
    }

    /**
     * Those of a message that is only shown, or a proof: they lead to the same page, and record nothing.
     *
     * @param  string  $what  "template" or "notice"
     * @return \Closure(AskedQuestion, string): string
     */
    public static function tried(string $what, string $key, Record $record, string $source): \Closure
    {
        return static fn (AskedQuestion $question, string $value): string => self::signed('answer.try', ['source' => $source, 'what' => $what, 'of' => $key, 'record' => $record->key, 'key' => $question->key, 'value' => $value]);
    }

    /**
     * @param  array<string, string>  $parameters
     */
    private static function signed(string $route, array $parameters): string
    {
        return Pictures::origin().URL::signedRoute($route, $parameters, absolute: false);
    }
}
