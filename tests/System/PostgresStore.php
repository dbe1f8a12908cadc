<?php

declare(strict_types=1);

namespace Tests\System;

/** A database of PostgreSQL, with queue and cache in Redis, on the servers that bin/with-engines has started. */
final readonly class PostgresStore implements Store
{
    private string $name;

    /** @param  string|null  $directory  where its tables lie, e.g. a disk of its own; null: where the server's lie */
    public function __construct(private ?string $directory = null)
    {
        $this->name = 'herald_'.bin2hex(random_bytes(6));
        if ($directory !== null) {
            self::server()->exec("create tablespace {$this->name} location ".self::server()->quote($directory));
        }
        self::server()->exec("create database {$this->name}".$this->place());
    }

    public function environment(): array
    {
        return ['DB_CONNECTION' => 'pgsql', 'DB_DATABASE' => $this->name, 'CACHE_STORE' => 'redis', 'QUEUE_CONNECTION' => 'redis', 'REDIS_PREFIX' => "{$this->name}:"];
    }

    public function connect(): \PDO
    {
        return self::open($this->name);
    }

    public function fill(string $kept): void
    {
        self::server()->exec("drop database {$this->name} with (force)");
        self::server()->exec("create database {$this->name} template ".self::kept($kept).$this->place());
    }

    public function keep(string $name): void
    {
        self::server()->exec('create database '.self::kept($name)." template {$this->name} tablespace pg_default");
    }

    public function remove(): void
    {
        self::server()->exec("drop database if exists {$this->name} with (force)");
        if ($this->directory !== null) {
            self::server()->exec("drop tablespace if exists {$this->name}");
        }
    }

    private function place(): string
    {
        return $this->directory === null ? '' : " tablespace {$this->name}";
    }

    private static function kept(string $name): string
    {
        return 'herald_kept_'.getmypid()."_{$name}";
    }

    private static function server(): \PDO
    {
        return self::open('postgres');
    }

    private static function open(string $database): \PDO
    {
        $of = static fn (string $name): string => (string) getenv($name);

        return new \PDO("pgsql:host={$of('DB_HOST')};port={$of('DB_PORT')};dbname={$database}", $of('DB_USERNAME'), $of('DB_PASSWORD'), [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
    }
}
