<?php

declare(strict_types=1);

namespace Herald\Brand;

use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Document\Schema;

/** What all messages of a source have in common: colours by role, type, measures and the frame. */
final readonly class Brand
{
    /**
     * @param  array<string, string>  $colours  `#RRGGBB` by role
     * @param  string  $bodyFont  a font stack as CSS writes it
     * @param  int  $size  of running text, in px
     * @param  float  $lineHeight  as a factor of the size
     * @param  int  $width  of the message, in px
     * @param  int  $corner  radius of buttons and pictures, in px
     * @param  int  $step  one step of spacing, in px
     * @param  bool  $framed  whether header and footer stand around the content
     */
    private function __construct(
        public string $name,
        private array $colours,
        public string $headingFont,
        public string $bodyFont,
        public int $size,
        public float $lineHeight,
        public int $width,
        public int $corner,
        public int $step,
        public bool $framed,
        public string $hash,
    ) {
    }

    /** The brand that every message wears until one is designed. */
    public static function usual(): self
    {
        return self::ofJson(Json::ofFile(__DIR__.'/usual.json'));
    }

    /** No brand at all: what a built-in message wears when it goes out as the source wrote it. */
    public static function plain(): self
    {
        return self::ofJson(Json::ofFile(__DIR__.'/plain.json'));
    }

    /** @throws InvalidDocument when the document is not a brand */
    public static function ofJson(Json $json): self
    {
        Schema::Brand->check($json);
        $node = $json->node();
        $type = $node->node('type') ?? $node;
        $measures = $node->node('measures') ?? $node;

        return new self(
            $node->string('name'),
            self::colours($node),
            $type->string('heading'),
            $type->string('body'),
            $type->int('size', 16),
            $type->int('line_height', 150) / 100,
            $measures->int('width', 600),
            $measures->int('corner', 4),
            $measures->int('step', 8),
            $node->bool('framed', true),
            hash('sha256', json_encode($json->data, JSON_THROW_ON_ERROR)),
        );
    }

    public function colour(ColourRole $role): string
    {
        return $this->colours[$role->value];
    }

    /**
     * @return array<string, string>
     */
    private static function colours(Node $node): array
    {
        $colours = $node->node('colours') ?? throw $node->fault('colours', 'is missing');

        return array_combine(
            array_column(ColourRole::cases(), 'value'),
            array_map(static fn (ColourRole $role): string => $colours->string($role->value), ColourRole::cases()),
        );
    }
}
