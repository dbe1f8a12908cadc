<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which of those that failed are to be tried again: of how many days, of which notice, and after which one it goes on. */
final class RetryDispatches extends Asking
{
    public function rules(): array
    {
        return ['days' => ['required', 'integer:strict', 'between:1,90'], 'notice' => ['nullable', 'string', 'max:190'], 'after' => ['nullable', 'string', 'max:26']];
    }
}
