<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** For which template passages are offered, if for one. */
final class ListPassages extends Asking
{
    public function rules(): array
    {
        return ['for' => ['nullable', 'string', 'max:100'], 'archived' => ['nullable', 'boolean']];
    }
}
