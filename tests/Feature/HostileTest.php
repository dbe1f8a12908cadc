<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Database\Bytes;
use App\Http\StorageTrouble;
use App\Models\Letter;
use App\Models\Record;
use App\Models\Role;
use App\Models\Template;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/**
 * Requests that were made to do harm, each with the answer it must get. What is found later is added here. OWASP ASVS 5.1 (input), 5.5 (deserialising), 7.4 (errors),
 * 13.1 and 13.2 (interfaces).
 */
final class HostileTest extends TestCase
{
    /**
     * Method, path, body as it is sent, status, and what the answer must hold.
     *
     * @return iterable<string, array{string, string, string, int, string}>
     */
    public static function requests(): iterable
    {
        $stage = '/api/app/sources/larkmoor/templates/night-blue-receipt/stage';
        $asked = static fn (array $blocks, string $text = 'false'): string => '{"record":"LM-20429","view":"wide","text":'.$text.',"document":'.self::document($blocks).'}';
        $when = static fn (string $path, string $operator, string $value): array => [['id' => 't', 'type' => 'text', 'text' => 'Hello', 'when' => ['path' => $path, 'operator' => $operator, 'value' => "RAW{$value}RAW"]]];
        $event = static fn (string $data): string => '{"id":"h","event":"order.placed","record":{"number":"LM-40000","placed_at":"2026-11-23T10:00:00Z","status":"packing",'.$data.'}}';
        $repeat = static fn (string $name): array => [['id' => 'r', 'type' => 'repeat', 'list' => 'order.items', 'item' => $name, 'blocks' => [['id' => 't', 'type' => 'text', 'text' => "{{$name}.name}"]]]];

        // A number's exponent is looked at before anything is computed with it. What cannot be read of a draft is a finding; the rest is shown.
        foreach (['"1e99999999999"', '"1e-9223372036854775807"', '" 5"', '"5 "', '"0x1A"', '"1_000"', '"'.str_repeat('9', 31).'"', '1e300', '"NaN"', '"-"', '"."', '""'] as $value) {
            yield "condition value {$value} on the stage" => ['POST', $stage, self::raw($asked($when('order.total', 'more', $value))), 200, '"html"'];
            yield "condition value {$value} among the findings" => ['POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/findings', self::raw('{"document":'.self::document($when('order.total', 'more', $value)).'}'), 200, $value === '""' ? 'needs a value' : 'is no value of total'];
            yield "condition value {$value}, saved" => ['PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', self::raw('{"revision":null,"version":1,"document":'.self::document($when('order.total', 'more', $value)).'}'), 200, '"draft"'];
        }
        foreach (['"tomorrow"', '"+1 week"', '"now"', '"0001-01-01T00:00:00+14:00"', '"9999-12-31T23:59:59-14:00"', '"2026-11-21T25:00:00Z"'] as $value) {
            yield "a moment {$value} in a condition" => ['POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/findings', self::raw('{"document":'.self::document($when('order.placed_at', 'more', $value)).'}'), 200, 'is no value of placed_at'];
        }
        foreach (['stage', 'findings', 'comparison', 'plain'] as $question) {
            yield "a number without end, asked of {$question}" => ['POST', "/api/app/sources/larkmoor/templates/night-blue-receipt/{$question}", self::raw('{"record":"LM-20429","view":"wide","text":false,"document":'.self::document($when('order.total', 'more', '1e999')).'}'), 400, 'is a number too large to be read'];
        }
        yield 'a number without end, in a draft' => ['PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', '{"revision":-1e999,"version":1}', 400, 'is a number too large to be read'];
        foreach (['not', 'true', 'null', 'none', 'loop', 'in', 'is', 'and', 'b', 'has', 'matches', 'same'] as $name) {
            yield "an item called {$name}" => ['POST', $stage, $asked($repeat($name)), 200, '"html"'];
        }
        // Text is text, wherever it ends.
        foreach (['{{', 'a {{', '{', '{%', '{#', '}}', '{{ 7*7 }}', "{% if x %}\r\n", '#}{{', "\u{0}\u{1}{{"] as $text) {
            yield 'a text '.json_encode($text) => ['POST', $stage, $asked([['id' => 't', 'type' => 'heading', 'text' => [['text' => $text]]], ['id' => 'u', 'type' => 'text', 'text' => [['text' => $text], ['variable' => 'order.number'], ['text' => $text]]]]), 200, '"html"'];
        }
        // Events.
        foreach (['"1e99999999999"', '"1e-9223372036854775807"', '1e25', '"'.str_repeat('9', 31).'"', '" 5"', 'true', '[]', '"12,50"'] as $amount) {
            yield "money {$amount} in an event" => ['POST', '/api/v1/events', $event('"total":{"amount":'.$amount.',"currency":"EUR"}'), 202, '"fits":false,"fault":"total: '];
        }
        foreach (['"0001-01-01T00:00:00+14:00"', '"9999-12-31T23:59:59-14:00"', '"10000-01-01T00:00:00Z"', '"2026-11-21T23:59:59+99:99"', '1e9'] as $moment) {
            yield "a moment {$moment} in an event" => ['POST', '/api/v1/events', '{"id":"h","event":"order.placed","record":{"number":"LM-40000","placed_at":'.$moment.'}}', 202, 'placed_at: must be a moment'];
        }
        foreach (['josé@example.org', '=?utf-8?q?a?=@example.org', 'a@b@example.org', '"a b"@example.org', 'a@-example.org', 'a@exa_mple.org', str_repeat('a', 65).'@example.org', "a@example.org\n", 'a@[127.0.0.1]', '@', 'a..b@example.org'] as $address) {
            yield "the address {$address}" => ['POST', '/api/v1/events', $event('"customer":{"email":'.json_encode($address, JSON_UNESCAPED_UNICODE).'}'), 202, 'customer/email: must be an e-mail address'];
        }
        yield 'a list that is too long' => ['POST', '/api/v1/events', $event('"items":['.implode(',', array_fill(0, 1001, '{"name":"x"}')).']'), 422, 'has 1,001 items; 1,000 are the most'];
        yield 'a record that is too heavy' => ['POST', '/api/v1/events', $event('"note":"'.str_repeat('x', 1_000_001).'"'), 422, 'is larger than 1 MB'];
        yield 'very many faults' => ['POST', '/api/v1/events', $event('"items":['.implode(',', array_fill(0, 1000, '{"name":7}')).']'), 202, 'items/0/name: must be a text, not this number; items/1/name'];
        yield 'a member that nobody knows' => ['POST', '/api/v1/events', '{"id":"h","event":"order.placed","data":{"number":"LM-40000"}}', 422, 'did you mean \\"record\\"?'];
        yield 'a member that is misspelt' => ['POST', '/api/v1/events', '{"id":"h","event":"order.placed","recrod":{"number":"LM-40000"}}', 422, 'did you mean \\"record\\"?'];
        yield 'an identity that is too long' => ['POST', '/api/v1/events', '{"id":"h","event":"order.placed","record":{"number":"'.str_repeat('9', 300).'"}}', 422, '"place":"number"'];
        yield 'JSON that is broken' => ['POST', '/api/v1/events', '{"id": "h", "event"', 400, 'The body is not JSON: line 1, column 20: a colon is missing after'];
        yield 'JSON that is too deep' => ['POST', '/api/v1/events', '{"id":'.str_repeat('[', 5000).str_repeat(']', 5000).'}', 400, 'The body is not JSON: maximum stack depth exceeded'];
        yield 'JSON that is not UTF-8' => ['POST', '/api/v1/events', "{\"id\": \"\xFF\"}", 400, 'The body is not JSON: malformed UTF-8'];
        yield 'JSON that is a list' => ['POST', '/api/v1/events', '[1]', 400, 'must be a JSON object'];
        yield 'JSON that is too long' => ['POST', '/api/v1/events', '{"id":"'.str_repeat('x', 8_388_608).'"}', 413, 'larger than 8 MB'];
        // Documents.
        $text = static fn (int $n): array => ['id' => "t{$n}", 'type' => 'text', 'text' => 'x'];
        yield 'too many blocks' => ['POST', $stage, $asked(array_map($text, range(1, 501))), 422, 'is one block too many: 500 are the most'];
        $deep = $text(0);
        for ($n = 1; $n <= 12; $n++) {
            $deep = ['id' => "s{$n}", 'type' => 'section', 'blocks' => [$deep]];
        }
        yield 'blocks too deep within blocks' => ['POST', $stage, $asked([$deep]), 422, 'lies in more than 12 others: that is too deep'];
        yield 'a document that is too heavy' => ['POST', $stage, $asked(array_map(static fn (int $n): array => ['id' => "t{$n}", 'type' => 'text', 'text' => str_repeat('x', 19_000)], range(1, 60))), 422, 'is larger than 1 MB'];
        // Never shown, so that nothing else is reached first.
        $nested = ['id' => 't', 'type' => 'text', 'text' => 'x', 'when' => ['path' => 'order.number', 'operator' => 'empty']];
        for ($n = 1; $n <= 10; $n++) {
            $nested = ['id' => "r{$n}", 'type' => 'repeat', 'list' => 'order.items', 'item' => "item{$n}", 'blocks' => [$nested]];
        }
        yield 'repeats within repeats' => ['POST', $stage, str_replace('LM-20429', 'FORTY', $asked([$nested])), 422, 'Its repeats go round more than 20,000 times'];
        // Kinds.
        yield 'a revision that is true' => ['PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', '{"revision":true,"version":1,"document":{}}', 422, '"place":"revision"'];
        yield 'a version that is true' => ['PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', '{"revision":null,"version":true,"document":{}}', 422, '"place":"version"'];
        yield 'a revision of a record that is true' => ['PATCH', '/api/app/sources/larkmoor/records/order/LM-20429', '{"revision":true,"changes":{"status":"paid"}}', 422, '"place":"revision"'];
        yield 'a publication of a revision that is true' => ['POST', '/api/app/sources/larkmoor/brands/larkmoor/publication', '{"revision":true}', 422, '"place":"revision"'];
        yield 'a page beyond all pages' => ['GET', '/api/app/sources/larkmoor/records?page=99999999999999999999', '', 422, '"place":"page"'];
        yield 'a page at the end of integers' => ['GET', '/api/app/sources/larkmoor/dispatches?page=9223372036854775807', '', 422, '"place":"page"'];
        // Addresses.
        yield 'a version beyond all versions' => ['GET', '/api/app/sources/larkmoor/templates/night-blue-receipt/versions/99999999999999999999', '', 404, 'There is no such thing'];
        yield 'a version of a brand beyond all versions' => ['GET', '/api/app/sources/larkmoor/brands/larkmoor/versions/99999999999999999999', '', 404, 'There is no such thing'];
        yield 'a letter beyond all letters' => ['GET', '/api/app/sources/larkmoor/letters/99999999999999999999', '', 404, 'There is no such thing'];
        yield 'a key that is not UTF-8' => ['GET', '/api/app/sources/larkmoor/records/order/%FF%FE', '', 400, 'The address is not UTF-8'];
        yield 'a search that is not UTF-8' => ['GET', '/api/app/sources/larkmoor/records?search=%FF', '', 400, 'The address is not UTF-8'];
        yield 'a record type of two kinds' => ['GET', '/api/app/sources/larkmoor/records?type[]=order', '', 422, '"place":"type"'];
    }

