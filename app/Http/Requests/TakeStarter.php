<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Starter\Starter;
use Illuminate\Validation\Rule;

/** Which starter is to take the place of what has been written. */
final class TakeStarter extends Asking
{
    public function rules(): array
    {
        return ['document' => ['required', 'array'], 'starter' => ['required', Rule::in(array_keys(Starter::all()))]];
    }
}
