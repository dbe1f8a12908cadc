<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** How a message that failed was dealt with otherwise. */
final class CloseDispatch extends Asking
{
    public function rules(): array
    {
        return ['remark' => ['required', 'string', 'max:500']];
    }

    public function messages(): array
    {
        return ['remark.required' => 'Say how it was dealt with: the remark stays with the message.'];
    }
}
