<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a new brand begins with. */
final class MakeBrand extends Asking
{
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:100'], 'from' => ['required', 'in:copy,source'], 'brand' => ['required_if:from,copy', 'nullable', 'string']];
    }
}
