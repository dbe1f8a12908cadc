<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Loading\LoadManifest;
use App\Models\Notice;
use App\Models\Source;
use Herald\Document\Json;
use Illuminate\Support\Facades\Artisan;

/** When a source changes its words, or what a message must contain, whoever has replaced them is told, shown the difference, and marks it as seen. */
final class LooksTest extends TestCase
{
    private const AT = '/api/app/sources/larkmoor/notices/order-received';

    private Source $source;

    /** @var array<string, mixed> */
    private array $manifest;

    protected function setUp(): void
    {
        parent::setUp();
        $this->source = $this->larkmoor();
        $this->manifest = json_decode((string) file_get_contents(database_path('demo/larkmoor.json')), true);
        $this->signIn();
    }

    public function test_what_the_source_changed_is_told_shown_and_marked_as_seen(): void
    {
        self::assertSame([], $this->ask('GET', self::AT)->json('changed'));
        $changed = $this->changed();
        $before = $this->source->manifest_hash;
        self::assertSame(0, Artisan::call('herald:source', ['file' => $this->write($changed), '--dry-run' => true]));
        $told = Artisan::output();
        self::assertStringContainsString("Order received, to customer: The built-in words in English are others\n", $told);
        self::assertStringContainsString("New: Order lost, to customer; the built-in answers\n", $told);
        self::assertStringContainsString("Gone: Refunded, to customer\n", $told);
        self::assertStringContainsString('order.gift is called order.present now; what names it is followed', $told);
        self::assertSame($before, $this->source->refresh()->manifest_hash, 'it was only told');

        LoadManifest::from(Json::ofArray($changed, 'manifest'));
        $line = collect($this->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.0.notices'))->keyBy('key');
        self::assertContains('the source has changed it: needs a look', $line['order-received']['trouble']);
        self::assertNotContains('the source has changed it: needs a look', $line['awaiting-payment']['trouble'], 'nobody has replaced its words');
        self::assertEqualsCanonicalizing([
            ['words', 'The built-in words in English are others', 'en'], ['requirement', 'It must contain the value order.total now', null], ['place', 'Nobody hands in “Before the items” any more', null],
            ['field', 'order.gift is called order.present now; what names it is followed', null], ['field', 'order.pay_by is there no longer', null],
        ], array_map(array_values(...), $this->ask('GET', self::AT)->json('changed')));
        $words = $this->ask('GET', self::AT.'/changed/en')->assertOk()->json('changes');
        self::assertContains('Hail', array_map(static fn (array $word): string => trim($word['text'], ' {,'), array_merge(...array_column($words, 'words'))));
        $this->ask('GET', self::AT.'/changed/de')->assertOk()->assertJsonPath('changes', []);
        $this->ask('GET', self::AT.'/changed/xx')->assertOk()->assertJsonPath('changes', []);

        $this->ask('POST', self::AT.'/look')->assertOk()->assertJsonPath('changed', [])->assertJsonPath('history.0.what', 'What the source changed of Order received, looked at')->assertJsonPath('history.0.who', 'Administrator');
        // The same manifest once more is nothing new.
        LoadManifest::from(Json::ofArray($changed, 'manifest'));
        self::assertSame([], $this->ask('GET', self::AT)->json('changed'));
        LoadManifest::from(Json::ofArray($this->manifest, 'manifest'));
        self::assertNotSame([], $this->ask('GET', self::AT)->json('changed'));
    }

    public function test_a_template_that_was_begun_from_words_that_are_old_by_now_needs_a_look_at_once(): void
    {
        $made = $this->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Packed', 'from' => 'built_in', 'notice' => 'being-packed'])->assertCreated()->json();
        foreach ($this->manifest['notices'] as &$notice) {
            if ($notice['key'] === 'being-packed') {
                $notice['built_in']['en']['subject'] = 'Other words';
            }
        }
        LoadManifest::from(Json::ofArray($this->manifest, 'manifest'));
        self::assertNull(Notice::query()->where('key', 'being-packed')->firstOrFail()->changed, 'nothing is replaced yet');
        $this->ask('POST', "/api/app/sources/larkmoor/templates/{$made['key']}/publication", ['revision' => 1])->assertOk();
        $this->ask('GET', '/api/app/sources/larkmoor/notices/being-packed')->assertJsonPath('changed.0.words', 'The built-in words in English are others');
        // Once nothing is replaced, there is nothing to look at.
        $this->ask('PATCH', "/api/app/sources/larkmoor/templates/{$made['key']}", ['archived' => true])->assertOk();
        $this->ask('GET', '/api/app/sources/larkmoor/notices/being-packed')->assertJsonPath('changed', []);
    }

    public function test_a_field_that_is_called_otherwise_is_followed_where_it_is_named(): void
    {
        $order = ['claims' => [['template' => 'night-blue-receipt', 'if' => ['path' => 'order.gift', 'operator' => 'is', 'value' => true]]], 'otherwise' => 'built_in'];
        $this->ask('POST', self::AT.'/order', ['revision' => 2, ...$order])->assertOk();
        LoadManifest::from(Json::ofArray($this->changed(), 'manifest'));
        $told = $this->ask('POST', self::AT.'/order/trial', $order)->assertOk()->json();
        self::assertNull($told['lines'][0]['fault']);
        self::assertSame('answers', $told['lines'][0]['standing']);
        self::assertSame([], array_filter($this->ask('GET', '/api/app/sources/larkmoor/running-order')->json('strands.0.notices.0.trouble'), static fn (string $words): bool => str_contains($words, 'no longer fits')));
    }

    /**
     * @return array<string, mixed>
     */
    private function changed(): array
    {
        $manifest = $this->manifest;
        foreach ($manifest['notices'] as &$notice) {
            if ($notice['key'] === 'order-received') {
                $notice['required']['variables'][] = 'order.total';
                $notice['built_in']['en'] = json_decode(str_replace('Dear ', 'Hail ', (string) json_encode($notice['built_in']['en'])), true);
                unset($notice['slots']);
            }
        }
        unset($notice);
        $manifest['notices'] = array_values(array_filter($manifest['notices'], static fn (array $notice): bool => $notice['key'] !== 'refunded'));
        $manifest['notices'][] = ['key' => 'order-lost', 'name' => 'Order lost'] + $manifest['notices'][0];
        foreach ($manifest['record_types'][0]['fields'] as $index => $field) {
            if ($field['key'] === 'gift') {
                $manifest['record_types'][0]['fields'][$index] = ['key' => 'present', 'was' => ['gift']] + $field;
            }
        }
        $manifest['record_types'][0]['fields'] = array_values(array_filter($manifest['record_types'][0]['fields'], static fn (array $field): bool => $field['key'] !== 'pay_by'));

        return $manifest;
    }

    /**
     * @param  array<string, mixed>  $manifest
     */
    private function write(array $manifest): string
    {
        return $this->file([json_encode($manifest, JSON_THROW_ON_ERROR)]);
    }
}
