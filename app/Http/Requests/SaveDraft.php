<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A draft, with what it was written on. */
final class SaveDraft extends Asking
{
    protected const BESIDES = ['document'];

    public function rules(): array
    {
        return ['revision' => ['present', 'nullable', 'integer:strict', 'max:2147483647'], 'version' => ['present', 'nullable', 'integer:strict', 'max:2147483647']];
    }
}
