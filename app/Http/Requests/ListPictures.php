<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which pictures are to be listed: by words of their names, their alternative texts, and of what they stand in. */
final class ListPictures extends Asking
{
    public function rules(): array
    {
        return ['search' => ['nullable', 'string', 'max:200'], 'page' => ['nullable', 'integer', 'between:1,100000']];
    }
}
