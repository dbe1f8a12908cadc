<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Sending\Words;
use Illuminate\Validation\Rule;

/** With which words, for which record, in which language and to whom a proof of a notice goes. */
final class ProveNotice extends Asking
{
    public function rules(): array
    {
        return ['record' => ['required', 'string', 'max:190'], 'words' => ['required', Rule::enum(Words::class)], 'language' => ['nullable', 'string', 'max:35'], 'to' => ['required', 'string', new WritableAddress]];
    }
}
