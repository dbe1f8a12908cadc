<?php

declare(strict_types=1);

namespace Herald\Message;

/** A filled message cannot become an e-mail, e.g. because its sender is not an address. */
final class UnsendableMessage extends \DomainException
{
}
