<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Role;
use Herald\Document\Json;
use Illuminate\Http\UploadedFile;
use Illuminate\Routing\Middleware\ThrottleRequests;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Core\Doubling;

/** Every operation of docs/openapi.yaml with bodies, questions and addresses of every wrong kind: whatever comes, nothing answers 500. The seed is fixed. */
final class FuzzTest extends TestCase
{
    private const SEED = 20261126;

    private const EACH = 45;

    public function test_no_operation_answers_500_whatever_comes(): void
    {
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $source = $this->larkmoor();
        $bearer = $this->bearer($source);
        $this->withoutMiddleware(ThrottleRequests::class);
        $this->signIn(Role::Administrator);
        mt_srand((int) (getenv('FUZZ_SEED') ?: self::SEED));
        $cases = 0;
        $answers = [];
        foreach (OpenApi::document()['paths'] as $path => $operations) {
            foreach (array_intersect_key($operations, array_flip(['get', 'post', 'put', 'patch', 'delete'])) as $method => $operation) {
                for ($n = 0; $n < self::EACH; $n++) {
                    $events = str_starts_with($path, '/api/v1/');
                    [$address, $body, $type] = [$this->address($path, $operation), $this->body($operation), mt_rand(0, 29) === 0 ? 'text/plain' : 'application/json'];
                    if (! $events) {
                        $this->signIn(self::oneOf(Role::cases()));
                    }
                    DB::beginTransaction();
                    $answer = $this->call(strtoupper($method), $address, server: $this->transformHeadersToServerVars(['Content-Type' => $type, 'Accept' => 'application/json', ...($events ? $bearer : [])]), content: in_array($method, ['get', 'delete'], true) ? '' : $body);
                    DB::rollBack();
                    $cases++;
                    $answers[$answer->getStatusCode()] = ($answers[$answer->getStatusCode()] ?? 0) + 1;
                    self::assertLessThan(500, $answer->getStatusCode(), "{$method} {$address}\n".substr($body, 0, 2000)."\n".substr((string) $answer->getContent(), 0, 1000));
                    self::assertNotNull($answer->getStatusCode() === 204 ?: json_decode((string) $answer->getContent()), "{$method} {$address}");
                }
            }
        }
        self::assertGreaterThan(2_000, $cases);
        self::assertGreaterThan(100, $answers[200] ?? 0, 'some are answered: '.json_encode($answers));
    }

    /**
     * Every shape there is of texts that grow without end, at the length that is taken, and jumbles of them, wherever HTML comes in: it is read, or refused with its place.
     * With other seeds by hand: FUZZ_SEED=1 vendor/bin/phpunit --filter FuzzTest
     */
    public function test_no_text_that_grows_without_end_stops_anything(): void
    {
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $source = $this->larkmoor();
        $bearer = $this->bearer($source);
        $this->withoutMiddleware(ThrottleRequests::class);
        $this->signIn(Role::Author);
        mt_srand((int) (getenv('FUZZ_SEED') ?: self::SEED));
        $shapes = Doubling::html();
        $at = '/api/app/sources/larkmoor';
        $document = $this->ask('GET', "{$at}/templates/night-blue-receipt")->json('document');
        $order = $source->record('order', 'LM-20429')->data;
        $texts = [];
        foreach ($shapes as $name => $shape) {
            $texts[$name] = [$shape(Doubling::units($shape, 90_000)), $shape(Doubling::units($shape, 600_000))];
        }
        for ($n = 0; $n < 12; $n++) {
            $parts = array_map(static fn (): string => (string) self::oneOf(array_keys($shapes)), range(1, mt_rand(2, 5)));
            $texts[implode(', ', $parts)] = array_map(static fn (int $bytes): string => implode("\n", array_map(static fn (string $name): string => $shapes[$name](Doubling::units($shapes[$name], intdiv($bytes, count($parts)))), $parts)), [90_000, 300_000]);
        }
        foreach ($texts as $name => [$short, $long]) {
            $own = ['manuscript' => [['id' => 'own', 'type' => 'html', 'html' => $short]]] + $document;
            foreach ([
                [200, 'POST', "{$at}/templates/night-blue-receipt/stage", ['document' => $own, 'record' => 'LM-20429', 'view' => 'wide', 'text' => true], []],
                [200, 'POST', "{$at}/templates/night-blue-receipt/findings", ['document' => $own], []],
                [200, 'POST', "{$at}/templates/night-blue-receipt/html", ['document' => $document, 'html' => $long, 'fields' => (object) []], []],
                [200, 'POST', "{$at}/pasted", ['html' => $long], []],
                [202, 'POST', '/api/v1/events', ['id' => 'e'.hash('xxh64', $name), 'event' => 'order.placed', 'record' => $order, 'slots' => ['before-items' => ['html' => $long]]], $bearer],
            ] as [$taken, $method, $path, $body, $headers]) {
                $answer = $this->ask($method, $path, $body, $headers);
                self::assertContains($answer->getStatusCode(), [$taken, 422], "{$path}: {$name}\n".substr((string) $answer->getContent(), 0, 500));
                self::assertTrue($answer->getStatusCode() === $taken || is_string($answer->json('faults.0.reason')), "{$path}: {$name}\n".substr((string) $answer->getContent(), 0, 500));
            }
        }
        // What was taken goes out, or says why not.
        $this->work();
        self::assertSame(0, Due::query()->whereIn('state', [DueState::Working])->count());
        self::assertSame([], Dispatch::query()->whereNotIn('state', ['sent', 'failed', 'skipped'])->pluck('state_reason')->all());
        self::assertGreaterThan(5, Dispatch::query()->where('state', 'sent')->count());
    }

