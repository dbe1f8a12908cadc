<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which picture is to stand in place of another, and what one has looked at before. */
final class ReplacePicture extends Asking
{
    public function rules(): array
    {
        return [
            'with' => ['required', 'string', 'max:40'], 'documents' => ['sometimes', 'array', 'max:1000'],
            'documents.*.kind' => ['required', 'in:template,brand'], 'documents.*.key' => ['required', 'string', 'max:100'], 'documents.*.revision' => ['present', 'nullable', 'integer:strict'], 'documents.*.version' => ['present', 'nullable', 'integer:strict'],
        ];
    }
}
