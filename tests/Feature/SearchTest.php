<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Finding\Words;
use App\Models\Dispatch;
use App\Models\Letter;
use Illuminate\Support\Facades\DB;

/** What went out and what was done is found by the beginnings of words, whatever their order, case and accents; by indexes, so that nothing is read that is not found. */
final class SearchTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $source = $this->larkmoor();
        $this->signIn();
        foreach (['LM-20429', 'LM-20423', 'LM-20421'] as $key) {
            $this->ask('POST', '/api/v1/events', ['id' => "placed-{$key}", 'event' => 'order.placed', 'key' => $key], $this->bearer($source))->assertStatus(202);
        }
        $this->work();
        $this->signIn();
    }

    public function test_dispatches_are_found_by_subject_recipient_and_record(): void
    {
        $found = fn (string $search, string $more = ''): array => collect($this->ask('GET', '/api/app/sources/larkmoor/dispatches?search='.rawurlencode($search).$more)->assertOk()->json('dispatches'))->pluck('record')->unique()->sort()->values()->all();
        $all = ['LM-20421', 'LM-20423', 'LM-20429'];
        foreach ([
            'LM-20429' => ['LM-20429'], '20429' => ['LM-20429'], 'lm-204' => $all, 'AOIFE@' => ['LM-20429'], 'aoife example.org' => ['LM-20429'],
            'hands good 20429' => ['LM-20429'], 'händen' => ['LM-20423'], 'handen' => ['LM-20423'], 'oife' => [], 'good nowhere' => [], '%' => [], '' => $all,
        ] as $search => $keys) {
            self::assertSame($keys, $found((string) $search), "“{$search}”");
        }
        $sent = $this->ask('GET', '/api/app/sources/larkmoor/dispatches?search=lm-20429&state=sent')->assertOk();
        self::assertSame(Dispatch::query()->where('state', 'sent')->whereHas('record', static fn ($record) => $record->where('key', 'LM-20429'))->count(), $sent->json('total'));
        self::assertSame([], $found('LM-20429', '&state=failed'));
    }

    public function test_what_says_otherwise_from_now_on_is_found_by_that(): void
    {
        $dispatch = Dispatch::query()->whereNotNull('subject')->firstOrFail();
        $dispatch->subject = 'Quite other words';
        $dispatch->keepWords();
        $total = fn (string $search): int => $this->ask('GET', "/api/app/sources/larkmoor/dispatches?search={$search}&notice=order-received")->assertOk()->json('total');
        self::assertSame([1, 1], [$total('quite'), $total('words+other')]);
        self::assertSame(0, DB::table('dispatch_words')->where(['dispatch_id' => $dispatch->id, 'word' => 'hands'])->count());
    }

    public function test_letters_are_found_by_subject_and_recipient(): void
    {
        foreach ([['a@example.org', 'The dome is open'], ['b@example.org', 'The lens is here']] as [$to, $subject]) {
            Letter::query()->create(['envelope_from' => 'x@example.org', 'envelope_to' => [$to], 'subject' => $subject, 'from' => 'x', 'to' => $to, 'raw' => 'x', 'received_at' => now()]);
        }
        $found = fn (string $search): array => array_column($this->ask('GET', '/api/app/sources/larkmoor/letters?search='.rawurlencode($search))->assertOk()->json('letters'), 'subject');
        self::assertSame([['The dome is open'], ['The lens is here'], ['The lens is here', 'The dome is open'], []], [$found('open dome'), $found('B@EX'), $found('the'), $found('pen')]);
    }

    public function test_a_search_reads_no_more_than_it_finds(): void
    {
        DB::enableQueryLog();
        foreach (['dispatches' => 'LM-20429', 'letters' => 'dome'] as $page => $search) {
            $this->ask('GET', "/api/app/sources/larkmoor/{$page}?search={$search}")->assertOk();
        }
        $this->ask('GET', '/api/app/audit?search=signed')->assertOk();
        $asked = array_column(DB::getQueryLog(), 'query');

        self::assertSame([], array_filter($asked, static fn (string $query): bool => stripos($query, ' like ') !== false));
        self::assertSame(3, count(array_filter($asked, static fn (string $query): bool => preg_match('/from \(select "\w+_id" from "(dispatch|letter|deed)_words" .*limit '.(Words::COUNTED + 1).'\)/', $query) === 1)));
    }
}
