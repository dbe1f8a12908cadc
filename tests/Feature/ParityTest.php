<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Deciding\WhoAnswers;
use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Mailroom\OpenedLetter;
use App\Models\Dispatch;
use App\Models\Edition;
use App\Models\Notice;
use App\Models\Source;
use App\Replay\Replay;
use Herald\Document\Json;
use Illuminate\Support\Collection;

/** What is replayed by what is in force is what was sent, part by part: one way of deciding, whoever asks. */
final class ParityTest extends TestCase
{
    private Source $source;

    private int $events = 0;

    public function test_fifty_messages_of_all_kinds_are_replayed_as_they_were_sent(): void
    {
        $this->travelTo('2026-11-23T12:00:00Z');
        $this->source = $this->larkmoor();
        // One that names a field which the source takes away, so that its last good edition or the built-in goes out.
        $this->publish('sent-by', 'on-its-way', 'Sent by {order.delivery_method or "somebody"}');
        $this->publish('gift', 'new-order', 'A gift of {order.total}');
        $this->signIn()->ask('POST', '/api/app/sources/larkmoor/notices/new-order/order', ['revision' => Notice::query()->where('key', 'new-order')->value('order_revision'), 'otherwise' => 'framed', 'claims' => [['template' => 'gift', 'if' => ['path' => 'order.gift', 'operator' => 'is', 'value' => true]]]])->assertOk();
        $this->orders();
        $fitting = $this->compare('');
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['record_types'][0]['fields'] = array_values(array_filter($manifest['record_types'][0]['fields'], static fn (array $field): bool => $field['key'] !== 'delivery_method'));
        LoadManifest::from(Json::ofArray($manifest, 'less'));
        $this->source->refresh()->readAnew();
        $this->orders();
        foreach (['confirmed', 'waiting', 'clouded_out', 'at_gate', 'cancelled'] as $status) {
            $this->raise('booking.changed', ['reference' => "DN-92{$this->events}", 'programme' => 'The winter sky', 'starts_at' => '2026-11-23T20:00:00Z', 'ends_at' => '2026-11-23T23:00:00Z', 'status' => $status, 'host' => ['name' => 'Ines', 'email' => 'ines@example.org'], 'visitor' => ['first_name' => 'Bram', 'email' => 'bram@example.org', 'language' => 'de'], 'page' => 'https://larkmoor.example.org/b']);
        }
        $this->raise('account.reset_asked', ['number' => 'AC-9', 'name' => 'Aoife Quill', 'email' => 'reset@example.org', 'language' => 'en', 'reset_link' => 'https://larkmoor.example.org/new/1', 'link_valid_until' => '2026-11-23T14:00:00Z', 'page' => 'https://larkmoor.example.org/a']);
        $this->work();

        $all = $this->compare((string) $fitting->max('id'))->concat($fitting);
        self::assertGreaterThanOrEqual(50, $all->count());
        self::assertGreaterThan(10, $all->pluck('notice_id')->unique()->count());
        self::assertSame([false, true], $all->pluck('needs_look')->unique()->sort()->values()->all());
    }

    /**
     * Replays what was sent since a dispatch.
     *
     * @return Collection<int, Dispatch>
     */
    private function compare(string $since): Collection
    {
        $editions = Edition::query()->count();
        $dispatches = Dispatch::query()->where('state', 'sent')->where('id', '>', $since)->with(['notice', 'message', 'record', 'due.event', 'due.record', 'due.source', 'edition.templateVersion.template'])->get();
        $line = static fn (?string $text): string => trim((string) preg_replace('/\s+/u', ' ', (string) $text));
        foreach ($dispatches->groupBy('notice_id') as $of) {
            $notice = Notice::asked($this->source, $of[0]->notice->key);
            $replay = new Replay($notice, WhoAnswers::to($notice));
            $told = array_column($replay->batch(null), null, 'dispatch');
            foreach ($of as $dispatch) {
                $called = "{$notice->key} {$dispatch->record->key}";
                self::assertSame([null, false, $told[$dispatch->id]['was']], [$told[$dispatch->id]['fault'], $told[$dispatch->id]['differs'], $told[$dispatch->id]['then']], $called);
                $one = $replay->one($dispatch);
                $sent = new OpenedLetter((string) $dispatch->message?->bytes);
                self::assertSame($line($sent->subject()), $line($one['after']['subject'] ?? null), $called);
                // What asks leads to a try where it is only shown.
                if (! str_contains((string) $sent->html(), '/answer/')) {
                    self::assertSame([$line($sent->text()), $line($sent->html())], [$line($one['after']['text'] ?? null), $line($replay->html($dispatch))], $called);
                }
            }
        }
        self::assertSame($editions, Edition::query()->count(), 'nothing is kept');

        return $dispatches->toBase();
    }

    private function orders(): void
    {
        foreach (['pending', 'paid', 'failed', 'packing', 'sent', 'delivered', 'cancelled', 'refunded'] as $number => $status) {
            $order = ['number' => "LM-5{$this->events}{$number}", 'placed_at' => '2026-11-23T10:00:00Z', 'status' => $status, 'gift' => $number % 2 === 0, 'delivery_method' => $number % 2 === 0 ? 'Post' : null, 'total' => ['amount' => "{$number}7.50", 'currency' => 'EUR'], 'page' => 'https://larkmoor.example.org/o', 'customer' => ['first_name' => 'Aoife', 'email' => 'aoife@example.org', 'language' => ['en', 'de', 'fr', 'ar'][$number % 4]]];
            $this->raise('order.placed', $order, ['slots' => ['before-items' => ['text' => 'Handed in']]]);
            $this->raise('order.note_added', $order, ['given' => ['note' => 'A note']]);
        }
        $this->work();
    }

    private function publish(string $key, string $notice, string $words): void
    {
        PublishTemplate::from($this->source, Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => $key, 'name' => $key, 'record_type' => 'order', 'notice' => $notice, 'language' => 'en', 'envelope' => ['subject' => 'Order {order.number}'], 'manuscript' => [['id' => 'a', 'type' => 'text', 'text' => $words], ['id' => 'b', 'type' => 'button', 'label' => 'Look', 'link' => '{order.page}']]], $key));
    }

    /**
     * @param  array<string, mixed>  $record
     * @param  array<string, mixed>  $rest
     */
    private function raise(string $event, array $record, array $rest = []): void
    {
        $this->ask('POST', '/api/v1/events', ['id' => 'p'.++$this->events, 'event' => $event, 'record' => $record, ...$rest], $this->bearer($this->source))->assertStatus(202)->assertJsonPath('fits', true);
    }
}
