<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Claims\Place;

/** Which draft is to be published, and where a template is to stand among those that answer for its notice. */
final class PublishDraft extends Asking
{
    public function rules(): array
    {
        return [
            'revision' => ['required', 'integer:strict', 'max:2147483647'],
            'place' => ['nullable', 'array'], 'place.how' => ['required_with:place', 'in:keep,first,last,in_place_of,before'], 'place.claim' => ['nullable', 'integer:strict', 'min:0', 'max:1000'], 'place.if' => ['nullable', 'array'], 'place.languages' => ['nullable', 'array', 'max:50'], 'place.languages.*' => ['string', 'max:35'],
        ];
    }

    /** Where it is to stand; null where that was not said. */
    public function place(): ?Place
    {
        /** @var array{how: 'keep'|'first'|'last'|'in_place_of'|'before', claim?: int|null, languages?: list<string>|null}|null $asked */
        $asked = $this->validated('place');
        $condition = $this->sent()->node()->node('place')?->array('if') ?? [];

        return $asked === null ? null : Place::of([...$asked, 'languages' => $asked['languages'] ?? [], 'if' => $condition === [] ? null : $condition]);
    }
}
