<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Loading\LoadManifest;
use App\Loading\LoadRecords;
use App\Models\Dispatch;
use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use Herald\Document\Json;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Route;

/** Several sources under one roof: nothing of one is seen or touched from another, and a person has a role for each. OWASP ASVS 4.1.2, 4.2.1. */
final class SourcesTest extends TestCase
{
    private Source $larkmoor;

    private Source $clinic;

    protected function setUp(): void
    {
        parent::setUp();
        $this->larkmoor = $this->larkmoor();
        $this->clinic = LoadManifest::from(Json::ofFile(__DIR__.'/documents/clinic.json'));
        // Its records, notices and events are called as Larkmoor's are.
        LoadRecords::from($this->clinic, [__DIR__.'/documents/clinic.jsonl']);
    }

    public function test_each_shows_its_own_though_everything_is_called_the_same(): void
    {
        $this->signIn();
        self::assertSame(['Nora Quill', ''], [$this->valueOf('fernhill', 'order.patient'), $this->valueOf('larkmoor', 'order.patient')]);
        self::assertSame(['LM-20429'], array_column($this->ask('GET', '/api/app/sources/fernhill/records')->json('records'), 'key'));
        self::assertSame([], $this->ask('GET', '/api/app/sources/fernhill/templates')->assertOk()->json('templates'));
        $this->ask('GET', '/api/app/sources/fernhill/templates/night-blue-receipt')->assertNotFound();
        $this->ask('GET', '/api/app/sources/fernhill/notices/order-received')->assertOk()->assertJsonPath('name', 'Appointment made')->assertJsonPath('audience_label', 'patient');
        $order = $this->ask('GET', '/api/app/sources/fernhill/running-order')->assertOk();
        self::assertSame(['patients', 'practices'], array_column($order->json('source.audiences'), 'name'));
        self::assertSame(['patient', 'practice, front desk'], array_column($order->json('strands.0.notices'), 'audience_label'));
        self::assertSame(['customers', 'staff'], array_column($this->ask('GET', '/api/app/sources/larkmoor/running-order')->json('source.audiences'), 'name'));
        $this->ask('GET', '/api/app/sources/fernhill/notices/order-received/rendering?record=LM-20429&words=answer')->assertOk()->assertJsonPath('subject', 'Your appointment LM-20429')->assertJsonPath('html_at', '/stage/fernhill/notices/order-received?record=LM-20429&words=answer');
        $this->get('/stage/fernhill/notices/order-received?record=LM-20429&words=answer')->assertOk()->assertSee('Dear Nora Quill');

        // A draft begun here is not there.
        $made = $this->ask('POST', '/api/app/sources/fernhill/templates', ['name' => 'Night-blue receipt', 'from' => 'built_in', 'notice' => 'order-received'])->assertStatus(201);
        self::assertSame('night-blue-receipt', $made->json('key'), 'each source has its own keys');
        $this->ask('POST', '/api/app/sources/fernhill/templates/night-blue-receipt/publication', ['revision' => 1])->assertOk();
        $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt')->assertJsonPath('version', 1);
        self::assertSame(['order-received'], array_column($this->ask('GET', '/api/app/sources/larkmoor/templates')->json('templates.0.claims'), 'notice'));
        $this->ask('POST', '/api/app/sources/fernhill/templates', ['name' => 'Theirs', 'from' => 'copy', 'template' => 'dome-night'])->assertNotFound();
    }

