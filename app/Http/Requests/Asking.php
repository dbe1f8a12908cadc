<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Middleware\ReadRequest;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Illuminate\Foundation\Http\FormRequest;

/** What a request of the interface asks for. A member that nobody knows is refused: what is misspelt must not be dropped in silence. Rights are the routes'. */
abstract class Asking extends FormRequest
{
    /** Members that are read as they were sent, see {@see self::sent()}. */
    protected const BESIDES = [];

    /**
     * @return array<string, mixed> by member
     */
    abstract public function rules(): array;

    /**
     * @throws InvalidDocument when it has a member that nobody knows
     */
    protected function prepareForValidation(): void
    {
        if (ReadRequest::hasSent($this)) {
            $members = array_unique(array_map(static fn (string $rule): string => explode('.', $rule)[0], array_keys($this->rules())));
            $this->sent()->node()->only(array_fill_keys([...$members, ...static::BESIDES], []));
        }
    }

    /**
     * The body as it came.
     *
     * @throws InvalidDocument when there is none
     */
    public function sent(): Json
    {
        return ReadRequest::sent($this);
    }
}
