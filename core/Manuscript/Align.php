<?php

declare(strict_types=1);

namespace Herald\Manuscript;

/** On which side something stands: start is left where one writes from left to right. */
enum Align: string
{
    case Start = 'start';
    case Center = 'center';
    case End = 'end';

    /** @return 'left'|'center'|'right' */
    public function side(bool $rightToLeft): string
    {
        return match ($this) {
            self::Center => 'center',
            self::Start => $rightToLeft ? 'right' : 'left',
            self::End => $rightToLeft ? 'left' : 'right',
        };
    }
}