    public function test_an_event_goes_to_whom_its_token_belongs_and_its_message_is_seen_there_alone(): void
    {
        $this->ask('POST', '/api/v1/events', ['id' => 'one', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($this->clinic))->assertStatus(202);
        $this->decide();
        self::assertSame(['Nora Quill', 2], [Dispatch::query()->with('to')->firstOrFail()->to?->name, Dispatch::query()->where('source_id', $this->clinic->id)->count()]);
        $dispatch = Dispatch::query()->firstOrFail();

        $this->signIn();
        $this->ask('GET', '/api/app/sources/larkmoor/dispatches')->assertJsonPath('total', 0);
        $this->ask('GET', '/api/app/sources/fernhill/dispatches')->assertJsonPath('total', 2);
        $this->ask('GET', "/api/app/sources/fernhill/dispatches/{$dispatch->id}")->assertOk();
        foreach (['GET' => '', 'POST' => '/retry'] as $method => $deed) {
            $this->ask($method, "/api/app/sources/larkmoor/dispatches/{$dispatch->id}{$deed}")->assertNotFound();
        }
        $this->get("/stage/larkmoor/dispatches/{$dispatch->id}")->assertNotFound();
        $this->ask('GET', '/api/v1/events/one', [], $this->bearer($this->larkmoor))->assertNotFound();
    }

    public function test_a_person_has_a_role_for_each_source_and_knows_nothing_of_others(): void
    {
        $person = User::query()->create(['name' => 'S. Okafor', 'email' => 'okafor@example.org', 'password' => 'a good password']);
        $person->allow($this->larkmoor, Role::Publisher);
        $this->actingAs($person, 'web');
        $this->ask('GET', '/api/app/session')->assertJsonPath('sources.*.key', ['larkmoor'])->assertJsonPath('sources.0.may_publish', true);
        // It looks as one that is not there, on every route that names a source.
        $routes = 0;
        foreach (Route::getRoutes() as $route) {
            if (str_contains($route->uri(), '{source}')) {
                $routes++;
                foreach (['fernhill', 'nowhere'] as $source) {
                    $path = '/'.preg_replace('/\{(number|letter)\}/', '1', strtr($route->uri(), ['{source}' => $source, '{type}' => 'order', '{key}' => 'LM-20429', '{id}' => '1']));
                    self::assertSame(404, $this->json($route->methods()[0], $path)->getStatusCode(), "{$route->methods()[0]} {$path}");
                }
            }
        }
        self::assertGreaterThan(50, $routes);

        $person->allow($this->clinic, Role::Viewer);
        $this->ask('GET', '/api/app/session')->assertJsonPath('sources.*.role', ['viewer', 'publisher']);
        $this->ask('GET', '/api/app/sources/fernhill/records')->assertOk();
        $this->ask('POST', '/api/app/sources/fernhill/notices/order-received/order', ['revision' => 2, 'claims' => [], 'otherwise' => 'built_in'])->assertForbidden();
        $this->ask('POST', '/api/app/sources/larkmoor/notices/order-received/order', ['revision' => 2, 'claims' => [], 'otherwise' => 'built_in'])->assertOk();
        $this->ask('GET', '/api/app/people')->assertForbidden();
        $person->allow($this->clinic, null);
        $this->ask('GET', '/api/app/sources/fernhill/records')->assertNotFound();
    }

    public function test_administrators_give_roles_source_by_source(): void
    {
        $this->signIn();
        $add = fn (array $may) => $this->ask('POST', '/api/app/people', ['name' => 'J. Brandt', 'email' => 'brandt@example.org', ...$may]);
        $add(['roles' => ['nowhere' => 'author']])->assertStatus(422)->assertJsonPath('faults.0', ['place' => 'roles', 'reason' => 'There is no source “nowhere”.']);
        $add(['roles' => ['larkmoor' => 'administrator']])->assertStatus(422)->assertJsonPath('faults.0.place', 'roles');
        $add(['roles' => ['larkmoor' => ['x']]])->assertStatus(422);
        $id = $add(['roles' => ['larkmoor' => 'author', 'fernhill' => 'viewer']])->assertStatus(201)->json('id');
        $roles = fn (): array => array_column($this->ask('GET', '/api/app/people')->assertOk()->json('people'), 'roles', 'id')[$id];
        self::assertEqualsCanonicalizing(['larkmoor' => 'author', 'fernhill' => 'viewer'], $roles());
        $this->ask('PATCH', "/api/app/people/{$id}", ['roles' => ['larkmoor' => null]])->assertOk();
        self::assertSame(['fernhill' => 'viewer'], $roles());
        $this->ask('PATCH', "/api/app/people/{$id}", ['administrator' => true])->assertOk();
        $this->actingAs(User::query()->findOrFail($id), 'web');
        $this->ask('GET', '/api/app/session')->assertJsonPath('sources.*.role', ['administrator', 'administrator']);
        self::assertSame(['J. Brandt is administrator from now on', 'J. Brandt has no role in Larkmoor Observatory any more', 'J. Brandt is viewer in Fernhill Clinic from now on', 'J. Brandt is author in Larkmoor Observatory from now on', 'J. Brandt may sign in'], array_slice(array_column($this->ask('GET', '/api/app/audit')->json('deeds'), 'what'), 0, 5));

        $token = $this->ask('POST', '/api/app/tokens', ['source' => 'fernhill', 'name' => 'desk'])->assertStatus(201)->json('token');
        self::assertSame(['fernhill'], array_column($this->ask('GET', '/api/app/people')->json('tokens'), 'source'));
        $this->app['auth']->forgetGuards();
        $this->ask('POST', '/api/v1/events', ['id' => 'two', 'event' => 'order.placed', 'key' => 'LM-20429'], ['Authorization' => "Bearer {$token}"])->assertStatus(202);
        self::assertSame(2, $this->clinic->dues()->count());
    }

    public function test_commands_ask_which_source_is_meant(): void
    {
        $file = database_path('demo/night-blue-receipt.json');
        self::assertSame(1, Artisan::call('herald:template', ['file' => $file]));
        self::assertStringContainsString('must be given, as there are several sources: larkmoor, fernhill', Artisan::output());
        self::assertSame(1, Artisan::call('herald:template', ['file' => $file, '--source' => 'nowhere']));
        self::assertStringContainsString('finds no source "nowhere"; there are: larkmoor, fernhill', Artisan::output());
        self::assertSame(0, Artisan::call('herald:template', ['file' => $file, '--source' => 'larkmoor']));
        self::assertSame(1, Artisan::call('herald:user', ['email' => 'a@example.org', 'name' => 'A', '--role' => 'viewer']));
        self::assertSame(0, Artisan::call('herald:user', ['email' => 'a@example.org', 'name' => 'A', '--role' => 'viewer', '--source' => 'fernhill']));
        self::assertSame(Role::Viewer, User::query()->where('email', 'a@example.org')->firstOrFail()->roleIn($this->clinic));
    }

    private function valueOf(string $source, string $path): string
    {
        return array_column($this->ask('GET', "/api/app/sources/{$source}/records/order/LM-20429")->assertOk()->json('lines'), 'value', 'path')[$path] ?? '';
    }
}
