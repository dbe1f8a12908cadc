<?php

return [
    'default' => env('QUEUE_CONNECTION', 'database'),

    'connections' => [
        'database' => [
            'driver' => 'database',
            'table' => 'jobs',
            'queue' => 'default',
            'retry_after' => (int) env('QUEUE_RETRY_AFTER', 90),
            // What is due and its job are written in one transaction.
            'after_commit' => false,
        ],
        'redis' => [
            'driver' => 'redis',
            'connection' => 'default',
            'queue' => 'default',
            'retry_after' => (int) env('QUEUE_RETRY_AFTER', 90),
            // A queue outside of the database would be faster than the commit; a job lost between the two is found by the sweep.
            'after_commit' => true,
        ],
    ],
];
