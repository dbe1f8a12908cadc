<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Role;
use App\Models\User;
use Illuminate\Support\Facades\Artisan;
use Spatie\Activitylog\Models\Activity;

/** Whatever changes something, and whatever is refused, is written down: who, what, before and after, from where. OWASP ASVS 7.1.3, 7.2.1, 7.2.2. */
final class AuditTest extends TestCase
{
    private const TEMPLATE = '/api/app/sources/larkmoor/templates/night-blue-receipt';

    public function test_every_deed_is_written_down_with_what_it_changed(): void
    {
        $source = $this->larkmoor();
        Activity::query()->delete();
        $this->signIn(Role::Publisher);
        $document = $this->ask('GET', self::TEMPLATE)->json('document');
        foreach ([null, 1, 2] as $revision) {
            $document['envelope']['subject'] = [['text' => "Subject {$revision}"]];
            $this->ask('PUT', self::TEMPLATE.'/draft', ['revision' => $revision, 'version' => 1, 'document' => $document])->assertOk();
        }
        $this->ask('POST', self::TEMPLATE.'/publication', ['revision' => 3])->assertOk();
        $this->ask('PATCH', self::TEMPLATE, ['name' => 'Night receipt'])->assertOk();
        $this->ask('POST', '/api/app/sources/larkmoor/notices/order-received/order', ['revision' => 2, 'claims' => [], 'otherwise' => 'built_in'])->assertOk();
        $this->ask('PATCH', '/api/app/sources/larkmoor/records/order/LM-20429', ['revision' => 1, 'changes' => ['status' => 'sent']])->assertOk();
        $this->decide();
        $dispatch = Dispatch::query()->firstOrFail();
        $dispatch->update(['state' => DispatchState::Uncertain]);
        $this->ask('POST', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}/settle")->assertOk();
        $this->ask('PATCH', self::TEMPLATE, ['archived' => true])->assertOk();
        Artisan::call('herald:token', ['source' => 'larkmoor']);

        $deeds = $this->signIn()->ask('GET', '/api/app/audit')->assertOk()->json('deeds');
        self::assertSame([
            ['token', 'The token “application” of Larkmoor Observatory was made', null, []],
            ['archived', 'Night receipt, put into the archive', 'Publisher', []],
            ['settled', "“{$dispatch->refresh()->subject}” is known to have arrived", 'Publisher', [['state', 'uncertain', 'sent']]],
            ['record', 'Order LM-20429 changed', 'Publisher', [['status', 'pending', 'sent']]],
            ['answer', 'Back to built-in', 'Publisher', [['who answers', 'Night receipt; otherwise the built-in answers', 'otherwise the built-in answers']]],
            ['renamed', 'Night-blue receipt, renamed or moved', 'Publisher', [['name', 'Night-blue receipt', 'Night receipt']]],
            ['published', 'Night-blue receipt, version 2, published', 'Publisher', []],
            ['draft', 'Night-blue receipt, written on', 'Publisher', []],
        ], array_map(static fn (array $deed): array => [$deed['event'], $deed['what'], $deed['who'], array_map(array_values(...), $deed['changes'])], $deeds));
        // Another one that is called the same is another deed.
        $this->signIn(Role::Publisher)->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Night-blue receipt', 'from' => 'copy', 'template' => 'night-blue-receipt'])->assertStatus(201);
        $copy = $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt-2')->json('document');
        $this->ask('PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt-2/draft', ['revision' => 1, 'version' => null, 'document' => $copy])->assertOk();
        self::assertSame(1, Activity::query()->where('event', 'draft')->latest('id')->firstOrFail()->getExtraProperty('times', 1));
        Activity::query()->whereIn('id', Activity::query()->latest('id')->limit(2)->pluck('id'))->delete();
        $this->signIn();
        self::assertSame([3, '127.0.0.1'], [$deeds[7]['times'], $deeds[7]['from']], 'what goes on is one entry');

        $found = fn (string $search): array => array_column($this->ask('GET', '/api/app/audit?search='.rawurlencode($search))->json('deeds'), 'event');
        self::assertSame(['record'], $found('LM-20429 publisher'));
        self::assertCount(7, $found('publisher@example.org'));
        self::assertSame([], $found('100%'));
        self::assertSame(8, Activity::query()->where('source_id', $source->id)->count());
    }

    public function test_what_is_refused_is_written_down_once_an_hour(): void
    {
        $this->larkmoor();
        Activity::query()->delete();
        User::query()->create(['name' => 'M. Thorne', 'email' => 'thorne@example.org', 'password' => 'a good password']);
        foreach (['guess', 'another', 'a good password'] as $password) {
            $this->ask('POST', '/api/app/session', ['email' => 'thorne@example.org', 'password' => $password]);
        }
        $this->ask('DELETE', '/api/app/session')->assertNoContent();
        $this->signIn(Role::Viewer);
        foreach ([1, 2, 3] as $_) {
            $this->ask('POST', '/api/app/sources/larkmoor/notices/order-received/order', ['revision' => 2, 'claims' => [], 'otherwise' => 'built_in'])->assertForbidden();
        }
        $deeds = $this->signIn()->ask('GET', '/api/app/audit')->json('deeds');
        self::assertSame([
            ['refused', 'Refused: POST api/app/sources/larkmoor/notices/order-received/order', 'Viewer', 3],
            ['signed-out', 'M. Thorne signed out', 'M. Thorne', 1],
            ['signed-in', 'M. Thorne signed in', 'M. Thorne', 1],
            ['refused', 'Signing in was refused: thorne@example.org', null, 2],
        ], array_map(static fn (array $deed): array => [$deed['event'], $deed['what'], $deed['who'], $deed['times']], $deeds));
        self::assertStringNotContainsString('guess', (string) json_encode(Activity::query()->get()), 'no password is kept');
        $this->travel(61)->minutes();
        $this->signIn(Role::Viewer)->ask('GET', '/api/app/people')->assertForbidden();
        $this->ask('POST', '/api/app/sources/larkmoor/notices/order-received/order', ['revision' => 2, 'claims' => [], 'otherwise' => 'built_in'])->assertForbidden();
        self::assertSame(4, Activity::query()->where('event', 'refused')->count());
    }
}
