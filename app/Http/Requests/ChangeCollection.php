<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a collection is to be, and the revision that was looked at. */
final class ChangeCollection extends Asking
{
    public function rules(): array
    {
        $revision = ['revision' => ['required', 'integer:strict', 'max:2147483647']];

        return $this->isMethod('DELETE') ? $revision : [
            ...$revision, 'name' => ['sometimes', 'required', 'string', 'max:100'], 'brand' => ['sometimes', 'nullable', 'string', 'max:100'],
            'from' => ['sometimes', 'nullable', 'date_format:Y-m-d'], 'until' => ['sometimes', 'nullable', 'date_format:Y-m-d'], 'active' => ['sometimes', 'boolean:strict'], 'above' => ['sometimes', 'string', 'max:100'],
        ];
    }
}
