<?php

return [
    'default' => env('MAIL_MAILER', 'smtp'),

    'mailers' => [
        'smtp' => [
            'transport' => 'smtp',
            'host' => env('MAIL_HOST', '127.0.0.1'),
            'port' => (int) env('MAIL_PORT', 2525),
            'username' => env('MAIL_USERNAME'),
            'password' => env('MAIL_PASSWORD'),
            // Implicit TLS; where it is off, STARTTLS is used when the server offers it.
            'tls' => (bool) env('MAIL_TLS', false),
            'timeout' => 20,
        ],
    ],
];
