<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Loading\LoadRecords;
use App\Models\Dispatch;
use App\Models\Record;
use Herald\Document\Json;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Spatie\Activitylog\Models\Activity;

/** What the pages are told. */
final class PagesTest extends TestCase
{
    public function test_a_page_says_what_it_is_about_to_ask_for_to_whom_is_signed_in(): void
    {
        $ahead = function (string $path): array {
            preg_match_all('#<link rel="preload" as="fetch" href="/api/app/([^"]+)" crossorigin>#', (string) $this->get($path)->assertOk()->getContent(), $found);

            return $found[1];
        };
        self::assertSame([], $ahead('/at/larkmoor/templates/night-blue-receipt'));
        $this->larkmoor();
        $this->signIn();
        self::assertSame(['session', 'sources/larkmoor/templates/night-blue-receipt', 'sources/larkmoor/templates/night-blue-receipt/desk'], $ahead('/at/larkmoor/templates/night-blue-receipt'));
        self::assertSame(['session', 'sources/larkmoor/brands', 'sources/larkmoor/brands/larkmoor', 'sources/larkmoor/brands/larkmoor/desk'], $ahead('/at/larkmoor/brand/larkmoor'));
        self::assertSame([], $ahead('/at/larkmoor/records/order'));
        self::assertSame([], $ahead('/sign-in'));
        $this->get('/at/larkmoor/templates/%22%3E%3Cscript%3E')->assertOk()->assertDontSee('<script>', false);
    }

    public function test_all_pages_work_with_an_empty_database(): void
    {
        $this->signIn();
        $this->ask('GET', '/api/app/session')->assertOk()->assertJsonPath('sources', []);
        $this->ask('GET', '/api/app/people')->assertOk()->assertJsonPath('sources', []);
        $this->ask('GET', '/api/app/sources/larkmoor/running-order')->assertNotFound();
        // A source of which nothing but the manifest is known.
        LoadManifest::from(Json::ofFile(__DIR__.'/documents/clinic.json'));
        $this->ask('GET', '/api/app/sources/fernhill/running-order')->assertOk()->assertJsonPath('source.name', 'Fernhill Clinic');
        $this->ask('GET', '/api/app/sources/fernhill/records')->assertOk()->assertJsonPath('records', []);
        $this->ask('GET', '/api/app/sources/fernhill/dispatches')->assertOk()->assertJsonPath('total', 0);
        $this->ask('GET', '/api/app/sources/fernhill/letters')->assertOk()->assertJsonPath('total', 0);
        $this->ask('GET', '/api/app/sources/fernhill/templates')->assertOk()->assertJsonPath('templates', []);
        $this->ask('GET', '/api/app/sources/fernhill/brands')->assertOk();
        $this->ask('GET', '/api/app/sources/fernhill/notices/order-received')->assertOk();
        $this->ask('GET', '/api/app/sources/fernhill/notices/none')->assertNotFound();
        $this->ask('GET', '/api/app/sources/fernhill/records/order/1')->assertNotFound();
        $this->ask('GET', '/api/app/sources/fernhill/dispatches/1')->assertNotFound();
    }

    public function test_the_running_order_tells_each_notice_in_the_order_of_its_strand(): void
    {
        $this->larkmoor();
        $strands = $this->signIn()->ask('GET', '/api/app/sources/larkmoor/running-order')->assertOk()->json('strands');

        self::assertSame(['Shop', 'Dome night', 'Loan', 'Sky subscription', 'Sky alerts', 'Account'], array_column($strands, 'name'));
        self::assertSame(['orders', 14], [$strands[0]['records_label'], $strands[0]['records']]);
        [$received, $new] = $strands[0]['notices'];
        self::assertSame(['on order placed', 'replaced', 'Night-blue receipt', 1], [$received['cue'], $received['state'], $received['templates'][0]['name'], $received['templates'][0]['version']]);
        self::assertSame([['tag' => 'en', 'words' => 'own'], ['tag' => 'de', 'words' => 'own']], $received['languages']);
        self::assertSame(['staff, shop desk', 'built_in'], [$new['audience_label'], $new['state']]);
        self::assertSame([['tag' => 'en', 'words' => 'own'], ['tag' => 'de', 'words' => 'falls_back']], $new['languages']);
        self::assertContains('still sent by the source itself', array_merge(...array_column($strands[5]['notices'], 'trouble')));
    }

