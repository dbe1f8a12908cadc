<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** With which words, for which record and in which language a notice is to be shown. */
final class RenderNotice extends Asking
{
    public function rules(): array
    {
        return ['record' => ['required', 'string'], 'words' => ['required', 'in:built_in,answer'], 'language' => ['nullable', 'string', 'max:35']];
    }
}
