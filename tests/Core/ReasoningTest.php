<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Claim\Budget;
use Herald\Claim\Judgement;
use Herald\Claim\Reasoning;
use Herald\Claim\Standing;
use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** What can be proven of an order of claims; held against brute force: every combination of the values that records may have. */
final class ReasoningTest extends TestCase
{
    private const TYPE = ['key' => 'visit', 'name' => 'Visit', 'identity' => 'number', 'fields' => [
        ['key' => 'number', 'type' => 'text', 'required' => true], ['key' => 'country', 'type' => 'country'], ['key' => 'paid', 'type' => 'boolean', 'required' => true],
        ['key' => 'status', 'type' => 'option', 'options' => [['value' => 'open'], ['value' => 'done'], ['value' => 'off']]], ['key' => 'size', 'type' => 'integer'], ['key' => 'share', 'type' => 'decimal'],
        ['key' => 'total', 'type' => 'money'], ['key' => 'day', 'type' => 'date'], ['key' => 'starts_at', 'type' => 'datetime'], ['key' => 'language', 'type' => 'language'],
        ['key' => 'items', 'type' => 'list', 'of' => 'integer'], ['key' => 'name', 'type' => 'text'], ['key' => 'count', 'type' => 'integer', 'computed' => ['kind' => 'count', 'list' => 'visit.items']],
    ]];

    /**
     * @return iterable<string, array{list<array<string, mixed>|null>, list<string>, string}>
     */
    public static function orders(): iterable
    {
        $is = static fn (string $field, string $operator, mixed ...$value): array => ['path' => "visit.{$field}", 'operator' => $operator, ...($value === [] ? [] : ['value' => $value[0]])];
        $eur = static fn (string $amount): array => ['amount' => $amount, 'currency' => 'EUR'];

        yield 'nothing claims' => [[], [], 'answers'];
        yield 'one that always fits' => [[null, $is('paid', 'is', true), null], ['answers', 'never: 0', 'never: 0'], 'never'];
        yield 'a country, then all' => [[$is('country', 'one_of', ['DE', 'AT']), $is('country', 'is', 'DE'), $is('country', 'filled')], ['answers', 'never: 0', 'answers'], 'answers'];
        yield 'two together take a third' => [[$is('size', 'less', 5), $is('paid', 'is', true), $is('size', 'at_least', 5), $is('size', 'between', [2, 9])], ['answers', 'answers', 'answers', 'never: 0 2'], 'answers'];
        yield 'it contradicts itself' => [[['all' => [$is('size', 'more', 5), $is('size', 'less', 6)]], ['all' => [$is('share', 'more', 5), $is('share', 'less', 6)]]], ['never', 'answers'], 'answers'];
        yield 'all values of an option, and none' => [[$is('status', 'one_of', ['open', 'done', 'off']), $is('status', 'empty')], ['answers', 'answers'], 'never'];
        yield 'a required field is never empty' => [[$is('paid', 'is', true), $is('paid', 'is', false), $is('paid', 'empty')], ['answers', 'answers', 'never'], 'never'];
        yield 'money of two currencies' => [[$is('total', 'more', $eur('10')), $is('total', 'at_most', $eur('10')), $is('total', 'more', 5), $is('total', 'at_most', 5), $is('total', 'empty')], ['answers', 'answers', 'answers', 'answers', 'answers'], 'never'];
        yield 'money below what is above' => [[$is('total', 'more', 10), $is('total', 'more', $eur('25'))], ['answers', 'never: 0'], 'answers'];
        yield 'days stand next to each other' => [[$is('day', 'at_most', '2026-11-23'), $is('day', 'at_least', '2026-11-24'), $is('day', 'filled')], ['answers', 'answers', 'never: 0 1'], 'answers'];
        yield 'moments too, by the second' => [[['all' => [$is('starts_at', 'more', '2026-11-23T10:00:00Z'), $is('starts_at', 'less', '2026-11-23T10:00:01Z')]], ['all' => [$is('starts_at', 'more', '2026-11-23T10:00:00Z'), $is('starts_at', 'less', '2026-11-23T10:00:02Z')]]], ['never', 'answers'], 'answers'];
        yield 'a language and its kinds' => [[$is('language', 'matches', ['de']), $is('language', 'is', 'de-AT'), $is('language', 'matches', ['de-CH', 'fr']), $is('language', 'matches', ['fr-CA'])], ['answers', 'never: 0', 'answers', 'never: 2'], 'answers'];
        yield 'lists by their length' => [[$is('items', 'more', 2), $is('items', 'less', 3)], ['answers', 'answers'], 'never'];
        yield 'what cannot be told by a field' => [[['list' => 'visit.items', 'quantifier' => 'any', 'item' => 'one', 'where' => ['path' => 'one', 'operator' => 'more', 'value' => 3]], $is('name', 'contains', 'x'), $is('size', 'is', 3)], ['undecided', 'undecided', 'undecided'], 'undecided'];
        yield 'and yet what follows from it' => [[$is('name', 'contains', 'x'), ['all' => [$is('name', 'contains', 'x'), $is('size', 'is', 3)]], ['not' => $is('name', 'contains', 'x')]], ['undecided', 'never: 0', 'undecided'], 'never'];
        yield 'what is computed does not have all values' => [[$is('count', 'less', 0), $is('count', 'is', 4)], ['undecided', 'undecided'], 'undecided'];
    }

