<?php

declare(strict_types=1);

namespace Herald\Notice;

/** Who sends a notice. */
enum Carrier: string
{
    /** We do. */
    case Herald = 'herald';
    /** The source still does. */
    case Source = 'source';
}
