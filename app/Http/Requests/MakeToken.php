<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;

/** A token of a source, by its name. */
final class MakeToken extends Asking
{
    public function rules(): array
    {
        return ['source' => ['required', 'string', Rule::exists('sources', 'key')], 'name' => ['required', 'string', 'max:100']];
    }
}
