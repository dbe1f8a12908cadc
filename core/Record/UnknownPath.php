<?php

declare(strict_types=1);

namespace Herald\Record;

/** A path leads to nothing that is declared. */
final class UnknownPath extends \DomainException
{
    /**
     * @param  string|null  $nearest  the declared path that looks most like it
     */
    public function __construct(public readonly string $path, public readonly ?string $nearest)
    {
        parent::__construct("\"{$path}\" is not known here".($nearest === null ? '' : "; did you mean \"{$nearest}\"?"));
    }
}
