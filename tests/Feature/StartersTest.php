<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Record;
use Herald\Starter\Starter;

/** Ready-made messages: shown as the true message for a record, begun with, and taken over in one step. */
final class StartersTest extends TestCase
{
    private const TEMPLATE = '/api/app/sources/larkmoor/templates/night-blue-receipt';

    protected function setUp(): void
    {
        parent::setUp();
        $this->larkmoor();
        $this->signIn();
    }

    public function test_each_is_shown_as_the_message_of_a_record(): void
    {
        $offered = $this->ask('GET', '/api/app/sources/larkmoor/starters?notice=order-received&record=LM-20429')->assertOk();
        self::assertCount(10, $offered->json('starters'));
        self::assertSame('LM-20429', $offered->json('record'));
        foreach ($offered->json('starters') as $starter) {
            $html = (string) $this->get($starter['html_at'])->assertOk()->assertHeader('Content-Security-Policy')->getContent();
            self::assertStringContainsString('LM-20429', $html, $starter['key']);
            self::assertStringNotContainsString('role.', $html);
        }
        self::assertStringContainsString('€141.00', (string) $this->get('/stage/larkmoor/starters/receipt?notice=order-received&record=LM-20429')->getContent());
        // Without a notice, for a kind of record; and where there is no record yet.
        self::assertNotNull($this->ask('GET', '/api/app/sources/larkmoor/starters?record_type=booking')->assertOk()->json('record'));
        Record::query()->where('type', 'account')->delete();
        self::assertSame([null, null], [$this->ask('GET', '/api/app/sources/larkmoor/starters?record_type=account')->assertOk()->json('record'), $this->ask('GET', '/api/app/sources/larkmoor/starters?record_type=account')->json('starters.0.html_at')]);

        foreach (['?notice=nothing', '?record_type=nothing', '?notice=order-received&record=none'] as $unknown) {
            $this->ask('GET', '/api/app/sources/larkmoor/starters'.$unknown)->assertNotFound();
        }
        $this->ask('GET', '/api/app/sources/larkmoor/starters')->assertStatus(422);
        $this->get('/stage/larkmoor/starters/nothing?notice=order-received')->assertNotFound();
    }

    public function test_one_takes_the_place_of_what_is_written_and_leaves_the_rest(): void
    {
        $document = $this->ask('GET', self::TEMPLATE)->json('document');
        $document['envelope']['bcc'] = [['text' => 'desk@example.org']];
        $after = $this->ask('POST', self::TEMPLATE.'/starter', ['document' => $document, 'starter' => 'receipt-by-night'])->assertOk()->json('document');

        self::assertSame([$document['key'], $document['name'], $document['notice'], 'en'], [$after['key'], $after['name'], $after['notice'], $after['language']]);
        self::assertSame([['text' => 'desk@example.org']], $after['envelope']['bcc']);
        self::assertNotSame($document['envelope']['subject'], $after['envelope']['subject']);
        self::assertArrayNotHasKey('translations', $after);
        self::assertArrayHasKey('paper', $after['look']);
        // It stands on the stage as it is, and nothing is wrong with it that keeps it from being published.
        $this->ask('POST', self::TEMPLATE.'/stage', ['document' => $after, 'record' => 'LM-20429', 'view' => 'wide', 'text' => false])->assertOk();
        self::assertNotContains('grave', array_column($this->ask('POST', self::TEMPLATE.'/findings', ['document' => $after])->json('findings'), 'weight'));

        $this->ask('POST', self::TEMPLATE.'/starter', ['document' => $document, 'starter' => 'nothing'])->assertStatus(422);
    }

    public function test_a_template_is_begun_with_one(): void
    {
        foreach (array_keys(Starter::all()) as $key) {
            $begun = $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => "From {$key}", 'from' => 'starter', 'starter' => $key, 'notice' => 'reminder'])->assertCreated();
            self::assertNotSame([], $begun->json('document.manuscript'));
            $this->ask('POST', "/api/app/sources/larkmoor/templates/{$begun->json('document.key')}/publication", ['revision' => 1])->assertOk();
        }
        $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'x', 'from' => 'starter', 'notice' => 'reminder'])->assertStatus(422);
    }
}
