<?php

declare(strict_types=1);

namespace Tests\Bench;

use Tests\System\Stack;

/** Asks the served application as a browser does that is signed in, or as a source. */
final readonly class Visitor
{
    private function __construct(private Stack $stack, private string $cookies, private ?string $token)
    {
    }

    public static function signedIn(Stack $stack): self
    {
        $visitor = new self($stack, (string) tempnam($stack->directory, 'cookies'), null);
        $visitor->ask('GET', '/api/app/session');
        $visitor->ask('POST', '/api/app/session', ['email' => 'thorne@larkmoor.example.org', 'password' => 'larkmoor-demo']);

        return $visitor;
    }

    public static function source(Stack $stack): self
    {
        return new self($stack, '', trim($stack->artisan('herald:token', 'larkmoor')));
    }

    /**
     * @param  array<string, mixed>  $body
     */
    public function ask(string $method, string $path, array $body = []): string
    {
        $headers = ['Content-Type: application/json', 'Accept: application/json'];
        $request = curl_init($this->stack->url.$path);
        if ($this->token === null) {
            preg_match('/XSRF-TOKEN\s+(\S+)/', (string) file_get_contents($this->cookies), $found);
            curl_setopt_array($request, [CURLOPT_COOKIEFILE => $this->cookies, CURLOPT_COOKIEJAR => $this->cookies]);
            $headers[] = 'X-XSRF-TOKEN: '.urldecode($found[1] ?? '');
        } else {
            $headers[] = "Authorization: Bearer {$this->token}";
        }
        curl_setopt_array($request, [CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_POSTFIELDS => json_encode($body, JSON_THROW_ON_ERROR), CURLOPT_HTTPHEADER => $headers]);
        $answer = (string) curl_exec($request);
        $status = curl_getinfo($request, CURLINFO_RESPONSE_CODE);
        curl_close($request);

        return $status < 300 && $status > 0 ? $answer : throw new \RuntimeException("{$method} {$path}: {$status} {$answer}");
    }

    /**
     * How long it takes.
     *
     * @param  array<string, mixed>  $body
     * @return float ms
     */
    public function time(string $method, string $path, array $body = []): float
    {
        $began = hrtime(true);
        $this->ask($method, $path, $body);

        return (hrtime(true) - $began) / 1e6;
    }
}
