<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which events are listed: all, or those whose data do not fit. */
final class ListEvents extends Asking
{
    public function rules(): array
    {
        return ['misfit' => ['nullable', 'in:1'], 'page' => ['nullable', 'integer', 'between:1,200']];
    }
}
