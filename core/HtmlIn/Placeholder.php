<?php

declare(strict_types=1);

namespace Herald\HtmlIn;

/** A place where another program would have put a value. */
final readonly class Placeholder
{
    /**
     * @param  string  $written  as it was first written, with its brackets
     * @param  string  $name  within them
     * @param  bool  $decides  whether it decides or repeats, and stands for no value
     * @param  int  $times  that it was found
     */
    public function __construct(public string $written, public string $name, public bool $decides, public int $times)
    {
    }

    public function again(): self
    {
        return new self($this->written, $this->name, $this->decides, $this->times + 1);
    }
}
