<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\DraftPieces;
use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Loading\LoadRecords;
use App\Models\Dispatch;
use App\Models\DispatchRecipient;
use App\Models\Record;
use App\Models\Role;
use App\Models\Source;
use App\Models\Template;
use Herald\Document\Json;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Mail;
use Illuminate\Testing\TestResponse;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Tests\Core\Sample;
use ZBateson\MailMimeParser\Message;

/** What the composer asks of the server. */
final class ComposingTest extends TestCase
{
    private const TEMPLATE = '/api/app/sources/larkmoor/templates/night-blue-receipt';

    protected function setUp(): void
    {
        parent::setUp();
        $this->larkmoor();
        $this->signIn();
    }

    public function test_a_template_begins_with_the_built_in_words_a_copy_or_nothing(): void
    {
        $made = $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Moor & more', 'from' => 'built_in', 'notice' => 'order-received'])->assertCreated()
            ->assertJsonPath('key', 'moor-more')->assertJsonPath('folder', 'Shop')->assertJsonPath('version', null)->assertJsonPath('draft.revision', 1)
            ->assertJsonPath('notice', ['key' => 'order-received', 'name' => 'Order received', 'strand' => 'Shop'])->json('document');
        self::assertSame([['text' => 'Order '], ['variable' => 'order.number'], ['text' => ' received']], $made['envelope']['subject']);
        self::assertSame(['slot', 'line_items'], array_column(array_slice($made['manuscript'], 2, 2), 'type'));
        self::assertArrayHasKey('de', $made['translations']);

        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Moor more', 'from' => 'copy', 'template' => 'night-blue-receipt'])->assertCreated()
            ->assertJsonPath('key', 'moor-more-2')->assertJsonPath('document.name', 'Moor more')->assertJsonPath('notice.key', 'order-received')->assertJsonPath('document.manuscript.0.id', 'thanks');
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'ليلى', 'from' => 'blank', 'notice' => 'answer-to-rating'])->assertCreated()->assertJsonPath('document.manuscript', [])->assertJsonPath('record_type', 'booking');
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'For nothing yet', 'from' => 'blank', 'record_type' => 'order'])->assertCreated()->assertJsonPath('notice', null);

        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => '', 'from' => 'blank', 'notice' => 'order-received'])->assertStatus(422)->assertJsonPath('faults.0.place', 'name');
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'x', 'from' => 'blank'])->assertStatus(422)->assertJsonPath('faults.0.place', 'notice');
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'x', 'from' => 'blank', 'notice' => 'nope'])->assertStatus(422);
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'x', 'from' => 'copy', 'template' => 'night-blue-receipt', 'notice' => 'answer-to-rating'])->assertStatus(422);
        // Nothing answers that was not published.
        $this->ask('GET', '/api/app/sources/larkmoor/notices/answer-to-rating')->assertJsonPath('state', 'built_in');
    }

    public function test_renaming_keeps_the_key_and_the_archive_answers_for_nothing(): void
    {
        $this->ask('PATCH', self::TEMPLATE, ['name' => 'Renamed', 'folder' => ''])->assertOk()->assertJsonPath('key', 'night-blue-receipt')->assertJsonPath('document.name', 'Renamed')->assertJsonPath('folder', '');
        $this->ask('PATCH', self::TEMPLATE, ['archived' => true])->assertOk()->assertJsonPath('archived', true)->assertJsonPath('claims.0.active', false);
        $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received')->assertJsonPath('state', 'built_in')->assertJsonPath('history.0.what', 'Renamed answers no more for Order received');
        $this->ask('GET', '/api/app/sources/larkmoor/templates')->assertJsonPath('templates', [])->assertJsonPath('archived', 1);
        $this->ask('GET', '/api/app/sources/larkmoor/templates?archived=1')->assertJsonPath('templates.0.name', 'Renamed');
        $this->ask('PATCH', self::TEMPLATE, ['archived' => false])->assertOk();
        $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received')->assertJsonPath('state', 'built_in');
        $this->ask('PATCH', self::TEMPLATE, ['name' => ''])->assertStatus(422)->assertJsonPath('faults.0.place', 'name');
    }

    public function test_the_desk_has_all_that_may_be_named_and_the_sheet_its_values(): void
    {
        $desk = $this->ask('GET', self::TEMPLATE.'/desk')->assertOk();
        $fields = array_column($desk->json('fields'), null, 'path');
        self::assertSame(['Line total', 'money', 'order.items'], [$fields['order.items.*.line_total']['label'], $fields['order.items.*.line_total']['type'], $fields['order.items.*.line_total']['list']]);
        self::assertFalse($fields['order.customer']['single']);
        self::assertContains('date_long', array_column($desk->json('formats.datetime'), 'name'));
        self::assertSame(['=0', 'one', 'other'], array_column(array_column($desk->json('formats.integer'), 'parameters', 'name')['words_by_number'], 'name'), 'the plural categories of the language');
        self::assertContains('other', array_column($fields['order.status']['parameters']['words_by_value'], 'name'));
        self::assertSame([true, 'address'], [$fields['order.delivery']['single'], $fields['order.delivery']['usual']]);
        self::assertSame('order.items', $desk->json('fresh.line_items.list'));
        self::assertSame(['is more than', 'is after'], [($words = array_column($desk->json('operators'), 'words', 'name')['more'])['money'], $words['date']]);
        self::assertSame(['typical'], $desk->json('cast.0.shows'));
        $desk->assertJsonPath('notice.required', ['order.page', 'order.number'])->assertJsonPath('sender', 'Larkmoor Observatory <shop@larkmoor.example.org>');

        $values = $this->ask('GET', self::TEMPLATE.'/sheet?record=LM-20419')->assertOk()->json('values');
        self::assertSame(['40', 'Larkmoor Observatory', 'Bartholomew'], [$values['order.items'], $values['source.name'], $values['order.customer.first_name']]);
        self::assertArrayHasKey('order.items.*.name', $values);
        $offers = $this->ask('GET', self::TEMPLATE.'/sheet?record=LM-20429')->json('offers');
        self::assertSame(['€141.00'], array_values($offers['order.total']), 'what each format makes of the value at hand');
        self::assertSame('23 November 2026', $offers['order.placed_at']['date_long']);
        self::assertSame('A', $offers['order.customer.first_name']['initial']);
        self::assertArrayHasKey('date_long', $offers['now'], 'what holds everywhere has its values as well');
        self::assertArrayHasKey('message.id', $values);
        self::assertSame(1, count(array_filter(array_keys($values), static fn (string $path): bool => str_starts_with($path, 'order.') && str_contains($path, '*.name'))), 'the first item stands for all');
        $this->ask('GET', self::TEMPLATE.'/sheet?record=none')->assertNotFound();
        $this->ask('GET', '/api/app/sources/larkmoor/templates/none/desk')->assertNotFound();
    }

    public function test_parameters_are_given_on_the_stage_and_to_proofs(): void
    {
        $made = $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Noted', 'from' => 'blank', 'notice' => 'note-added'])->assertCreated()->json('document');
        $made['envelope']['subject'] = [['text' => 'A note: '], ['variable' => 'given.note']];
        $made['manuscript'] = [['id' => 't', 'type' => 'text', 'text' => [['text' => 'See']]]];
        $path = '/api/app/sources/larkmoor/templates/noted';
        self::assertSame([['key' => 'note', 'label' => 'Note', 'input' => 'text', 'required' => true, 'default' => null, 'options' => []]], $this->ask('GET', $path.'/desk')->assertOk()->json('notice.given'));
        $stage = fn (array $given): TestResponse => $this->ask('POST', $path.'/stage', ['document' => $made, 'record' => 'LM-20429', 'view' => 'wide', 'text' => true, 'given' => $given]);
        $stage(['note' => 'Your parcel is wet'])->assertOk()->assertJsonPath('subject', 'A note: Your parcel is wet');
        $stage([])->assertOk()->assertJsonPath('subject', 'A note: (Note, given with the event)');
        $stage(['note' => ['x']])->assertStatus(422)->assertJsonPath('faults.0.place', 'given/note');
        $stage(['other' => 'x'])->assertOk();
    }

    public function test_a_word_is_replaced_in_several_templates_or_in_none(): void
    {
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Copy', 'from' => 'copy', 'template' => 'night-blue-receipt'])->assertCreated();
        $asked = ['what' => 'words', 'find' => 'your order', 'put' => 'your parcel', 'exact' => false];
        $found = $this->ask('POST', '/api/app/sources/larkmoor/replacements/trial', $asked)->assertOk()->json('templates');
        self::assertSame(['copy', 'night-blue-receipt'], array_column($found, 'key'));
        self::assertGreaterThan(0, $found[0]['times']);
        self::assertContains('parcel', array_map(trim(...), array_column(array_merge(...array_column($found[0]['changes'], 'words')), 'text')));

        $chosen = array_map(static fn (array $one): array => array_intersect_key($one, ['key' => 1, 'revision' => 1, 'version' => 1]), $found);
        $stale = $chosen;
        $stale[1]['version'] = 9;
        $this->ask('POST', '/api/app/sources/larkmoor/replacements', [...$asked, 'templates' => $stale])->assertStatus(409);
        self::assertSame(1, $this->ask('GET', '/api/app/sources/larkmoor/templates/copy')->json('draft.revision'), 'where one was changed meanwhile, none is');
        $this->ask('POST', '/api/app/sources/larkmoor/replacements', [...$asked, 'templates' => $chosen])->assertOk()->assertJsonPath('times', array_sum(array_column($found, 'times')));
        foreach (['copy', 'night-blue-receipt'] as $key) {
            self::assertStringContainsString('parcel', json_encode($this->ask('GET', "/api/app/sources/larkmoor/templates/{$key}")->assertOk()->json('document'), JSON_THROW_ON_ERROR));
        }
        $this->ask('POST', '/api/app/sources/larkmoor/replacements/trial', $asked)->assertOk()->assertJsonPath('templates', []);

        $document = $this->ask('GET', self::TEMPLATE)->json('document');
        $one = $this->ask('POST', self::TEMPLATE.'/replacement', ['what' => 'variable', 'find' => 'order.number', 'put' => 'order.voucher', 'exact' => true, 'document' => $document])->assertOk();
        self::assertStringNotContainsString('order.number', json_encode($one->json('document'), JSON_THROW_ON_ERROR));
        $this->ask('POST', self::TEMPLATE.'/replacement', ['what' => 'variable', 'find' => 'order.number', 'put' => 'Order no', 'exact' => true, 'document' => $document])->assertStatus(422)->assertJsonPath('faults.0.place', 'put');
        $this->ask('POST', '/api/app/sources/larkmoor/replacements/trial', ['what' => 'words', 'find' => '', 'put' => 'x', 'exact' => true])->assertStatus(422)->assertJsonPath('faults.0.place', 'find');
    }

    public function test_the_stage_is_the_true_message_of_what_is_written(): void
    {
        $stage = $this->stage($this->document(), 'LM-20429')->assertOk();
        $published = (string) $this->get('/stage/larkmoor/notices/order-received?record=LM-20429&words=answer')->getContent();
        self::assertSame($published, Sample::unmarked($stage->json('html')));
        $kept = static fn (): int => iterator_count(new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(config('herald.editions'), \FilesystemIterator::SKIP_DOTS)));
        $before = $kept();
        $this->stage(['envelope' => ['subject' => 'Never seen before '.bin2hex(random_bytes(4)).' {order.number}']] + $this->document(), 'LM-20429')->assertOk();
        self::assertSame($before, $kept(), 'pieces of drafts are kept apart from editions');
        $drafts = config('herald.drafts');
        $aged = File::allFiles($drafts)[0]->getPathname();
        touch($aged, time() - 3700);
        DraftPieces::clear();
        self::assertFileDoesNotExist($aged);
        self::assertNotEmpty(File::allFiles($drafts), 'what was just compiled stays for the next stage');
        $stage->assertJsonPath('subject', 'Order LM-20429 is in good hands')->assertJsonPath('lengths.subject', 31)->assertJsonPath('to', 'Aoife Brannigan <aoife@example.org>')->assertJsonPath('language', 'en');
        self::assertSame('Country of the delivery address is Ireland or United Kingdom', $stage->json('around.sentences.near'));

        $document = $this->document();
        $document['manuscript'][0]['text'] = [['text' => 'Changed, {{ 7*7 }} <b>'], ['variable' => 'order.customer.nam']];
        $document['envelope']['cc'] = [['text' => 'desk@example.org']];
        $html = $this->stage($document, 'LM-20429')->assertOk()->assertJsonPath('cc', 'desk@example.org')->json('html');
        self::assertStringContainsString('Changed, {{ 7*7 }} &lt;b&gt;{order.customer.nam}', $html);
        self::assertStringContainsString('Danke', (string) $this->stage($this->document(), 'LM-20423')->json('html'), 'in the language of the recipient');
        self::assertStringContainsString('Thank you', (string) $this->stage($this->document(), 'LM-20423', ['language' => 'en'])->json('html'));
        self::assertStringNotContainsString('<img src', (string) $this->stage($this->document(), 'LM-20429', ['view' => 'no_pictures'])->json('html'));
        self::assertStringContainsString("Thank you, Aoife\n====", (string) $this->stage($this->document(), 'LM-20429', ['text' => true])->json('text'));

        // What has not the form of a template says at which place.
        $document['manuscript'][1] = ['id' => 'x', 'type' => 'text'];
        $this->stage($document, 'LM-20429')->assertStatus(422)->assertJsonPath('faults.0', ['place' => 'manuscript/1', 'reason' => 'lacks "text"']);
        $this->stage($this->document(), 'none')->assertNotFound();
        $this->stage($this->document(), 'LM-20429', ['view' => 'sideways'])->assertStatus(422)->assertJsonPath('faults.0.place', 'view');
    }

    public function test_what_is_kept_of_the_records_follows_them(): void
    {
        $cast = fn (): array => array_column($this->ask('GET', self::TEMPLATE.'/desk')->assertOk()->json('cast'), 'key');
        $said = fn (): string => implode(' ', array_column($this->ask('POST', self::TEMPLATE.'/findings', ['document' => [...$this->document(), 'envelope' => ['subject' => '{order.customer.first_name}']]])->json('findings'), 'words'));
        [$before, $words] = [$cast(), $said()];
        self::assertStringContainsString('“First name” is empty in 1 of 14 records', $words);
        $reads = 0;
        DB::listen(static function (QueryExecuted $query) use (&$reads): void {
            $reads += str_contains($query->sql, 'limit 500') && ! str_contains($query->sql, 'count(*)') ? 1 : 0;
        });
        self::assertSame([$before, $words], [$cast(), $said()]);
        self::assertSame(0, $reads, 'while nothing has changed they are not read again');

        $source = Source::query()->firstOrFail();
        $order = Record::query()->where('key', 'LM-20429')->firstOrFail()->data;
        $order['customer'] = ['first_name' => null] + $order['customer'];
        LoadRecords::from($source, [$this->file([['type' => 'order', 'data' => $order], ['type' => 'order', 'data' => ['number' => 'LM-1', 'status' => 'refunded'] + $order]])]);
        self::assertStringContainsString('“First name” is empty in 3 of 15 records', $said());
        self::assertGreaterThan(0, $reads);
        Record::query()->where('key', $before[0])->delete();
        self::assertNotContains($before[0], $cast());
    }

    public function test_drafts_are_found_fault_with_and_copied_blocks_are_read(): void
    {
        $document = $this->document();
        $document['manuscript'][6]['link'] = [];
        $findings = $this->ask('POST', self::TEMPLATE.'/findings', ['document' => $document])->assertOk()->json('findings');
        self::assertSame(['grave', 'grave'], array_column(array_slice($findings, 0, 2), 'weight'));
        self::assertSame([['id' => 'see', 'part' => 'link', 'value' => [['variable' => 'order.page']]]], array_merge(...array_column(array_filter(array_merge(...array_column($findings, 'mends')), static fn (array $mend): bool => $mend['label'] === 'Lead to “Order page”'), 'set')));

        // A condition that is still written is kept as it is; what it stands on is shown, and nothing is published.
        $open = $this->document();
        $open['manuscript'][0]['when'] = ['path' => 'order.status', 'operator' => 'one_of', 'value' => []];
        $this->stage($open, 'LM-20429', ['text' => true])->assertOk()->assertJsonMissingPath("around.sentences.{$open['manuscript'][0]['id']}");
        self::assertContains('The condition is not finished: “Status is one of …” needs a value.', array_column($this->ask('POST', self::TEMPLATE.'/findings', ['document' => $open])->json('findings'), 'words'));
        $this->ask('PUT', self::TEMPLATE.'/draft', ['revision' => null, 'version' => 1, 'document' => $open])->assertOk();
        self::assertSame($open['manuscript'][0]['when'], $this->ask('GET', self::TEMPLATE)->json('document.manuscript.0.when'));
        $this->ask('POST', self::TEMPLATE.'/publication', ['revision' => 1])->assertStatus(422)->assertJsonPath('faults.0.place', $open['manuscript'][0]['id']);

        $blocks = fn (array $blocks, string $format = 'velvet-herald/blocks') => $this->ask('POST', '/api/app/sources/larkmoor/blocks', ['format' => $format, 'version' => 1, 'blocks' => $blocks]);
        $blocks([['id' => 'a', 'type' => 'text', 'text' => 'Dear {order.customer.first_name or "guest"}']])->assertOk()->assertJsonPath('blocks.0.text.1', ['variable' => 'order.customer.first_name', 'fallback' => 'guest']);
        $blocks([['id' => 'a', 'type' => 'script', 'text' => 'x']])->assertStatus(422);
        $blocks([], 'something/else')->assertStatus(422);
    }

    public function test_publishing_says_what_it_does_asks_for_the_revision_and_answers(): void
    {
        Dispatch::query()->delete();
        $made = $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Second', 'from' => 'blank', 'notice' => 'order-received'])->json();
        $path = '/api/app/sources/larkmoor/templates/second';
        $this->ask('GET', $path.'/publication')->assertOk()->assertJsonPath('others.0.name', 'Night-blue receipt')->assertJsonPath('stands', false)->assertJsonPath('compared_with', 'the built-in words')->assertJsonPath('findings.0.weight', 'grave');
        $this->ask('POST', $path.'/publication', ['revision' => 1])->assertStatus(422)->assertJsonPath('title', 'It cannot be published yet')->assertJsonPath('faults.0.reason', '“Order received” needs a link to “Order page”, and there is none.');

        $document = ['envelope' => ['subject' => 'Order {order.number}'], 'manuscript' => [['id' => 'a', 'type' => 'button', 'label' => 'See {order.number}', 'link' => '{order.page}']]] + $made['document'];
        $this->ask('PUT', $path.'/draft', ['revision' => 1, 'version' => null, 'document' => $document])->assertOk();
        $this->ask('GET', $path.'/publication')->assertJsonPath('findings', [])->assertJsonPath('revision', 2)->assertJsonPath('version', null);
        $this->ask('POST', $path.'/publication', ['revision' => 1])->assertStatus(409);
        $this->ask('POST', $path.'/publication', ['revision' => 2])->assertOk()->assertJsonPath('version', 1)->assertJsonPath('draft', null)->assertJsonPath('published_by', 'Administrator');
        $notice = $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received')->assertJsonPath('templates.0.key', 'second')->assertJsonPath('history.0.what', 'Replaced by Second, version 1')->json();
        self::assertSame(['second', 'night-blue-receipt'], array_column($notice['templates'], 'key'), 'it stands above the other, which stays on');

        // What was published is kept, and shown with what differs.
        $document['manuscript'][0]['label'] = 'Look at {order.number}';
        $this->ask('PUT', $path.'/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('GET', $path.'/publication')->assertJsonPath('compared_with', 'version 1')->assertJsonPath('changes.0.words.0', ['kind' => 'removed', 'text' => 'See ']);
        $this->ask('POST', $path.'/publication', ['revision' => 1])->assertOk()->assertJsonPath('version', 2);
        $this->ask('GET', $path.'/versions')->assertJsonPath('versions.0.number', 2)->assertJsonPath('versions.1.by', 'Administrator');
        $this->ask('GET', $path.'/versions/1')->assertJsonPath('document.manuscript.0.label.0.text', 'See ')->assertJsonPath('changes', []);
        $this->ask('GET', $path.'/versions/2')->assertJsonPath('changes.0.kind', 'changed');
        $this->ask('GET', $path.'/versions/3')->assertNotFound();
        $document = $this->ask('GET', $path)->json('document');
        $this->ask('POST', $path.'/comparison', ['document' => $document, 'with' => 2])->assertOk()->assertJsonPath('changes', []);
        $this->ask('POST', $path.'/comparison', ['document' => $document, 'with' => 1])->assertOk()->assertJsonPath('changes.0.kind', 'changed');
        $this->ask('POST', $path.'/comparison', ['document' => $document, 'with' => 3])->assertNotFound();
        $this->ask('POST', $path.'/comparison', ['document' => $document, 'with' => 'x'])->assertStatus(422)->assertJsonPath('faults.0.place', 'with');
        $this->ask('POST', $path.'/comparison', ['document' => $document, 'with' => 99_999_999_999])->assertStatus(422)->assertJsonPath('faults.0.place', 'with');

        // Who writes on version 1 when version 2 is out overwrites nothing.
        $this->ask('PUT', $path.'/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertStatus(409)->assertJsonPath('title', 'Administrator has published this template meanwhile. Nothing was overwritten.');
        $this->ask('POST', $path.'/comparison', ['document' => $document])->assertOk()->assertJsonPath('changes', []);
    }

    public function test_a_proof_is_marked_and_never_reaches_whom_the_record_is_about(): void
    {
        $sent = $this->takeMail();
        $document = $this->document();
        $document['envelope']['bcc'] = [['text' => 'copy@example.org']];
        $proof = fn (string $to, array $document) => $this->ask('POST', self::TEMPLATE.'/proof', ['document' => $document, 'record' => 'LM-20429', 'to' => $to]);

        $proof('tester@example.org', $document)->assertOk()->assertJsonPath('accepted', true);
        self::assertSame([['tester@example.org']], $sent->recipients);
        self::assertSame('[Proof] Order LM-20429 is in good hands', Message::from($sent->messages[0], false)->getHeaderValue('Subject'));
        self::assertStringNotContainsString('data-block', $sent->messages[0]);
        $proof('AOIFE@example.org', $document)->assertStatus(422)->assertJsonPath('faults.0.place', 'to');
        $proof("a@example.org\nBcc: b@example.org", $document)->assertStatus(422);
        $proof('tester@example.org', ['envelope' => ['subject' => []]] + $document)->assertStatus(422)->assertJsonPath('faults.0.reason', 'The subject is empty: nothing was sent.');
        self::assertCount(1, $sent->messages);
        self::assertSame(0, Dispatch::query()->count(), 'a proof is no dispatch');
    }

    public function test_copies_are_handed_over_each_by_itself_and_bcc_stands_nowhere(): void
    {
        $sent = $this->takeMail();
        $dispatch = $this->withCopies();

        self::assertSame([['aoife@example.org'], ['desk@example.org'], ['copy@example.org']], array_slice($sent->recipients, 0, 3));
        self::assertCount(1, array_unique(array_slice($sent->messages, 0, 3)), 'the same bytes');
        self::assertStringContainsString('Cc: desk@example.org', $sent->messages[0]);
        self::assertStringNotContainsString('copy@example.org', $sent->messages[0]);
        $this->signIn()->ask('GET', '/api/app/sources/larkmoor/dispatches/'.$dispatch->id)->assertOk()->assertJsonPath('state', 'sent')
            ->assertJsonPath('copies.0.address', 'desk@example.org')->assertJsonPath('copies.1.role', 'bcc')->assertJsonPath('copies.1.state', 'sent');
    }

    public function test_a_copy_that_is_refused_keeps_nobody_else_from_the_message_and_one_put_off_is_tried_again_alone(): void
    {
        $sent = $this->takeMail(['desk@example.org' => [550], 'copy@example.org' => [450]]);
        $dispatch = $this->withCopies();
        self::assertSame(['queued', 'sent', 'failed', 'queued'], [$dispatch->state->value, ...$dispatch->recipients()->get()->map(static fn (DispatchRecipient $one): string => $one->state->value)->all()]);

        $this->travel(1)->hours();
        $this->artisan('queue:work', ['--stop-when-empty' => true, '--memory' => 1024]);
        self::assertSame(['sent', 'sent', 'failed', 'sent'], [$dispatch->refresh()->state->value, ...$dispatch->recipients()->get()->map(static fn (DispatchRecipient $one): string => $one->state->value)->all()]);
        self::assertStringContainsString('Copy to desk@example.org: The mail server refused it', (string) $dispatch->state_reason);
        self::assertSame(1, count(array_filter($sent->recipients, static fn (array $to): bool => $to === ['aoife@example.org'])), 'whom it is for got it once');
    }

    /** A message that goes to a customer, the desk and somebody unseen, sent. */
    private function withCopies(): Dispatch
    {
        $document = $this->document();
        $document['envelope'] += ['cc' => [['text' => 'desk@example.org']], 'bcc' => [['text' => 'copy@example.org, Desk@example.org']]];
        $this->ask('PUT', self::TEMPLATE.'/draft', ['revision' => null, 'version' => 1, 'document' => $document])->assertOk();
        $this->ask('POST', self::TEMPLATE.'/publication', ['revision' => 1])->assertOk();
        $source = Template::query()->oldest('id')->firstOrFail()->source;
        $this->ask('POST', '/api/v1/events', ['id' => 'copies', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $this->artisan('queue:work', ['--stop-when-empty' => true, '--memory' => 1024]);

        return Dispatch::query()->whereRelation('notice', 'key', 'order-received')->firstOrFail();
    }

    public function test_a_viewer_may_look_at_the_stage_and_save_nothing(): void
    {
        $this->signIn(Role::Viewer);
        $this->stage($this->document(), 'LM-20429')->assertOk();
        $this->ask('PUT', self::TEMPLATE.'/draft', ['revision' => null, 'version' => 1, 'document' => $this->document()])->assertForbidden();
    }

    /** Shops number their orders, and ids may happen to have no letter in them; PHP takes such array keys for numbers. */
    public function test_keys_and_ids_of_digits_alone_are_as_good_as_any(): void
    {
        Source::query()->delete();
        $source = LoadManifest::from(Json::ofArray([
            'format' => 'velvet-herald/manifest', 'version' => 1,
            'source' => ['key' => '10', 'name' => 'Ten', 'url' => 'https://ten.example.org', 'languages' => ['en', 'de'], 'default_language' => 'en', 'zone' => 'Europe/Dublin', 'email' => 'ten@example.org'],
            'record_types' => [['key' => 'order', 'name' => 'Order', 'identity' => 'number', 'summary' => ['number', 'email'], 'fields' => [
                ['key' => 'number', 'type' => 'text', 'required' => true], ['key' => 'email', 'type' => 'email'],
                ['key' => 'stars', 'type' => 'option', 'options' => [['value' => '1', 'label' => 'One star'], ['value' => '2', 'label' => 'Two stars']]], ['key' => 'meta', 'type' => 'open'],
            ]]],
            'events' => [['name' => 'order.placed', 'record_type' => 'order']],
            'strands' => [['key' => '20', 'name' => 'Twenty', 'record_type' => 'order']],
            'notices' => [['key' => '30', 'name' => 'Thirty', 'strand' => '20', 'audience' => 'customer', 'cue' => ['event' => 'order.placed'], 'recipient' => ['path' => 'order.email'], 'slots' => [['key' => '40', 'label' => 'Forty']],
                'built_in' => ['en' => ['subject' => 'Order {order.number}', 'body' => [['id' => '50', 'type' => 'text', 'text' => 'Dear guest']]]]]],
        ], 'ten'));
        LoadRecords::from($source, [$this->file(array_map(static fn (int $n): array => ['type' => 'order', 'data' => ['number' => (string) (700 + $n), 'email' => $n === 3 ? null : "g{$n}@example.org", 'stars' => $n === 4 ? '2' : '1', 'meta' => ['8' => 'eight']]], range(1, 6)))]);
        $text = static fn (string $id, string $words): array => ['id' => $id, 'type' => 'text', 'text' => $words];
        $document = [
            'format' => 'velvet-herald/template', 'version' => 1, 'key' => '60', 'name' => 'Sixty', 'record_type' => 'order', 'notice' => '30', 'language' => 'en', 'envelope' => ['subject' => 'Order {order.number}'],
            'manuscript' => [$text('1', 'First'), $text('2', 'Second {order.meta.8}'), ['id' => '3', 'type' => 'choice', 'branches' => [['id' => '4', 'when' => ['path' => 'order.stars', 'operator' => 'is', 'value' => '2'], 'blocks' => [$text('5', 'Two')]]], 'otherwise' => [$text('6', 'Not two')]]],
            'translations' => ['de' => ['1.text' => 'Erstens']],
        ];
        PublishTemplate::from($source, Json::ofArray($document, 'sixty'));

        $path = "/api/app/sources/{$source->key}/templates/60";
        $desk = $this->ask('GET', $path.'/desk')->assertOk()->json();
        self::assertSame([['706', ['typical']], ['703', ['no email']], ['704', ['two stars']]], array_map(static fn (array $member): array => [$member['key'], $member['shows']], $desk['cast']));
        $values = $this->ask('GET', $path.'/sheet?record=704')->assertOk()->json('values');
        self::assertSame(['Two stars', 'eight'], [$values['order.stars'], $values['order.meta.8']]);

        [$first, $second, $choice] = $document['manuscript'];
        $changed = ['manuscript' => [$second, $first, $text('7', 'Seventh')]] + $document;
        self::assertSame([['added', '3'], ['added', '5'], ['added', '6'], ['moved', '1'], ['removed', '7']], $this->changes($this->ask('POST', $path.'/comparison', ['document' => $changed])));
        $this->ask('POST', $path.'/findings', ['document' => $changed])->assertOk();
        $this->ask('POST', $path.'/plain', ['document' => $changed])->assertOk();
        $this->ask('PUT', $path.'/draft', ['revision' => null, 'version' => 1, 'document' => $changed])->assertOk();
        $this->ask('GET', $path.'/publication')->assertOk();
        $stage = $this->ask('POST', $path.'/stage', ['document' => $document, 'record' => '704', 'view' => 'wide', 'text' => true])->assertOk();
        self::assertStringContainsString("First\n\nSecond eight\n\nTwo\n", $stage->json('text'));
        self::assertSame('Stars is two stars', $stage->json('around.sentences.4'));
        self::assertSame('Erstens', explode("\n", $this->ask('POST', $path.'/stage', ['document' => $document, 'record' => '704', 'view' => 'wide', 'text' => true, 'language' => 'de'])->json('text'))[0]);

        $this->ask('POST', $path.'/publication', ['revision' => 1])->assertOk()->assertJsonPath('version', 2);
        $sent = $this->takeMail();
        $this->ask('POST', '/api/v1/events', ['id' => '90', 'event' => 'order.placed', 'key' => '704'], $this->bearer($source))->assertStatus(202);
        $this->artisan('queue:work', ['--stop-when-empty' => true, '--memory' => 1024]);
        self::assertSame([['g4@example.org']], $sent->recipients);
        $this->signIn();
        foreach (['running-order', 'notices/30', 'records', 'dispatches', 'templates'] as $page) {
            $this->ask('GET', "/api/app/sources/{$source->key}/{$page}")->assertOk();
        }
    }

    /** @return list<array{string, string}> */
    private function changes(TestResponse $response): array
    {
        return array_map(static fn (array $change): array => [$change['kind'], $change['block']], $response->assertOk()->json('changes'));
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  array<string, mixed>  $rest
     */
    private function stage(array $document, string $record, array $rest = []): TestResponse
    {
        return $this->ask('POST', self::TEMPLATE.'/stage', ['document' => $document, 'record' => $record, 'view' => 'wide', 'text' => false, ...$rest]);
    }

    /**
     * @return array<string, mixed>
     */
    private function document(): array
    {
        return $this->ask('GET', self::TEMPLATE)->assertOk()->json('document');
    }

    public function test_no_message_is_in_two_languages(): void
    {
        $source = $this->larkmoor();
        // Begun from built-in words in English and German, then added to in English.
        $this->signIn()->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Clouds', 'from' => 'built_in', 'notice' => 'clouded-out'])->assertStatus(201);
        $document = $this->ask('GET', '/api/app/sources/larkmoor/templates/clouds')->json('document');
        $document['manuscript'][] = ['id' => 'sorry', 'type' => 'text', 'text' => [['text' => 'We are sorry the night fell short.']]];
        $findings = $this->ask('POST', '/api/app/sources/larkmoor/templates/clouds/findings', ['document' => $document])->json('findings');
        self::assertContains('A text has no words in German: until they are there, who reads German gets the whole message in another language.', array_column($findings, 'words'));
        $this->ask('PUT', '/api/app/sources/larkmoor/templates/clouds/draft', ['revision' => 1, 'version' => null, 'document' => $document])->assertOk();
        $this->ask('POST', '/api/app/sources/larkmoor/templates/clouds/publication', ['revision' => 2])->assertOk();
        self::assertSame(['tag' => 'de', 'words' => 'missing'], array_column($this->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.1.notices'), null, 'key')['clouded-out']['languages'][1]);

        $booking = Record::query()->where('type', 'booking')->firstOrFail();
        $data = ['visitor' => ['email' => 'v@example.org', 'language' => 'de', 'first_name' => 'Ilse'] + $booking->data['visitor'], 'status' => 'clouded_out'] + $booking->data;
        $booking->update(['data' => ['status' => 'confirmed'] + $booking->data]);
        self::assertSame('en', $this->ask('POST', '/api/app/sources/larkmoor/templates/clouds/stage', ['document' => $document, 'record' => $booking->key, 'view' => 'wide', 'text' => false])->json('language'));
        $this->ask('POST', '/api/v1/events', ['id' => 'clouded', 'event' => 'booking.changed', 'record' => $data], $this->bearer($source))->assertStatus(202);
        $this->decide();
        $dispatch = Dispatch::query()->whereRelation('notice', 'key', 'clouded-out')->firstOrFail();
        self::assertSame(['en', "the recipient's language is de, but 1 of its texts have no words in de; en is whole"], [$dispatch->language, $dispatch->language_reason]);
        self::assertStringNotContainsString('Guten Tag', json_encode($dispatch->edition?->compiled, JSON_THROW_ON_ERROR));
    }

    /** A transport that takes everything and shows it. */
    /**
     * @param  array<string, list<int>>  $replies  what the server answers an address with, one after the other, before it takes the message
     */
    private function takeMail(array $replies = []): object
    {
        $taken = new class($replies) implements TransportInterface
        {
            /**
             * @param  array<string, list<int>>  $replies
             */
            public function __construct(private array $replies)
            {
            }

            /** @var list<string> */
            public array $messages = [];

            /** @var list<list<string>> */
            public array $recipients = [];

            public function send(\Symfony\Component\Mime\RawMessage $message, ?\Symfony\Component\Mailer\Envelope $envelope = null): ?SentMessage
            {
                $this->replies[$address = (string) $envelope?->getRecipients()[0]->getAddress()] ??= [];
                $reply = array_shift($this->replies[$address]);
                if ($reply !== null) {
                    throw new UnexpectedResponseException("Expected response code \"250\" but got code \"{$reply}\", with message \"{$reply} not now\".", $reply);
                }
                $this->messages[] = $message->toString();
                $this->recipients[] = array_map(static fn ($address): string => $address->getAddress(), $envelope?->getRecipients() ?? []);

                return null;
            }

            public function __toString(): string
            {
                return 'taken';
            }
        };
        Mail::extend('smtp', static fn (): TransportInterface => $taken);
        Mail::purge('smtp');
        config(['mail.default' => 'smtp']);

        return $taken;
    }
}
