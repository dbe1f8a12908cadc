<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Due;
use App\Models\DueState;
use App\Models\Event;
use App\Models\Notice;
use App\Models\Record;
use App\Models\Response;
use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use App\Notices\OwnNotices;
use App\Responses\AnswerLinks;
use App\Timing\Clock;
use Herald\Document\Json;
use Herald\Record\AnswerKind;
use Herald\Render\AskedQuestion;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** What people are asked in messages, and answer by one press. */
final class ResponsesTest extends TestCase
{
    private const RATE = ['id' => 'rate', 'type' => 'rate', 'key' => 'rating', 'question' => 'How was {booking.programme}?', 'may_change' => true, 'valid' => 10, 'thanks' => 'Thank you, {booking.visitor.first_name}.',
        'marks' => [['id' => 'm1', 'label' => '1'], ['id' => 'm2', 'label' => '2'], ['id' => 'm3', 'label' => '3'], ['id' => 'm4', 'label' => '4'], ['id' => 'm5', 'label' => '5']]];

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-23T12:00:00Z');
        $this->source = $this->larkmoor();
    }

    public function test_opening_a_link_records_nothing_and_one_button_records_it_once(): void
    {
        $links = $this->sent([self::RATE]);
        self::assertCount(5, $links, 'one a value');
        foreach (['get', 'get', 'head'] as $method) {
            $this->{$method}($links['2'])->assertOk();
        }
        self::assertSame(0, Response::query()->count(), 'safe methods change nothing: RFC 9110, 9.2.1');
        $page = $this->get($links['2'])->assertOk()->assertSee('How was Jupiter')->assertSee('Send this answer')->assertDontSee('<script', false);
        self::assertStringContainsString("default-src 'none'", (string) $page->headers->get('Content-Security-Policy'));
        self::assertSame('no-referrer', $page->headers->get('Referrer-Policy'), 'the link answers for whoever has it');
        self::assertSame([], $page->headers->getCookies(), 'nobody is followed');

        $this->press($links['2'])->assertOk()->assertSee('Thank you, ')->assertDontSee('Send this answer');
        $this->press($links['2'], 0)->assertOk();
        $this->get($links['2'])->assertSee('Your answer:');
        self::assertSame([['rating', '2', 0]], Response::query()->get()->map(static fn (Response $one): array => [$one->key, $one->value, $one->turn])->all());
        $event = Event::query()->where('name', 'response.rating')->sole();
        self::assertSame(['response:'.Response::query()->value('dispatch_id').'-rating:0', 'answer'], [$event->event_id, $event->origin->value]);

        // It may be changed, on another mark; the latest counts, all are kept.
        $this->get($links['5'])->assertSee('Your answer until now:')->assertSee('Change my answer to this');
        $this->press($links['5'], 1);
        self::assertSame(['2', '5'], Response::query()->orderBy('turn')->pluck('value')->all());
        self::assertSame('5', Record::query()->where('key', 'DN-9000')->sole()->responses['rating']['value'] ?? null);
        self::assertNull(Record::query()->where('key', 'DN-9000')->sole()->data['rating'] ?? null, 'no field of the source is written');
    }

    public function test_it_cannot_be_answered_when_its_time_is_over_by_the_clock_of_the_work(): void
    {
        $links = $this->sent([self::RATE]);
        Clock::moveTo(new \DateTimeImmutable('2026-12-03T11:59:00Z'));
        $this->get($links['1'])->assertOk();
        Clock::moveTo(new \DateTimeImmutable('2026-12-03T11:59:59Z'));
        $this->get($links['1'])->assertOk();
        // To the second.
        Clock::moveTo(new \DateTimeImmutable('2026-12-03T12:00:00Z'));
        $this->get($links['1'])->assertStatus(410)->assertSee('This can be answered no longer')->assertDontSee('Jupiter');
        $this->press($links['1'], 0)->assertStatus(410);
        self::assertSame(0, Response::query()->count());
    }

    public function test_another_answer_where_none_may_be_changed_says_which_one_is_recorded(): void
    {
        $links = $this->sent([['may_change' => false] + self::RATE]);
        $this->press($links['2'])->assertSee('Thank you, ')->assertSee('It cannot be changed any more.');
        $this->get($links['5'])->assertOk()->assertSee('Your answer has already been recorded')->assertSee('Your recorded answer:')->assertSee('<p class="answer">2</p>', false)->assertDontSee('Thank you')->assertDontSee('<form', false);
        $this->press($links['5'], 1)->assertOk()->assertSee('Your answer has already been recorded')->assertDontSee('Thank you');
        self::assertSame(['2'], Response::query()->pluck('value')->all());
    }

    public function test_another_answer_after_the_time_for_it_says_which_one_is_recorded(): void
    {
        $links = $this->sent([self::RATE]);
        $this->press($links['2']);
        Clock::moveTo(new \DateTimeImmutable('2026-12-03T12:01:00Z'));
        $this->get($links['5'])->assertOk()->assertSee('It cannot be changed any more.')->assertSee('<p class="answer">2</p>', false)->assertDontSee('Thank you');
        $this->press($links['5'], 1)->assertDontSee('Thank you');
        self::assertSame(['2'], Response::query()->pluck('value')->all());
    }

    public function test_an_answer_after_a_field_was_renamed_sets_nothing_else_off(): void
    {
        $links = $this->sent([self::RATE]);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['record_types'][1]['fields'] = array_map(static fn (array $field): array => $field['key'] === 'programme' ? ['key' => 'title', 'was' => ['programme']] + $field : $field, $manifest['record_types'][1]['fields']);
        $manifest['record_types'][1]['summary'] = ['reference', 'title'];
        LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        $this->source->refresh()->readAnew();
        $this->own('own-untitled', ['becomes' => ['path' => 'booking.title', 'operator' => 'empty']], 'No title', []);
        $this->press($links['2'])->assertSee('Thank you, ');
        self::assertSame([], Event::query()->where('name', 'response.rating')->sole()->dues()->with('notice')->get()->map(static fn (Due $due): string => $due->notice->key)->diff(['answer-to-rating'])->all());
        $this->signIn()->ask('GET', '/api/app/sources/larkmoor/records/booking/DN-9000')->assertOk();
        self::assertSame('Jupiter', array_column($this->ask('GET', '/api/app/sources/larkmoor/records/booking/DN-9000')->json('lines'), 'value', 'path')['booking.title']);
    }

    public function test_each_of_several_questions_is_open_for_as_long_as_it_says(): void
    {
        $ask = static fn (string $id): array => ['id' => $id, 'key' => $id, 'valid' => 3, 'marks' => array_map(static fn (array $mark): array => ['id' => $id.$mark['id']] + $mark, self::RATE['marks'])] + self::RATE;
        $this->sent([$ask('one'), $ask('two'), $ask('three'), $ask('four')]);
        self::assertSame(array_fill(0, 4, '2026-11-26 12:00:00'), DB::table('asked')->orderBy('key')->pluck('until')->map(static fn (string $until): string => substr($until, 0, 19))->all());
    }

    public function test_the_signature_is_an_hmac_of_the_path_and_holds_for_nothing_else(): void
    {
        $link = $this->sent([self::RATE])['2'];
        [$path, $query] = explode('?signature=', $link);
        // By PHP's own hash_hmac (RFC 2104, FIPS 198-1).
        self::assertSame(hash_hmac('sha256', $path, config()->string('app.key')), $query);
        foreach ([str_replace('/2?', '/5?', $link), $path, "{$link}0", preg_replace('~answer/[^/]+~', 'answer/'.Str::ulid(), $link), '/answer/x/y/z', '/answer/try', '/answer/try?source=larkmoor&record=DN-9000'] as $wrong) {
            $this->get((string) $wrong)->assertNotFound()->assertSee('This link does not work')->assertDontSee('Larkmoor')->assertDontSee('DN-9000');
            $this->post((string) $wrong, ['turn' => '0'])->assertStatus(str_starts_with((string) $wrong, '/answer/try') ? 405 : 404);
        }
        self::assertSame(0, Response::query()->count());
        $this->get("{$link}&utm_source=letter")->assertOk();
    }

    public function test_links_of_before_hold_when_the_key_of_the_application_has_become_another(): void
    {
        $link = $this->sent([self::RATE])['2'];
        $former = config()->string('app.key');
        config(['app.key' => 'base64:'.base64_encode(random_bytes(32))]);
        $this->get($link)->assertNotFound();
        config(['app.previous_keys' => [$former]]);
        $this->get($link)->assertOk();
        $this->press($link)->assertSee('Thank you, ');
        self::assertSame(['2'], Response::query()->pluck('value')->all());
    }

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function languages(): iterable
    {
        yield 'German' => ['de', 'Diese Antwort senden'];
        yield 'French' => ['fr', 'Envoyer cette réponse'];
        yield 'right to left' => ['ar', 'dir="rtl"'];
    }

    #[DataProvider('languages')]
    public function test_the_page_speaks_the_language_of_the_message(string $language, string $words): void
    {
        $links = $this->sent([self::RATE], ['translations' => [$language => ['envelope.subject' => 'Nuit', 'rate.question' => 'Nacht?', 'rate.thanks' => 'Danke', 'm1.label' => '1', 'm2.label' => '2', 'm3.label' => '3', 'm4.label' => '4', 'm5.label' => '5']]], $language);
        $this->get($links['3'])->assertOk()->assertSee('Nacht?')->assertSee($words, false)->assertSee('lang="'.$language.'"', false);
    }

    public function test_an_answer_sets_off_other_messages_and_a_changed_one_does_not_unless_it_is_said(): void
    {
        $this->knows([self::RATE]);
        $this->own('own-answer', ['event' => 'response.rating'], '{response.rating}/{response.rating|number}');
        $this->own('own-sorry', ['becomes' => ['path' => 'response.rating', 'operator' => 'at_most', 'value' => 2]], 'Sorry');
        $this->own('own-each', ['event' => 'response.rating', 'again' => true], 'Each');
        $links = $this->sent([self::RATE]);
        $this->press($links['2'], 0);
        $this->press($links['5'], 1);
        $this->press($links['1'], 2);
        $this->work();
        $sent = Dispatch::query()->whereRelation('notice', 'key', 'like', 'own-%')->where('reason', '!=', 'on booking requested')->with('notice')->orderBy('id')->get();
        self::assertSame(['own-answer' => 1, 'own-sorry' => 1, 'own-each' => 3], array_count_values($sent->map(static fn (Dispatch $one): string => $one->notice->key)->filter(static fn (string $key): bool => $key !== 'own-asking')->all()));
        self::assertSame(['answered: rating 2'], Event::query()->where('name', 'response.rating')->orderBy('id')->get()->map(fn (Event $event): string => collect($event->verdicts)->firstWhere('notice', 'own-answer')['set_off'] ? 'answered: rating 2' : '')->filter()->values()->all());
        self::assertStringContainsString('it was answered before', collect(Event::query()->where('name', 'response.rating')->orderByDesc('id')->first()?->verdicts)->firstWhere('notice', 'own-sorry')['reason']);
        self::assertStringStartsWith('response:', (string) $sent->last()?->occasion);
    }

    public function test_a_confirmation_is_answered_once_and_for_all(): void
    {
        $links = $this->sent([['id' => 'c', 'type' => 'confirm', 'key' => 'confirmed', 'label' => 'Yes, it is me'], ['id' => 'd', 'type' => 'choose', 'key' => 'meal', 'question' => 'Soup?', 'options' => [['id' => 'o1', 'label' => 'Soup', 'value' => 'soup'], ['id' => 'o2', 'label' => 'None']]]]);
        self::assertSame(['yes', 'soup', 'o2'], array_map(strval(...), array_keys($links)));
        $this->press($links['soup'], 0);
        $this->press($links['o2'], 1)->assertSee('Soup');
        self::assertSame(['soup'], Response::query()->pluck('value')->all(), 'it may not be changed');
        Clock::moveTo(new \DateTimeImmutable('2026-11-26T11:59:00Z'));
        $this->get($links['yes'])->assertOk();
        Clock::moveTo(new \DateTimeImmutable('2026-11-26T12:01:00Z'));
        $this->get($links['yes'])->assertStatus(410); // Three days (common practice).
    }

    public function test_what_nobody_has_answered_is_followed_up_and_what_was_is_not(): void
    {
        $ask = [['id' => 'c', 'type' => 'confirm', 'key' => 'confirmed', 'label' => 'Yes', 'valid' => 9]];
        $this->own('own-asking', ['event' => 'booking.requested'], '', $ask);
        $this->own('own-again', ['follows' => ['notice' => 'own-asking', 'by' => ['days' => 3], 'at' => '09:00', 'if' => ['path' => 'response.confirmed', 'operator' => 'empty']]], 'Still there?');
        $unanswered = $this->sent($ask);
        $answered = $this->sent($ask, key: 'DN-9001');
        self::assertSame(['2026-11-26 09:00', '2026-11-26 09:00'], $this->followUps(DueState::Waiting)->pluck('local_time')->all());
        $this->press($answered['yes']);
        self::assertSame(['DN-9001: Confirmed is empty'], $this->followUps(DueState::Withdrawn)->map(static fn (Due $due): string => "{$due->record->key}: ".preg_replace('/, which is not.*/', '', (string) $due->state_reason))->map(static fn (string $said): string => str_contains($said, 'Confirmed') ? 'DN-9001: Confirmed is empty' : $said)->all());

        Clock::moveTo(new \DateTimeImmutable('2026-11-26T09:01:00Z'));
        $this->work();
        $sent = Dispatch::query()->whereRelation('notice', 'key', 'own-again')->with(['record', 'due'])->get();
        self::assertSame(['DN-9000 sent'], $sent->map(static fn (Dispatch $one): string => "{$one->record->key} {$one->state->value}")->all());
        self::assertStringStartsWith('follow:', (string) $sent[0]?->occasion);
        $this->signIn();
        $this->ask('GET', "/api/app/sources/larkmoor/dispatches/{$sent[0]?->id}")->assertOk()->assertJsonPath('set_off_by', 'a message before it, due 2026-11-26 09:00 in Europe/Dublin');
        self::assertSame('3 days after “Own-asking”, at 09:00, if Confirmed is empty', $this->source->manifest()->notices['own-again']->cue->inWords());
        $this->ask('POST', '/api/app/sources/larkmoor/notices/trial', ['notice' => ['format' => 'velvet-herald/notice', 'version' => 1, 'key' => 'own-other', 'name' => 'Other', 'strand' => 'dome-night', 'audience' => 'customer', 'recipient' => ['path' => 'booking.visitor.email'], 'cue' => ['follows' => ['notice' => 'own-asking', 'by' => ['days' => 1]]]]])->assertOk()->assertJsonPath('last_30.messages', 2);
        $this->ask('POST', '/api/app/sources/larkmoor/notices/trial', ['notice' => ['format' => 'velvet-herald/notice', 'version' => 1, 'key' => 'own-other', 'name' => 'Other', 'strand' => 'dome-night', 'audience' => 'customer', 'recipient' => ['path' => 'booking.visitor.email'], 'cue' => ['follows' => ['notice' => 'order-received', 'by' => ['days' => 1]]]]])->assertStatus(422)->assertSee('is no other notice about Bookings');
        self::assertNotSame([], $unanswered);
    }

    /** @return \Illuminate\Support\Collection<int, Due> */
    private function followUps(DueState $state): \Illuminate\Support\Collection
    {
        return Due::query()->where('state', $state)->where('occasion', 'like', 'follow:%')->with('record')->orderBy('record_id')->get();
    }

    public function test_what_is_shown_and_a_proof_lead_to_the_same_page_marked_as_a_try(): void
    {
        $this->knows([self::RATE]);
        $this->signIn();
        $staged = $this->ask('POST', '/api/app/sources/larkmoor/templates/asking/stage', ['record' => 'DN-9000', 'view' => 'wide', 'text' => false, 'document' => $this->ask('GET', '/api/app/sources/larkmoor/templates/asking')->json('document')])->assertOk()->json('html');
        $links = self::links(htmlspecialchars_decode($staged));
        self::assertCount(5, $links);
        $try = $links['4'];
        $this->get($try)->assertOk()->assertSee('This is a try: nothing is recorded.')->assertSee('How was Jupiter')->assertSee('disabled', false)->assertDontSee('<form', false);
        $this->post($try)->assertStatus(405);
        $this->get(str_replace('value=4', 'value=9', $try))->assertNotFound();
        self::assertSame(0, Response::query()->count());

        // What the links of a proof lead to may be gone by then.
        $proof = static fn (string $what, string $of): string => (string) preg_replace('~^https?://[^/]+~', '', AnswerLinks::tried($what, $of, Record::query()->where('key', 'DN-9000')->sole(), 'larkmoor')(new AskedQuestion('rating', AnswerKind::Rate, 10, true, '', [], ''), '4'));
        $gone = [$proof('notice', 'own-asking'), $proof('notice', 'order-received'), $proof('template', 'nowhere'), $proof('notice', 'nowhere')];
        Notice::query()->update(['retired_at' => now()]);
        foreach ($gone as $link) {
            $this->get($link)->assertNotFound()->assertHeader('X-Robots-Tag')->assertDontSee('rating');
        }
    }

    public function test_of_records_that_the_source_has_no_longer_nothing_can_be_answered(): void
    {
        $links = $this->sent([self::RATE]);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $strands = array_column(array_filter($manifest['strands'], static fn (array $strand): bool => $strand['record_type'] === 'booking'), 'key');
        foreach (['record_types' => 'key', 'strands' => 'record_type', 'events' => 'record_type'] as $list => $member) {
            $manifest[$list] = array_values(array_filter($manifest[$list], static fn (array $one): bool => $one[$member] !== 'booking'));
        }
        $manifest['notices'] = array_values(array_filter($manifest['notices'], static fn (array $notice): bool => ! in_array($notice['strand'], $strands, true)));
        LoadManifest::from(Json::ofArray($manifest, 'less'));
        $this->get($links['2'])->assertStatus(410)->assertDontSee('<form', false);
        $this->press($links['2'])->assertStatus(410);
        self::assertSame(0, Response::query()->count());
    }

    public function test_what_is_asked_is_known_from_when_it_is_written_and_may_be_named(): void
    {
        $this->knows([self::RATE]);
        $this->signIn(Role::Author);
        self::assertSame(['response.rating', 'response.rating_at'], array_values(array_filter(array_column($this->ask('GET', '/api/app/sources/larkmoor/templates/asking/desk')->json('fields'), 'path'), static fn (string $path): bool => str_starts_with($path, 'response.'))));
        $document = $this->ask('GET', '/api/app/sources/larkmoor/templates/asking')->json('document');
        $document['manuscript'][] = ['id' => 'also', 'type' => 'confirm', 'key' => 'rating', 'label' => [['text' => 'Yes']]];
        $document['manuscript'][] = ['id' => 'each', 'type' => 'repeat', 'list' => 'booking.guests', 'blocks' => [['id' => 'in', 'type' => 'acknowledge', 'key' => 'seen', 'label' => [['text' => 'Yes']]]]];
        $found = collect($this->ask('POST', '/api/app/sources/larkmoor/templates/asking/findings', ['document' => $document])->assertOk()->json('findings'));
        self::assertStringContainsString('asked elsewhere already, in another way (rate)', (string) $found->firstWhere('id', 'also')['words']);
        self::assertStringContainsString('ask it outside of the repeat', $found->where('id', 'in')->pluck('words')->implode(' '));
    }

    public function test_a_manifest_that_is_loaded_again_knows_what_templates_ask(): void
    {
        $this->knows([['id' => 'c', 'type' => 'confirm', 'key' => 'coming', 'label' => 'Yes'], ['id' => 't', 'type' => 'text', 'text' => 'Until now: {response.coming or "nothing"}']]);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['source']['legal'] = 'Another line';
        self::assertSame([], LoadManifest::broken(Json::ofArray($manifest, 'manifest')));
        LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        self::assertArrayHasKey('coming', $this->source->refresh()->manifest()->recordTypes['booking']->questions);
    }

    public function test_a_source_is_told_what_was_answered(): void
    {
        $links = $this->sent([self::RATE]);
        $this->press($links['2']);
        $ask = fn (string $query = ''): array => $this->ask('GET', "/api/v1/answers{$query}", [], $this->bearer($this->source))->assertOk()->json('answers');
        self::assertSame([], $ask(), 'not before it has settled');
        $this->travel(6)->seconds();
        $this->press($links['4'], 1);
        self::assertSame([['booking', 'DN-9000', 'rating', '2', false, 'bram@example.org']], array_map(static fn (array $one): array => [$one['record_type'], $one['record'], $one['question'], $one['answer'], $one['changed'], $one['address']], $told = $ask()));
        $this->travel(6)->seconds();
        self::assertSame([['4', true]], array_map(static fn (array $one): array => [$one['answer'], $one['changed']], $ask("?after={$told[0]['id']}")));
        $this->ask('GET', '/api/v1/answers?after=x', [], $this->bearer($this->source))->assertStatus(422);
        $this->app['auth']->forgetGuards();
        $this->ask('GET', '/api/v1/answers')->assertStatus(401);
    }

    public function test_a_source_cannot_answer_in_place_of_people(): void
    {
        $this->knows([self::RATE]);
        $this->ask('POST', '/api/v1/events', ['id' => 'x', 'event' => 'response.rating', 'record' => ['reference' => 'DN-9000']], $this->bearer($this->source))->assertStatus(422);
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['events'][] = ['name' => 'response.rating', 'record_type' => 'booking'];
        $this->expectExceptionMessage('as events do that come of answers');
        LoadManifest::from(Json::ofArray($manifest, 'manifest'));
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $more
     */
    private function knows(array $blocks, array $more = []): void
    {
        $this->own('own-asking', ['event' => 'booking.requested'], '', $blocks, $more);
        $this->raise('DN-9000', 'en');
    }

    /**
     * The links of a message that went out.
     *
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $more
     * @return array<array-key, string> by value
     */
    private function sent(array $blocks, array $more = [], string $language = 'en', string $key = 'DN-9000'): array
    {
        $this->source->notices()->where('key', 'own-asking')->exists() || $this->own('own-asking', ['event' => 'booking.requested'], '', $blocks, $more);
        $this->raise($key, $language);
        $dispatch = Dispatch::query()->whereRelation('notice', 'key', 'own-asking')->with('message')->latest('id')->firstOrFail();
        self::assertSame(DispatchState::Sent, $dispatch->state, (string) $dispatch->state_reason);

        return self::links(htmlspecialchars_decode((string) \ZBateson\MailMimeParser\Message::from((string) $dispatch->message?->bytes, false)->getHtmlContent()));
    }

    /**
     * @return array<array-key, string> by value, without the host
     */
    private static function links(string $html): array
    {
        preg_match_all('~href="https?://[^/"]+(/answer/[^"]+)"~', $html, $found);
        $links = [];
        foreach ($found[1] as $link) {
            parse_str((string) parse_url($link, PHP_URL_QUERY), $query);
            $links[is_string($query['value'] ?? null) ? $query['value'] : basename((string) parse_url($link, PHP_URL_PATH))] = $link;
        }

        return $links;
    }

    private function press(string $link, int $turn = 0): TestResponse
    {
        return $this->post($link, ['turn' => (string) $turn]);
    }

    private function raise(string $key, string $language): void
    {
        $this->ask('POST', '/api/v1/events', ['id' => (string) Str::uuid(), 'event' => 'booking.requested', 'record' => ['reference' => $key, 'programme' => 'Jupiter', 'starts_at' => '2026-11-26T20:00:00Z', 'zone' => 'Europe/Dublin', 'status' => 'requested', 'visitor' => ['first_name' => 'Bram', 'email' => 'bram@example.org', 'language' => $language]]], $this->bearer($this->source))->assertStatus(202);
        $this->work();
    }

    /**
     * A notice of our own, switched on, with a template.
     *
     * @param  array<string, mixed>  $cue
     * @param  list<array<string, mixed>>|null  $blocks
     * @param  array<string, mixed>  $more
     */
    private function own(string $key, array $cue, string $words, ?array $blocks = null, array $more = []): void
    {
        $own = new OwnNotices($this->source);
        $person = User::query()->firstOrCreate(['email' => 'maker@example.org'], ['name' => 'Maker', 'password' => 'a good password', 'administrator' => true]);
        $notice = $own->create(Json::ofArray(['format' => 'velvet-herald/notice', 'version' => 1, 'key' => $key, 'name' => ucfirst($key), 'strand' => 'dome-night', 'audience' => 'customer', 'cue' => $cue,
            'recipient' => ['path' => 'booking.visitor.email', 'language_path' => 'booking.visitor.language']], 'notice'), $person);
        $own->set($notice, 1, true, null, $person);
        PublishTemplate::from($this->source, Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => substr($key, 4), 'name' => ucfirst($key), 'record_type' => 'booking', 'notice' => $key, 'language' => 'en',
            'envelope' => ['subject' => $key], 'manuscript' => $blocks ?? [['id' => 'a', 'type' => 'text', 'text' => $words]], ...$more], $key));
    }
}
