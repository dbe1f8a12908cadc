<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What was copied elsewhere: HTML, or else plain text. */
final class ReadPasted extends Asking
{
    public function rules(): array
    {
        return ['html' => ['required_without:text', 'string', 'max:500000'], 'text' => ['required_without:html', 'string', 'max:200000']];
    }
}
