<?php

declare(strict_types=1);

namespace Herald\Render;

/** A message cannot be filled with the data at hand, and could not another time: it became larger than what is sent, or amounts of two currencies were to be added up. */
final class Unfillable extends \DomainException
{
}