    public function test_only_what_keeps_from_writing_is_told_as_such(): void
    {
        $failed = static function (string $state, int $code): bool {
            $e = new \PDOException('It failed');
            $e->errorInfo = [$state, $code, 'It failed'];

            return StorageTrouble::isBehind(new \RuntimeException('Around it', 0, $e));
        };
        self::assertTrue($failed('HY000', 13), 'SQLite: the disk is full');
        self::assertTrue($failed('53100', 7), 'PostgreSQL: the disk is full');
        self::assertTrue($failed('08006', 7), 'PostgreSQL: no connection');
        self::assertFalse($failed('22003', 7), 'PostgreSQL: a number out of range is a fault of ours');
        self::assertFalse($failed('23505', 7));
        self::assertFalse($failed('HY000', 1));
    }

    public function test_a_letter_is_kept_byte_by_byte_whatever_the_engine(): void
    {
        $raw = implode('', array_map(chr(...), range(0, 255))).'\\x41 \\'.chr(0);
        $letter = Letter::query()->create(['envelope_from' => '', 'envelope_to' => [], 'subject' => '', 'from' => '', 'to' => '', 'raw' => $raw, 'received_at' => now()]);
        self::assertSame([$raw, $raw], [$letter->raw, $letter->refresh()->raw]);

        $stream = fopen('php://memory', 'w+b') ?: throw new \RuntimeException;
        fwrite($stream, $raw);
        self::assertSame($raw, (new Bytes)->get($letter, 'raw', $stream, []), 'an engine may hand them back as a stream');
    }

