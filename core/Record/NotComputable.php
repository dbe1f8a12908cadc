<?php

declare(strict_types=1);

namespace Herald\Record;

/** A computed field has no value for these data: its message says why. */
final class NotComputable extends \DomainException
{
}
