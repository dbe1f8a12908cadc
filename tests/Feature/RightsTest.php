<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Dispatch;
use App\Models\Letter;
use App\Models\Role;
use App\Models\User;
use Illuminate\Support\Facades\Route;

/** OWASP ASVS 4.1 (access control), 3 (sessions), 4.2.2 (CSRF), 2.2.1 (anti-automation). */
final class RightsTest extends TestCase
{
    /** Every route of the front end's interface, with the least role that it asks for. */
    public const ROUTES = [
        'GET api/app/session' => ['anyone', []],
        'POST api/app/session' => ['anyone', []],
        'DELETE api/app/session' => ['viewer', []],
        'PUT api/app/session/password' => ['viewer', [], '', ['current_password' => 'x', 'password' => 'x']],
        'GET api/app/sources/{source}/running-order' => ['viewer', []],
        'GET api/app/sources/{source}/notices/{key}' => ['viewer', ['key' => 'order-received']],
        'GET api/app/sources/{source}/notices/{key}/rendering' => ['viewer', ['key' => 'order-received'], '?record=LM-20429&words=answer'],
        'POST api/app/sources/{source}/notices/{key}/proof' => ['author', ['key' => 'order-received'], '', ['record' => 'LM-20429', 'words' => 'answer', 'to' => 'no address']],
        'GET api/app/sources/{source}/notices/{key}/order' => ['viewer', ['key' => 'order-received']],
        'GET api/app/sources/{source}/notices/{key}/order/parts' => ['viewer', ['key' => 'order-received']],
        'GET api/app/sources/{source}/notices/{key}/why' => ['viewer', ['key' => 'order-received'], '?record=LM-20429'],
        'POST api/app/sources/{source}/notices/{key}/order/trial' => ['author', ['key' => 'order-received'], '', ['claims' => [], 'otherwise' => 'built_in']],
        'PUT api/app/sources/{source}/notices/{key}/order/draft' => ['author', ['key' => 'order-received'], '', ['revision' => 1, 'claims' => [], 'otherwise' => 'built_in']],
        'DELETE api/app/sources/{source}/notices/{key}/order/draft' => ['author', ['key' => 'order-received'], '', ['revision' => 1]],
        'POST api/app/sources/{source}/notices/{key}/order' => ['publisher', ['key' => 'order-received'], '', ['revision' => 1, 'claims' => [], 'otherwise' => 'built_in']],
        'GET api/app/sources/{source}/records' => ['viewer', []],
        'GET api/app/sources/{source}/records/{type}/{key}' => ['viewer', ['type' => 'order', 'key' => 'LM-20429']],
        'POST api/app/sources/{source}/records/{type}/{key}/consequences' => ['publisher', ['type' => 'order', 'key' => 'LM-20429'], '', ['changes' => ['status' => 'paid']]],
        'GET api/app/sources/{source}/records/{type}/{key}/messages' => ['viewer', ['type' => 'order', 'key' => 'LM-20429']],
        'POST api/app/sources/{source}/records/{type}/{key}/messages' => ['publisher', ['type' => 'order', 'key' => 'LM-20429'], '', ['notice' => 'none']],
        'PATCH api/app/sources/{source}/records/{type}/{key}' => ['publisher', ['type' => 'order', 'key' => 'LM-20429'], '', ['revision' => 1, 'changes' => ['status' => 'paid']]],
        'GET api/app/sources/{source}/notice-parts/{type}' => ['viewer', ['type' => 'order']],
        'POST api/app/sources/{source}/notices' => ['publisher', [], '', ['notice' => []]],
        'POST api/app/sources/{source}/notices/trial' => ['publisher', [], '', ['notice' => []]],
        'PUT api/app/sources/{source}/notices/{key}' => ['publisher', ['key' => 'order-received'], '', ['revision' => 1, 'notice' => []]],
        'PATCH api/app/sources/{source}/notices/{key}' => ['publisher', ['key' => 'order-received'], '', ['revision' => 9, 'on' => true]],
        'DELETE api/app/sources/{source}/notices/{key}' => ['publisher', ['key' => 'order-received'], '', ['revision' => 1]],
        'GET api/app/sources/{source}/answers' => ['viewer', []],
        'GET api/app/sources/{source}/coming' => ['viewer', []],
        'PATCH api/app/sources/{source}/coming/{due}' => ['publisher', ['due' => '999'], '', ['what' => 'take_out', 'why' => 'x']],
        'PUT api/app/sources/{source}/clock' => ['publisher', [], '', ['to' => 'x']],
        'GET api/app/sources/{source}/former-names' => ['publisher', []],
        'POST api/app/sources/{source}/former-names' => ['publisher', []],
        'PUT api/app/sources/{source}/otherwise' => ['publisher', [], '', ['set' => []]],
        'GET api/app/sources/{source}/readiness' => ['viewer', []],
        'GET api/app/sources/{source}/notices/{key}/readiness' => ['viewer', ['key' => 'order-received']],
        'POST api/app/sources/{source}/notices/{key}/replay' => ['viewer', ['key' => 'order-received'], '', ['against' => []]],
        'GET api/app/sources/{source}/notices/{key}/replay/{replay}/{id}' => ['viewer', ['key' => 'order-received', 'replay' => 'none', 'id' => '1']],
        'GET stage/{source}/notices/{key}/replays/{replay}/{id}' => ['viewer', ['key' => 'order-received', 'replay' => 'none', 'id' => '1']],
        'PUT api/app/sources/{source}/notices/{key}/carrier' => ['publisher', ['key' => 'order-received'], '', ['revision' => 9, 'carrier' => 'herald']],
        'GET api/app/sources/{source}/notices/{key}/changed/{language}' => ['viewer', ['key' => 'order-received', 'language' => 'en']],
        'POST api/app/sources/{source}/notices/{key}/look' => ['author', ['key' => 'order-received']],
        'GET stage/{source}/templates/{key}/versions/{number}' => ['viewer', ['key' => 'night-blue-receipt', 'number' => '1'], '?record=LM-20429'],
        'GET api/app/sources/{source}/collections' => ['viewer', []],
        'GET api/app/sources/{source}/collections/{key}' => ['viewer', ['key' => 'none']],
        'POST api/app/sources/{source}/collections' => ['author', [], '', ['name' => 'x']],
        'PATCH api/app/sources/{source}/collections/{key}' => ['author', ['key' => 'none'], '', ['revision' => 1]],
        'DELETE api/app/sources/{source}/collections/{key}' => ['publisher', ['key' => 'none'], '', ['revision' => 1]],
        'POST api/app/sources/{source}/collections/{key}/claims' => ['publisher', ['key' => 'none'], '', ['template' => 'x', 'notice' => 'x']],
        'GET api/app/sources/{source}/templates' => ['viewer', []],
        'GET api/app/sources/{source}/templates/{key}' => ['viewer', ['key' => 'night-blue-receipt']],
        'POST api/app/sources/{source}/templates' => ['author', [], '', ['name' => 'x', 'from' => 'blank', 'record_type' => 'order']],
        'PATCH api/app/sources/{source}/templates/{key}' => ['author', ['key' => 'night-blue-receipt'], '', ['name' => 'x']],
        'GET api/app/sources/{source}/templates/{key}/versions' => ['viewer', ['key' => 'night-blue-receipt']],
        'GET api/app/sources/{source}/templates/{key}/versions/{number}' => ['viewer', ['key' => 'night-blue-receipt', 'number' => '1']],
        'GET api/app/sources/{source}/templates/{key}/publication' => ['viewer', ['key' => 'night-blue-receipt']],
        'POST api/app/sources/{source}/templates/{key}/publication' => ['publisher', ['key' => 'night-blue-receipt'], '', ['revision' => 1]],
        'GET api/app/sources/{source}/templates/{key}/desk' => ['viewer', ['key' => 'night-blue-receipt']],
        'GET api/app/sources/{source}/templates/{key}/sheet' => ['viewer', ['key' => 'night-blue-receipt'], '?record=LM-20429'],
        'POST api/app/sources/{source}/templates/{key}/stage' => ['viewer', ['key' => 'night-blue-receipt'], '', ['record' => 'LM-20429']],
        'POST api/app/sources/{source}/templates/{key}/findings' => ['viewer', ['key' => 'night-blue-receipt'], '', []],
        'POST api/app/sources/{source}/templates/{key}/comparison' => ['viewer', ['key' => 'night-blue-receipt'], '', []],
        'GET api/app/sources/{source}/starters' => ['viewer', [], '?notice=order-received'],
        'GET stage/{source}/starters/{starter}' => ['viewer', ['starter' => 'letter'], '?notice=order-received'],
        'POST api/app/sources/{source}/html' => ['author', []],
        'POST api/app/sources/{source}/templates/{key}/html' => ['author', ['key' => 'night-blue-receipt'], '', []],
        'GET api/app/sources/{source}/passages' => ['viewer', []],
        'POST api/app/sources/{source}/passages' => ['author', [], '', ['name' => 'x', 'record_type' => 'order']],
        'POST api/app/sources/{source}/templates/{key}/letting-go' => ['author', ['key' => 'night-blue-receipt'], '', []],
        'POST api/app/sources/{source}/templates/{key}/starter' => ['author', ['key' => 'night-blue-receipt'], '', []],
        'POST api/app/sources/{source}/templates/{key}/plain' => ['author', ['key' => 'night-blue-receipt'], '', []],
        'POST api/app/sources/{source}/blocks' => ['author', [], '', ['format' => 'velvet-herald/blocks', 'version' => 1, 'blocks' => []]],
        'POST api/app/sources/{source}/pasted' => ['author', [], '', ['text' => 'Dear guest']],
        'POST api/app/sources/{source}/templates/{key}/proof' => ['author', ['key' => 'night-blue-receipt'], '', ['to' => 'x']],
        'POST api/app/sources/{source}/templates/{key}/replacement' => ['author', ['key' => 'night-blue-receipt'], '', ['what' => 'words']],
        'POST api/app/sources/{source}/replacements' => ['author', [], '', ['what' => 'words']],
        'POST api/app/sources/{source}/replacements/trial' => ['author', [], '', ['what' => 'words']],
        'POST api/app/sources/{source}/fields/{type}' => ['author', ['type' => 'order'], '', ['label' => 'x']],
        'POST api/app/sources/{source}/fields/{type}/trial' => ['author', ['type' => 'order'], '', ['record' => 'x']],
        'DELETE api/app/sources/{source}/fields/{type}/{key}' => ['author', ['type' => 'order', 'key' => 'none']],
        'PUT api/app/sources/{source}/templates/{key}/draft' => ['author', ['key' => 'night-blue-receipt'], '', ['revision' => null]],
        'GET api/app/sources/{source}/brands' => ['viewer', []],
        'POST api/app/sources/{source}/brands' => ['author', [], '', ['name' => 'x', 'from' => 'source']],
        'GET api/app/sources/{source}/brands/{key}' => ['viewer', ['key' => 'larkmoor']],
        'PATCH api/app/sources/{source}/brands/{key}' => ['author', ['key' => 'larkmoor'], '', ['name' => 'x']],
        'DELETE api/app/sources/{source}/brands/{key}' => ['publisher', ['key' => 'larkmoor']],
        'PUT api/app/sources/{source}/brands/{key}/draft' => ['author', ['key' => 'larkmoor'], '', ['revision' => null]],
        'GET api/app/sources/{source}/brands/{key}/desk' => ['viewer', ['key' => 'larkmoor']],
        'POST api/app/sources/{source}/brands/{key}/comparison' => ['viewer', ['key' => 'larkmoor']],
        'POST api/app/sources/{source}/brands/{key}/analysis' => ['viewer', ['key' => 'larkmoor']],
        'POST api/app/sources/{source}/brands/{key}/stage' => ['viewer', ['key' => 'larkmoor']],
        'GET api/app/sources/{source}/brands/{key}/versions' => ['viewer', ['key' => 'larkmoor']],
        'GET api/app/sources/{source}/brands/{key}/versions/{number}' => ['viewer', ['key' => 'larkmoor', 'number' => '1']],
        'GET api/app/sources/{source}/brands/{key}/publication' => ['viewer', ['key' => 'larkmoor']],
        'POST api/app/sources/{source}/brands/{key}/publication' => ['publisher', ['key' => 'larkmoor'], '', ['revision' => 1]],
        'GET api/app/sources/{source}/pictures' => ['viewer', []],
        'PATCH api/app/sources/{source}/pictures/{name}' => ['author', ['name' => 'x.png']],
        'DELETE api/app/sources/{source}/pictures/{name}' => ['author', ['name' => 'x.png']],
        'POST api/app/sources/{source}/pictures/{name}/width' => ['author', ['name' => 'x.png']],
        'POST api/app/sources/{source}/pictures/{name}/replacement' => ['author', ['name' => 'x.png'], '', ['with' => 'y.png', 'documents' => []]],
        'POST api/app/sources/{source}/pictures/{name}/replacement/trial' => ['author', ['name' => 'x.png'], '', ['with' => 'y.png']],
        'POST api/app/sources/{source}/pictures' => ['author', []],
        'POST api/app/sources/{source}/pictures/proposal' => ['author', [], '', ['picture' => 'x']],
        'GET api/app/sources/{source}/dispatches' => ['viewer', []],
        'GET api/app/sources/{source}/dispatches/{id}' => ['viewer', ['id' => 'DISPATCH']],
        'POST api/app/sources/{source}/dispatches/retries' => ['publisher', [], '', ['days' => 0]],
        'POST api/app/sources/{source}/dispatches/{id}/retry' => ['publisher', ['id' => 'DISPATCH']],
        'POST api/app/sources/{source}/dispatches/{id}/settle' => ['publisher', ['id' => 'DISPATCH']],
        'POST api/app/sources/{source}/dispatches/{id}/close' => ['publisher', ['id' => 'DISPATCH'], '', ['remark' => 'x']],
        'GET api/app/sources/{source}/attention' => ['viewer', []],
        'GET api/app/sources/{source}/events' => ['viewer', []],
        'POST api/app/sources/{source}/events/retries' => ['publisher', [], '', ['after' => null]],
        'POST api/app/sources/{source}/events/{event}/retry' => ['publisher', ['event' => '999']],
        'GET api/app/sources/{source}/letters' => ['viewer', []],
        'GET api/app/sources/{source}/letters/{letter}' => ['viewer', ['letter' => 'LETTER']],
        'GET api/app/people' => ['administrator', []],
        'POST api/app/people' => ['administrator', [], '', ['name' => 'x']],
        'PATCH api/app/people/{person}' => ['administrator', ['person' => '999'], '', []],
        'DELETE api/app/people/{person}' => ['administrator', ['person' => '999']],
        'POST api/app/tokens' => ['administrator', [], '', []],
        'DELETE api/app/tokens/{token}' => ['administrator', ['token' => '999']],
        'GET api/app/audit' => ['administrator', []],
        'GET stage/{source}/empty' => ['viewer', []],
        'GET stage/{source}/notices/{key}' => ['viewer', ['key' => 'order-received'], '?record=LM-20429&words=built_in'],
        'GET stage/{source}/dispatches/{id}' => ['viewer', ['id' => 'DISPATCH']],
        'GET stage/{source}/letters/{letter}' => ['viewer', ['letter' => 'LETTER']],
    ];