    #[DataProvider('requests')]
    public function test_it_is_answered_in_so_many_words(string $method, string $path, string $body, int $status, string $words): void
    {
        $source = $this->larkmoor();
        if (str_contains($body, 'FORTY')) {
            $forty = Record::query()->get()->sortByDesc(static fn (Record $record): int => count($record->data['items'] ?? []))->first();
            $body = str_replace('FORTY', (string) $forty?->key, $body);
        }
        $events = str_starts_with($path, '/api/v1/');
        $answer = $this->send($method, $path, $body, $events ? $this->bearer($source) : []);

        self::assertSame($status, $answer->getStatusCode(), substr((string) $answer->getContent(), 0, 500));
        self::assertStringContainsString($words, (string) json_encode($answer->json(), JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE));
        self::assertLessThan(200_000, strlen((string) $answer->getContent()));
        if ($status >= 400) {
            self::assertSame('application/problem+json', $answer->headers->get('Content-Type'));
            self::assertSame(0, Record::query()->where('key', 'LM-40000')->count());
        }
        if ($status === 202) {
            $this->work();
            self::assertSame(['failed'], \DB::table('dispatches')->distinct()->pluck('state')->all(), 'and what it sets off fails with the place');
        }
    }

    public function test_two_who_make_one_of_the_same_name_at_once_are_told(): void
    {
        $source = $this->larkmoor();
        // The other comes between the search for a free key and the making, and goes with it.
        $other = false;
        Template::creating(static function (Template $template) use ($source, &$other): void {
            if (! $other) {
                $other = true;
                $source->templates()->create(['key' => $template->key, 'name' => 'The other', 'record_type' => 'order', 'is_passage' => false, 'folder' => '']);
            }
        });
        $this->signIn();
        foreach ([409, 201] as $status) {
            $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Twice', 'from' => 'blank', 'notice' => 'order-received'])->assertStatus($status);
        }
        self::assertSame(['twice'], $source->templates()->where('key', 'like', 'twice%')->orderBy('key')->pluck('key')->all());
    }

