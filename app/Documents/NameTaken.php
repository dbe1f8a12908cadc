<?php

declare(strict_types=1);

namespace App\Documents;

/** Something is to be called as another of its kind is: nobody could tell them apart. */
final class NameTaken extends \RuntimeException
{
    public function __construct(string $name)
    {
        parent::__construct("There is already one called “{$name}”. Choose another name.");
    }
}
