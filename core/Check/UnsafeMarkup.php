<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\OwnHtml\Branches;
use Herald\Manuscript\OwnHtml\Element;
use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Manuscript\OwnHtml\Said;
use Herald\Manuscript\OwnHtml\Turns;
use Herald\Manuscript\OwnHtml\Words;
use Herald\Manuscript\PartKind;
use Herald\Render\Gate;
use Herald\Render\Unfillable;

/** What no message may hold, should it ever come through the cleaning of HTML: it would not be sent. */
final class UnsafeMarkup implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            $refusal = $piece->kind === PartKind::Html && is_string($piece->raw) ? self::refusal(OwnHtml::read($piece->raw, $piece->vocabulary)->nodes) : null;
            if ($refusal !== null) {
                yield Finding::at($piece, Weight::Grave, $refusal.'.');
            }
        }
    }

    /**
     * @param  list<Words|Said|Element|Branches|Turns>  $nodes
     */
    public static function refusal(array $nodes): ?string
    {
        try {
            self::check($nodes);
        } catch (Unfillable $e) {
            return $e->getMessage();
        }

        return null;
    }

    /**
     * @param  list<Words|Said|Element|Branches|Turns>  $nodes
     */
    private static function check(array $nodes): void
    {
        foreach ($nodes as $node) {
            if ($node instanceof Element) {
                Gate::checkElement($node->name);
                foreach ($node->attributes as $name => $pieces) {
                    // Addresses that lead nowhere are left out when they are written.
                    in_array($name, Element::ADDRESSES, true) ?: Gate::checkAttribute($name, implode('', array_filter($pieces, is_string(...))));
                }
                self::check($node->children);
            } elseif ($node instanceof Branches) {
                array_map(static fn (array $branch) => self::check($branch[1]), $node->branches);
                self::check($node->otherwise);
            } elseif ($node instanceof Turns) {
                self::check([...$node->children, ...$node->empty]);
            }
        }
    }
}
