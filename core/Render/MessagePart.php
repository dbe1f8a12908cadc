<?php

declare(strict_types=1);

namespace Herald\Render;

/** The parts that a message is compiled to, each a template of its own. */
enum MessagePart: string
{
    case Subject = 'subject';
    case Preview = 'preview';
    case FromName = 'from_name';
    case FromAddress = 'from_address';
    case ReplyTo = 'reply_to';
    case Cc = 'cc';
    case Bcc = 'bcc';
    case Html = 'html';
    case Text = 'text';
}
