<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Claim\Claim;
use Herald\Claim\Judgement;
use Herald\Claim\Reasoning;
use Herald\Claim\Standing;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** One claim by itself: what it asks for, as it is read aloud and as it is judged. Languages are ranges (RFC 4647, sections 2.1 and 3.3.1); days are those of the source's clock, across clock changes. */
final class ClaimTest extends TestCase
{
    private const TYPE = ['key' => 'visit', 'name' => 'Visit', 'identity' => 'number', 'fields' => [['key' => 'number', 'type' => 'text', 'required' => true], ['key' => 'size', 'label' => 'Size', 'type' => 'integer']]];

    /**
     * @return iterable<string, array{array<string, mixed>, string|null, string, bool, string}>
     */
    public static function matters(): iterable
    {
        yield 'it always fits' => [[], null, '2026-11-28T12:00:00Z', true, 'it always fits'];
        yield 'a range takes its kinds' => [['languages' => ['de', 'fr']], 'de-AT', '2026-11-28T12:00:00Z', true, 'the recipient reads German (Austria)'];
        yield 'and no others' => [['languages' => ['de-AT']], 'de', '2026-11-28T12:00:00Z', false, 'the recipient reads German'];
        yield 'nor what only begins like it' => [['languages' => ['de']], 'den', '2026-11-28T12:00:00Z', false, 'the recipient reads Slave'];
        yield 'nobody knows the language' => [['languages' => ['de']], null, '2026-11-28T12:00:00Z', false, 'the recipient’s language is not known'];
        yield 'the first day begins at midnight where the source is' => [['from' => '2026-07-01'], null, '2026-06-30T23:00:00Z', true, 'from 1 Jul 2026'];
        yield 'not before' => [['from' => '2026-07-01'], null, '2026-06-30T22:59:59Z', false, 'it begins on 1 Jul 2026'];
        yield 'the last day is one of them' => [['from' => '2026-12-01', 'until' => '2026-12-24'], null, '2026-12-24T23:59:59Z', true, 'from 1 Dec 2026 to 24 Dec 2026'];
        yield 'not after' => [['until' => '2026-12-24'], null, '2026-12-25T00:00:00Z', false, 'it ended after 24 Dec 2026'];
        yield 'switched off' => [['on' => false], null, '2026-11-28T12:00:00Z', false, 'it is switched off'];
        yield 'all that speaks against it' => [['languages' => ['de'], 'until' => '2026-12-24', 'if' => ['path' => 'visit.size', 'operator' => 'more', 'value' => 3]], 'en', '2026-12-25T00:00:00Z', false, 'it ended after 24 Dec 2026 and the recipient reads English and Size is 2, not more than 3'];
    }

    /**
     * @param  array<string, mixed>  $asks
     */
    #[DataProvider('matters')]
    public function test_it_is_judged_with_its_reason(array $asks, ?string $language, string $now, bool $holds, string $reason): void
    {
        $claim = self::claim($asks);
        $data = ['visit' => ['number' => '1', 'size' => 2], 'recipient' => ['language' => $language], 'now' => $now];
        $verdict = $claim->judge($data);
        self::assertSame([$holds, $reason], [$verdict->holds, $verdict->reason]);
        // What reasoning is told says the same.
        self::assertSame($holds, $claim->on && ($claim->whole()?->holds($data) ?? true));
        self::assertSame(['template' => 't', ...array_diff_key($asks, ['on' => 1]), 'on' => $asks['on'] ?? true], array_replace(array_intersect_key(['template' => 't'] + $asks, $claim->toArray()), ['on' => $claim->on]));
    }

    public function test_it_is_read_aloud(): void
    {
        self::assertSame('', self::claim([])->sentence());
        self::assertSame('if Size is more than 3, for who reads German or French (Canada), from 1 Dec 2026', self::claim(['if' => ['path' => 'visit.size', 'operator' => 'more', 'value' => 3], 'languages' => ['de', 'fr-CA'], 'from' => '2026-12-01'])->sentence());
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string}>
     */
    public static function wrong(): iterable
    {
        yield 'no day' => [['from' => '1 December'], 'from'];
        yield 'a day that there is not' => [['until' => '2026-02-30'], 'until'];
        yield 'the wrong way round' => [['from' => '2026-12-02', 'until' => '2026-12-01'], 'until'];
        yield 'no language' => [['languages' => ['de', 'not a language']], 'languages/1'];
        yield 'too many languages' => [['languages' => array_fill(0, 51, 'de')], 'languages/50'];
        yield 'a field that there is not' => [['if' => ['path' => 'visit.none', 'operator' => 'filled']], 'if/path'];
        yield 'misspelt' => [['form' => '2026-12-01'], 'form'];
        yield 'a long remark' => [['remark' => str_repeat('x', 501)], 'remark'];
    }

    /**
     * @param  array<string, mixed>  $asks
     */
    #[DataProvider('wrong')]
    public function test_what_does_not_fit_is_told_with_its_place(array $asks, string $place): void
    {
        try {
            self::claim($asks);
            self::fail('It was taken');
        } catch (InvalidDocument $e) {
            self::assertSame($place, $e->faults[0]->place);
        }
    }

    public function test_days_and_languages_are_reasoned_over_as_conditions_are(): void
    {
        $standing = static fn (array ...$all): array => array_map(static fn (Judgement $one): string => $one->standing->name, Reasoning::of(array_map(static fn (array $asks) => self::claim($asks)->whole(), $all))[0]);
        self::assertSame(['Answers', 'Never', 'Answers'], $standing(['from' => '2026-12-01', 'until' => '2027-01-06'], ['from' => '2026-12-24', 'until' => '2026-12-26'], ['until' => '2026-12-24']));
        self::assertSame(['Answers', 'Answers', 'Never'], $standing(['from' => '2026-12-01'], ['until' => '2026-11-30'], []), 'day by day nothing is left');
        self::assertSame(['Answers', 'Never', 'Answers'], $standing(['languages' => ['de']], ['languages' => ['de-AT', 'de-CH']], ['languages' => ['de', 'fr']]));
        self::assertSame(Standing::Answers, Reasoning::of([self::claim(['languages' => ['de']])->whole(), self::claim(['until' => '2026-11-30'])->whole()])[1]);
    }

    public function test_the_event_may_be_asked_for_unless_the_records_are_called_so(): void
    {
        $asks = ['if' => ['path' => 'event.name', 'operator' => 'is', 'value' => 'visit.made']];
        self::assertTrue(self::claim($asks)->judge(['event' => ['name' => 'visit.made'], 'now' => '2026-11-28T12:00:00Z'])->holds);
        self::assertFalse(self::claim($asks)->judge(['now' => '2026-11-28T12:00:00Z'])->holds);
        $this->expectException(InvalidDocument::class);
        self::claim($asks, ['key' => 'event'] + self::TYPE);
    }

    /**
     * @param  array<string, mixed>  $asks
     * @param  array<string, mixed>  $type
     */
    private static function claim(array $asks, array $type = self::TYPE): Claim
    {
        return Claim::read(new Node(['template' => 't', ...$asks], '', 'claim'), Vocabulary::of(RecordType::ofJson(Json::ofArray($type, 'type')))->withEvent(), 'Europe/Dublin');
    }
}
