<?php

declare(strict_types=1);

// For PHP's own web server, which `php artisan serve` and the tests run: files of public/ as they are, everything else through the application. The names of built files
// change with what is in them, so that browsers keep them, compiled, as they do behind a web server of its own (deploy/).
$path = urldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
$file = __DIR__.'/public'.$path;
if ($path !== '/' && is_file($file) && ! str_contains($path, '..')) {
    $type = ['js' => 'text/javascript', 'css' => 'text/css', 'woff2' => 'font/woff2', 'woff' => 'font/woff'][pathinfo($file, PATHINFO_EXTENSION)] ?? null;
    if ($type === null || ! str_starts_with($path, '/build/assets/')) {
        return false;
    }
    header("Content-Type: {$type}");
    header('Content-Length: '.filesize($file));
    header('Cache-Control: public, max-age=31536000, immutable');
    readfile($file);

    return true;
}
require __DIR__.'/public/index.php';
