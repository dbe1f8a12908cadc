<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What is said of a picture to who does not see it, and what it is called. */
final class ChangePicture extends Asking
{
    public function rules(): array
    {
        return ['alternative' => ['sometimes', 'nullable', 'string', 'max:500'], 'called' => ['sometimes', 'string', 'min:1', 'max:200']];
    }

    /**
     * @return array<string, string> what is to be changed; an empty text came in as null
     */
    public function changes(): array
    {
        return array_map(static fn (mixed $value): string => is_string($value) ? $value : '', $this->validated());
    }
}
