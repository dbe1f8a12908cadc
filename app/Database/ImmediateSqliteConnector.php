<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Database\Connectors\SQLiteConnector;

/** Connects so that `transaction_mode` => IMMEDIATE holds: the framework itself honours it from PHP 8.4 on only. */
final class ImmediateSqliteConnector extends SQLiteConnector
{
    protected function createPdoConnection($dsn, $username, #[\SensitiveParameter] $password, $options)
    {
        return PHP_VERSION_ID < 80400
            ? new ImmediatePdo($dsn, $username, $password, $options)
            : parent::createPdoConnection($dsn, $username, $password, $options);
    }
}
