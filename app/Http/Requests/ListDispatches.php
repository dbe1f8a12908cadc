<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\DispatchState;
use Illuminate\Validation\Rule;

/** What a list of dispatches is narrowed down to. */
final class ListDispatches extends Asking
{
    public function rules(): array
    {
        return [
            'state' => ['nullable', Rule::enum(DispatchState::class)], 'closed' => ['nullable', 'in:1'], 'notice' => ['nullable', 'string'], 'days' => ['nullable', 'integer', 'between:1,90'],
            'search' => ['nullable', 'string', 'max:200'], 'page' => ['nullable', 'integer', 'between:1,1000000'],
        ];
    }
}
