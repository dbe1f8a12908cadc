<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What is to be put in the place of what, in what has been written so far. */
final class ReplaceInOne extends Replace
{
    protected const BESIDES = ['document'];
}
