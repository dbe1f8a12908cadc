<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Value\Moment;
use Illuminate\Support\Carbon;

/** To when the work's clock is to be moved on. */
final class MoveClock extends Asking
{
    public function rules(): array
    {
        return ['to' => ['required', 'string', 'max:40']];
    }

    /** @return Carbon|null null when it is no moment */
    public function to(): ?Carbon
    {
        $moment = Moment::read($this->validated('to'));

        return $moment === null ? null : Carbon::parse($moment);
    }
}
