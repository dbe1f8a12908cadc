<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What past events are to be run against; or the replay that is to go on, and after which of them. */
final class RunReplay extends Asking
{
    protected const BESIDES = ['against'];

    public function rules(): array
    {
        return ['replay' => ['nullable', 'string', 'max:64'], 'after' => ['nullable', 'string', 'max:26']];
    }

    /**
     * @return array<array-key, mixed>
     */
    public function against(): array
    {
        return $this->sent()->node()->array('against');
    }
}
