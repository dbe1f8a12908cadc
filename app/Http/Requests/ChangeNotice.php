<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The same, with the revision that was looked at. */
final class ChangeNotice extends ReadNotice
{
    public function rules(): array
    {
        return ['revision' => ['required', 'integer:strict', 'max:2147483647']];
    }
}
