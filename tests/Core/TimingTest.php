<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Vocabulary;
use Herald\Timing\DueTime;
use Herald\Timing\InTime;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Cues in time: when something is due for a record, until when it may go, and how that is read aloud. */
final class TimingTest extends TestCase
{
    private const ZONE = 'Europe/Dublin';

    /**
     * @return iterable<string, array{array<string, mixed>, array<string, mixed>, list<string>}> the cue, the record, and what is due and expires, in the order in which it comes again
     */
    public static function dueTimes(): iterable
    {
        $start = ['starts_at' => '2026-11-30T18:00:00Z'];
        yield 'hours before' => [['before' => 'visit.starts_at', 'by' => ['hours' => 24]], $start, ['2026-11-29T18:00Z until 2026-11-30T18:00Z']];
        yield 'minutes after' => [['after' => 'visit.starts_at', 'by' => ['minutes' => 90]], $start, ['2026-11-30T19:30Z until 2026-12-01T19:30Z']];
        yield 'at the date itself' => [['after' => 'visit.starts_at', 'by' => ['minutes' => 0]], $start, ['2026-11-30T18:00Z until 2026-12-01T18:00Z']];
        yield 'weeks before, by the clock on the wall over a change' => [['before' => 'visit.starts_at', 'by' => ['weeks' => 6]], $start, ['2026-10-19T17:00Z until 2026-11-30T18:00Z']];
        yield 'at a time of day, there' => [['before' => 'visit.starts_at', 'by' => ['days' => 3], 'at' => '09:00'], $start + ['zone' => 'America/New_York'], ['2026-11-27T14:00Z until 2026-11-30T18:00Z']];
        yield 'of a zone that is not said, the source\'s' => [['before' => 'visit.starts_at', 'by' => ['days' => 3], 'at' => '09:00'], $start, ['2026-11-27T09:00Z until 2026-11-30T18:00Z']];
        yield 'a day, until it is over' => [['before' => 'visit.day', 'by' => ['days' => 2], 'at' => '09:00'], ['day' => '2026-07-10'], ['2026-07-08T08:00Z until 2026-07-10T23:00Z']];
        yield 'on the day' => [['after' => 'visit.day', 'by' => ['days' => 0], 'at' => '07:30'], ['day' => '2026-07-10'], ['2026-07-10T06:30Z until 2026-07-11T06:30Z']];
        yield 'hours after a day, which begins at midnight' => [['after' => 'visit.day', 'by' => ['days' => 1], 'at' => '00:00'], ['day' => '2026-07-10'], ['2026-07-10T23:00Z until 2026-07-11T23:00Z']];
        yield 'no date' => [['before' => 'visit.day', 'by' => ['days' => 2], 'at' => '09:00'], ['day' => null], []];
        yield 'again' => [['after' => 'visit.day', 'by' => ['days' => 1], 'at' => '09:00', 'again' => ['every' => ['days' => 3], 'times' => 2]], ['day' => '2026-10-20'], ['2026-10-21T08:00Z until 2026-10-22T08:00Z', '2026-10-24T08:00Z until 2026-10-25T08:00Z', '2026-10-27T09:00Z until 2026-10-28T09:00Z']];
        yield 'again, until the date' => [['before' => 'visit.starts_at', 'by' => ['days' => 5], 'again' => ['every' => ['days' => 2], 'times' => 9]], $start, ['2026-11-25T18:00Z until 2026-11-30T18:00Z', '2026-11-27T18:00Z until 2026-11-30T18:00Z', '2026-11-29T18:00Z until 2026-11-30T18:00Z']];
        yield 'as long as is said' => [['after' => 'visit.starts_at', 'by' => ['hours' => 1], 'late' => ['weeks' => 1]], $start, ['2026-11-30T19:00Z until 2026-12-07T19:00Z']];
        $open = ['between' => ['from' => '08:00', 'to' => '20:00']];
        yield 'within open hours' => [['before' => 'visit.starts_at', 'by' => ['hours' => 2]] + $open, $start, ['2026-11-30T16:00Z until 2026-11-30T18:00Z']];
        yield 'quiet hours wait for the next opening' => [['after' => 'visit.starts_at', 'by' => ['hours' => 5]] + $open, $start, ['2026-12-01T08:00Z until 2026-12-02T08:00Z']];
        yield 'in the small hours, for the opening of that day' => [['after' => 'visit.starts_at', 'by' => ['hours' => 8]] + $open, $start, ['2026-12-01T08:00Z until 2026-12-02T08:00Z']];
        yield 'where that is too late, the evening before' => [['before' => 'visit.starts_at', 'by' => ['hours' => 3]] + $open, ['starts_at' => '2026-12-01T06:30:00Z'], ['2026-11-30T20:00Z until 2026-12-01T06:30Z']];
        yield 'or the end of the open hours of that day' => [['before' => 'visit.starts_at', 'by' => ['minutes' => 30]] + $open, ['starts_at' => '2026-11-30T22:00:00Z'], ['2026-11-30T20:00Z until 2026-11-30T22:00Z']];
        yield 'open hours over midnight' => [['before' => 'visit.starts_at', 'by' => ['hours' => 2], 'between' => ['from' => '20:00', 'to' => '02:00']], $start, ['2026-11-30T02:00Z until 2026-11-30T18:00Z']];
        yield 'a time that clocks skip is read with the offset before' => [['before' => 'visit.day', 'by' => ['days' => 1], 'at' => '01:30'], ['day' => '2026-03-30'], ['2026-03-29T01:30Z until 2026-03-30T23:00Z']];
        yield 'one that comes twice is the first' => [['before' => 'visit.day', 'by' => ['days' => 1], 'at' => '01:30'], ['day' => '2026-10-26'], ['2026-10-25T00:30Z until 2026-10-27T00:00Z']];
    }

