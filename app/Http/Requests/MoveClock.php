<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Carbon\CarbonImmutable;
use Herald\Value\Moment;

/** To when the work's clock is to be moved on. */
final class MoveClock extends Asking
{
    public function rules(): array
    {
        return ['to' => ['required', 'string', 'max:40']];
    }

    /** @return CarbonImmutable|null null when it is no moment */
    public function to(): ?CarbonImmutable
    {
        $moment = Moment::read($this->validated('to'));

        return $moment === null ? null : CarbonImmutable::parse($moment);
    }
}
