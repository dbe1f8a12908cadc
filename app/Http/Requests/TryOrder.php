<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** An order of those who answer for a notice, to be looked at; a record for which it is to be told who would; and whether it is to be compared with what is in force. */
class TryOrder extends Asking
{
    protected const BESIDES = ['claims', 'otherwise'];

    public function rules(): array
    {
        return ['record' => ['nullable', 'string', 'max:190'], 'compare' => ['nullable', 'boolean:strict']];
    }

    /**
     * @return array<array-key, mixed>
     */
    public function order(): array
    {
        return array_intersect_key($this->sent()->data, ['claims' => 1, 'otherwise' => 1]);
    }
}
