<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Documents\HtmlFile;

/** A file that HTML is to be brought in from. What is in it is judged by what it is, not by its name. */
final class ReadHtmlFile extends Asking
{
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:'.HtmlFile::HEAVIEST]];
    }
}
