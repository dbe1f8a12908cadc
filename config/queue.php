<?php

return [
    'default' => env('QUEUE_CONNECTION', 'database'),

    'connections' => [
        'database' => [
            'driver' => 'database',
            'table' => 'jobs',
            'queue' => 'default',
            'retry_after' => (int) env('QUEUE_RETRY_AFTER', 90),
            // Dispatches and their jobs are written in one transaction.
            'after_commit' => false,
        ],
    ],
];
