<?php

declare(strict_types=1);

// Files of public/ as they are, everything else through the application.
$path = urldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
if ($path !== '/' && is_file(dirname(__DIR__, 2).'/public'.$path)) {
    return false;
}
require dirname(__DIR__, 2).'/public/index.php';
