<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Who is to answer for a notice. */
final class AnswerNotice extends Asking
{
    public function rules(): array
    {
        return ['template' => ['present', 'nullable', 'string']];
    }
}
