<?php

declare(strict_types=1);

namespace App\Responses;

use App\Models\Dispatch;

/** An answer that is given from a message. */
final readonly class Answered
{
    /**
     * @param  int  $turn  how many were given before it from the same message
     */
    public function __construct(public Dispatch $dispatch, public string $key, public string $value, public int $turn)
    {
    }

    /** What it is told from every other by: the id of its event, and the occasion of what it sets off. */
    public function occasion(): string
    {
        return "response:{$this->dispatch->id}-{$this->key}:{$this->turn}";
    }
}
