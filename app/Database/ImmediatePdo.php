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
        try {
            $this->exec('COMMIT');
        } catch (\PDOException $e) {
            // It is not to stay open: where the disk is full, nothing would ever be committed on this connection again.
            $this->rollBack();

            throw $e;
        }
        $this->begun = false;

        return true;
    }

    public function rollBack(): bool
    {
        $this->begun = false;
        try {
            $this->exec('ROLLBACK');
        } catch (\PDOException $e) {
            // After some errors SQLite has rolled back by itself (https://sqlite.org/lang_transaction.html, 2.3).
            str_contains($e->getMessage(), 'no transaction is active') || throw $e;
        }

        return true;
    }
}