    public function test_forms_that_are_no_text_go_no_further(): void
    {
        $this->larkmoor();
        $this->signIn();
        foreach ([['name' => "\xFF\xFE"], ['name' => 'Winter', "\xFF" => '1'], ['name' => ['a' => ["\xC3"]]]] as $form) {
            foreach (['application/json' => '/api/app/sources/larkmoor/collections', 'text/html' => '/answer/x/y/z'] as $accepted => $path) {
                $this->post($path, $form, ['Content-Type' => 'multipart/form-data; boundary=x', 'Accept' => $accepted])->assertStatus(400);
            }
        }
    }

    public function test_strangers_are_answered_so_too(): void
    {
        $this->larkmoor();
        foreach ([['POST', '/api/app/session', '{"email":["a"],"password":"x"}', 422], ['POST', '/api/app/session', '{"email":{"a":1e999}}', 400], ['POST', '/api/app/session', 'email=a', 415], ['GET', '/api/app/sources/larkmoor/records/order/%FF%FE', '', 400]] as [$method, $path, $body, $status]) {
            $this->send($method, $path, $body, signedIn: false)->assertStatus($status)->assertHeader('Content-Type', 'application/problem+json');
        }
        $this->get('/pictures/99999999999999999999/'.str_repeat('a', 32).'.png')->assertNotFound();
        $this->get('/%FF%FE')->assertStatus(400);
        self::assertSame(0, \DB::table('sessions')->count(), 'and leave nothing behind');
    }

    /**
     * @param  array<string, string>  $headers
     */
    private function send(string $method, string $path, string $body, array $headers = [], bool $signedIn = true): TestResponse
    {
        if ($signedIn && $headers === []) {
            $this->signIn(Role::Administrator);
        }

        return $this->call($method, $path, server: $this->transformHeadersToServerVars([
            'Content-Type' => str_starts_with($body, 'email=') ? 'application/x-www-form-urlencoded' : 'application/json', 'Accept' => 'application/json', ...$headers,
        ]), content: $body);
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     */
    private static function document(array $blocks): string
    {
        return json_encode(['format' => 'velvet-herald/template', 'version' => 1, 'language' => 'en', 'envelope' => ['subject' => 'Order {order.number}'], 'manuscript' => $blocks], JSON_THROW_ON_ERROR);
    }

    /** Values that JSON is not written with, put in as they are. */
    private static function raw(string $json): string
    {
        return (string) preg_replace_callback('/"RAW((?:[^"\\\\]|\\\\.)*)RAW"/', static fn (array $match): string => stripslashes($match[1]), $json);
    }
}
