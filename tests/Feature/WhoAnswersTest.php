<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Role;
use App\Models\Source;
use Herald\Document\Json;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Testing\TestResponse;

/** Several templates for one notice: which answers for a record, and why; what nobody answers for. The first of a stated order wins, and a fallback is always said (common practice). */
final class WhoAnswersTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/notices/order-received';

    /** LM-20429 goes to Germany, for EUR 141.00; its customer reads English. */
    private const RECORD = 'LM-20429';

    private Source $source;

    private int $events = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        foreach (['Large', 'German'] as $name) {
            $document = json_decode((string) file_get_contents(database_path('demo/night-blue-receipt.json')), true);
            unset($document['translations']);
            $key = strtolower($name);
            PublishTemplate::from($this->source, Json::ofArray([...$document, 'key' => $key, 'name' => $name, 'envelope' => ['subject' => "{$name} {order.number}"]], $key));
        }
        $this->signIn();
    }

    public function test_the_first_that_fits_answers_and_each_before_it_says_why_it_does_not(): void
    {
        $this->inForce([
            ['template' => 'german', 'languages' => ['de']],
            ['template' => 'large', 'if' => ['all' => [['path' => 'order.delivery.country', 'operator' => 'is', 'value' => 'DE'], ['path' => 'order.total', 'operator' => 'more', 'value' => 250]]], 'remark' => 'insured'],
            ['template' => 'night-blue-receipt', 'if' => ['path' => 'event.name', 'operator' => 'is', 'value' => 'order.placed']],
        ])->assertOk()->assertJsonPath('in_force.claims.1.remark', 'insured')->assertJsonPath('draft', null);
        $this->place();
        $sent = $this->last();
        self::assertSame('night-blue-receipt', $sent->edition?->templateVersion?->template->key);
        self::assertSame([
            'not German: the recipient reads English', 'not Large: Total is €141.00, not more than 250', 'Night-blue receipt: Name of the event is order.placed', 'Night-blue receipt, version 1, answers',
        ], $this->reasons($sent));

        // The same, as it is told before anything is sent: to people, by command and to the source.
        $why = $this->ask('GET', self::AT.'/why?record='.self::RECORD)->assertOk()->assertJsonPath('answers', 'template')->assertJsonPath('template.key', 'night-blue-receipt')->assertJsonPath('language', 'en')->assertJsonPath('recipient.address', 'aoife@example.org')->json();
        self::assertSame([false, false, true], array_column($why['asked'], 'holds'));
        $this->ask('GET', '/api/v1/answer?notice=order-received&record='.self::RECORD, [], $this->bearer($this->source))->assertOk()->assertExactJson($why);
        self::assertSame(0, Artisan::call('herald:why', ['notice' => 'order-received', 'record' => self::RECORD]));
        self::assertStringContainsString("no   German: the recipient reads English\n", Artisan::output());
        self::assertSame(1, Artisan::call('herald:why', ['notice' => 'order-received', 'record' => 'none']));

        // A large order.
        $this->source->record('order', self::RECORD)->update(['data' => ['total' => ['amount' => '400.00', 'currency' => 'EUR']] + $this->source->record('order', self::RECORD)->data]);
        $this->signIn()->ask('GET', self::AT.'/why?record='.self::RECORD)->assertJsonPath('template.key', 'large')->assertJsonPath('asked.1.why', 'Country of the delivery address is Germany and Total is more than 250');
    }

    public function test_what_takes_readers_from_the_built_in_in_their_language_is_said_and_can_be_kept_from_it(): void
    {
        $at = '/api/app/sources/larkmoor/templates/german';
        $this->inForce([])->assertOk();
        $document = $this->ask('GET', $at)->json('document');
        $told = 'The built-in message exists in German, this template does not: these readers get it in English. When you publish, you can keep the built-in message for them.';
        // Its words are English, whatever its name is.
        $this->ask('PUT', "{$at}/draft", ['revision' => null, 'version' => 1, 'document' => ['envelope' => ['subject' => [['text' => 'Other words']]]] + $document])->assertOk();
        self::assertContains($told, array_column($this->ask('POST', "{$at}/findings", ['document' => $document])->assertOk()->json('findings'), 'words'));
        $asked = $this->ask('GET', "{$at}/publication")->assertOk()->assertJsonPath('languages', ['en'])->assertJsonPath('languages_taken_away', [['tag' => 'de', 'name' => 'German']])->assertJsonPath('notice.on', true)->json();
        self::assertContains($told, array_column($asked['advice'], 'words'));
        $this->ask('POST', "{$at}/publication", ['revision' => $asked['revision'], 'place' => ['how' => 'keep', 'languages' => ['en']]])->assertOk();
        $this->ask('GET', self::AT.'/order')->assertJsonPath('in_force.claims.0.template', 'german')->assertJsonPath('in_force.claims.0.languages', ['en']);
        self::assertNotContains($told, array_column($this->ask('POST', "{$at}/findings", ['document' => $document])->assertOk()->json('findings'), 'words'), 'they keep theirs');
        $record = $this->source->record('order', self::RECORD);
        $record->update(['data' => ['customer' => ['language' => 'de'] + $record->data['customer']] + $record->data]);
        $this->signIn()->ask('GET', self::AT.'/why?record='.self::RECORD)->assertJsonPath('answers', 'built_in')->assertJsonPath('language', 'de');
    }

    public function test_what_was_added_is_said_to_have_been_added(): void
    {
        $this->inForce([['template' => 'night-blue-receipt']])->assertOk();
        $this->inForce([['template' => 'night-blue-receipt'], ['template' => 'large', 'if' => ['path' => 'order.total', 'operator' => 'more', 'value' => 1]]])->assertOk();
        $this->ask('GET', self::AT)->assertJsonPath('history.0.what', 'Large, version 1, added')->assertJsonPath('history.1.what', 'Replaced by Night-blue receipt, version 1');
    }

    public function test_before_an_order_is_applied_it_is_said_what_is_shadowed_and_how_many_messages_would_differ(): void
    {
        $this->inForce([['template' => 'night-blue-receipt']])->assertOk();
        $this->place();
        $this->place();
        $order = fn (array $claims): TestResponse => $this->signIn()->ask('POST', self::AT.'/order/trial', ['claims' => $claims, 'otherwise' => 'built_in', 'record' => null, 'compare' => true])->assertOk();
        $order([['template' => 'night-blue-receipt']])->assertJsonPath('differing', ['of' => 2, 'number' => 0, 'more' => false, 'days' => 90]);
        $order([['template' => 'large'], ['template' => 'night-blue-receipt', 'if' => ['path' => 'order.total', 'operator' => 'more', 'value' => 1]]])
            ->assertJsonPath('differing.number', 2)->assertJsonPath('lines.1.standing', 'never')->assertJsonPath('lines.1.shadowed_by', [0]);
        $this->ask('POST', self::AT.'/order/trial', ['claims' => [], 'otherwise' => 'built_in'])->assertJsonPath('differing', null);
    }

    public function test_what_is_only_tried_is_for_who_may_write_and_has_limits(): void
    {
        $kept = $this->signIn(Role::Viewer)->ask('GET', self::AT.'/order')->assertOk()->json('in_force');
        $this->ask('POST', self::AT.'/order/trial', $kept)->assertOk();
        $this->ask('POST', self::AT.'/order/trial', ['claims' => [['template' => 'large']], 'otherwise' => 'built_in'])->assertForbidden();
        $this->signIn(Role::Author)->ask('POST', self::AT.'/order/trial', ['claims' => [['template' => 'large']], 'otherwise' => 'built_in'])->assertOk();

        $least = static fn (int $number): array => ['path' => 'order.total', 'operator' => 'more', 'value' => $number];
        $rules = array_map(static fn (int $rule): array => ['template' => 'large', 'if' => ['any' => array_map($least, range(40 * $rule + 1, 40 * $rule + 40))]], range(0, 25));
        foreach ([['POST', 'order/trial', []], ['PUT', 'order/draft', ['revision' => 1]], ['POST', 'order', ['revision' => 1]]] as [$method, $path, $beside]) {
            $this->signIn()->ask($method, self::AT."/{$path}", [...$beside, 'claims' => $rules, 'otherwise' => 'built_in'])->assertStatus(422)
                ->assertJsonPath('faults.0', ['place' => 'claims', 'reason' => 'have 1,040 comparisons; 1,000 are the most']);
        }
        $rules = array_map(static fn (): array => ['template' => 'large', 'if' => ['path' => 'order.customer.first_name', 'operator' => 'is', 'value' => str_repeat('x', 5_000)]], range(0, 40));
        $this->ask('POST', self::AT.'/order/trial', ['claims' => $rules, 'otherwise' => 'built_in'])->assertStatus(422)->assertJsonPath('faults.0.reason', 'are larger than 200 KB');
    }

    public function test_what_answers_when_none_fits_is_chosen_and_nothing_goes_out_where_that_was_chosen(): void
    {
        $never = ['template' => 'large', 'if' => ['path' => 'order.total', 'operator' => 'more', 'value' => 100_000]];
        $this->inForce([$never], 'framed')->assertOk();
        $this->ask('GET', self::AT)->assertJsonPath('state', 'replaced')->assertJsonPath('otherwise', 'framed');
        $this->place();
        $framed = $this->last();
        self::assertSame([null, 'Larkmoor Observatory'], [$framed->edition?->template_version_id, $framed->edition->brand]);
        self::assertSame('no template fits: the built-in answers, in the brand’s frame', last($this->reasons($framed)));
        $html = $framed->edition->message()->toArray();
        $this->inForce([$never])->assertOk();
        $this->place();
        self::assertNotSame($html, $this->last()->edition?->message()->toArray(), 'the plain one is another');
        self::assertNull($this->last()->edition->brand_version_id);

        $this->inForce([$never], 'silent')->assertOk();
        $this->place();
        self::assertSame([DispatchState::Skipped, 'Nobody answers: not Large: Total is €141.00, not more than 100000; no template fits: nothing goes out'], [$this->last()->state, $this->last()->state_reason]);
        $this->signIn()->ask('GET', self::AT.'/why?record='.self::RECORD)->assertJsonPath('answers', 'silent')->assertJsonPath('language', null);
        $this->ask('GET', self::AT.'/rendering?record='.self::RECORD.'&words=answer')->assertStatus(422);
        $this->inForce([], 'silent')->assertOk();
        $this->ask('GET', self::AT)->assertJsonPath('state', 'silent')->assertJsonPath('history.0.what', 'Silenced: nothing goes out');
    }

    public function test_all_built_ins_are_framed_at_once_also_those_of_a_later_manifest_and_it_is_undone(): void
    {
        $state = fn (string $key): string => collect($this->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.*.notices'))->flatten(1)->firstWhere('key', $key)['state'];
        $this->inForce([])->assertOk();
        $all = array_fill_keys(array_keys($this->source->manifest()->notices), 'framed');
        $this->ask('PUT', '/api/app/sources/larkmoor/otherwise', ['set' => $all, 'new' => 'framed'])->assertNoContent();
        self::assertSame(['framed', 'framed'], [$state('order-received'), $state('refunded')]);
        $this->place();
        self::assertSame('Larkmoor Observatory', $this->last()->edition?->brand);
        $framed = $this->ask('GET', self::AT.'/rendering?record='.self::RECORD.'&words=framed')->assertJsonPath('answered_by', 'Built-in, in the brand’s frame')->json();
        self::assertSame($framed['subject'], $this->ask('GET', self::AT.'/rendering?record='.self::RECORD.'&words=built_in')->assertJsonPath('answered_by', 'Built-in')->json('subject'));
        self::assertStringContainsString('Registered charity 000000', $framed['text'], 'the footer stands in the text as well');
        $this->get($framed['html_at'])->assertOk()->assertSee('Dear Aoife')->assertSee('ground-header');

        // Of a notice that a later manifest adds.
        $manifest = json_decode((string) file_get_contents(database_path('demo/larkmoor.json')), true);
        $manifest['notices'][] = ['key' => 'order-lost', 'name' => 'Order lost'] + $manifest['notices'][0];
        $this->source = LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        self::assertSame('framed', $state('order-lost'));
        $this->ask('PUT', '/api/app/sources/larkmoor/otherwise', ['set' => array_fill_keys(array_keys($all), 'built_in'), 'new' => 'built_in'])->assertNoContent();
        self::assertSame(['built_in', 'framed'], [$state('order-received'), $state('order-lost')]);
        $this->ask('PUT', '/api/app/sources/larkmoor/otherwise', ['set' => ['none' => 'framed']])->assertStatus(422)->assertJsonPath('faults.0.place', 'set.none');
        $this->ask('PUT', '/api/app/sources/larkmoor/otherwise', ['set' => ['refunded' => 'loud']])->assertStatus(422);
    }

    public function test_a_proof_of_either_goes_to_whom_one_likes_and_never_to_the_recipient(): void
    {
        $proof = fn (string $words, string $to): TestResponse => $this->ask('POST', self::AT.'/proof', ['record' => self::RECORD, 'words' => $words, 'to' => $to]);
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $proof('framed', 'desk@example.org')->assertOk()->assertJsonPath('accepted', true);
        foreach (['aoife@example.org', 'Aoife+x@example.org'] as $own) {
            $proof('built_in', $own)->assertStatus(422)->assertJsonPath('faults.0.place', 'to');
        }
        $proof('theirs', 'desk@example.org')->assertStatus(422);
    }

    public function test_an_order_says_beforehand_which_line_can_never_answer_and_counts_where_that_cannot_be_proven(): void
    {
        $order = ['otherwise' => 'built_in', 'claims' => [
            ['template' => 'german', 'if' => ['path' => 'order.delivery.country', 'operator' => 'one_of', 'value' => ['DE', 'GB']]],
            ['template' => 'night-blue-receipt', 'if' => ['path' => 'order.delivery.country', 'operator' => 'is', 'value' => 'GB']],
            ['template' => 'large', 'from' => '2026-12-01', 'until' => '2026-12-24'],
        ]];
        $told = $this->ask('POST', self::AT.'/order/trial', [...$order, 'record' => self::RECORD])->assertOk()->assertJsonPath('counted', null)->assertJsonPath('otherwise.standing', 'answers')->json();
        self::assertSame([['answers', []], ['never', [0]], ['answers', []]], array_map(static fn (array $line): array => [$line['standing'], $line['shadowed_by']], $told['lines']));
        self::assertSame(['if Country of the delivery address is Germany or United Kingdom', 'if Country of the delivery address is United Kingdom', 'from 1 Dec 2026 to 24 Dec 2026'], array_column($told['lines'], 'sentence'));
        self::assertSame([false, 'it begins on 1 Dec 2026'], [$told['lines'][2]['stands'], $told['lines'][2]['why_not']]);
        self::assertSame(['German', 1], [$told['why']['template']['name'], count($told['why']['asked'])]);
        self::assertSame(['Night-blue receipt', 'Large', 'German', 'otherwise the built-in answers'], $told['now']);

        $order['claims'][0]['if'] = ['path' => 'order.customer.first_name', 'operator' => 'contains', 'value' => 'a'];
        $told = $this->ask('POST', self::AT.'/order/trial', $order)->assertOk()->assertJsonPath('lines.0.standing', 'undecided')->json();
        self::assertSame($told['counted'], array_sum(array_column($told['lines'], 'answered')) + $told['otherwise']['answered']);
        self::assertGreaterThan(0, $told['lines'][0]['answered']);

        $this->ask('POST', self::AT.'/order/trial', ['otherwise' => 'built_in', 'claims' => [['template' => 'large', 'if' => ['path' => 'order.nonsense', 'operator' => 'filled']], ['template' => 'none'], ['template' => 'large', 'from' => '2026-02-30'], ['template' => 'large', 'languages' => ['!']], ['template' => 'large', 'form' => 'x']]])
            ->assertStatus(422)->assertJsonPath('faults.*.place', ['claims/0/if/path', 'claims/2/from', 'claims/3/languages/0', 'claims/4/form']);
        $this->ask('POST', self::AT.'/order/trial', ['otherwise' => 'perhaps', 'claims' => []])->assertStatus(422)->assertJsonPath('faults.0.place', 'otherwise');
        $this->ask('POST', self::AT.'/order/trial', ['otherwise' => 'built_in', 'claims' => array_fill(0, 61, ['template' => 'large'])])->assertStatus(422);
    }

    public function test_it_is_written_on_as_a_draft_and_nobody_overwrites_anybody(): void
    {
        $at = self::AT.'/order';
        $draft = ['claims' => [['template' => 'large', 'on' => true]], 'otherwise' => 'silent'];
        $revision = $this->ask('GET', $at)->json('revision');
        $this->ask('PUT', "{$at}/draft", ['revision' => $revision, ...$draft])->assertOk()->assertJsonPath('draft', $draft)->assertJsonPath('drafted_by', 'Administrator')->assertJsonPath('in_force.otherwise', 'built_in');
        $this->ask('PUT', "{$at}/draft", ['revision' => $revision, ...$draft])->assertStatus(409)->assertJsonPath('title', 'Administrator has changed who answers meanwhile. Nothing was overwritten.');
        $this->ask('POST', $at, ['revision' => $revision, ...$draft])->assertStatus(409);
        // A template that is published meanwhile has its place in both.
        $document = $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Fourth', 'from' => 'copy', 'template' => 'large'])->assertCreated()->json();
        $this->ask('POST', '/api/app/sources/larkmoor/templates/fourth/publication', ['revision' => 1, 'place' => ['how' => 'before', 'claim' => 1, 'if' => ['path' => 'order.total', 'operator' => 'less', 'value' => 10]]])->assertOk();
        $now = $this->ask('GET', $at)->json();
        self::assertSame(['night-blue-receipt', 'fourth', 'large', 'german'], array_column($now['in_force']['claims'], 'template'));
        self::assertSame(['fourth', 'large'], array_column($now['draft']['claims'], 'template'));
        $this->ask('DELETE', "{$at}/draft", ['revision' => $now['revision']])->assertOk()->assertJsonPath('draft', null);
        $this->signIn(Role::Author)->ask('PUT', "{$at}/draft", ['revision' => $now['revision'] + 1, ...$draft])->assertOk();
        $this->ask('POST', $at, ['revision' => $now['revision'] + 2, ...$draft])->assertForbidden();
        self::assertSame('fourth', $document['key']);
    }

    public function test_publishing_takes_the_place_that_was_asked_for_and_switches_nobody_else_off(): void
    {
        $publish = function (string $name, ?array $place): TestResponse {
            $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => $name, 'from' => 'copy', 'template' => 'large'])->assertCreated();

            return $this->ask('POST', '/api/app/sources/larkmoor/templates/'.strtolower($name).'/publication', ['revision' => 1, ...($place === null ? [] : ['place' => $place])]);
        };
        $on = fn (): array => array_map(static fn (array $claim): string => $claim['template'].($claim['on'] ? '' : ' off'), $this->ask('GET', self::AT.'/order')->json('in_force.claims'));
        $publish('Top', null)->assertOk();
        self::assertSame(['top', 'night-blue-receipt', 'large', 'german'], $on());
        $publish('Instead', ['how' => 'in_place_of', 'claim' => 0])->assertOk();
        self::assertSame(['instead', 'top off', 'night-blue-receipt', 'large', 'german'], $on());
        $publish('Last', ['how' => 'last'])->assertOk();
        self::assertSame(['instead', 'top off', 'night-blue-receipt', 'large', 'german', 'last'], $on());
        $publish('Lost', ['how' => 'before', 'claim' => 40])->assertStatus(422)->assertJsonPath('faults.0.place', 'place/claim');
        $publish('Wrong', ['how' => 'first', 'if' => ['path' => 'order.nonsense', 'operator' => 'filled']])->assertStatus(422);
        $this->ask('GET', '/api/app/sources/larkmoor/templates/wrong/publication')->assertJsonPath('version', null)->assertJsonPath('stands', false);
        self::assertSame(['instead', 'top off', 'night-blue-receipt', 'large', 'german', 'last'], $on());
    }

    public function test_a_template_answers_for_another_notice_only_if_it_has_what_that_asks_for(): void
    {
        $at = '/api/app/sources/larkmoor/notices/payment-received/order';
        $this->ask('POST', $at, ['revision' => 1, 'claims' => [['template' => 'large']], 'otherwise' => 'built_in'])->assertOk();
        self::assertSame(['order-received', 'payment-received'], array_column(collect($this->ask('GET', '/api/app/sources/larkmoor/templates')->json('templates'))->firstWhere('key', 'large')['claims'], 'notice'));
        $without = ['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'without', 'name' => 'Without', 'record_type' => 'order', 'language' => 'en', 'envelope' => ['subject' => 'x'], 'manuscript' => [['id' => 'a', 'type' => 'text', 'text' => 'x']]];
        PublishTemplate::from($this->source, Json::ofArray($without, 'x'));
        $this->ask('POST', self::AT.'/order', ['revision' => $this->ask('GET', self::AT.'/order')->json('revision'), 'claims' => [['template' => 'without']], 'otherwise' => 'built_in'])
            ->assertStatus(422)->assertJsonPath('faults.0', ['place' => 'claims/0/template', 'reason' => 'Without cannot answer for Order received: “Order received” needs a link to “Order page”, and there is none.']);
        // In the archive it answers for none of them.
        $this->ask('PATCH', '/api/app/sources/larkmoor/templates/large', ['archived' => true])->assertOk();
        self::assertSame([false], array_column($this->ask('GET', $at)->json('in_force.claims'), 'on'));

        // One that answers for two may not lose what either asks for.
        $both = ['key' => 'both', 'name' => 'Both', 'notice' => 'payment-received', 'manuscript' => [['id' => 'a', 'type' => 'button', 'label' => 'See {order.number}', 'link' => '{order.page}']]] + $without;
        PublishTemplate::from($this->source, Json::ofArray($both, 'x'));
        $this->inForce([['template' => 'both']])->assertOk();
        $path = '/api/app/sources/larkmoor/templates/both';
        $document = $this->ask('GET', $path)->json('document');
        $this->ask('PUT', "{$path}/draft", ['revision' => null, 'version' => 1, 'document' => ['manuscript' => $without['manuscript']] + $document])->assertOk();
        $this->ask('POST', "{$path}/publication", ['revision' => 1])->assertStatus(422)->assertJsonPath('faults.0.reason', '“Order received” needs a link to “Order page”, and there is none.');
    }

    public function test_a_condition_that_no_longer_fits_the_source_keeps_nobody_from_being_written_to(): void
    {
        $this->inForce([['template' => 'large', 'if' => ['path' => 'order.gift', 'operator' => 'filled']], ['template' => 'night-blue-receipt']])->assertOk();
        $manifest = json_decode((string) file_get_contents(database_path('demo/larkmoor.json')), true);
        foreach ($manifest['record_types'] as &$type) {
            $type['fields'] = array_values(array_filter($type['fields'], static fn (array $field): bool => $field['key'] !== 'gift'));
        }
        $this->source = LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        $this->place();
        self::assertSame(['night-blue-receipt', true], [$this->last()->edition?->templateVersion?->template->key, $this->last()->needs_look]);
        self::assertStringStartsWith('not Large: its condition no longer fits the source: ', $this->reasons($this->last())[0]);
        $line = $this->signIn()->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.0.notices.0');
        self::assertContains('a condition on who answers no longer fits the source', $line['trouble']);
        // It is told of the line, and is no hindrance to others.
        $order = $this->ask('GET', self::AT.'/order')->assertOk()->json();
        $this->ask('POST', self::AT.'/order/trial', $order['in_force'])->assertOk()->assertJsonPath('lines.1.stands', true)->assertJsonPath('lines.0.stands', false);
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Other', 'from' => 'built_in', 'notice' => 'order-received'])->assertCreated();
        $this->ask('POST', '/api/app/sources/larkmoor/templates/other/publication', ['revision' => 1])->assertOk();
        self::assertSame(['large', 'other', 'night-blue-receipt'], array_column($this->ask('GET', self::AT.'/order')->json('in_force.claims'), 'template'));
    }

    /**
     * @param  list<array<string, mixed>>  $claims
     */
    private function inForce(array $claims, string $otherwise = 'built_in'): TestResponse
    {
        $this->signIn();

        return $this->ask('POST', self::AT.'/order', ['revision' => $this->ask('GET', self::AT.'/order')->json('revision'), 'claims' => $claims, 'otherwise' => $otherwise]);
    }

    private function place(): void
    {
        $this->ask('POST', '/api/v1/events', ['id' => 'placed-'.++$this->events, 'event' => 'order.placed', 'key' => self::RECORD], $this->bearer($this->source))->assertStatus(202);
        $this->decide();
        $this->signIn();
    }

    private function last(): Dispatch
    {
        return Dispatch::query()->whereRelation('notice', 'key', 'order-received')->latest('id')->firstOrFail();
    }

    /**
     * @return list<string>
     */
    private function reasons(Dispatch $dispatch): array
    {
        return $dispatch->decision['reasons'] ?? [];
    }
}
