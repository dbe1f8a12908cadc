<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which template is to answer for which notice while a collection is on. */
final class TakeIntoCollection extends Asking
{
    public function rules(): array
    {
        return ['template' => ['required', 'string', 'max:190'], 'notice' => ['required', 'string', 'max:190']];
    }
}
