<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a list of records is narrowed down to; or the page of all of them on which a record stands. */
final class ListRecords extends Asking
{
    public function rules(): array
    {
        return ['type' => ['nullable', 'string'], 'search' => ['nullable', 'string', 'max:200'], 'page' => ['nullable', 'integer', 'between:1,1000000'], 'around' => ['nullable', 'string', 'max:200']];
    }
}
