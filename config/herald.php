<?php

return [
    // How long a worker may take over one dispatch before others may look after it, in seconds.
    'lease' => (int) env('HERALD_LEASE', 60),

    // Pauses before each further attempt when the mail server defers or cannot be reached, and from the second time on when a worker is gone before it was done, in seconds. After the last the dispatch fails.
    'retries' => array_map(intval(...), explode(',', (string) env('HERALD_RETRIES', '10,60,300,1800,7200'))),

    // Pauses before each further try at a message that could not be made, for whatever reason on our side, in seconds. After the last it fails with its reason.
    'tries' => array_map(intval(...), explode(',', (string) env('HERALD_TRIES', '10,60,600'))),

    // A dispatch that ended uncertain is handed over again at most so often where its notice says "resend"; then it waits for a person.
    'resends' => 2,

    // Where the compiled classes of editions are kept.
    'editions' => storage_path('framework/editions'),

    // Where those of the pieces of drafts are kept for an hour, so that a stage compiles only what has changed.
    'drafts' => storage_path('framework/drafts'),

    // How large may be what comes from outside. Each is told in the refusal.
    'limits' => [
        'blocks' => 500,         // of a template or a brand
        'depth' => 12,           // of blocks within blocks, and of conditions within conditions
        'items' => 1_000,        // of any one list, in records and in documents
        'document' => 1_000_000, // bytes of a template or a brand
        'record' => 1_000_000,   // bytes of a record's data, or of an event's parameters
        'filled' => 2_000_000,   // bytes of the HTML, or of the plain text, of one message
        'turns' => 20_000,       // of all repeats in one message together
    ],

    // Whether the clock that the work goes by may be moved on, as in the demo: all that is due by then goes out.
    'clock_moves' => (bool) env('HERALD_CLOCK_MOVES', false),

    // The map service: below this address /LATITUDE,LONGITUDE/ZOOM.png are pictures of maps. Without one of your own it is the stand-in that ships with the project.
    'maps' => env('HERALD_MAPS', rtrim((string) env('APP_URL', 'http://localhost'), '/').'/maps'),

    // The domains that messages may be sent from, as MAIL_FROM_DOMAINS names them: "example.org,example.net". None: it is not looked at.
    'from_domains' => array_values(array_filter(array_map(static fn (string $domain): string => strtolower(trim($domain)), explode(',', (string) env('MAIL_FROM_DOMAINS', ''))))),

    // The mail server stand-in. It listens on loopback only.
    'mailroom' => [
        'port' => (int) env('MAILROOM_PORT', 2525),
        // Addresses, by their part before the @, that let one see what mail servers do at times.
        'accounts' => ['bounce' => 'refuse', 'later' => 'defer', 'drop' => 'hang_up'],
    ],
];