    /**
     * @param  array<string, mixed>  $cue
     * @param  array<string, mixed>  $record
     * @param  list<string>  $expected
     */
    #[DataProvider('dueTimes')]
    public function test_it_is_due_when_it_says(array $cue, array $record, array $expected): void
    {
        $time = self::time($cue);
        $found = [];
        for ($number = 0; ($due = $time->due(['visit' => $record + ['zone' => null]], self::ZONE, $number)) !== null; $number++) {
            $found[] = "{$due->at->format('Y-m-d\TH:i\Z')} until {$due->expires->format('Y-m-d\TH:i\Z')}";
            self::assertSame("date:{$time->path}:{$due->anchor}:{$number}", $due->occasion());
            self::assertSame($number, DueTime::numberOf($due->occasion()));
        }

        self::assertSame($expected, $found);
    }

    public function test_it_is_read_aloud(): void
    {
        $said = static fn (array $cue): string => self::time($cue)->inWords();

        self::assertSame('24 hours before “Start”, if Status is open', $said(['before' => 'visit.starts_at', 'by' => ['hours' => 24], 'if' => ['path' => 'visit.status', 'operator' => 'is', 'value' => 'open']]));
        self::assertSame('1 day after “Day”, at 09:00; again every 1 week, at most 4 times; only between 08:00 and 20:00', $said(['after' => 'visit.day', 'by' => ['days' => 1], 'at' => '09:00', 'again' => ['every' => ['weeks' => 1], 'times' => 4], 'between' => ['from' => '08:00', 'to' => '20:00']]));
        self::assertSame(['on the day of “Day”, at 09:00', 'at “Start”'], [$said(['before' => 'visit.day', 'by' => ['days' => 0], 'at' => '09:00']), $said(['after' => 'visit.starts_at', 'by' => ['hours' => 0]])]);
    }

