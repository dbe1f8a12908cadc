<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A notice that is to be sent by hand, with its parameters. */
final class SendMessage extends Asking
{
    protected const BESIDES = ['given'];

    public function rules(): array
    {
        return ['notice' => ['required', 'string', 'max:200'], 'once' => ['required', 'uuid']];
    }
}