    public function test_every_route_is_in_the_table(): void
    {
        $routes = [];
        foreach (Route::getRoutes() as $route) {
            if (preg_match('#^(api/app|stage)/#', $route->uri()) === 1) {
                $routes[] = $route->methods()[0].' '.$route->uri();
            }
        }

        self::assertEqualsCanonicalizing(array_keys(self::ROUTES), $routes);
    }

    /**
     * Where a route of the table is asked for.
     *
     * @param  array<string, string>  $ids  of what is there: DISPATCH, LETTER
     */
    public static function address(string $route, array $ids): string
    {
        $parameters = self::ROUTES[$route][1];

        return '/'.strtr(explode(' ', $route)[1], ['{source}' => 'larkmoor', ...array_combine(array_map(static fn (string $name): string => "{{$name}}", array_keys($parameters)), array_map(static fn (string $value): string => $ids[$value] ?? $value, $parameters))]).(self::ROUTES[$route][2] ?? '');
    }

    public function test_every_route_asks_for_its_right(): void
    {
        $ids = $this->prepare();
        foreach (self::ROUTES as $route => $expected) {
            $right = $expected[0];
            [$method, $path] = [explode(' ', $route)[0], self::address($route, $ids)];
            $body = $expected[3] ?? [];

            $this->app['auth']->forgetGuards();
            $status = $this->json($method, $path, $body)->getStatusCode();
            self::assertSame($right === 'anyone', ! in_array($status, [302, 401, 403], true), "{$route} without signing in: {$status}");

            foreach (Role::cases() as $role) {
                $this->signIn($role);
                $status = $this->json($method, $path, $body)->getStatusCode();
                $allowed = array_search($role, Role::cases(), true) >= array_search($right, array_column(Role::cases(), 'value'), true);
                self::assertSame($allowed, $status !== 403 && $status !== 401, "{$route} as {$role->value}: {$status}");
                self::assertNotSame(500, $status, $route);
            }
        }
    }

