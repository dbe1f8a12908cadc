<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** For which record, in which language and to whom a proof goes. */
final class SendProof extends Asking
{
    protected const BESIDES = ['document', 'given'];

    public function rules(): array
    {
        return ['record' => ['required', 'string'], 'language' => ['nullable', 'string', 'max:35'], 'to' => ['required', 'string', new WritableAddress]];
    }
}
