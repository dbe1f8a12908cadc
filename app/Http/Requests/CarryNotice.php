<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Notice\Carrier;
use Illuminate\Validation\Rule;

/** Who is to send a notice, and the revision that was looked at. */
final class CarryNotice extends Asking
{
    public function rules(): array
    {
        return ['revision' => ['required', 'integer:strict', 'max:2147483647'], 'carrier' => ['required', Rule::enum(Carrier::class)]];
    }
}