    /** What is kept outlives what the source declared when it was written. */
    #[DataProvider('otherwise')]
    public function test_no_page_fails_when_the_source_declares_less_or_otherwise(\Closure $declare): void
    {
        $source = $this->larkmoor();
        foreach (['order.placed' => 'LM-20429', 'booking.changed' => 'DN-9000'] as $event => $key) {
            $this->ask('POST', '/api/v1/events', ['id' => "before-{$event}", 'event' => $event, 'key' => $key], $this->bearer($source));
            $this->work();
        }
        $ids = ['DISPATCH' => (string) Dispatch::query()->value('id'), 'LETTER' => '1'];
        LoadManifest::from(Json::ofArray($declare(Json::ofFile(database_path('demo/larkmoor.json'))->data), 'otherwise'));
        $this->signIn(Role::Administrator);
        foreach (array_keys(RightsTest::ROUTES) as $route) {
            // All that only looks; what is written on is looked at by other methods too.
            if (preg_match('~^GET |/(stage|findings|publication|trial|replay|consequences|look)$~', $route) === 1) {
                $path = RightsTest::address($route, $ids);
                $document = preg_match('~templates/[^/]+~', $path, $of) === 1 ? $this->getJson("/api/app/sources/larkmoor/{$of[0]}")->json('document') : null;
                $answer = $this->json(explode(' ', $route)[0], $path, [...RightsTest::ROUTES[$route][3] ?? [], ...(str_ends_with($route, '/stage') ? ['record' => 'LM-20429', 'view' => 'wide', 'text' => true] : []), ...(is_array($document) ? ['document' => $document] : [])]);
                self::assertLessThan(500, $answer->getStatusCode(), "{$route}\n".substr((string) $answer->getContent(), 0, 1000));
            }
        }
        // What was on its way comes to an end with its reason.
        $this->work();
        self::assertSame(0, $this->artisan('herald:sweep'));
        self::assertSame(0, Due::query()->where('state', DueState::Working)->count());
    }

    /**
     * @return iterable<string, array{\Closure(array<array-key, mixed>): array<array-key, mixed>}>
     */
    public static function otherwise(): iterable
    {
        $without = static fn (array $list, \Closure $is): array => array_values(array_filter($list, static fn (array $one): bool => ! $is($one)));
        yield 'no orders' => [static function (array $manifest) use ($without): array {
            $strands = array_column(array_filter($manifest['strands'], static fn (array $strand): bool => $strand['record_type'] === 'order'), 'key');

            return [...$manifest, 'record_types' => $without($manifest['record_types'], static fn (array $type): bool => $type['key'] === 'order'), 'events' => $without($manifest['events'], static fn (array $event): bool => $event['record_type'] === 'order'),
                'strands' => $without($manifest['strands'], static fn (array $strand): bool => $strand['record_type'] === 'order'), 'notices' => $without($manifest['notices'], static fn (array $notice): bool => in_array($notice['strand'], $strands, true))];
        }];
        yield 'no such notice' => [static fn (array $manifest): array => ['notices' => $without($manifest['notices'], static fn (array $notice): bool => $notice['key'] === 'order-received')] + $manifest];
        yield 'a field that a template names is gone' => [static function (array $manifest) use ($without): array {
            $manifest['record_types'][0]['fields'] = $without($manifest['record_types'][0]['fields'], static fn (array $field): bool => $field['key'] === 'delivery_method');

            return ['notices' => $without($manifest['notices'], static fn (array $notice): bool => str_contains((string) json_encode($notice), 'order.delivery_method'))] + $manifest;
        }];
        yield 'a field of another type, which no record fits' => [static function (array $manifest): array {
            $at = array_search('tax', array_column($manifest['record_types'][0]['fields'], 'key'), true);
            $manifest['record_types'][0]['fields'][$at] = ['key' => 'tax', 'label' => ['en' => 'Tax'], 'type' => 'integer'];

            return $manifest;
        }];
    }