    /** @return iterable<string, array{list<array<string, mixed>>}> orders that took from ten seconds to minutes */
    public static function hard(): iterable
    {
        $between = static fn (int $one, int $rule): array => ['all' => array_map(static fn (int $part): array => ['path' => ['visit.size', 'visit.share', 'visit.total'][($one + $part + $rule) % 3], 'operator' => $part % 2 === 0 ? 'less' : 'more', 'value' => $one * $part + $rule], range(1, 5))];
        yield 'twelve rules of sixty comparisons' => [array_map(static fn (int $rule): array => ['any' => array_map(static fn (int $one): array => $between($one, $rule), range(1, 12))], range(1, 12))];
        yield 'conditions that share nothing' => [array_map(static fn (int $rule): array => ['all' => array_map(static fn (int $one): array => ['any' => [['path' => 'visit.size', 'operator' => 'is', 'value' => $rule * $one], ['path' => 'visit.name', 'operator' => 'contains', 'value' => "{$rule} {$one}"], ['path' => 'visit.country', 'operator' => 'is', 'value' => chr(65 + $one).chr(65 + $rule)]]], range(1, 20))], range(1, 16))];
        yield 'amounts of many currencies' => [array_map(static fn (int $rule): array => ['any' => array_map(static fn (int $one): array => ['path' => 'visit.total', 'operator' => 'more', 'value' => $one % 2 === 0 ? $one : ['amount' => (string) $one, 'currency' => 'X'.chr(65 + $one % 26).chr(65 + $rule)]], range(1, 60))], range(1, 16))];
        yield 'tags of many languages' => [array_map(static fn (int $rule): array => ['path' => 'visit.language', 'operator' => 'matches', 'value' => array_map(static fn (int $one): string => 'a'.chr(97 + $one).'-'.chr(97 + $rule).'z', range(0, 25))], range(0, 25))];
        yield 'lists of many lengths' => [array_map(static fn (int $rule): array => ['any' => array_map(static fn (int $one): array => ['path' => 'visit.items', 'operator' => 'more', 'value' => 16 * $one + $rule], range(1, 60))], range(1, 16))];
    }

    /**
     * @param  list<array<string, mixed>>  $claims
     */
    #[DataProvider('hard')]
    public function test_whatever_there_is_to_look_at_ends_within_its_budget(array $claims): void
    {
        $vocabulary = Vocabulary::of(RecordType::ofJson(Json::ofArray(self::TYPE, 'type')));
        $conditions = array_map(static fn (array $claim): Condition => ConditionReader::read(new Node($claim, '', ''), $vocabulary), $claims);
        $budget = new Budget;
        [$judgements, $rest] = Reasoning::of($conditions, $budget);
        self::assertCount(count($claims), $judgements);
        self::assertLessThan(1_500_000 + 200_000, $budget->spent(), 'no step is made without being counted: one question goes on for no longer than its own');
        self::assertContains($rest, [Standing::Answers, Standing::Undecided], 'something is always left, here: it is never said that there is not');

        [$judgements, $rest] = Reasoning::of($conditions, new Budget(10));
        self::assertSame([Standing::Undecided], array_values(array_unique([$rest, ...array_map(static fn (Judgement $one): Standing => $one->standing, $judgements)], SORT_REGULAR)), 'without a budget nothing is said');
    }

    /**
     * @param  list<array<string, mixed>|null>  $claims
     * @param  list<string>  $expected
     */
    #[DataProvider('orders')]
    public function test_what_can_never_answer_is_found_with_what_takes_its_records(array $claims, array $expected, string $rest): void
    {
        [$judgements, $left] = Reasoning::of(array_map(self::read(...), $claims));
        self::assertSame($expected, array_map(static fn (Judgement $one): string => strtolower($one->standing->name).($one->shadowedBy === [] ? '' : ': '.implode(' ', $one->shadowedBy)), $judgements));
        self::assertSame($rest, strtolower($left->name));
    }

    /**
     * @return iterable<string, array{int, bool}>
     */
    public static function rounds(): iterable
    {
        yield 'thousands of them' => [2_000, false];
        yield 'with money of three currencies' => [30, true];
    }

