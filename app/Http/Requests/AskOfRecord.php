<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** For which record it is asked who answers, or what a version says. */
final class AskOfRecord extends Asking
{
    public function rules(): array
    {
        return ['record' => ['required', 'string', 'max:190']];
    }
}
