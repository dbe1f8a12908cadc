<?php

declare(strict_types=1);

namespace Herald\Style;

use Herald\Colour\Colour;
use Herald\Document\Node;

/** Colours by role, type and shape that a template, a group or a block has instead of those around it. */
final readonly class Look
{
    /**
     * @param  array<string, string>  $colours  `#RRGGBB` by role
     */
    public function __construct(public array $colours = [], public Tokens $tokens = new Tokens)
    {
    }

    /** The member "look" of an object. */
    public static function of(Node $owner): self
    {
        $node = $owner->node('look');
        $colours = [];
        foreach (ColourRole::cases() as $role) {
            if ($node?->has($role->value) === true) {
                $colours[$role->value] = $node->string($role->value);
            }
        }

        return new self($colours, Tokens::of($node));
    }

    /**
     * What a document of a template overrides, in the whole or in some block.
     *
     * @param  array<array-key, mixed>  $document
     * @return list<ColourRole|Token>
     */
    public static function overriddenIn(array $document): array
    {
        $names = self::names($document);

        return array_values(array_filter([...ColourRole::cases(), ...Token::cases()], static fn (ColourRole|Token $one): bool => isset($names[$one->value])));
    }

    /**
     * As a document has it, with another colour.
     *
     * @return array<string, string|int>
     */
    public function with(ColourRole $role, string $hex): array
    {
        return [...$this->said(), $role->value => $hex];
    }

    /**
     * @return array<string, string|int> colours by role, and what is said of type and shape by token
     */
    public function said(): array
    {
        return [...$this->colours, ...$this->tokens->said()];
    }

    public function over(Colours $around): Colours
    {
        foreach ($this->colours as $role => $hex) {
            $around = $around->with(ColourRole::from($role), Colour::ofHex($hex));
        }

        return $around;
    }

    /**
     * @param  array<array-key, mixed>  $value
     * @return array<array-key, true> the members of all looks within
     */
    private static function names(array $value): array
    {
        $names = [];
        foreach ($value as $key => $member) {
            if (is_array($member)) {
                $names += $key === 'look' ? array_fill_keys(array_keys($member), true) : self::names($member);
            }
        }

        return $names;
    }
}
