<?php

declare(strict_types=1);

namespace Herald\Record;

/** What people may be asked in a message, and answer by one press. */
enum AnswerKind: string
{
    /** That something is so: an address is theirs. */
    case Confirm = 'confirm';
    /** That they know of it, and act. */
    case Acknowledge = 'acknowledge';
    /** How they liked it, from 1 to 5. */
    case Rate = 'rate';
    /** One of several named answers. */
    case Choose = 'choose';

    /** The greatest mark of a rating; the least is 1. */
    public const MARKS = 5;

    /** What stands for the one answer where there is but one. */
    public const YES = 'yes';
}
