<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Pictures\Pictures;

/** A picture, with the width in which a message is to show it. */
final class TakePicture extends Asking
{
    private const TOO_HEAVY = 'The file is larger than 5 MB.';

    public function rules(): array
    {
        return ['picture' => ['required', 'file', 'max:'.Pictures::HEAVIEST], 'width' => ['nullable', 'integer', 'between:8,720']];
    }

    public function messages(): array
    {
        return ['picture.uploaded' => self::TOO_HEAVY, 'picture.max' => self::TOO_HEAVY, 'picture.file' => 'Choose a file.'];
    }
}
