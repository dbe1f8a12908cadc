<?php

declare(strict_types=1);

namespace Herald\Render;

/** The places where values are put, each with an escaping of its own. */
enum Escape: string
{
    /** Between tags; line ends become line breaks. */
    case Html = 'html';
    /** In an attribute in double quotes, or where no markup may stand. */
    case Attribute = 'attribute';
    /** Part of an address. */
    case Url = 'url';
    /** Plain text. */
    case Text = 'text';
    /** A header, or anything else on one line. */
    case Line = 'line';
    /** One address of several, so that no value can bring in another. */
    case Mailbox = 'mailbox';
    /** A cell of a table in plain text. */
    case Cell = 'cell';
    /** An address, before it is checked. */
    case Raw = 'raw';
}
