<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which page of what was done. */
final class ListDeeds extends Asking
{
    public function rules(): array
    {
        return ['page' => ['nullable', 'integer', 'between:1,1000000']];
    }
}
