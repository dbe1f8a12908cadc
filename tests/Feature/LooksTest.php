<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Loading\LoadManifest;
use App\Models\Notice;
use App\Models\Source;
use App\Renaming\FormerNames;
use Herald\Document\Json;
use Illuminate\Support\Facades\Artisan;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

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
        self::assertMatchesRegularExpression('/^In \d+ notices: order\.gift is called order\.present now; what names it is followed$/m', $told);
        self::assertSame(1, substr_count($told, 'order.gift is called'));
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

    public function test_what_calls_fields_as_before_is_looked_at_and_written_anew_in_one_step(): void
    {
        [$at, $gift] = ['/api/app/sources/larkmoor', ['path' => 'order.gift', 'operator' => 'is', 'value' => true]];
        $order = ['claims' => [['template' => 'night-blue-receipt', 'if' => $gift]], 'otherwise' => 'built_in'];
        $this->ask('POST', self::AT.'/order', ['revision' => 2, ...$order])->assertOk();
        $this->ask('PUT', self::AT.'/order/draft', ['revision' => 3, ...$order, 'claims' => [['template' => 'night-blue-receipt', 'if' => ['not' => $gift]]]])->assertOk();
        $this->ask('PATCH', self::AT, ['revision' => Notice::query()->where('key', 'order-received')->value('revision'), 'on' => true, 'narrowing' => $gift])->assertOk();
        $this->ask('POST', "{$at}/notices", ['notice' => [
            'format' => 'velvet-herald/notice', 'version' => 1, 'key' => 'own-gift', 'name' => 'A gift', 'strand' => 'shop', 'audience' => 'customer', 'cue' => ['becomes' => $gift],
            'recipient' => ['path' => 'order.customer.email', 'name' => 'since {order.placed_at}'],
        ]])->assertCreated();
        $this->ask('POST', "{$at}/fields/order", ['label' => 'Days since', 'computed' => ['kind' => 'days', 'from' => 'order.placed_at', 'to' => 'now']])->assertCreated();
        $document = $this->ask('GET', "{$at}/templates/night-blue-receipt")->json('document');
        $this->ask('PUT', "{$at}/templates/night-blue-receipt/draft", ['revision' => null, 'version' => 1, 'document' => [...$document, 'manuscript' => [['id' => 'x', 'type' => 'text', 'text' => 'Ordered on {order.placed_at}']]]])->assertOk();
        $seen = fn (): array => $this->ask('GET', self::AT.'/rendering?record=LM-20429&words=answer')->assertOk()->json();
        $this->ask('GET', "{$at}/running-order")->assertJsonPath('renamed', false);
        $this->ask('GET', "{$at}/former-names")->assertOk()->assertExactJson(['former' => [], 'left' => []]);

        $before = $seen();
        $manifest = $this->renamed(true);
        LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        $this->ask('GET', "{$at}/running-order")->assertJsonPath('renamed', true);
        $former = $this->ask('GET', "{$at}/former-names")->assertOk()->json('former');
        [$isGift, $placed] = [['was' => 'order.gift', 'is' => 'order.present'], ['was' => 'order.placed_at', 'is' => 'order.ordered_at']];
        self::assertEqualsCanonicalizing([
            ['Night-blue receipt, version 1', '/templates/night-blue-receipt', [$placed, $isGift]], ['Night-blue receipt, its draft', '/templates/night-blue-receipt', [$placed]],
            ['Order received, to customer: its condition', '/notices/order-received', [$isGift]], ['Order received, to customer: who answers', '/notices/order-received', [$isGift]],
            ['A gift, to customer: what sets it off and whom it goes to', '/notices/own-gift', [$isGift, $placed]], ['The field Days since', '/records/order', [$placed]],
        ], array_map(static fn (array $one): array => [$one['what'], $one['at'], $one['names']], $former));
        self::assertNotSame([], LoadManifest::broken(Json::ofArray($this->renamed(false), 'manifest')), 'they rest on what the source remembers');

        // What somebody has changed since it was looked at is not overwritten.
        $listed = array_column((new FormerNames($this->source->refresh()))->all(), null, 'what');
        $draft = $this->ask('GET', "{$at}/templates/night-blue-receipt")->json();
        $this->ask('PUT', "{$at}/templates/night-blue-receipt/draft", ['revision' => $draft['draft']['revision'], 'version' => 1, 'document' => [...$draft['document'], 'manuscript' => [...$draft['document']['manuscript'], ['id' => 'y', 'type' => 'divider']]]])->assertOk();
        $order = $this->ask('GET', self::AT.'/order')->json();
        $this->ask('PUT', self::AT.'/order/draft', ['revision' => $order['revision'], ...$order['draft']])->assertOk();
        foreach (['Night-blue receipt, its draft', 'Order received, to customer: who answers'] as $what) {
            try {
                ($listed[$what]->write)(null);
                self::fail("{$what} was overwritten");
            } catch (ConflictHttpException $e) {
                self::assertSame('It was changed meanwhile, and has to be looked at once more.', $e->getMessage());
            }
        }
        $this->ask('POST', "{$at}/former-names")->assertOk()->assertExactJson(['former' => [], 'left' => []]);
        $template = $this->source->templates()->where('key', 'night-blue-receipt')->firstOrFail();
        self::assertSame(2, $template->latestVersion?->number);
        self::assertSame('Ordered on', trim($this->ask('GET', "{$at}/templates/night-blue-receipt")->json('document.manuscript.0.text.0.text')), 'the draft stays one');
        self::assertSame(['order.present', 'order.present'], [$this->ask('GET', self::AT.'/order')->json('in_force.claims.0.if.path'), $this->ask('GET', self::AT.'/order')->json('draft.claims.0.if.not.path')]);
        $after = $seen();
        self::assertSame([$before['subject'], $before['text']], [$after['subject'], $after['text']], 'nothing says anything else');
        self::assertSame([], LoadManifest::broken(Json::ofArray($this->renamed(false), 'manifest')));
        $this->ask('POST', "{$at}/former-names")->assertOk();
        self::assertSame(2, $template->refresh()->latestVersion?->number, 'once is enough');
        self::assertSame('Night-blue receipt, version 1: written by the names that fields have now', $this->ask('GET', '/api/app/audit?search=version+1%3A+written')->json('deeds.0.what'));
    }

    /**
     * @return array<string, mixed> with two fields that are called otherwise
     */
    private function renamed(bool $remembered): array
    {
        $text = json_encode($this->manifest, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES);
        $manifest = (array) json_decode((string) preg_replace(['/\border\.gift\b/', '/\border\.placed_at\b/', '/"key":"gift"/', '/"placed_at"/', '/"key":"ordered_at"/'], ['order.present', 'order.ordered_at', '"key":"present"'.($remembered ? ',"was":["gift"]' : ''), '"ordered_at"', '"key":"ordered_at"'.($remembered ? ',"was":["placed_at"]' : '')], $text), true);

        return array_combine(array_map(strval(...), array_keys($manifest)), $manifest);
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
