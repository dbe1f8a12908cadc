<?php

// What is said of a field of a request, beside it or after its place.
return [
    'accepted' => 'This must be yes.',
    'array' => 'This must be a list or an object.',
    'between' => ['numeric' => 'This must be a number from :min to :max.'],
    'boolean' => 'This must be true or false.',
    'enum' => 'This is none of the values that may stand here.',
    'exists' => 'There is no such thing.',
    'file' => 'This must be a file.',
    'in' => 'This is none of the values that may stand here.',
    'json' => 'This is no JSON.',
    'uuid' => 'This must be a UUID, which tells one wish from another.',
    'missing' => 'This has no place here.',
    'integer' => 'This must be a whole number.',
    'max' => [
        'array' => 'There may be :max at most.',
        'file' => 'This file is too heavy: :max kB at most.',
        'string' => 'This is too long: :max letters at most.',
    ],
    'present' => 'This must be there, though it may be empty.',
    'required' => 'This is needed.',
    'required_if' => 'This is needed.',
    'required_without' => 'This is needed.',
    'string' => 'This must be a text.',
    'unique' => 'This is taken already.',
    'uploaded' => 'The file did not arrive whole: it may be too heavy.',
];