    public function test_a_session_does_not_open_the_interface_of_sources(): void
    {
        $this->larkmoor();
        $this->signIn()->ask('POST', '/api/v1/events', ['id' => 'x', 'event' => 'order.placed', 'key' => 'LM-20429'])->assertUnauthorized();
    }

    public function test_a_token_without_the_ability_raises_no_events(): void
    {
        $source = $this->larkmoor();
        $token = $source->createToken('other', ['nothing'])->plainTextToken;
        $this->ask('POST', '/api/v1/events', ['id' => 'x', 'event' => 'order.placed', 'key' => 'LM-20429'], ['Authorization' => "Bearer {$token}"])->assertUnauthorized();
        self::assertSame(0, Dispatch::query()->count());
    }

    public function test_signing_in_and_out(): void
    {
        User::query()->create(['name' => 'M. Thorne', 'email' => 'thorne@example.org', 'password' => 'a good password']);

        $this->ask('POST', '/api/app/session', ['email' => 'thorne@example.org', 'password' => 'wrong'])->assertStatus(422)
            ->assertJsonPath('faults.0', ['place' => 'password', 'reason' => 'No account goes with this address and password.']);
        $this->ask('POST', '/api/app/session', ['email' => 'Thorne@Example.org', 'password' => 'a good password'])->assertOk()->assertJsonPath('person.administrator', false)->assertJsonPath('sources', []);
        $this->ask('GET', '/api/app/session')->assertJsonPath('person.name', 'M. Thorne');
        $this->ask('DELETE', '/api/app/session')->assertNoContent();
        $this->app['auth']->forgetGuards();
        $this->ask('GET', '/api/app/session')->assertJsonPath('person', null);
    }

