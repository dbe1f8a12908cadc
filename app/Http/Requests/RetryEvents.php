<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** After which of the events that do not fit it goes on. */
final class RetryEvents extends Asking
{
    public function rules(): array
    {
        return ['after' => ['nullable', 'integer:strict', 'min:0']];
    }
}
