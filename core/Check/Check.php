<?php

declare(strict_types=1);

namespace Herald\Check;

/** Looks for one kind of thing that is wrong with a template. Each is one class here, registered in {@see Checks}. */
interface Check
{
    /**
     * @return iterable<Finding>
     */
    public function examine(Examination $template): iterable;
}
