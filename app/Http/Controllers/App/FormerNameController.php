<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Models\Source;
use App\Renaming\FormerName;
use App\Renaming\FormerNames;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What still calls fields as they were called before: looked at, and written anew. */
final class FormerNameController
{
    /** Whoever asks goes on asking until nothing is left: so it is seen how far it is. */
    private const SECONDS = 3;

    public function index(Source $source): JsonResponse
    {
        return response()->json(['left' => [], 'former' => self::told($source)]);
    }

    public function write(Source $source, Request $request): JsonResponse
    {
        $left = (new FormerNames($source))->write($request->user(), self::SECONDS);

        return response()->json(['left' => $left, 'former' => self::told($source)]);
    }

    /**
     * @return list<array{what: string, at: string, names: list<array{was: string, is: string}>}>
     */
    private static function told(Source $source): array
    {
        return array_map(static fn (FormerName $one): array => ['what' => $one->what, 'at' => $one->at, 'names' => array_map(static fn (string $was, string $is): array => ['was' => $was, 'is' => $is], array_keys($one->names), $one->names)], (new FormerNames($source))->all());
    }
}
