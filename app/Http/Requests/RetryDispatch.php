<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** How a message that failed is sent again: the same one, which is usual, or one that is decided anew from its record. */
final class RetryDispatch extends Asking
{
    public function rules(): array
    {
        return ['as' => ['nullable', 'in:same,anew']];
    }
}
