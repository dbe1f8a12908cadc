<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Style\ColourRole;

/** A ground that blocks stand on: its colour, a picture on it, its edge, and the room within. */
final readonly class Box
{
    /** The members of a block that has one. */
    public const SCHEMA = [
        'ground' => ['title' => 'Background', 'x-brief' => true, 'type' => 'string', 'enum' => [ColourRole::Accent->value, ColourRole::Paper->value, ColourRole::Page->value]],
        'picture' => ['title' => 'Picture behind', 'x-hint' => 'https:// or a picture from the record', 'x-upload' => true, 'description' => 'where pictures are not loaded the colour of the background is seen', '$ref' => '#/$defs/link'],
        'words_on' => ['title' => 'Words stand on', 'description' => 'a plate in the colour of the background, or the picture itself; a plate when absent', 'type' => 'string', 'enum' => [self::PLATE, self::PICTURE]],
        'border' => ['title' => 'Border', 'x-unit' => 'px', 'type' => 'integer', 'minimum' => 0, 'maximum' => 8],
        'rounded' => ['title' => 'Rounded', 'x-unit' => 'px', 'description' => 'its corners', 'type' => 'integer', 'minimum' => 0, 'maximum' => 32],
        'padding_above' => ['title' => 'Padding above', ...self::PADDING],
        'padding_below' => ['title' => 'Padding below', ...self::PADDING],
        'padding_start' => ['title' => 'Padding at the start', ...self::PADDING],
        'padding_end' => ['title' => 'Padding at the end', ...self::PADDING],
    ];

    /** Of words over a picture: on a plate of their own. */
    public const PLATE = 'plate';

    public const PICTURE = 'picture';

    private const PADDING = ['x-unit' => 'px', 'description' => 'between its edge and what stands on it; two steps of the brand when absent', 'type' => 'integer', 'minimum' => 0, 'maximum' => 96];

    /**
     * All measures in px, null for the usual ones.
     *
     * @param  Link|null  $picture  on the ground
     * @param  bool  $plate  whether words over a picture have a plate of their own
     */
    private function __construct(public ColourRole $ground, public ?Link $picture, public bool $plate, public int $border, public int $rounded, public ?int $above, public ?int $below, public ?int $start, public ?int $end)
    {
    }

    public static function read(BlockReader $reader): self
    {
        $node = $reader->node;
        $padding = static fn (string $side): ?int => $node->has($side) ? $node->int($side, 0) : null;

        return new self(
            ColourRole::from($node->optionalString('ground') ?? ColourRole::Accent->value),
            $reader->optionalLink('picture'),
            $node->optionalString('words_on') !== self::PICTURE,
            $node->int('border', 0),
            $node->int('rounded', 0),
            $padding('padding_above'),
            $padding('padding_below'),
            $padding('padding_start'),
            $padding('padding_end'),
        );
    }
}
