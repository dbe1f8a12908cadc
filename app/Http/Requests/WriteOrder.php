<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** An order of those who answer for a notice, as it is written on. What it holds is read by {@see \Herald\Claim\Order}. */
final class WriteOrder extends TryOrder
{
    public function rules(): array
    {
        return ['revision' => ['required', 'integer:strict', 'max:2147483647']];
    }
}
