<?php

return [
    // Sources come with tokens, and with nothing else; people have their session.
    'guard' => [],
    'expiration' => null,
    'token_prefix' => '',
];
