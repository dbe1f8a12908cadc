<?php

return [
    'default' => env('DB_CONNECTION', 'sqlite'),

    'connections' => [
        'sqlite' => [
            'driver' => 'sqlite',
            'database' => env('DB_DATABASE', database_path('herald.sqlite')),
            'prefix' => '',
            'foreign_key_constraints' => true,
            // Readers never wait for the one writer; a writer waits its turn instead of failing.
            'busy_timeout' => 10000,
            'journal_mode' => 'WAL',
            'synchronous' => 'FULL',
            'transaction_mode' => 'IMMEDIATE',
        ],
    ],
];
