<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\Record;
use App\Models\Role;
use Herald\Document\Json;
use Illuminate\Support\Str;
use PHPUnit\Framework\Attributes\DataProvider;
use Spatie\Activitylog\Models\Activity;

/** Messages that a person sends about one record: seen before, complete, and once. */
final class ByHandTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/records/order/LM-20429/messages';

    public function test_what_is_seen_is_what_goes_out_with_what_was_given(): void
    {
        $this->larkmoor();
        $this->signIn(Role::Publisher);
        $note = collect($this->ask('GET', self::AT)->assertOk()->json('notices'))->firstWhere('key', 'note-added');
        self::assertSame([['note', 'text', true], null], [array_values(array_intersect_key($note['given'][0], ['key' => 0, 'input' => 0, 'required' => 0])), $note['last']]);

        $given = ['note' => 'The lens is <b>polished</b> & ready.'];
        $seen = $this->ask('GET', '/api/app/sources/larkmoor/notices/note-added/rendering?'.http_build_query(['record' => 'LM-20429', 'words' => 'answer', 'given' => json_encode($given)]))->assertOk()->json();
        self::assertStringContainsString($given['note'], $seen['text']);
        self::assertStringContainsString('The lens is &lt;b&gt;polished&lt;/b&gt; &amp; ready.', (string) $this->get($seen['html_at'])->assertOk()->getContent());
        self::assertSame(0, Due::query()->whereNull('anchor')->count(), 'looking sends nothing');

        $wish = ['notice' => 'note-added', 'once' => (string) Str::uuid(), 'given' => $given];
        $this->ask('POST', self::AT, $wish)->assertStatus(202);
        $this->ask('POST', self::AT, $wish)->assertStatus(202);
        $this->work();

        $dispatch = Dispatch::query()->with(['message', 'to'])->sole();
        self::assertSame(['sent', 'aoife@example.org', $seen['subject'], 'asked for by Publisher', "mailing:{$wish['once']}"], [$dispatch->state->value, $dispatch->to?->address, $dispatch->subject, $dispatch->reason, $dispatch->occasion]);
        self::assertStringContainsString($given['note'], quoted_printable_decode((string) $dispatch->message?->bytes));
        $this->ask('GET', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}")->assertOk()->assertJsonPath('set_off_by', 'by hand, Publisher');
        self::assertSame($dispatch->id, collect($this->ask('GET', self::AT)->json('notices'))->firstWhere('key', 'note-added')['last']['id']);
        self::assertSame(1, Activity::query()->where('event', 'sent')->count());
    }

    public function test_what_failed_is_tried_again_in_one_step_and_nothing_else_is(): void
    {
        $source = $this->larkmoor();
        $bearer = $this->bearer($source);
        $keys = $source->records()->where('type', 'order')->orderBy('id')->limit(4)->pluck('key')->all();
        foreach ($keys as $key) {
            $this->ask('POST', '/api/v1/events', ['id' => "e-{$key}", 'event' => 'order.placed', 'key' => $key], $bearer)->assertStatus(202);
        }
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $other = $manifest;
        $other['record_types'][0]['fields'][array_search('tax', array_column($manifest['record_types'][0]['fields'], 'key'), true)] = ['key' => 'tax', 'label' => ['en' => 'Tax'], 'type' => 'integer'];
        LoadManifest::from(Json::ofArray($other, 'otherwise'));
        $this->work();
        self::assertSame(8, Dispatch::query()->where('state', DispatchState::Failed)->count());
        LoadManifest::from(Json::ofArray($manifest, 'as it was'));
        $of = static fn (string $notice) => Dispatch::query()->whereRelation('notice', 'key', $notice)->orderBy('id');
        $of('order-received')->first()?->update(['state' => DispatchState::Uncertain]);
        $of('order-received')->skip(1)->first()?->forceFill(['created_at' => now()->subDays(5)])->save();

        $this->signIn(Role::Publisher);
        $at = '/api/app/sources/larkmoor/dispatches';
        self::assertSame([2, 3], array_map(fn (int $days): int => $this->ask('GET', "{$at}?state=failed&notice=order-received&days={$days}")->json('total'), [1, 7]));
        $this->ask('POST', "{$at}/retries", ['days' => 1, 'notice' => 'order-received'])->assertOk()->assertExactJson(['again' => 2, 'left_out' => 0, 'after' => null]);
        $this->work();
        self::assertSame(['uncertain', 'failed', 'sent', 'sent'], $of('order-received')->pluck('state')->map(static fn (DispatchState $state): string => $state->value)->all());
        self::assertSame(4, $of('new-order')->where('state', DispatchState::Failed)->count(), 'those of other notices are left');
        $this->ask('POST', "{$at}/retries", ['days' => 7, 'after' => Dispatch::query()->max('id')])->assertJsonPath('again', 0);
        $this->ask('POST', "{$at}/retries", ['days' => 7])->assertJsonPath('again', 5);
        $this->work();
        self::assertSame(0, Dispatch::query()->where('state', DispatchState::Failed)->count());
        self::assertSame(2 + 5, Activity::query()->where('event', 'retried')->count());
    }

    public function test_another_wish_is_another_message(): void
    {
        $this->larkmoor();
        $this->signIn();
        foreach ([1, 2] as $time) {
            $this->ask('POST', self::AT, ['notice' => 'order-received', 'once' => (string) Str::uuid()])->assertStatus(202);
        }
        $this->work();

        self::assertSame(['sent', 'sent'], Dispatch::query()->pluck('state')->map(static fn ($state): string => $state->value)->all());
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string, string}>
     */
    public static function refused(): iterable
    {
        $once = ['once' => '6f9619ff-8b86-4d01-b42d-00cf4fc964ff'];
        yield 'a parameter is missing' => [['notice' => 'note-added', ...$once], 'given/note', 'must not be empty'];
        yield 'one that nobody knows' => [['notice' => 'note-added', 'given' => ['note' => 'x', 'nte' => 'y'], ...$once], 'given/nte', 'note'];
        yield 'of another kind' => [['notice' => 'note-added', 'given' => ['note' => ['x']], ...$once], 'given/note', 'text'];
        yield 'no list of parameters' => [['notice' => 'note-added', 'given' => 'x', ...$once], 'given', 'object'];
        yield 'about other records' => [['notice' => 'night-confirmed', ...$once], 'notice', 'no notice'];
        yield 'unknown' => [['notice' => 'none', ...$once], 'notice', 'no notice'];
        yield 'no wish' => [['notice' => 'order-received', 'once' => 'again'], 'once', ''];
    }

    /**
     * @param  array<string, mixed>  $body
     */
    #[DataProvider('refused')]
    public function test_what_cannot_be_sent_is_refused_with_its_place_and_sends_nothing(array $body, string $place, string $reason): void
    {
        $this->larkmoor();
        $this->signIn();
        $faults = $this->ask('POST', self::AT, $body)->assertStatus(422)->json('faults');

        self::assertContains($place, array_column($faults, 'place'), json_encode($faults, JSON_THROW_ON_ERROR));
        self::assertStringContainsString($reason, json_encode($faults, JSON_THROW_ON_ERROR));
        self::assertSame(0, Due::query()->whereNull('anchor')->count());
    }

    public function test_what_the_source_sends_itself_and_what_only_an_event_can_bring_is_not_sent_by_hand(): void
    {
        $this->larkmoor();
        $this->signIn();
        $at = '/api/app/sources/larkmoor/records/account/'.Record::query()->where('type', 'account')->firstOrFail()->key.'/messages';
        $all = collect($this->ask('GET', $at)->assertOk()->json('notices'))->keyBy('key');
        self::assertSame('The source still sends this itself.', $all['address-changed']['refused']);
        $this->ask('POST', $at, ['notice' => 'address-changed', 'once' => (string) Str::uuid()])->assertStatus(422)->assertJsonPath('faults.0.reason', 'The source still sends this itself.');

        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $index = array_search('note-added', array_column($manifest['notices'], 'key'), true);
        $manifest['notices'][$index]['given'][] = ['key' => 'link', 'label' => ['en' => 'Link to confirm'], 'type' => 'secret', 'required' => true];
        LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        $offered = collect($this->ask('GET', self::AT)->json('notices'))->firstWhere('key', 'note-added');
        self::assertSame(['It needs what only an event brings: Link to confirm.', ['note']], [$offered['refused'], array_column($offered['given'], 'key')], 'no secret is asked for');
        $this->ask('POST', self::AT, ['notice' => 'note-added', 'once' => (string) Str::uuid(), 'given' => ['note' => 'x', 'link' => 'https://example.org/x']])
            ->assertStatus(422)->assertJsonPath('faults.0.reason', 'It needs what only an event brings: Link to confirm.');
        $this->ask('PATCH', '/api/app/sources/larkmoor/notices/order-received', ['revision' => 1, 'on' => false])->assertOk();
        $this->ask('POST', self::AT, ['notice' => 'order-received', 'once' => (string) Str::uuid()])->assertStatus(422)->assertJsonPath('faults.0.reason', 'It is switched off here.');
        self::assertSame(0, Due::query()->whereNull('anchor')->count());
    }
}
