<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A new computed field. */
final class AddField extends Asking
{
    public function rules(): array
    {
        return ['label' => ['required', 'string', 'max:80'], 'computed' => ['required', 'array']];
    }

    /**
     * @return array<array-key, mixed> what it is computed from, as it was sent
     */
    public function computed(): array
    {
        return $this->sent()->node()->array('computed');
    }
}
