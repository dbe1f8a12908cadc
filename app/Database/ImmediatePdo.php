<?php

declare(strict_types=1);

namespace App\Database;

/**
 * SQLite transactions that take the write lock when they begin, and so wait for their turn. PDO begins them deferred: one that reads first and
 * writes later then fails at once ("database is locked") when another has written in between, however long the busy timeout.
 */
final class ImmediatePdo extends \PDO
{
    private bool $begun = false;

    public function beginTransaction(): bool
    {
        $this->exec('BEGIN IMMEDIATE TRANSACTION');

        return $this->begun = true;
    }

    public function inTransaction(): bool
    {
        return $this->begun;
    }

    public function commit(): bool
    {
        $this->exec('COMMIT');
        $this->begun = false;

        return true;
    }

    public function rollBack(): bool
    {
        $this->begun = false;
        $this->exec('ROLLBACK');

        return true;
    }
}
