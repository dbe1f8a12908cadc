<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Record\Vocabulary;

/** What stands around the objects of a document: under which condition, among which lists, on which ground. Whoever draws a document asks for this instead of finding it out anew. */
final readonly class Surroundings
{
    /**
     * @param  array<string, string>  $sentences  conditions as they are read aloud, by the id of what they stand on, and the name of the member after a blank where that is not "when"
     * @param  array<string, array<string, string>>  $scopes  the lists that are gone through, from a root, by the names of their items, by id and member with a blank between; those without any are left out
     * @param  array<string, string>  $grounds  the role of the ground, by id
     */
    private function __construct(public array $sentences, public array $scopes, public array $grounds)
    {
    }

    /**
     * @param  array<array-key, mixed>  $document  in normal form
     */
    public static function in(array $document, Vocabulary $vocabulary): self
    {
        $sentences = $scopes = $grounds = [];
        foreach (Walk::through($document, $vocabulary) as $piece) {
            if ($piece->condition !== null) {
                $sentences[$piece->id.($piece->part === 'when' ? '' : " {$piece->part}")] = $piece->condition->sentence();
            }
            if ($piece->items !== []) {
                $scopes["{$piece->id} {$piece->part}"] = $piece->items;
            }
            $grounds[$piece->id] = $piece->ground->value;
        }

        return new self($sentences, $scopes, $grounds);
    }
}
