<?php

declare(strict_types=1);

namespace App\Documents;

use Illuminate\Support\Facades\DB;

/** Compiles all that goes out otherwise after a change, while others may write, and then changes over in one short transaction. What is touched meanwhile is compiled before that. */
final class ReadyFirst
{
    /**
     * @param  \Closure(): array<string, \Closure(): mixed>  $touched  all that goes out otherwise, each with what compiles it, by what tells it from others
     * @param  \Closure(): void  $change
     */
    public static function then(\Closure $touched, \Closure $change): void
    {
        $compiled = [];
        do {
            foreach (array_diff_key($touched(), $compiled) as $name => $compile) {
                $compile();
                $compiled[$name] = true;
            }
            $changed = DB::transaction(static function () use ($touched, $change, $compiled): bool {
                if (array_diff_key($touched(), $compiled) !== []) {
                    return false;
                }
                $change();

                return true;
            });
        } while (! $changed);
    }
}
