<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Source;
use Carbon\CarbonImmutable;
use Composer\Pcre\Preg;
use Herald\Timing\WallClock;
use Herald\Value\Moment;

/** Times as forms give them: a moment with its offset, or what a clock shows in the zone of the source. */
trait ReadsTimes
{
    /** @return CarbonImmutable|null null when it is no time */
    private function time(mixed $value): ?CarbonImmutable
    {
        $source = $this->route('source');
        if (is_string($value) && $source instanceof Source && Preg::isMatch('/^\d{4}-\d\d-\d\dT\d\d:\d\d$/D', $value)) {
            $shown = Moment::of((string) Moment::read("{$value}:00Z"));

            return $shown === null ? null : CarbonImmutable::instance((new WallClock($source->manifest()->source->zone))->moment($shown));
        }
        $moment = Moment::read($value);

        return $moment === null ? null : CarbonImmutable::parse($moment);
    }
}