    public function test_guessing_is_slowed_down(): void
    {
        $try = fn () => $this->ask('POST', '/api/app/session', ['email' => 'thorne@example.org', 'password' => 'guess']);
        for ($n = 0; $n < 6; $n++) {
            $try()->assertStatus(422);
        }
        $try()->assertStatus(429)->assertJsonPath('title', 'Too many attempts')->assertHeader('Retry-After');
        self::assertStringContainsString('Try again in', $try()->json('detail'));
    }

    public function test_who_only_looks_asks_for_fewer_stages(): void
    {
        $this->larkmoor();
        foreach ([[Role::Viewer, '300'], [Role::Author, '1500']] as [$role, $most]) {
            $this->signIn($role)->ask('POST', '/api/app/sources/larkmoor/notices/order-received/replay', [])->assertHeader('X-RateLimit-Limit', $most);
        }
    }

    public function test_a_change_without_the_page_s_own_token_is_refused(): void
    {
        $this->larkmoor();
        $this->signIn();
        // The framework does not ask for the token in tests, unless it believes that this is none.
        $this->app['env'] = 'local';
        $answer = $this->ask('POST', '/api/app/sources/larkmoor/notices/order-received/order', ['revision' => 1, 'claims' => [], 'otherwise' => 'built_in']);
        $this->app['env'] = 'testing';

        $answer->assertStatus(419)->assertJsonPath('title', 'This page was open for too long');
        $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received')->assertJsonPath('state', 'replaced');
    }

