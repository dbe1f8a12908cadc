<?php

declare(strict_types=1);

namespace App\Http;

use Composer\Pcre\Preg;
use League\Flysystem\UnableToCreateDirectory;
use League\Flysystem\UnableToMoveFile;
use League\Flysystem\UnableToWriteFile;

/** Tells whether something failed because nothing can be written at the moment: the disk is full or read-only, or the database stays locked. */
final class StorageTrouble
{
    /** Seconds after which it is worth trying again. */
    public const RETRY_AFTER = 30;

    /** Result codes of SQLite (https://sqlite.org/rescode.html), which knows no SQLSTATE: BUSY, LOCKED, NOMEM, READONLY, IOERR, FULL, CANTOPEN. PostgreSQL says 7 of all that fails. */
    private const SQLITE = [5, 6, 7, 8, 10, 13, 14];

    /** PostgreSQL: disk full, read-only transaction, too many connections, and connections that fail (class 08). */
    private const SQLSTATES = '/^(53[0-9]{3}|25006|08[0-9A-Z]{3}|57P0[0-9])$/';

    /** What the system says, and what Twig does of an edition that it cannot keep compiled. */
    private const WORDS = '/No space left on device|Read-only file system|Disk quota exceeded|File too large|Failed to write cache file|Unable to (create|write in) the cache directory/i';

    private static int $said = 0;

    /** The same; a worker says so beside, twice a minute, where it would write a log in which there is no room. */
    public static function isSaid(\Throwable $e): bool
    {
        $isBehind = self::isBehind($e);
        if ($isBehind && PHP_SAPI === 'cli' && time() - self::$said >= self::RETRY_AFTER) {
            self::$said = time();
            fwrite(STDERR, date('c')." Nothing can be written at the moment: {$e->getMessage()}. What waits goes on waiting.\n");
        }

        return $isBehind;
    }

    public static function isBehind(?\Throwable $e): bool
    {
        for (; $e !== null; $e = $e->getPrevious()) {
            if ($e instanceof \PDOException && ((($e->errorInfo[0] ?? '') === 'HY000' && in_array($e->errorInfo[1] ?? null, self::SQLITE, true)) || Preg::isMatch(self::SQLSTATES, (string) ($e->errorInfo[0] ?? '')))) {
                return true;
            }
            if ($e instanceof UnableToWriteFile || $e instanceof UnableToMoveFile || $e instanceof UnableToCreateDirectory || Preg::isMatch(self::WORDS, $e->getMessage())) {
                return true;
            }
        }

        return false;
    }
}
