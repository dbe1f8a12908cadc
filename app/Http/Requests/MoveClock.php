<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Carbon\CarbonImmutable;

/** To when the work's clock is to be moved on. */
final class MoveClock extends Asking
{
    use ReadsTimes;

    public function rules(): array
    {
        return ['to' => ['required', 'string', 'max:40']];
    }

    /** @return CarbonImmutable|null null when it is no moment */
    public function to(): ?CarbonImmutable
    {
        return $this->time($this->validated('to'));
    }
}
