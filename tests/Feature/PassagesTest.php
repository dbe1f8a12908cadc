<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Models\Dispatch;
use App\Models\Edition;
use App\Models\Record;
use App\Models\Role;
use App\Models\Source;
use Herald\Document\Json;
use Illuminate\Testing\TestResponse;

/** Passages: begun, taken in by templates about whatever records, and published with all that they touch, or not at all. */
final class PassagesTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor';

    private const RECEIPT = self::AT.'/templates/night-blue-receipt';

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        $this->signIn();
    }

    public function test_one_is_made_of_blocks_and_taken_in_by_templates_about_other_records(): void
    {
        $passage = $this->made();
        self::assertSame(['clear-skies', true, 1], [$passage->json('key'), $passage->json('passage'), $passage->json('version')]);
        // Known among templates by nobody, and no message.
        self::assertNotContains('clear-skies', $this->ask('GET', self::AT.'/templates')->json('templates.*.key'));

        $offered = $this->ask('GET', self::AT.'/passages?for=night-blue-receipt')->assertOk()->json('passages.0');
        self::assertSame(['clear-skies', 'Clear skies to you, [First name].', [], []], [$offered['key'], $offered['says'], $offered['fields'], $offered['used_in']]);
        self::assertSame([['path' => 'order.customer.first_name', 'label' => 'First name of the customer', 'type' => 'text']], $offered['needs']);

        $begun = $this->ask('POST', self::AT.'/templates', ['name' => 'Come tonight', 'from' => 'blank', 'record_type' => 'booking'])->assertCreated();
        $elsewhere = $this->ask('GET', self::AT.'/passages?for=come-tonight')->assertOk()->json('passages.0.fields');
        self::assertSame(['order.customer.first_name' => 'booking.visitor.first_name'], $elsewhere);

        $document = $begun->json('document');
        $document['envelope']['subject'] = [['text' => 'Tonight']];
        $document['manuscript'] = [['id' => 'p', 'type' => 'passage', 'passage' => 'clear-skies']];
        $record = Record::query()->where('type', 'booking')->firstOrFail();
        $findings = fn (array $document): array => array_column(array_filter($this->ask('POST', self::AT.'/templates/come-tonight/findings', ['document' => $document])->assertOk()->json('findings'), static fn (array $one): bool => $one['weight'] === 'grave'), 'words');
        self::assertSame(['The passage "clear-skies" does not fit: it needs “order.customer.first_name”, and it is not said which field that is here.'], $findings($document));

        $document['manuscript'][0]['fields'] = $elsewhere;
        self::assertSame([], $findings($document));
        $stage = $this->ask('POST', self::AT.'/templates/come-tonight/stage', ['document' => $document, 'record' => $record->key, 'view' => 'wide', 'text' => false])->assertOk()->json('html');
        self::assertStringContainsString('Clear skies to you, '.$record->data['visitor']['first_name'], html_entity_decode($stage));

        // It was said once, and is proposed from then on, whatever it is.
        $document['manuscript'][0]['fields'] = ['order.customer.first_name' => 'booking.number'];
        $this->ask('PUT', self::AT.'/templates/come-tonight/draft', ['document' => $document, 'revision' => 1, 'version' => null])->assertOk();
        $this->ask('POST', self::AT.'/templates', ['name' => 'Another', 'from' => 'blank', 'record_type' => 'booking'])->assertCreated();
        self::assertSame(['order.customer.first_name' => 'booking.number'], $this->ask('GET', self::AT.'/passages?for=another')->json('passages.0.fields'));
        self::assertSame([['key' => 'come-tonight', 'name' => 'Come tonight', 'published' => false, 'draft' => true]], $this->ask('GET', self::AT.'/passages')->json('passages.0.used_in'));

        $free = $this->ask('POST', self::AT.'/templates/come-tonight/letting-go', ['document' => $document, 'block' => 'p'])->assertOk()->json('document.manuscript.0');
        self::assertSame(['text', 'booking.number'], [$free['type'], $free['text'][1]['variable']]);
    }

    public function test_publishing_one_changes_every_message_that_takes_it_in_and_says_so_before(): void
    {
        $this->made();
        $this->takeIn();
        $raise = fn (string $id): TestResponse => $this->postJson('/api/v1/events', ['id' => $id, 'event' => 'order.placed', 'record' => ['number' => 'LM-30000', 'placed_at' => '2026-11-23T10:00:00Z', 'status' => 'packing', 'total' => ['amount' => '10.00', 'currency' => 'EUR'], 'customer' => ['first_name' => 'Aoife', 'email' => 'aoife@example.org', 'language' => 'en']]], $this->bearer($this->source))->assertStatus(202);
        $raise('a');
        $this->work();

        $this->write('Dark nights to you, {order.customer.first_name}.', 1);
        $outlook = $this->signIn()->ask('GET', self::AT.'/templates/clear-skies/publication')->assertOk();
        self::assertSame(['night-blue-receipt', ['English', 'German'], 'Order received'], [$outlook->json('editions.0.template'), $outlook->json('editions.0.languages'), $outlook->json('editions.0.notice')]);
        self::assertSame([], $outlook->json('findings'));
        $editions = Edition::query()->count();
        $this->ask('POST', self::AT.'/templates/clear-skies/publication', ['revision' => $outlook->json('revision')])->assertOk();
        self::assertSame($editions + 2, Edition::query()->count(), 'all of them are made before any goes out');
        $raise('b');
        $this->work();
        self::assertSame($editions + 2, Edition::query()->count());

        [$before, $after] = Dispatch::query()->whereRelation('notice', 'key', 'order-received')->orderBy('id')->with(['message', 'edition.passages'])->get()->all();
        self::assertStringContainsString('Clear skies to you, Aoife.', quoted_printable_decode((string) $before->message?->bytes));
        self::assertStringContainsString('Dark nights to you, Aoife.', quoted_printable_decode((string) $after->message?->bytes));
        self::assertSame([[1], [2]], [$before->edition?->passages->pluck('number')->all(), $after->edition?->passages->pluck('number')->all()]);
    }

    public function test_what_a_template_could_not_say_is_published_nowhere(): void
    {
        $this->made();
        $this->takeIn();
        // No German any more, which leaves the receipt in English alone: that is said.
        $document = $this->ask('GET', self::AT.'/templates/clear-skies')->json('document');
        $this->ask('PUT', self::AT.'/templates/clear-skies/draft', ['document' => array_diff_key($document, ['translations' => 1]), 'revision' => null, 'version' => 1])->assertOk();
        self::assertSame(['German, which lacks words then and goes out no more'], $this->ask('GET', self::AT.'/templates/clear-skies/publication')->json('editions.0.languages'));
        // A field that an order does not have.
        $this->write('{order.nothing} to you.', 1);
        $this->ask('POST', self::AT.'/templates/clear-skies/publication', ['revision' => 2])->assertStatus(422);

        // What fits its own records and not those of a template that takes it in.
        $booking = $this->ask('POST', self::AT.'/templates', ['name' => 'Come tonight', 'from' => 'blank', 'record_type' => 'booking'])->json('document');
        $booking['envelope']['subject'] = [['text' => 'Tonight']];
        $booking['manuscript'] = [['id' => 'p', 'type' => 'passage', 'passage' => 'clear-skies', 'fields' => ['order.customer.first_name' => 'booking.visitor.first_name']]];
        PublishTemplate::from($this->source, Json::ofArray($booking, 'booking'));
        $this->write('Yours, {order.number}.', 1);
        $outlook = $this->ask('GET', self::AT.'/templates/clear-skies/publication')->assertOk();
        self::assertStringContainsString('Come tonight can no longer be compiled: ', $outlook->json('findings.0.words'));
        self::assertStringContainsString('it needs “order.number”', $outlook->json('findings.0.words'));
        $editions = Edition::query()->count();
        $this->ask('POST', self::AT.'/templates/clear-skies/publication', ['revision' => $outlook->json('revision')])->assertStatus(422);
        self::assertSame([1, $editions], [$this->ask('GET', self::AT.'/templates/clear-skies')->json('version'), Edition::query()->count()], 'nothing is left of it');
    }

    public function test_one_that_is_not_published_is_seen_on_the_stage_and_goes_out_nowhere(): void
    {
        $this->signIn(Role::Author);
        self::assertNull($this->made()->json('version'));
        $document = $this->receipt();
        self::assertStringContainsString('Clear skies', $this->ask('POST', self::RECEIPT.'/stage', ['document' => $document, 'record' => 'LM-20429', 'view' => 'wide', 'text' => false])->json('html'));
        self::assertContains('The passage “Clear skies” is not published yet: publish it first.', $this->ask('POST', self::RECEIPT.'/findings', ['document' => $document])->json('findings.*.words'));
        $this->expectExceptionMessage('the passage "clear-skies" is not there');
        PublishTemplate::from($this->source, Json::ofArray($document, 'receipt'));
    }

    public function test_in_the_archive_it_is_offered_to_nobody_and_goes_on_where_it_is_taken_in(): void
    {
        $this->made();
        $this->takeIn();
        $this->ask('PATCH', self::AT.'/templates/clear-skies', ['archived' => true, 'name' => 'Dark skies'])->assertOk();
        self::assertSame([[], 1], [$this->ask('GET', self::AT.'/passages')->json('passages'), $this->ask('GET', self::AT.'/passages')->json('archived')]);
        self::assertSame(['Dark skies'], $this->ask('GET', self::AT.'/passages?archived=1')->json('passages.*.name'));
        self::assertSame([true], $this->ask('GET', self::AT.'/passages?for=night-blue-receipt')->json('passages.*.archived'), 'a template knows what it takes in');
        self::assertStringContainsString('Clear skies to you', (string) $this->get('/stage/larkmoor/notices/order-received?record=LM-20429&words=answer')->getContent());
        $this->ask('PATCH', self::AT.'/templates/clear-skies', ['archived' => false])->assertOk();
        self::assertSame(['Dark skies'], $this->ask('GET', self::AT.'/passages')->json('passages.*.name'));
    }

    public function test_bad_input_is_refused_with_its_place(): void
    {
        $this->ask('POST', self::AT.'/passages', ['name' => 'x', 'record_type' => 'nothing'])->assertStatus(422)->assertJsonPath('faults.0.place', 'record_type');
        $this->ask('POST', self::AT.'/passages', ['name' => 'x', 'record_type' => 'order', 'language' => 'en', 'blocks' => [['id' => 'x', 'type' => 'nothing']]])->assertStatus(422);
        $this->ask('POST', self::AT.'/passages', ['name' => 'x', 'record_type' => 'order', 'language' => [], 'blocks' => 'x'])->assertStatus(422);
        $this->ask('GET', self::AT.'/passages?for=nothing')->assertNotFound();
        $this->made();
        // A passage within a passage, and one that a file would make a message of.
        $passage = $this->ask('GET', self::AT.'/templates/clear-skies')->json('document');
        self::assertStringContainsString('none stands in another', implode($this->ask('POST', self::AT.'/templates/clear-skies/findings', ['document' => ['manuscript' => [['id' => 'p', 'type' => 'passage', 'passage' => 'clear-skies']]] + $passage])->json('findings.*.words')));
        $this->expectExceptionMessage('is a passage already');
        PublishTemplate::from($this->source, Json::ofArray(array_diff_key($passage, ['passage' => 1]), 'passage'));
    }

    private function made(): TestResponse
    {
        return $this->ask('POST', self::AT.'/passages', [
            'name' => 'Clear skies', 'record_type' => 'order', 'language' => 'en', 'blocks' => [['id' => 'sky', 'type' => 'text', 'text' => 'Clear skies to you, {order.customer.first_name}.']],
            'translations' => ['de' => ['sky.text' => 'Klaren Himmel, {order.customer.first_name}.']],
        ])->assertCreated();
    }

    private function write(string $words, int $version): void
    {
        $document = $this->signIn()->ask('GET', self::AT.'/templates/clear-skies')->json('document');
        $document['manuscript'][0]['text'] = $words;
        $document['translations']['de']['sky.text'] = $words;
        $kept = $this->ask('GET', self::AT.'/templates/clear-skies');
        $this->ask('PUT', self::AT.'/templates/clear-skies/draft', ['document' => $document, 'revision' => $kept->json('draft.revision'), 'version' => $version])->assertOk();
    }

    /** @return array<string, mixed> */
    private function receipt(): array
    {
        $document = $this->ask('GET', self::RECEIPT)->json('document');
        $document['manuscript'][] = ['id' => 'p', 'type' => 'passage', 'passage' => 'clear-skies'];

        return $document;
    }

    private function takeIn(): void
    {
        PublishTemplate::from($this->source, Json::ofArray($this->receipt(), 'receipt'));
    }
}