    public function test_files_of_any_name_and_content(): void
    {
        $this->larkmoor();
        $this->signIn(Role::Author);
        foreach (["\xFF\xFE.png", "a\0b.png", str_repeat('x', 400).'.png', '../../etc/passwd', "a\r\nX: y.png", ''] as $name) {
            foreach (["\x89PNG\r\n\x1a\n", '<svg xmlns="http://www.w3.org/2000/svg" width="1" height="1"/>', '<svg', "\xFF\xD8\xFF", '', (string) file_get_contents(public_path('demo/chart.png'))] as $content) {
                $path = tempnam(sys_get_temp_dir(), 'fuzz');
                file_put_contents($path, $content);
                $answer = $this->call('POST', '/api/app/sources/larkmoor/pictures', files: ['picture' => new UploadedFile($path, $name, test: true)], server: ['HTTP_ACCEPT' => 'application/json', 'CONTENT_TYPE' => 'multipart/form-data']);
                unlink($path);
                self::assertContains($answer->getStatusCode(), [201, 422, 429], json_encode(mb_scrub($name)).' '.bin2hex(substr($content, 0, 8)).' '.$answer->getContent());
            }
        }
    }

    /**
     * @param  array<string, mixed>  $operation
     */
    private function address(string $path, array $operation): string
    {
        // What belongs to a source is described below its address; now and then another's is asked for.
        $of = mt_rand(0, 19) === 0 ? self::oneOf(['nowhere', '%00', str_repeat('x', 300)]) : 'larkmoor';
        $known = ['{key}' => match (explode('/', $path)[1]) {
            'templates' => 'night-blue-receipt', 'brands' => 'larkmoor', 'notices' => 'order-received', default => 'LM-20429',
        }, '{type}' => 'order', '{number}' => '1', '{id}' => '01ARZ3NDEKTSV4RRFFQ69G5FAV', '{letter}' => '1'];
        $odd = ['%00', '%FF', '..%2F..', '99999999999999999999', '-1', 'a'.str_repeat('x', 3000), '%F0%9F%8C%99', '%27%20or%201=1', '%7B%7B7*7%7D%7D', 'order'];
        $path = (string) preg_replace_callback('/\{[a-z]+\}/', static fn (array $match): string => mt_rand(0, 9) === 0 ? self::oneOf($odd) : ($known[$match[0]] ?? 'x'), $path);
        $query = [];
        foreach ($operation['parameters'] ?? [] as $parameter) {
            if (($parameter['in'] ?? '') === 'query' && mt_rand(0, 2) > 0) {
                $query[] = $parameter['name'].self::oneOf(['=', '[]=', '[a][b]=']).self::oneOf(['1', '0', '-1', '1e99', '99999999999999999999', '%FF', '%00', 'LM-20429', 'built_in', 'order', 'de', str_repeat('x', 500), '%25_%5C', 'true', '']);
            }
        }

        return (str_starts_with($path, '/api/') ? '' : "/api/app/sources/{$of}").$path.($query === [] ? '' : '?'.implode('&', $query));
    }

