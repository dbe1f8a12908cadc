<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Manuscript\Replacing;
use Herald\Record\Path;

/** What is to be put in the place of what. */
class Replace extends Asking
{
    public function rules(): array
    {
        $name = ['regex:/^'.Path::PATTERN.'$/D'];
        $isVariable = $this->input('what') === 'variable';

        return [
            'what' => ['required', 'in:words,variable'],
            'find' => ['required', 'string', 'max:200', ...($isVariable ? $name : [])],
            'put' => ['present', 'nullable', 'string', 'max:200', ...($isVariable ? ['required', ...$name] : [])],
            'exact' => ['required', 'boolean:strict'],
        ];
    }

    public function replacing(): Replacing
    {
        // As they were sent: a blank at an end is one that is meant.
        $said = $this->sent()->node();

        return $this->validated('what') === 'variable' ? Replacing::variable($said->string('find'), $said->string('put')) : Replacing::words($said->string('find'), $said->optionalString('put') ?? '', $this->boolean('exact'));
    }
}
