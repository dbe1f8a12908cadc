<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Sending\Words;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Illuminate\Validation\Rule;

/** With which words, for which record and in which language a notice is to be shown; as it would be sent by hand, where its parameters are given. */
final class RenderNotice extends Asking
{
    public function rules(): array
    {
        return ['record' => ['required', 'string'], 'words' => ['required', Rule::enum(Words::class)], 'language' => ['nullable', 'string', 'max:35'], 'given' => ['nullable', 'string', 'max:6000', 'json']];
    }

    /**
     * @return array<array-key, mixed>|null the parameters; null where none are given
     *
     * @throws InvalidDocument when they are no object, or have a key twice
     */
    public function given(): ?array
    {
        $given = $this->validated('given');

        return is_string($given) ? Json::ofText($given, 'given')->data : null;
    }
}