    /**
     * @param  array<string, mixed>  $operation
     */
    private function body(array $operation): string
    {
        if (mt_rand(0, 9) === 0) {
            return self::oneOf(['{', '[', 'null', '"x"', '1e999', "\xFF\xFE", '{"a":"\ud800"}', '{"\u0000a":1}', str_repeat('{"a":', 600).'1'.str_repeat('}', 600), '[[[[[[]]]]]]', "{\"id\":\"\x00\"}", '{"document":{"manuscript":'.str_repeat('[', 60).str_repeat(']', 60).'}}']);
        }
        $schema = $operation['requestBody']['content']['application/json']['schema'] ?? [];

        return str_replace('"HUGE"', self::oneOf(['1e999', '-1e999', '1e300', '99999999999999999999999', '0.1e-400']), (string) json_encode($this->value($schema, 0) ?? new \stdClass, JSON_PARTIAL_OUTPUT_ON_ERROR));
    }

    /** A value as a schema asks for it, or quite another. */
    private function value(mixed $schema, int $depth, string $name = ''): mixed
    {
        while (is_array($schema) && isset($schema['$ref'])) {
            $schema = OpenApi::document()['components']['schemas'][basename($schema['$ref'])] ?? [];
        }
        if (! is_array($schema) || $depth > 6 || ($depth > 0 && mt_rand(0, 5) === 0)) {
            return self::odd();
        }
        if ($name === 'document' || $name === 'blocks') {
            return $name === 'document' ? self::document() : [self::block()];
        }
        $usual = ['record' => 'LM-20429', 'notice' => 'order-received', 'messages' => [['notice' => 'order-received', 'record' => 'LM-20429']], 'view' => self::oneOf(['wide', 'dark', 'inverted', 'no_pictures']), 'language' => 'de', 'from' => self::oneOf(['blank', 'copy', 'built_in', 'source']), 'record_type' => 'order', 'template' => 'night-blue-receipt', 'event' => self::oneOf(['order.placed', 'order.changed', 'booking.changed']), 'revision' => 1, 'version' => 1, 'to' => 'a@example.org', 'key' => 'LM-20429', 'id' => 'e'.mt_rand()];
        if (isset($usual[$name]) && ! isset($schema['properties'])) {
            return $usual[$name];
        }
        if (isset($schema['allOf']) || isset($schema['properties']) || ($schema['type'] ?? '') === 'object') {
            $value = [];
            foreach ($schema['properties'] ?? [] as $key => $one) {
                if (mt_rand(0, 5) > 0) {
                    $value[$key] = $this->value($one, $depth + 1, (string) $key);
                }
            }
            if (mt_rand(0, 8) === 0) {
                $value[self::oneOf(['x', '', '0', '__proto__', 'status', "a\u{0}"])] = self::odd();
            }

            return $value;
        }

        return match (self::oneOf((array) ($schema['type'] ?? 'string'))) {
            'boolean' => mt_rand(0, 1) === 1,
            'integer', 'number' => self::oneOf([0, 1, -1, PHP_INT_MAX]),
            'array' => array_map(fn (): mixed => $this->value($schema['items'] ?? [], $depth + 1), range(1, mt_rand(1, 3))),
            'null' => null,
            default => self::oneOf($schema['enum'] ?? ['x', '', 'LM-20429', "\u{202E}x", '{{ 7*7 }}', str_repeat('x', 300)]),
        };
    }

    /**
     * @return array<string, mixed>
     */
    private static function document(): array
    {
        return array_filter([
            'format' => 'velvet-herald/'.self::oneOf(['template', 'template', 'brand']), 'version' => self::oneOf([1, 1, 1, true, '1']), 'language' => self::oneOf(['en', 'en', 'de', 'xx-', 7]), 'envelope' => mt_rand(0, 5) === 0 ? self::odd() : ['subject' => self::words(), ...(mt_rand(0, 2) === 0 ? [self::oneOf(['cc', 'from_address', 'preview', 'reply_to']) => self::words()] : [])],
            'manuscript' => mt_rand(0, 6) === 0 ? self::odd() : array_map(static fn (): array => self::block(), range(1, mt_rand(1, 4))),
            'translations' => mt_rand(0, 3) === 0 ? [self::oneOf(['de', 'xx', '0']) => ['a.text' => self::words(), 'envelope.subject' => self::odd()]] : null,
            'brand' => mt_rand(0, 5) === 0 ? self::odd() : null, 'look' => mt_rand(0, 5) === 0 ? self::odd() : null, 'plain' => mt_rand(0, 8) === 0 ? self::odd() : null,
        ], static fn (mixed $value): bool => $value !== null);
    }