    public function test_a_condition_holds_when_it_is_due_and_what_is_counted_from_now_is_not_told_before(): void
    {
        $time = self::time(['before' => 'visit.starts_at', 'by' => ['days' => 7], 'if' => ['path' => 'visit.status', 'operator' => 'is', 'value' => 'open']]);
        self::assertTrue($time->judge(['visit' => ['status' => 'open']], false)->holds);
        self::assertSame([false, 'Status is done, not open'], [$time->judge(['visit' => ['status' => 'done']], false)->holds, $time->judge(['visit' => ['status' => 'done']], true)->reason]);

        $soon = self::time(['after' => 'visit.day', 'by' => ['days' => 0], 'at' => '09:00', 'if' => ['path' => 'visit.starts_at', 'operator' => 'within_next', 'value' => 3]]);
        $data = ['visit' => ['starts_at' => '2026-11-30T18:00:00Z', 'zone' => null], 'now' => '2026-11-01T08:00:00Z', 'source' => ['zone' => self::ZONE]];
        self::assertTrue($soon->judge($data, false)->holds, 'who knows');
        self::assertFalse($soon->judge($data, true)->holds);
        self::assertTrue($soon->judge(['now' => '2026-11-29T08:00:00Z'] + $data, true)->holds);
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string, string}>
     */
    public static function refused(): iterable
    {
        $by = ['by' => ['days' => 1]];
        yield 'unknown' => [['before' => 'visit.arrival'] + $by, 'before', 'not known here'];
        yield 'no date' => [['before' => 'visit.number'] + $by, 'before', 'is of type text, and no date'];
        yield 'no date of the record' => [['before' => 'now'] + $by, 'before', 'must be a date of the record'];
        yield 'a day without a time' => [['before' => 'visit.day'] + $by, 'at', 'must say at which time of day'];
        yield 'hours at a time of day' => [['before' => 'visit.starts_at', 'by' => ['hours' => 3], 'at' => '09:00'], 'at', 'is for days and weeks'];
        yield 'no time of day' => [['before' => 'visit.starts_at', 'at' => '24:00'] + $by, 'at', 'must be a time of day'];
        yield 'no amount' => [['before' => 'visit.starts_at', 'by' => []], 'by', 'must be said in one of minutes, hours, days, weeks'];
        yield 'two amounts' => [['before' => 'visit.starts_at', 'by' => ['days' => 1, 'hours' => 2]], 'by', 'must be said in one of'];
        yield 'too far' => [['before' => 'visit.starts_at', 'by' => ['weeks' => 521]], 'by/weeks', 'must be 0 to 520'];
        yield 'the other way' => [['before' => 'visit.starts_at', 'by' => ['days' => -1]], 'by/days', 'must be 0 to'];
        yield 'again in hours' => [['before' => 'visit.starts_at', 'again' => ['every' => ['hours' => 1], 'times' => 2]] + $by, 'again/every', 'there may be days, weeks'];
        yield 'again for ever' => [['before' => 'visit.starts_at', 'again' => ['every' => ['days' => 1], 'times' => 1000]] + $by, 'again/times', 'must be 1 to 100'];
        yield 'never open' => [['before' => 'visit.starts_at', 'between' => ['from' => '08:00', 'to' => '08:00']] + $by, 'between/to', 'must be another time'];
        yield 'a condition that does not fit' => [['before' => 'visit.starts_at', 'if' => ['path' => 'visit.stat', 'operator' => 'is', 'value' => 'open']] + $by, 'if/path', 'visit.status'];
    }

    /**
     * @param  array<string, mixed>  $cue
     */
    #[DataProvider('refused')]
    public function test_what_does_not_fit_is_refused_at_its_place(array $cue, string $place, string $reason): void
    {
        try {
            self::time($cue);
            self::fail('It was taken.');
        } catch (InvalidDocument $e) {
            self::assertStringStartsWith("time/{$place}", $e->faults[0]->place);
            self::assertStringContainsString($reason, $e->faults[0]->reason);
        }
    }

    /**
     * @param  array<string, mixed>  $cue
     */
    private static function time(array $cue): InTime
    {
        return InTime::ofNode(new Node($cue, 'time', 'notice'), Vocabulary::of(Sample::type()));
    }
}
