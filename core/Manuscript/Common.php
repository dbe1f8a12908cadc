<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Brand\Look;
use Herald\Condition\Condition;

/** What every block has. */
final readonly class Common
{
    /**
     * @param  string  $id  stable within its template; translations and findings refer to it
     * @param  Condition|null  $when  shown only when it holds
     * @param  int  $space  below the block, in steps of the brand
     * @param  Device|null  $shownOn  null for everywhere
     * @param  int  $phoneSize  of its type and pictures on a phone, in percent
     * @param  Look  $look  what differs from what is around it
     * @param  Inline|null  $plain  what the plain-text part says instead
     */
    public function __construct(public string $id, public ?Condition $when, public Align $align, public int $space, public ?Device $shownOn = null, public int $phoneSize = 100, public ?Inline $plain = null, public Look $look = new Look)
    {
    }
}
