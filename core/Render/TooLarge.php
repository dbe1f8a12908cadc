<?php

declare(strict_types=1);

namespace Herald\Render;

/** A message became larger than what is sent, while it was filled. */
final class TooLarge extends \DomainException
{
}
