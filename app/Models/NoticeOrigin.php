<?php

declare(strict_types=1);

namespace App\Models;

/** Who says that a notice is there. */
enum NoticeOrigin: string
{
    case Declared = 'declared';
    /** Made here. */
    case Own = 'own';
}
