<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which draft is to be published. */
final class PublishDraft extends Asking
{
    public function rules(): array
    {
        return ['revision' => ['required', 'integer:strict', 'max:2147483647']];
    }
}