    public function test_the_running_order_asks_the_database_the_same_number_of_questions_however_many_notices_there_are(): void
    {
        $this->larkmoor();
        $this->signIn();
        // What templates say is found out the first time.
        $this->ask('GET', '/api/app/sources/larkmoor/running-order');
        DB::enableQueryLog();
        $this->ask('GET', '/api/app/sources/larkmoor/running-order');

        self::assertLessThan(14, count(DB::getQueryLog()));
    }

    public function test_a_template_without_words_that_the_built_in_has_is_told(): void
    {
        $source = $this->larkmoor();
        $document = json_decode((string) file_get_contents(database_path('demo/night-blue-receipt.json')), true);
        unset($document['translations']);
        PublishTemplate::from($source, Json::ofArray($document, 'x'));

        self::assertSame(['tag' => 'de', 'words' => 'missing'], $this->signIn()->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.0.notices.0.languages.1'));
    }

    public function test_a_notice_shows_both_messages_for_a_record(): void
    {
        $this->larkmoor();
        $this->signIn();
        $builtIn = $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received/rendering?record=LM-20429&words=built_in')->assertOk();
        $answer = $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received/rendering?record=LM-20429&words=answer')->assertOk();

        self::assertSame('Order LM-20429 received', $builtIn->json('subject'));
        self::assertSame('Order LM-20429 is in good hands', $answer->json('subject'));
        self::assertSame('Aoife Brannigan <aoife@example.org>', $answer->json('to'));
        self::assertSame('Larkmoor Observatory <shop@larkmoor.example.org>', $answer->json('from'));
        self::assertStringContainsString("Thank you, Aoife\n======", $answer->json('text'));
        $this->get($answer->json('html_at'))->assertOk()->assertSee('Thank you, Aoife')->assertDontSee('Dear Aoife');
        $german = $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received/rendering?record=LM-20429&words=answer&language=de')->assertOk();
        self::assertSame(['Bestellung LM-20429 ist in guten Händen', 'chosen here'], [$german->json('subject'), $german->json('language_reason')]);
    }

    public function test_every_notice_can_be_rendered_for_every_record(): void
    {
        $source = $this->larkmoor();
        $this->signIn();
        foreach ($source->manifest()->notices as $notice) {
            foreach (Record::query()->where('type', $notice->recordType)->pluck('key') as $key) {
                $rendering = $this->ask('GET', "/api/app/sources/larkmoor/notices/{$notice->key}/rendering?record={$key}&words=answer")->assertOk();
                self::assertNotSame('', $rendering->json('subject'));
                self::assertDoesNotMatchRegularExpression('/[\r\n]/', $rendering->json('subject'));
            }
        }
    }

    public function test_back_to_built_in_and_replace_again(): void
    {
        $source = $this->larkmoor();
        $this->signIn();
        $place = function (string $id) use ($source): void {
            $this->ask('POST', '/api/v1/events', ['id' => $id, 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
            $this->decide();
            $this->signIn();
        };
        $answer = fn (string $otherwise, array ...$claims): TestResponse => $this->ask('POST', '/api/app/sources/larkmoor/notices/order-received/order', ['revision' => $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received/order')->json('revision'), 'claims' => $claims, 'otherwise' => $otherwise]);
        $edition = static fn (string $id): ?int => Dispatch::query()->where('occasion', "event:{$id}")->whereRelation('notice', 'key', 'order-received')->firstOrFail()->edition?->templateVersion?->number;

        $place('one');
        $answer('built_in', ['template' => 'night-blue-receipt', 'on' => false])->assertOk()->assertJsonPath('in_force.claims.0.on', false);
        $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received')->assertJsonPath('state', 'built_in')->assertJsonPath('templates', []);
        $place('two');
        $answer('built_in', ['template' => 'night-blue-receipt'])->assertOk();
        $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received')->assertJsonPath('state', 'replaced');
        $place('three');

        self::assertSame([1, null, 1], [$edition('one'), $edition('two'), $edition('three')]);
        self::assertSame(
            ['Night-blue receipt, version 1, published', 'Replaced by Night-blue receipt, version 1', 'Back to built-in', 'Replaced by Night-blue receipt, version 1'],
            Activity::query()->orderBy('id')->pluck('description')->all(),
        );
        $answer('built_in', ['template' => 'no-such'])->assertStatus(422)->assertJsonPath('faults.0.place', 'claims/0/template');
    }

    public function test_records_are_found_and_shown(): void
    {
        $this->larkmoor();
        $this->signIn();
        self::assertSame(['LM-20419'], array_column($this->ask('GET', '/api/app/sources/larkmoor/records?type=order&search=featherstone')->json('records'), 'key'));
        self::assertSame(['LM-20421'], array_column($this->ask('GET', '/api/app/sources/larkmoor/records?type=order&search='.rawurlencode('حداد'))->json('records'), 'key'));
        self::assertSame([], $this->ask('GET', '/api/app/sources/larkmoor/records?type=order&search=100%25')->json('records'), 'a percent sign is just a percent sign');
        self::assertSame(6, $this->ask('GET', '/api/app/sources/larkmoor/records?type=booking')->json('total'));
        $this->ask('GET', '/api/app/sources/larkmoor/records?type=nothing')->assertNotFound();
        $lines = array_column($this->ask('GET', '/api/app/sources/larkmoor/records/order/LM-20427')->assertOk()->json('lines'), 'value', 'path');
        self::assertSame('To the brightest', $lines['order.meta.engraving']);
        self::assertSame('Pending', $lines['order.status']);
    }

    public function test_what_is_wrong_with_a_request_is_said_in_our_own_words(): void
    {
        $this->larkmoor();
        $this->ask('POST', '/api/app/session', ['email' => 'a@example.org'])->assertStatus(422)->assertJsonPath('faults', [['place' => 'password', 'reason' => 'This is needed.']]);
        $this->signIn();
        $this->ask('GET', '/api/app/sources/larkmoor/records?page=x')->assertStatus(422)->assertJsonPath('faults.0.reason', 'This must be a whole number.');
        $this->ask('GET', '/api/app/sources/larkmoor/dispatches?state=lost')->assertStatus(422)->assertJsonPath('faults.0.reason', 'This is none of the values that may stand here.');
        $this->ask('POST', '/api/app/sources/larkmoor/brands', ['name' => str_repeat('x', 101), 'from' => 'source'])->assertStatus(422)->assertJsonPath('faults.0.reason', 'This is too long: 100 letters at most.');
    }

    public function test_of_many_records_the_page_on_which_one_stands_is_found(): void
    {
        $source = $this->larkmoor();
        $order = Record::query()->where('key', 'LM-20429')->sole()->data;
        LoadRecords::from($source, [$this->file(array_map(static fn (int $n): array => ['type' => 'order', 'data' => ['number' => "LM-3{$n}"] + $order], range(1000, 1104)))]);
        $this->signIn();
        $pages = array_map(fn (int $page): array => array_column($this->ask('GET', "/api/app/sources/larkmoor/records?type=order&page={$page}")->json('records'), 'key'), [1, 2, 3]);
        self::assertSame([50, 50, 19], array_map(count(...), $pages));
        foreach ($pages as $index => $keys) {
            foreach ([$keys[0], end($keys)] as $key) {
                $this->ask('GET', "/api/app/sources/larkmoor/records?type=order&around={$key}")->assertJsonPath('page', $index + 1)->assertJsonPath('pages', 3);
            }
        }
        $this->ask('GET', '/api/app/sources/larkmoor/records?type=order&around=nobody')->assertOk()->assertJsonPath('page', 1);
    }

    public function test_a_change_says_what_it_sets_off_before_it_is_saved_and_does_just_that(): void
    {
        $this->larkmoor();
        $this->signIn();
        $path = '/api/app/sources/larkmoor/records/order/LM-20429';
        $foreseen = $this->ask('POST', "{$path}/consequences", ['changes' => ['status' => 'paid']])->assertOk()->json('consequences');

        self::assertSame([['payment-received', 'aoife@example.org', 'status changed from pending to paid', 'Built-in']], array_map(
            static fn (array $one): array => [$one['notice'], $one['recipient'], $one['reason'], $one['answered_by']], $foreseen,
        ));
        self::assertSame(0, Dispatch::query()->count(), 'looking sends nothing');
        $saved = $this->ask('PATCH', $path, ['revision' => 1, 'changes' => ['status' => 'paid']])->assertOk()->assertJsonPath('revision', 2);
        $this->work();
        $saved = $this->ask('GET', $path)->assertOk();
        self::assertSame(['payment-received'], array_column($saved->json('dispatches'), 'notice'));
        $dispatch = $this->ask('GET', '/api/app/sources/larkmoor/dispatches/'.$saved->json('dispatches.0.id'))->assertOk();
        self::assertSame('order.changed, changed here by Administrator', $dispatch->json('set_off_by'));
    }

    /**
     * @return iterable<string, array{array<string, mixed>, int}>
     */
    public static function refused(): iterable
    {
        yield 'stale' => [['revision' => 7, 'changes' => ['status' => 'paid']], 409];
        yield 'no such value' => [['revision' => 1, 'changes' => ['status' => 'lost']], 422];
        yield 'not changeable here' => [['revision' => 1, 'changes' => ['number' => 'LM-1']], 422];
        yield 'no revision' => [['changes' => ['status' => 'paid']], 422];
    }

    /**
     * @param  array<string, mixed>  $body
     */
    #[DataProvider('refused')]
    public function test_a_change_that_is_refused_changes_and_sends_nothing(array $body, int $status): void
    {
        $this->larkmoor();
        $this->signIn()->ask('PATCH', '/api/app/sources/larkmoor/records/order/LM-20429', $body)->assertStatus($status);

        self::assertSame('pending', Record::query()->where('key', 'LM-20429')->firstOrFail()->data['status']);
        self::assertSame(0, Dispatch::query()->count());
    }

    public function test_templates_are_found_by_name_key_notice_and_words(): void
    {
        $this->larkmoor();
        $this->signIn();
        $found = fn (string $search): array => array_column($this->ask('GET', '/api/app/sources/larkmoor/templates?search='.rawurlencode($search))->assertOk()->json('templates'), 'key');
        foreach (['', 'night', 'BLUE-receipt', 'order received', 'guten Händen', 'clear night paid'] as $search) {
            self::assertSame(['night-blue-receipt'], $found($search), $search);
        }
        self::assertSame([], $found('night-blue nonsense'));
        $this->ask('POST', '/api/app/sources/larkmoor/notices/order-received/order', ['revision' => 2, 'claims' => [['template' => 'night-blue-receipt', 'on' => false]], 'otherwise' => 'built_in'])->assertOk();
        self::assertSame([['notice' => 'order-received', 'name' => 'Order received', 'active' => false]], $this->ask('GET', '/api/app/sources/larkmoor/templates')->json('templates.0.claims'));
    }

    public function test_a_stale_draft_is_refused(): void
    {
        $this->larkmoor();
        $this->signIn();
        $document = json_decode((string) file_get_contents(database_path('demo/night-blue-receipt.json')), true);
        $save = fn (?int $revision, array $document) => $this->ask('PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', ['revision' => $revision, 'version' => 1, 'document' => $document]);

        $save(null, $document)->assertOk()->assertJsonPath('draft.revision', 1);
        $changed = ['envelope' => ['subject' => 'Changed {order.number}']] + $document;
        $save(1, $changed)->assertOk()->assertJsonPath('draft.revision', 2);
        $save(1, $changed)->assertOk()->assertJsonPath('draft.revision', 2); // Once more, since its answer was lost on the way: that is no conflict.
        $save(1, $document)->assertStatus(409)->assertJsonPath('title', 'Administrator has saved this template meanwhile. Nothing was overwritten.');
        $save(null, $document)->assertStatus(409);
        $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt')->assertJsonPath('document.envelope.subject', [['text' => 'Changed '], ['variable' => 'order.number']])->assertJsonPath('version', 1);
        $save(2, ['envelope' => []] + $document)->assertStatus(422)->assertJsonPath('faults.0.place', 'envelope');
    }
}
