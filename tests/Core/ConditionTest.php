<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Condition\Condition;
use Herald\Condition\ConditionReader;
use Herald\Condition\Operator\Operators;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Vocabulary;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ConditionTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, mixed>, array<string, mixed>, bool}>
     */
    public static function comparisons(): iterable
    {
        $is = static fn (string $path, string $operator, mixed $value = null): array => ['path' => 'visit.'.$path, 'operator' => $operator, ...($value === null ? [] : ['value' => $value])];
        yield 'option is' => [$is('status', 'is', 'open'), [], true];
        yield 'option is not' => [$is('status', 'is_not', 'open'), [], false];
        yield 'an empty field is not anything' => [$is('status', 'is_not', 'open'), ['status' => null], true];
        yield 'an empty field is nothing' => [$is('status', 'is', 'open'), ['status' => null], false];
        yield 'one of' => [$is('guest.country', 'one_of', ['GB', 'IE']), [], true];
        yield 'none of' => [$is('guest.country', 'one_of', ['GB', 'DE']), [], false];
        yield 'whole number more' => [$is('size', 'more', 2), [], true];
        yield 'more is not at least' => [$is('size', 'more', 3), [], false];
        yield 'at least' => [$is('size', 'at_least', 3), [], true];
        yield 'not at least' => [$is('size', 'at_least', 4), [], false];
        yield 'an empty number is not at least nothing' => [$is('size', 'at_least', 0), ['size' => null], false];
        yield 'at most' => [$is('total', 'at_most', '1234.50'), [], true];
        yield 'not at most' => [$is('day', 'at_most', '2026-11-20'), [], false];
        yield 'an empty day is not at most any' => [$is('day', 'at_most', '9999-12-31'), ['day' => null], false];
        yield 'contains, whatever its case and accents' => [$is('guest.name', 'contains', 'OKELL'), ['guest' => ['name' => 'Ann Ökéll-Smith']], true];
        yield 'does not contain' => [$is('guest.name', 'contains', 'smythe'), ['guest' => ['name' => 'Ann Ökéll-Smith']], false];
        yield 'starts with' => [$is('guest.name', 'starts_with', 'ann o'), ['guest' => ['name' => 'Ann Ökéll-Smith']], true];
        yield 'does not start with what stands within' => [$is('guest.name', 'starts_with', 'smith'), ['guest' => ['name' => 'Ann Ökéll-Smith']], false];
        yield 'ends with, of an address' => [$is('guest.email', 'ends_with', '@Example.org'), ['guest' => ['email' => 'ann@example.org']], true];
        yield 'reads as' => [$is('guest.name', 'reads_as', 'strasse'), ['guest' => ['name' => 'Straße']], true];
        yield 'does not read as what it contains' => [$is('guest.name', 'reads_as', 'ann'), ['guest' => ['name' => 'Annie']], false];
        yield 'is compares exactly' => [$is('guest.name', 'is', 'ann'), ['guest' => ['name' => 'Ann']], false];
        yield 'an empty text contains nothing' => [$is('guest.name', 'contains', 'a'), ['guest' => ['name' => null]], false];
        yield 'a bare accent stands nowhere' => [$is('guest.name', 'contains', "\u{301}"), ['guest' => ['name' => 'Ann']], false];
        yield 'less' => [$is('size', 'less', 4), [], true];
        yield 'an empty number is not less' => [$is('size', 'less', 4), ['size' => null], false];
        yield 'decimals by value, not by text' => [$is('share', 'is', '0.50'), [], true];
        yield 'decimals exactly, as floats could not' => [$is('share', 'more', '0.3'), ['share' => '0.30000000000000000001'], true];
        yield 'money more than a plain number' => [$is('total', 'more', 1234.49), [], true];
        yield 'money more than money' => [$is('total', 'more', ['amount' => '1234.50', 'currency' => 'EUR']), [], false];
        yield 'money of another currency is not comparable' => [$is('total', 'less', ['amount' => '99999', 'currency' => 'USD']), [], false];
        yield 'day before' => [$is('day', 'less', '2026-11-22'), [], true];
        yield 'moments across offsets' => [$is('starts_at', 'is', '2026-11-21T20:30:00+01:00'), [], true];
        yield 'yes' => [$is('paid', 'is', true), [], true];
        yield 'number of items' => [$is('items', 'more', 1), [], true];
        yield 'an empty list has fewer than one' => [$is('items', 'less', 1), ['items' => []], true];
        yield 'empty text' => [$is('guest.name', 'empty'), ['guest' => ['name' => '']], true];
        yield 'empty object' => [$is('guest', 'empty'), ['guest' => null], true];
        yield 'filled object' => [$is('guest', 'filled'), [], true];
        yield 'false is not empty' => [$is('paid', 'filled'), ['paid' => false], true];
        yield 'free field' => [$is('meta.table', 'is', '7'), [], true];
        yield 'free field that is not there' => [$is('meta.chair', 'empty'), [], true];
        yield 'between' => [$is('size', 'between', [3, 5]), [], true];
        yield 'not between' => [$is('day', 'between', ['2026-11-22', '2026-11-30']), [], false];
        yield 'between fields' => [$is('size', 'between', [1, ['path' => 'visit.size']]), [], true];
        yield 'within the next days' => [$is('day', 'within_next', 2), ['day' => '2026-11-24'], true];
        yield 'after the next days' => [$is('day', 'within_next', 1), ['day' => '2026-11-24'], false];
        yield 'today is within the next no days' => [$is('starts_at', 'within_next', 0), ['starts_at' => '2026-11-22T01:00:00Z'], true];
        yield 'yesterday is not ahead' => [$is('day', 'within_next', 9), ['day' => '2026-11-21'], false];
        yield 'within the last days' => [$is('day', 'within_last', 1), ['day' => '2026-11-21'], true];
        yield 'tomorrow is not past' => [$is('day', 'within_last', 9), ['day' => '2026-11-23'], false];
        yield 'the day is that of the time zone' => [$is('starts_at', 'within_last', 0), ['starts_at' => '2026-11-22T23:30:00+01:00'], true];
        yield 'a language of a region' => [$is('guest.language', 'matches', ['fr', 'de']), ['guest' => ['language' => 'de-AT']], true];
        yield 'a language whose tag begins alike' => [$is('guest.language', 'matches', ['d']), ['guest' => ['language' => 'de']], false];
        yield 'another field' => [$is('guest.name', 'is', ['path' => 'visit.number']), ['number' => 'Ann', 'guest' => ['name' => 'Ann']], true];
        yield 'less than another field' => [$is('size', 'more', ['path' => 'visit.share']), ['share' => '2.5'], true];
        yield 'another field that is empty' => [$is('size', 'more', ['path' => 'visit.share']), ['share' => null], false];
        $of = static fn (string $quantifier, array $where, string $list = 'visit.items'): array => ['list' => $list, 'quantifier' => $quantifier, 'where' => $where];
        $dear = ['path' => 'one.price', 'operator' => 'more', 'value' => 20];
        yield 'any item' => [$of('any', $dear), [], true];
        yield 'all items' => [$of('all', $dear), [], false];
        yield 'no item' => [$of('none', $dear), [], false];
        yield 'any of none' => [$of('any', $dear), ['items' => []], false];
        yield 'all of none' => [$of('all', $dear), ['items' => []], true];
        yield 'a list of texts, with all else at hand' => [$of('any', ['all' => [['path' => 'one', 'operator' => 'is', 'value' => 'Ciara'], $is('paid', 'is', true)]], 'visit.guests'), [], true];
        yield 'all' => [['all' => [$is('paid', 'is', true), $is('size', 'more', 5)]], [], false];
        yield 'any' => [['any' => [$is('paid', 'is', true), $is('size', 'more', 5)]], [], true];
        yield 'not' => [['not' => $is('paid', 'is', true)], [], false];
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  array<string, mixed>  $changes
     */
    #[DataProvider('comparisons')]
    public function test_it_holds_or_not_and_its_verdict_and_its_stored_form_agree(array $document, array $changes, bool $expected): void
    {
        $condition = self::read($document);
        $data = ['visit' => Sample::record($changes), 'now' => '2026-11-22T08:00:00Z', 'source' => ['zone' => 'Europe/Dublin']];

        self::assertSame($expected, $condition->holds($data));
        self::assertSame($expected, $condition->judge($data)->holds);
        self::assertSame($expected, ConditionReader::stored(json_decode(json_encode($condition->toArray(), JSON_THROW_ON_ERROR), true))->holds($data));
    }

    public function test_every_operator_there_is_is_tried_above(): void
    {
        $tried = [];
        $documents = iterator_to_array(self::comparisons());
        array_walk_recursive($documents, static function (mixed $value, string|int $key) use (&$tried): void {
            $key === 'operator' && $tried[$value] = true;
        });

        self::assertSame([], array_diff_key(Operators::all(), $tried));
    }

    public function test_it_says_why(): void
    {
        $data = ['visit' => Sample::record()];
        $verdict = self::read(['all' => [
            ['path' => 'visit.status', 'operator' => 'is', 'value' => 'done'],
            ['path' => 'visit.total', 'operator' => 'more', 'value' => 250],
            ['path' => 'visit.size', 'operator' => 'more', 'value' => 8],
        ]])->judge($data);

        self::assertFalse($verdict->holds);
        self::assertSame('Status is open, not done and Party size is 3, not more than 8', $verdict->reason);
        self::assertCount(3, $verdict->parts);
        self::assertTrue($verdict->parts[1]->holds);
        $of = static fn (string $quantifier, int $price): string => self::read(['list' => 'visit.items', 'quantifier' => $quantifier, 'where' => ['path' => 'one.price', 'operator' => 'more', 'value' => $price]])->judge($data)->reason;
        self::assertSame(['Price is more than 20 (no. 1 of Items)', 'for none of Items, Price is more than 99', 'Price is €15.90, not more than 20 (no. 2 of Items)', 'for each of Items, Price is more than 1'], [$of('any', 20), $of('none', 99), $of('all', 20), $of('all', 1)]);
        $why = static fn (string $operator, string $value): string => self::read(['path' => 'visit.guest.name', 'operator' => $operator, 'value' => $value])->judge(['visit' => Sample::record(['guest' => ['name' => 'Ann']])])->reason;
        self::assertSame(['Name of the guest starts with an', 'Name of the guest is Ann, and does not contain bob'], [$why('starts_with', 'an'), $why('contains', 'bob')]);
    }

    public function test_it_reads_aloud(): void
    {
        $condition = self::read(['any' => [
            ['path' => 'visit.guest.country', 'operator' => 'one_of', 'value' => ['IE', 'GB']],
            ['not' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => true]],
        ]]);

        self::assertSame('Country of the guest is Ireland or United Kingdom or not (Paid is yes)', $condition->sentence());
        $sentence = static fn (array $document): string => self::read($document)->sentence();
        self::assertSame('for any of Items, Price is more than 20', $sentence(['list' => 'visit.items', 'quantifier' => 'any', 'where' => ['path' => 'one.price', 'operator' => 'more', 'value' => 20]]));
        self::assertSame('Start is within the next 3 days', $sentence(['path' => 'visit.starts_at', 'operator' => 'within_next', 'value' => 3]));
        self::assertSame('Party size is between 2 and 5', $sentence(['path' => 'visit.size', 'operator' => 'between', 'value' => [2, 5]]));
        self::assertSame('Name of the guest is Number', $sentence(['path' => 'visit.guest.name', 'operator' => 'is', 'value' => ['path' => 'visit.number']]));
        $day = static fn (string $operator): string => self::read(['path' => 'visit.day', 'operator' => $operator, 'value' => '2026-11-21'])->sentence();
        self::assertSame(['Day is after November 21, 2026', 'Day is before November 21, 2026', 'Day is on or after November 21, 2026', 'Day is on or before November 21, 2026'], array_map($day, ['more', 'less', 'at_least', 'at_most']));
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string}>
     */
    public static function mistakes(): iterable
    {
        yield 'unknown path' => [['path' => 'visit.statis', 'operator' => 'is', 'value' => 'open'], 'path: "visit.statis" is not known here; did you mean "visit.status"?'];
        yield 'operator that does not suit' => [['path' => 'visit.status', 'operator' => 'more', 'value' => 'open'], 'operator: "is more than" cannot be asked of visit.status, which is of type option'];
        yield 'value that is no option' => [['path' => 'visit.status', 'operator' => 'is', 'value' => 'opened'], 'value: "opened" is no value of status; it may be open, done'];
        yield 'value of another type' => [['path' => 'visit.size', 'operator' => 'more', 'value' => 'many'], 'value: "many" is no value of size, which is of type integer'];
        yield 'half of between' => [['path' => 'visit.size', 'operator' => 'between', 'value' => [3]], 'value: the condition is not finished: between takes two values, the least and the most'];
        yield 'one of the two still to be written' => [['path' => 'visit.size', 'operator' => 'between', 'value' => ['', 5]], 'value: the condition is not finished: between takes two values, the least and the most'];
        yield 'days that are none' => [['path' => 'visit.day', 'operator' => 'within_next', 'value' => 'soon'], 'value: must be a whole number of days from 0 to 36,500'];
        yield 'fields of two kinds' => [['path' => 'visit.size', 'operator' => 'is', 'value' => ['path' => 'visit.day']], 'value: “Party size”, of type integer, cannot be compared with visit.day, which is of type date'];
        yield 'a secretive list' => [['list' => 'visit.size', 'quantifier' => 'any', 'where' => ['path' => 'one', 'operator' => 'filled']], 'list: "visit.size" is not a list but of type integer'];
        yield 'a name that is taken' => [['list' => 'visit.items', 'quantifier' => 'any', 'item' => 'now', 'where' => ['path' => 'now', 'operator' => 'filled']], 'item: an item cannot be called "now": the word is taken'];
        yield 'the same list within itself' => [['list' => 'visit.items', 'quantifier' => 'any', 'where' => ['list' => 'visit.items', 'quantifier' => 'any', 'item' => 'other', 'where' => ['path' => 'other.name', 'operator' => 'filled']]], 'where/list: "visit.items" is no list of the items that are gone through here'];
        yield 'deep inside' => [['all' => [['not' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => 'yes']]]], 'all/0/not/value: "yes" is no value of paid, which is of type boolean'];
    }

    /**
     * @param  array<string, mixed>  $document
     */
    #[DataProvider('mistakes')]
    public function test_a_mistake_is_named_at_its_place(array $document, string $words): void
    {
        $this->expectExceptionObject(new InvalidDocument('condition', [new Fault(strtok($words, ':') ?: '', ltrim(substr($words, (int) strpos($words, ':') + 1)))]));
        self::read($document);
    }

    /**
     * @param  array<string, mixed>  $document
     */
    private static function read(array $document): Condition
    {
        return ConditionReader::read(new Node($document, '', 'condition'), Vocabulary::of(Sample::type()));
    }
}
