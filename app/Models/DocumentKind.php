<?php

declare(strict_types=1);

namespace App\Models;

/** The kinds of document that are kept with drafts and versions. */
enum DocumentKind: string
{
    case Template = 'template';
    case Brand = 'brand';

    /** In addresses. */
    public function plural(): string
    {
        return $this->value.'s';
    }
}
