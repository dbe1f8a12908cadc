<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Claim\Otherwise;
use Illuminate\Validation\Rule;

/** What is to answer when no template does, by the key of the notice; and of those to come. */
final class SetOtherwise extends Asking
{
    public function rules(): array
    {
        return ['set' => ['present', 'array', 'max:2000'], 'set.*' => [Rule::enum(Otherwise::class)], 'new' => ['nullable', Rule::enum(Otherwise::class)]];
    }

    /**
     * @return array<string, Otherwise> by key
     */
    public function set(): array
    {
        /** @var array<array-key, string> $set */
        $set = $this->validated('set');

        return array_map(static fn (string $one): Otherwise => Otherwise::from($one), array_combine(array_map(strval(...), array_keys($set)), $set));
    }

    public function new(): ?Otherwise
    {
        $new = $this->validated('new');

        return is_string($new) ? Otherwise::from($new) : null;
    }
}