    public function test_pages_and_stages_carry_their_policies(): void
    {
        $this->larkmoor();
        $this->signIn();
        $this->get('/running-order')->assertOk()->assertHeader('Content-Security-Policy');
        $policy = (string) $this->get('/stage/larkmoor/notices/order-received?record=LM-20429&words=answer')->assertOk()->headers->get('Content-Security-Policy');

        foreach (["default-src 'none'", "script-src 'none'", "form-action 'none'", 'sandbox allow-same-origin', "img-src 'self' data: http://127.0.0.1 https://larkmoor.example.org;"] as $rule) {
            self::assertStringContainsString($rule, $policy);
        }
        self::assertStringNotContainsString('allow-scripts', $policy);
        self::assertStringContainsString("img-src 'self' data: http: https:;", (string) $this->get('/stage/larkmoor/empty?pictures=all')->headers->get('Content-Security-Policy'), 'pictures from elsewhere are loaded when a person asks for it');
    }

    /**
     * @return array<string, string>
     */
    private function prepare(): array
    {
        $source = $this->larkmoor();
        $this->ask('POST', '/api/v1/events', ['id' => 'rights', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $this->decide();
        $dispatch = Dispatch::query()->firstOrFail();
        $dispatch->message()->create(['sender' => 'a@example.org', 'bytes' => "Subject: x\r\n\r\nx"]);
        $letter = Letter::query()->create(['envelope_from' => 'a@example.org', 'envelope_to' => ['b@example.org'], 'subject' => 'x', 'from' => 'a', 'to' => 'b', 'raw' => "Subject: x\r\n\r\nx", 'received_at' => now()]);

        return ['DISPATCH' => $dispatch->id, 'LETTER' => (string) $letter->id];
    }
}
