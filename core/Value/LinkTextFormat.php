<?php

declare(strict_types=1);

namespace Herald\Value;

use Composer\Pcre\Preg;
use Herald\Value\Type\FieldType;

/** An address as people say it: without its scheme, "www" and a slash at the end. */
final class LinkTextFormat implements Format
{
    public function name(): string
    {
        return 'link_text';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Url;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        return is_string($value) ? Preg::replace('#^https?://(www\.)?|/$#i', '', $value) : '';
    }
}
