<?php

declare(strict_types=1);

namespace Tests\System;

/** A file of SQLite, which is data, queue and cache in one. */
final readonly class SqliteStore implements Store
{
    public function __construct(private string $path)
    {
        touch($path);
    }

    public function environment(): array
    {
        return ['DB_CONNECTION' => 'sqlite', 'DB_DATABASE' => $this->path, 'CACHE_STORE' => 'database', 'QUEUE_CONNECTION' => 'database'];
    }

    public function connect(): \PDO
    {
        $pdo = new \PDO('sqlite:'.$this->path, options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        $pdo->exec('PRAGMA busy_timeout = 10000');

        return $pdo;
    }

    public function fill(string $kept): void
    {
        copy(self::file($kept), $this->path);
    }

    public function keep(string $name): void
    {
        copy($this->path, self::file($name));
        register_shutdown_function(static fn () => @unlink(self::file($name)));
    }

    public function remove(): void
    {
        array_map(unlink(...), glob($this->path.'*') ?: []);
    }

    private static function file(string $name): string
    {
        return sys_get_temp_dir().'/herald-kept-'.getmypid()."-{$name}.sqlite";
    }
}
