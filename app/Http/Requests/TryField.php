<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a field would be computed from, and for which record. */
class TryField extends Asking
{
    public function rules(): array
    {
        return ['computed' => ['required', 'array'], 'record' => ['required', 'string']];
    }

    /**
     * @return array<array-key, mixed> what it is computed from, as it was sent: an empty text is something else than none
     */
    public function computed(): array
    {
        return $this->sent()->node()->array('computed');
    }
}
