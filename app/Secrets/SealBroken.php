<?php

declare(strict_types=1);

namespace App\Secrets;

/** A secret cannot be opened any more: nothing but the source's sending it anew mends that. */
final class SealBroken extends \RuntimeException
{
}
