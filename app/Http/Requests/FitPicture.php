<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Brand\Logo;

/** How wide a picture is shown, in px; it is loaded with more, for fine screens. */
final class FitPicture extends Asking
{
    private const WIDEST = 720;

    public function rules(): array
    {
        return ['width' => ['nullable', 'integer:strict', 'between:8,'.self::WIDEST]];
    }

    public function loaded(): int
    {
        return Logo::DENSITY * (int) ($this->validated('width') ?? self::WIDEST);
    }
}
