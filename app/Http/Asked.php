<?php

declare(strict_types=1);

namespace App\Http;

use App\Http\Middleware\ReadRequest;
use Illuminate\Http\Request;

/** What a request asks for, held against its rules. A member that nobody knows is refused: what is misspelt must not be dropped in silence. */
final class Asked
{
    /**
     * @param  array<string, mixed>  $rules  by member
     * @param  array<string, string>  $messages
     * @param  list<string>  $besides  members that are read elsewhere
     * @return array<string, mixed>
     */
    public static function of(Request $request, array $rules, array $messages = [], array $besides = []): array
    {
        if (ReadRequest::hasSent($request)) {
            $members = array_unique(array_map(static fn (string $rule): string => explode('.', $rule)[0], array_keys($rules)));
            ReadRequest::sent($request)->node()->only(array_fill_keys([...$members, ...$besides], []));
        }

        return $request->validate($rules, $messages);
    }
}
