<?php

declare(strict_types=1);

namespace Herald\Style;

/** What a brand says of type and shape, and a template, a group or a block may say otherwise. */
enum Token: string
{
    case HeadingFont = 'heading_font';
    /** Of running text, and of everything that is no heading. */
    case Font = 'font';
    case HeadingSize = 'heading_size';
    case Size = 'size';
    case LineHeight = 'line_height';
    /** Radius of buttons and pictures. */
    case Corner = 'corner';

    /** What it is called in a sentence. */
    public function words(): string
    {
        return match ($this) {
            self::HeadingFont => 'font of headings',
            self::Font => 'font of text',
            self::HeadingSize => 'size of headings',
            self::Size => 'size of text',
            self::LineHeight => 'line height',
            self::Corner => 'corners',
        };
    }

    public function isFont(): bool
    {
        return $this === self::HeadingFont || $this === self::Font;
    }

    /** Empty for a font. */
    public function unit(): string
    {
        return match ($this) {
            self::HeadingFont, self::Font => '',
            self::LineHeight => '% of the size',
            self::HeadingSize, self::Size, self::Corner => 'px',
        };
    }

    /**
     * @return array{int, int}|null the least and the greatest value of a figure; null for a font
     */
    public function bounds(): ?array
    {
        return match ($this) {
            self::HeadingFont, self::Font => null,
            self::HeadingSize => [14, 48],
            self::Size => [12, 24],
            self::LineHeight => [110, 200],
            self::Corner => [0, 32],
        };
    }

    /**
     * @return array<string, mixed> JSON Schema of its value
     */
    public function schema(): array
    {
        $bounds = $this->bounds();

        return $bounds === null
            ? ['description' => 'font names as CSS writes them, single quotes round names with spaces', 'type' => 'string', 'pattern' => "^[A-Za-z0-9 ,'-]+$", 'minLength' => 1, 'maxLength' => 300]
            : ['description' => match ($this) {
                self::HeadingSize => 'px of the largest heading; the others follow it',
                self::LineHeight => 'in hundredths of the size',
                default => 'px',
            }, 'type' => 'integer', 'minimum' => $bounds[0], 'maximum' => $bounds[1]];
    }
}
