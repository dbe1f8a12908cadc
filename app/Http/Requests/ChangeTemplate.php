<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Another name or folder of a template; into the archive or out of it. */
final class ChangeTemplate extends Asking
{
    public function rules(): array
    {
        return ['name' => ['sometimes', 'required', 'string', 'max:200'], 'folder' => ['sometimes', 'nullable', 'string', 'max:200'], 'archived' => ['sometimes', 'boolean:strict']];
    }
}
