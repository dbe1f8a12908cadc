<?php

declare(strict_types=1);

namespace Herald\Manuscript\OwnHtml;

use Herald\Manuscript\Variable;

/** An element of HTML that may stand in a message. */
final readonly class Element
{
    /** Attributes that say where something leads or lies. */
    public const ADDRESSES = ['href', 'src'];

    /** Elements without an end. */
    public const EMPTY = ['br', 'hr', 'img', 'col', 'wbr'];

    /**
     * @param  array<string, list<string|Variable>>  $attributes  their text and values, by name
     * @param  list<Words|Said|Element|Branches|Turns>  $children
     */
    public function __construct(public string $name, public array $attributes, public array $children)
    {
    }
}
