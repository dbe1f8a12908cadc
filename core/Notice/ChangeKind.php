<?php

declare(strict_types=1);

namespace Herald\Notice;

/** What of a notice its source has changed. */
enum ChangeKind: string
{
    /** Its own words, in a language. */
    case Words = 'words';
    /** What every message of it must contain. */
    case Requirement = 'requirement';
    /** A place for what add-ons hand in. */
    case Place = 'place';
    /** A field that messages of it may name. */
    case Field = 'field';
}
