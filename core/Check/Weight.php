<?php

declare(strict_types=1);

namespace Herald\Check;

/** How much a finding matters. */
enum Weight: string
{
    /** It must be mended before anything is published. */
    case Grave = 'grave';
    /** It will be seen by somebody. */
    case Advisory = 'advisory';
    /** It could be seen some day. */
    case Remark = 'remark';
}