    #[DataProvider('rounds')]
    public function test_it_is_as_brute_force_over_all_values_has_it(int $rounds, bool $money): void
    {
        $random = new Randomizer(new Mt19937(1607));
        // Every value that the comparisons below can tell apart, and more.
        $values = ['country' => [null, 'IE', 'DE', 'AT', 'FR'], 'paid' => [true, false], 'status' => [null, 'open', 'done', 'off'], 'size' => [null, -1, 0, 1, 2, 3, 4], 'total' => [null, ...array_merge(...array_map(static fn (string $currency): array => array_map(static fn (string $amount): array => ['amount' => $amount, 'currency' => $currency], ['0', '5', '7', '10', '12']), ['EUR', 'USD', 'JPY']))]];
        $values = $money ? $values : array_diff_key($values, ['total' => 1]);
        $records = [[]];
        foreach ($values as $field => $of) {
            $records = array_merge(...array_map(static fn (array $record): array => array_map(static fn (mixed $value): array => [...$record, $field => $value], $of), $records));
        }
        $found = ['Answers' => 0, 'Never' => 0];
        for ($round = 0; $round < $rounds; $round++) {
            $claims = array_map(fn (): Condition => self::read(self::some($random, 2, $money)) ?? self::fail('It is one'), range(1, $random->getInt(2, 6)));
            $firsts = array_fill(0, count($claims) + 1, 0);
            foreach ($records as $record) {
                foreach ($claims as $place => $claim) {
                    if ($claim->holds(['visit' => $record])) {
                        $firsts[$place]++;

                        continue 2;
                    }
                }
                $firsts[count($claims)]++;
            }
            [$judgements, $left] = Reasoning::of($claims);
            $said = [...array_map(static fn (Judgement $one): Standing => $one->standing, $judgements), $left];
            self::assertSame(array_map(static fn (int $count): string => $count === 0 ? 'Never' : 'Answers', $firsts), array_map(static fn (Standing $one): string => $one->name, $said), implode(' | ', array_map(static fn (Condition $one): string => $one->sentence(), $claims)));
            foreach ($judgements as $place => $judgement) {
                $found[$judgement->standing->name]++;
                if ($judgement->standing === Standing::Never) {
                    // Those named take all of it, and each of them is needed.
                    $takenBy = static fn (array $by): bool => array_filter($records, static fn (array $record): bool => $claims[$place]->holds(['visit' => $record]) && array_filter($by, static fn (int $other): bool => $claims[$other]->holds(['visit' => $record])) === []) === [];
                    self::assertTrue($takenBy($judgement->shadowedBy));
                    foreach ($judgement->shadowedBy as $needed) {
                        self::assertFalse($takenBy(array_diff($judgement->shadowedBy, [$needed])));
                    }
                }
            }
        }
        self::assertGreaterThan($rounds / 5, $found['Never'], 'both are met often enough');
        self::assertGreaterThan($rounds / 2, $found['Answers']);
    }

    public function test_it_ends_where_there_are_too_many_ways(): void
    {
        $random = new Randomizer(new Mt19937(7));
        $claims = array_map(fn (): Condition => self::read(['all' => array_map(fn (): array => ['any' => array_map(fn (): array => self::some($random, 0), range(1, 3))], range(1, 40))]) ?? self::fail('It is one'), range(1, 30));
        [$judgements] = Reasoning::of($claims);
        self::assertCount(30, $judgements);
    }

    /**
     * @return array<string, mixed> some condition
     */
    private static function some(Randomizer $random, int $depth, bool $money = false): array
    {
        $pick = static fn (array $of): mixed => $of[$random->getInt(0, count($of) - 1)];
        if ($depth > 0 && $random->getInt(0, 2) > 0) {
            return match ($random->getInt(0, 2)) {
                0 => ['all' => array_map(static fn (): array => self::some($random, $depth - 1, $money), range(1, 2))],
                1 => ['any' => array_map(static fn (): array => self::some($random, $depth - 1, $money), range(1, $random->getInt(2, 3)))],
                default => ['not' => self::some($random, $depth - 1, $money)],
            };
        }
        $amount = static fn (): mixed => $pick([5, 10, ['amount' => '5', 'currency' => 'EUR'], ['amount' => '10', 'currency' => 'USD']]);

        return match ($random->getInt(0, $money ? 7 : 5)) {
            0 => ['path' => 'visit.country', 'operator' => 'one_of', 'value' => $pick([['DE', 'AT'], ['IE'], ['IE', 'DE', 'AT']])],
            1 => ['path' => 'visit.country', 'operator' => $pick(['empty', 'filled'])],
            2 => ['path' => 'visit.paid', 'operator' => 'is', 'value' => $pick([true, false])],
            3 => ['path' => 'visit.status', 'operator' => $pick(['is', 'is_not']), 'value' => $pick(['open', 'done', 'off'])],
            4 => ['path' => 'visit.size', 'operator' => $pick(['more', 'less', 'at_least', 'at_most', 'is']), 'value' => $pick([0, 1, 2, 3])],
            5 => ['path' => 'visit.size', 'operator' => 'between', 'value' => $pick([[0, 2], [1, 3], [2, 2]])],
            6 => ['path' => 'visit.total', 'operator' => $pick(['more', 'less', 'at_least', 'at_most']), 'value' => $amount()],
            default => ['path' => 'visit.total', 'operator' => $pick(['empty', 'filled'])],
        };
    }

    /**
     * @param  array<string, mixed>|null  $condition
     */
    private static function read(?array $condition): ?Condition
    {
        static $vocabulary = null;
        $vocabulary ??= Vocabulary::of(RecordType::ofJson(Json::ofArray(self::TYPE, 'type')));

        return $condition === null ? null : ConditionReader::read(new Node($condition, '', 'claim'), $vocabulary);
    }
}