    /**
     * @return array<string, mixed>
     */
    private static function block(int $depth = 0): array
    {
        $type = self::oneOf(['text', 'heading', 'button', 'picture', 'facts', 'line_items', 'totals', 'section', 'columns', 'choice', 'repeat', 'points', 'divider', 'nothing']);
        $inside = static fn (): array => $depth > 2 ? [] : [self::block($depth + 1)];
        $block = ['id' => self::oneOf(['a', 'b', 'c', 'd', 'e', "x\n"]), 'type' => $type] + match ($type) {
            'button' => ['label' => self::words(), 'link' => self::words()],
            'picture' => ['source' => self::words(), 'alternative' => self::words(), 'width' => self::oneOf([100, 0, -1, 'x', 1e9])],
            'facts', 'totals' => ['rows' => [['id' => 'r'.mt_rand(0, 3), 'label' => self::words(), 'value' => self::words()]]],
            'line_items' => ['list' => self::oneOf(['order.items', 'order.number', 'order', 'x.y', "order.items\n"]), 'columns' => [['id' => 'c'.mt_rand(0, 3), 'value' => self::words()]], 'item' => self::oneOf(['item', 'not', 'order', 'loop', 'given'])],
            'section' => ['blocks' => $inside()],
            'columns' => ['columns' => [['id' => 'k1', 'blocks' => $inside()], ['id' => 'k2', 'blocks' => $inside()]]],
            'choice' => ['branches' => [['id' => 'h'.mt_rand(0, 3), 'when' => self::condition(), 'blocks' => $inside()]], 'otherwise' => $inside()],
            'repeat' => ['list' => self::oneOf(['order.items', 'order.number', 'item.options', 'x']), 'item' => self::oneOf(['item', 'true', 'some', 'every', 'literal']), 'blocks' => $inside()],
            'points' => ['points' => [['id' => 'o'.mt_rand(0, 3), 'text' => self::words()]], 'numbered' => true],
            default => ['text' => self::words()],
        };
        if (mt_rand(0, 3) === 0) {
            $block['when'] = self::condition();
        }
        if (mt_rand(0, 6) === 0) {
            $block[self::oneOf(array_map(strval(...), array_keys($block)))] = self::odd();
        }

        return $block;
    }

    private static function condition(int $depth = 0): mixed
    {
        return match ($depth > 3 ? 9 : mt_rand(0, 6)) {
            0 => ['all' => [self::condition($depth + 1)]],
            1 => ['not' => self::condition($depth + 1)],
            2 => self::odd(),
            default => ['path' => self::oneOf(['order.total', 'order.placed_at', 'order.status', 'order.items', 'order.number', 'order.gift', 'order', 'x', 'now', 'source.name']), 'operator' => self::oneOf(['is', 'is_not', 'one_of', 'more', 'less', 'empty', 'filled', 'x']), 'value' => self::oneOf([1, ' 5', '1e9999', 'tomorrow', true, [], [[]], 'paid', ['amount' => '1e99', 'currency' => 'EUR'], 'HUGE', '2026-01-01'])],
        };
    }

    private static function words(): mixed
    {
        return self::oneOf(['Hello', '{{', '{order.number}', '{order.number|date_long}', '{order.placed_at|money or "x"}', 'https://example.org/{order.number}', '{order.items}', '{order.meta.x}', '', [['text' => '{%'], ['variable' => 'order.total']], [['variable' => 'x', 'text' => 'y']], [['break' => true]], [['text' => 'a', 'link' => [['text' => 'javascript:x']]]], self::odd()]);
    }

    private static function odd(): mixed
    {
        return self::oneOf([null, true, false, 0, -1, PHP_INT_MAX, PHP_INT_MIN, 1.5, 'HUGE', '', ' ', 'x', "\u{0}", "\u{202E}", "\u{1F319}", str_repeat('x', 5000), '1e99999999999', '{{ 7*7 }}', '=?nope-9?B?/w==?=', [], [[]], ['a' => ['b' => ['c' => 'd']]], array_fill(0, 40, 1), ['id' => 'x', 'type' => 'text'], "a\r\nb", '../x', '%FF', 'josé@example.org']);
    }

    /**
     * @template T
     *
     * @param  array<array-key, T>  $of
     * @return T
     */
    private static function oneOf(array $of): mixed
    {
        return array_values($of)[mt_rand(0, count($of) - 1)];
    }
}
