<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Documents\PublishTemplate;
use App\Models\Dispatch;
use App\Models\Edition;
use App\Models\Source;
use Herald\Document\Json;
use Illuminate\Testing\TestResponse;

/** Past events of a notice, run against other words or others who answer. Nothing is sent, and nothing is kept. */
final class ReplayTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/notices/order-received/replay';

    private Source $source;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        $this->signIn();
    }

    public function test_of_a_hundred_events_the_two_that_would_differ_are_shown(): void
    {
        $this->place(110);
        $document = json_decode((string) file_get_contents(database_path('demo/night-blue-receipt.json')), true);
        unset($document['translations']);
        PublishTemplate::from($this->source, Json::ofArray(['key' => 'german', 'name' => 'German', 'envelope' => ['subject' => 'German {order.number}']] + $document, 'german'));
        $counts = [Dispatch::query()->count(), Edition::query()->count()];
        $order = ['otherwise' => 'built_in', 'claims' => [['template' => 'german', 'if' => ['path' => 'order.number', 'operator' => 'is', 'value' => 'LM-20429']], ['template' => 'night-blue-receipt']]];

        $begun = $this->replay(['against' => ['order' => $order]])->assertOk()->assertJsonPath('of', 110)->assertJsonPath('more', true)->json();
        self::assertCount(100, $begun['lines']);
        $rest = $this->replay(['replay' => $begun['replay'], 'after' => $begun['lines'][99]['dispatch']])->assertOk()->assertJsonPath('more', false)->json('lines');
        $lines = [...$begun['lines'], ...$rest];
        self::assertCount(110, array_unique(array_column($lines, 'dispatch')));
        $differing = array_values(array_filter($lines, static fn (array $line): bool => $line['differs']));
        self::assertSame([['LM-20429', 'Night-blue receipt, version 1', 'German, version 1'], ['LM-20429', 'Night-blue receipt, version 1', 'German, version 1']], array_map(static fn (array $line): array => [$line['record'], $line['was'], $line['then']], $differing));
        self::assertSame([], array_filter(array_column($lines, 'fault')));

        $one = $this->ask('GET', self::AT."/{$begun['replay']}/{$differing[0]['dispatch']}")->assertOk()->assertJsonPath('before.subject', 'Order LM-20429 is in good hands')->assertJsonPath('after.subject', 'German LM-20429')->json();
        self::assertSame(['Order LM-20429 is in good hands', 'German LM-20429'], [self::first($one['subject'], 'removed'), self::first($one['subject'], 'added')]);
        $this->get($one['html_at'])->assertOk()->assertSee('Thank you, Aoife')->assertHeader('Content-Security-Policy');
        self::assertSame($counts, [Dispatch::query()->count(), Edition::query()->count()], 'nothing is sent, and nothing is kept');
    }

    public function test_a_draft_a_version_and_a_collection_are_run_as_well(): void
    {
        $this->place(10);
        $same = fn (array $against): int => count(array_filter($this->replay(['against' => $against])->assertOk()->json('lines'), static fn (array $line): bool => ! $line['differs'] && $line['fault'] === null));
        self::assertSame(10, $same(['template' => 'night-blue-receipt', 'version' => 1]), 'the same words say the same');
        $template = $this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt')->json();
        $template['document']['envelope']['subject'] = [['text' => 'Other words']];
        $this->ask('PUT', '/api/app/sources/larkmoor/templates/night-blue-receipt/draft', ['revision' => null, 'version' => 1, 'document' => $template['document']])->assertOk();
        $lines = $this->replay(['against' => ['template' => 'night-blue-receipt']])->json('lines');
        // What is written in one language alone is another in that one; German goes on in its own words.
        self::assertSame(['Night-blue receipt, draft'], array_values(array_unique(array_column($lines, 'then'))));
        self::assertGreaterThan(5, count(array_filter($lines, static fn (array $line): bool => $line['differs'])));

        $this->ask('POST', '/api/app/sources/larkmoor/collections', ['name' => 'Winter'])->assertCreated();
        self::assertSame(10, $same(['collection' => 'winter']), 'what it lacks falls back');
        $this->ask('PATCH', '/api/app/sources/larkmoor/collections/winter', ['revision' => 1, 'from' => '2031-01-01'])->assertOk();
        $made = $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Winter words', 'from' => 'built_in', 'notice' => 'order-received'])->assertCreated()->json();
        $this->ask('POST', '/api/app/sources/larkmoor/templates/winter-words/publication', ['revision' => $made['draft']['revision'] ?? 1, 'place' => ['how' => 'last']])->assertOk();
        $this->ask('POST', '/api/app/sources/larkmoor/collections/winter/claims', ['template' => 'winter-words', 'notice' => 'order-received'])->assertOk();
        self::assertSame(['Winter words, version 1'], array_values(array_unique(array_column($this->replay(['against' => ['collection' => 'winter']])->json('lines'), 'then'))), 'as it is while it is on, whatever its days');
    }

    public function test_a_record_that_cannot_be_made_is_named_and_what_would_not_be_sent_counts_too(): void
    {
        $this->place(3);
        $silent = $this->replay(['against' => ['order' => ['claims' => [], 'otherwise' => 'silent']]])->json('lines');
        self::assertSame(['nothing', true], [$silent[0]['then'], $silent[0]['differs']]);
        $long = ['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'long', 'name' => 'Long', 'record_type' => 'order', 'language' => 'en', 'envelope' => ['subject' => 'x'], 'manuscript' => [['id' => 'a', 'type' => 'text', 'text' => str_repeat('{order.number} ', 20)], ['id' => 'b', 'type' => 'button', 'label' => 'x', 'link' => '{order.page}']]];
        PublishTemplate::from($this->source, Json::ofArray($long, 'long'));
        config(['herald.limits' => ['filled' => 20] + config('herald.limits')]);
        $this->app->forgetInstance(\Herald\Document\Limits::class);
        $lines = $this->replay(['against' => ['order' => ['claims' => [['template' => 'long']], 'otherwise' => 'built_in']]])->assertOk()->json('lines');
        self::assertNotNull($lines[0]['fault']);
        self::assertNull($lines[0]['then']);
    }

    public function test_what_is_secret_stays_so(): void
    {
        $secret = 'https://larkmoor.example.org/new-password/4711';
        $this->ask('POST', '/api/v1/events', ['id' => 'reset', 'event' => 'account.reset_asked', 'record' => ['number' => 'AC-1', 'name' => 'Nora', 'email' => 'nora@example.org', 'language' => 'en', 'reset_link' => $secret]], $this->bearer($this->source))->assertStatus(202);
        $this->decide();
        $this->signIn();
        $at = '/api/app/sources/larkmoor/notices/password-reset/replay';
        $run = $this->ask('POST', $at, ['against' => ['order' => ['claims' => [], 'otherwise' => 'framed']]])->assertOk()->assertJsonPath('lines.0.fault', null)->assertJsonPath('lines.0.differs', true)->json();
        $one = $this->ask('GET', "{$at}/{$run['replay']}/{$run['lines'][0]['dispatch']}")->assertOk();
        self::assertStringContainsString('Nora', (string) $one->json('after.text'));
        foreach ([$one->getContent(), $this->get($one->json('html_at'))->assertOk()->getContent()] as $shown) {
            self::assertStringNotContainsString('4711', (string) $shown);
        }
    }

    public function test_what_is_not_there_is_refused(): void
    {
        $this->place(1);
        foreach ([['collection' => 'none'], ['template' => 'none'], ['template' => 'night-blue-receipt', 'version' => 9], ['order' => ['claims' => [['template' => 'none']], 'otherwise' => 'built_in']], []] as $against) {
            $this->replay(['against' => $against])->assertStatus(422);
        }
        $this->replay(['replay' => 'none'])->assertNotFound();
        $this->ask('GET', self::AT.'/none/'.Dispatch::query()->value('id'))->assertNotFound();
    }

    /**
     * @param  list<array{kind: string, text: string}>  $words
     */
    private static function first(array $words, string $kind): string
    {
        return trim(collect($words)->firstWhere('kind', $kind)['text'] ?? '');
    }

    /** Orders are placed: two of them, of many, by one who reads English and lives in Germany. */
    private function place(int $number): void
    {
        $keys = $this->source->records()->where('type', 'order')->orderBy('id')->pluck('key');
        $bearer = $this->bearer($this->source);
        foreach (range(1, $number) as $one) {
            $this->ask('POST', '/api/v1/events', ['id' => "placed-{$one}", 'event' => 'order.placed', 'key' => $one % 55 === 0 ? 'LM-20429' : $keys[$one % 10]], $bearer)->assertStatus(202);
        }
        $this->decide();
        $this->signIn();
    }

    /**
     * @param  array<string, mixed>  $asked
     */
    private function replay(array $asked): TestResponse
    {
        return $this->ask('POST', self::AT, $asked);
    }
}
