<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Whether a notice is to be on, by what it is narrowed, and the revision that was looked at. */
final class SwitchNotice extends Asking
{
    protected const BESIDES = ['narrowing'];

    public function rules(): array
    {
        return ['revision' => ['required', 'integer:strict', 'max:2147483647'], 'on' => [$this->isMethod('DELETE') ? 'missing' : 'required', 'boolean:strict']];
    }
}
