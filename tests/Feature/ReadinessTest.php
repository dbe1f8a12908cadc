<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Notice;
use App\Models\Source;
use App\Readiness\Heartbeat;
use Herald\Document\Json;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;
use Tests\System\Stack;

/** What stands between an event and the inbox: every point is broken once, and named. */
final class ReadinessTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/notices/order-received';

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        $this->ask('POST', '/api/v1/events', ['id' => 'one', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($this->source))->assertStatus(202);
        $this->decide();
        Dispatch::query()->update(['state' => DispatchState::Sent]);
        foreach (Heartbeat::cases() as $one) {
            DB::table('heartbeats')->insert(['name' => $one->value, 'at' => now()]);
        }
        $this->signIn();
    }

    public function test_all_is_well_but_for_what_is_broken_one_after_the_other(): void
    {
        config(['mail.mailers.smtp.port' => $this->mailServer(), 'mail.mailers.smtp.host' => '127.0.0.1', 'mail.mailers.smtp.timeout' => 5]);
        $points = $this->points();
        self::assertSame([], array_filter($points, static fn (array $point): bool => $point['state'] === 'bad'));
        self::assertSame(['It is set off', 'Event data fit', 'It is switched on', 'Its condition holds', 'It is sent from here', 'Somebody answers', 'In their languages', 'It has a recipient', 'It has all that it must contain', 'The sender is allowed', 'The mail server answers', 'The scheduler runs', 'A worker runs', 'Nothing waits', 'The last one arrived'], array_keys($points));
        self::assertStringStartsWith('order.placed was told once in the last 90 days, last on ', $points['It is set off']['words']);
        self::assertMatchesRegularExpression('~^smtp://127\.0\.0\.1:\d+ greets, in \d+ ms$~', $points['The mail server answers']['words']);
        self::assertMatchesRegularExpression('~^The address in order\.customer\.email is filled in \d+ of the 14 newest records; the others are skipped$~', $points['It has a recipient']['words']);

        $notice = fn (): Notice => $this->source->notices()->where('key', 'order-received')->firstOrFail();
        $order = fn (string $otherwise, array ...$claims) => $this->ask('POST', self::AT.'/order', ['revision' => $notice()->order_revision, 'claims' => $claims, 'otherwise' => $otherwise])->assertOk();
        $set = fn (bool $on, ?array $narrowing = null) => $this->ask('PATCH', self::AT, ['revision' => $notice()->revision, 'on' => $on, 'narrowing' => $narrowing])->assertOk();
        $manifest = json_decode((string) file_get_contents(database_path('demo/larkmoor.json')), true);
        $load = fn (\Closure $change) => LoadManifest::from(Json::ofArray($change($manifest), 'manifest'));

        $kept = DB::table('records')->where('type', 'order')->pluck('data', 'id');

        foreach ([
            'It is set off' => [fn () => DB::table('events')->update(['name' => 'order.other']), fn () => DB::table('events')->update(['name' => 'order.placed']), 'The event order.placed was not told in the last 90 days'],
            'It is switched on' => [fn () => $set(false), fn () => $set(true), 'It is switched off here'],
            'Its condition holds' => [fn () => $set(true, ['path' => 'order.total', 'operator' => 'more', 'value' => 1_000_000]), fn () => $set(true), 'holds for 0 of the 14 newest records'],
            'It is sent from here' => [fn () => $load(static fn (array $manifest): array => [...$manifest, 'notices' => [['carrier' => 'source'] + $manifest['notices'][0], ...array_slice($manifest['notices'], 1)]]), fn () => $load(static fn (array $manifest): array => $manifest), 'The application still sends it itself'],
            'Somebody answers' => [fn () => $order('silent'), fn () => $order('built_in', ['template' => 'night-blue-receipt']), 'It is silent: nothing goes out'],
            'It has a recipient' => [fn () => $kept->each(static fn (string $data, int $id) => DB::table('records')->where('id', $id)->update(['data' => preg_replace('/"email":\s*"[^"]*"/', '"email":null', $data)])), fn () => $kept->each(static fn (string $data, int $id) => DB::table('records')->where('id', $id)->update(['data' => $data])), 'is filled in 0 of the 14 newest records'],
            'The sender is allowed' => [fn () => config(['herald.from_domains' => ['example.com']]), fn () => config(['herald.from_domains' => ['larkmoor.example.org']]), 'only example.com may be sent from'],
            'The mail server answers' => [fn () => $this->unplug(), null, 'It does not: Connection could not be established'],
            'The scheduler runs' => [fn () => DB::table('heartbeats')->where('name', 'scheduler')->update(['at' => now()->subMinutes(3)]), fn () => DB::table('heartbeats')->update(['at' => now()]), 'was not seen for more than a minute'],
            'A worker runs' => [fn () => DB::table('heartbeats')->where('name', 'worker')->delete(), null, 'None was seen for more than a minute'],
            'Nothing waits' => [fn () => Due::query()->where('notice_id', $notice()->id)->update(['state' => DueState::Waiting, 'try_at' => now()->subMinutes(10)]), fn () => Due::query()->update(['state' => DueState::Dispatched]), 'One message is due and did not go, since '],
            'The last one arrived' => [fn () => Dispatch::query()->update(['state' => DispatchState::Failed, 'state_reason' => '550 no such mailbox']), fn () => Dispatch::query()->update(['state' => DispatchState::Sent]), '550 no such mailbox'],
        ] as $title => [$break, $mend, $words]) {
            $break();
            $told = $this->points()[$title];
            self::assertSame('bad', $told['state'], "{$title}: {$told['words']}");
            self::assertStringContainsString($words, $told['words'], $title);
            self::assertNotNull($told['mend'], $title);
            // Beside all others, it is named on the page of all notices.
            $all = $this->ask('GET', '/api/app/sources/larkmoor/readiness')->assertOk()->json();
            $isCommon = in_array($title, ['The sender is allowed', 'The mail server answers', 'The scheduler runs', 'A worker runs'], true);
            self::assertContains($title, array_column($isCommon ? $all['all'] : collect($all['notices'])->firstWhere('notice', 'order-received')['points'], 'title'));
            $mend?->__invoke();
        }
    }

    public function test_a_template_that_has_lost_what_the_notice_must_contain_and_languages_without_words_are_told(): void
    {
        $document = json_decode((string) file_get_contents(database_path('demo/night-blue-receipt.json')), true);
        unset($document['translations']);
        $document['manuscript'] = [['id' => 'a', 'type' => 'text', 'text' => 'Order {order.number}']];
        PublishTemplate::from($this->source, Json::ofArray($document, 'x'));
        $points = $this->points();
        self::assertSame(['bad', 'Night-blue receipt, version 2: “Order received” needs a link to “Order page”, and there is none.', '/templates/night-blue-receipt'], [$points['It has all that it must contain']['state'], $points['It has all that it must contain']['words'], $points['It has all that it must contain']['at']]);
        self::assertSame('There are words in all that they read: English (by what went out in the last 90 days)', $points['In their languages']['words']);
        Dispatch::query()->update(['recipient_language' => 'de-AT']);
        $lacking = ['title' => 'In their languages', 'state' => 'note', 'words' => 'There are no words in German (Austria) (1, who get English) (by what went out in the last 90 days)'];
        self::assertEquals([...$lacking, 'mend' => 'Translate the template', 'at' => '/templates/night-blue-receipt'], $this->points()['In their languages']);
        Dispatch::query()->update(['created_at' => now()->subDays(91)]);
        self::assertMatchesRegularExpression('~^There are no words in .*German \(\d+, who get English\).* \(nothing went out in the last 90 days: by the newest records\)$~', $this->points()['In their languages']['words']);
    }

    public function test_messages_that_ended_their_worker_and_have_none_of_their_own_are_told(): void
    {
        DB::table('heartbeats')->where('name', Heartbeat::CarefulWorker->value)->delete();
        self::assertSame('good', $this->points()['A worker runs']['state'], 'nothing waits for it');
        Due::query()->whereKey(Due::query()->value('id'))->update(['state' => DueState::Waiting, 'cut_short' => 1, 'try_at' => now()]);
        $told = $this->points()['A worker runs'];
        self::assertSame(['bad', 'Start one: php artisan queue:work --queue=careful --timeout=20'], [$told['state'], $told['mend']]);
        DB::table('heartbeats')->insert(['name' => Heartbeat::CarefulWorker->value, 'at' => now()]);
        self::assertSame('good', $this->points()['A worker runs']['state']);
    }

    public function test_a_notice_by_a_date_that_is_off_says_that_and_not_that_nothing_is_to_come(): void
    {
        $at = '/api/app/sources/larkmoor/notices/reminder';
        $this->signIn()->ask('PATCH', $at, ['revision' => $this->ask('GET', $at)->json('revision'), 'on' => false])->assertOk();
        $point = array_column($this->ask('GET', "{$at}/readiness")->assertOk()->json('points'), null, 'title')['It is set off'];
        self::assertSame(['note', 'This notice is off. Its messages are scheduled once it is on', '/notices/reminder#here'], [$point['state'], $point['words'], $point['at']]);
    }

    public function test_all_notices_are_asked_of_at_once(): void
    {
        $this->ask('GET', '/api/app/sources/larkmoor/readiness');
        DB::enableQueryLog();
        self::assertGreaterThan(20, $this->ask('GET', '/api/app/sources/larkmoor/readiness')->assertOk()->json('of'));

        self::assertLessThan(40, count(DB::getQueryLog()));
    }

    /**
     * @return array<string, array{title: string, state: string, words: string, mend: string|null, at: string|null}> by title
     */
    private function points(): array
    {
        return array_column($this->ask('GET', self::AT.'/readiness')->assertOk()->json('points'), null, 'title');
    }

    private ?Process $server = null;

    /** Starts the mailroom for this test alone. */
    private function mailServer(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        self::assertNotFalse($socket);
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);
        $this->server = new Process([(new PhpExecutableFinder)->find() ?: 'php', 'artisan', 'herald:mailroom'], base_path(), ['MAILROOM_PORT' => (string) $port], timeout: null);
        $this->server->start();
        Stack::waitFor(static fn (): bool => @fsockopen('127.0.0.1', $port) !== false, 'the mail server');
        $this->beforeApplicationDestroyed(fn () => $this->unplug());
        config(['mail.default' => 'smtp']);
        Mail::purge('smtp');

        return $port;
    }

    private function unplug(): void
    {
        $this->server?->stop(2);
        Mail::purge('smtp');
    }
}
