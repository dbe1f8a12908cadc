<?php

declare(strict_types=1);

// Writes docs/mail-programs.md and core/Style/honoured.json. `php tests/Reference/mail-programs.php`

require __DIR__.'/../../vendor/autoload.php';

file_put_contents(__DIR__.'/../../docs/mail-programs.md', Tests\Reference\MailPrograms::page());
file_put_contents(__DIR__.'/../../core/Style/honoured.json', Tests\Reference\MailPrograms::honoured());
