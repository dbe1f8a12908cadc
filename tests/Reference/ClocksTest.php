<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Document\Node;
use Herald\Record\Vocabulary;
use Herald\Timing\InTime;
use Herald\Timing\WallClock;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tests\Core\Sample;

/**
 * Due times over changed clocks (RFC 5545, section 3.3.5), in every zone of the IANA tz database that changed them in three years, held against node's Intl, which has its own copy
 * of that database and its own reading of it.
 */
final class ClocksTest extends TestCase
{
    private const FROM = '2023-11-27';

    private const TO = '2026-11-27';

    private const QUARTER = 900;

    /** @var array<string, list<array{ts: int, offset: int, before: int}>>|null */
    private static ?array $changes = null;

    /** @var list<string>|null what node answered, a line for each zone */
    private static ?array $answers = null;

    public function test_what_a_clock_shows_means_the_moment_that_it_means_elsewhere(): void
    {
        $held = 0;
        foreach (self::theirs() as $zone => [$moments, $changes]) {
            $clock = new WallClock($zone);
            foreach ($changes as ['ts' => $change, 'offset' => $offset, 'before' => $before]) {
                for ($wall = $change + min($before, $offset) - 2 * 3600; $wall <= $change + max($before, $offset) + 2 * 3600; $wall += self::QUARTER) {
                    // What is shown at no moment lies in the gap: it is read with the offset before it.
                    $expected = $moments[$wall] ?? $wall - $before;
                    self::assertSame($expected, $clock->moment(new \DateTimeImmutable("@{$wall}"))->getTimestamp(), $zone.' '.gmdate('Y-m-d H:i', $wall));
                    $held++;
                }
            }
        }
        self::assertGreaterThan(10_000, $held);
    }

    public function test_days_keep_the_clock_on_the_wall_and_hours_are_time_that_passes(): void
    {
        $held = 0;
        foreach (self::theirs() as $zone => [$moments, $changes]) {
            $shown = array_flip($moments);
            $cue = static fn (string $side, array $by): InTime => InTime::ofNode(new Node([$side => 'visit.starts_at', 'by' => $by], 'cue/time', 'notice'), Vocabulary::of(Sample::type()));
            [$dayBefore, $twoDaysAfter, $hours] = [$cue('before', ['days' => 1]), $cue('after', ['days' => 2]), $cue('before', ['hours' => 24])];
            foreach ($changes as ['ts' => $change, 'before' => $before]) {
                foreach ([-1, 1] as $day) {
                    for ($anchor = $change + $day * 86_400 - 2 * 3600; $anchor <= $change + $day * 86_400 + 2 * 3600; $anchor += self::QUARTER) {
                        $data = ['visit' => ['starts_at' => gmdate('Y-m-d\TH:i:s\Z', $anchor)]];
                        $wall = static fn (int $days): int => $moments[$shown[$anchor] + $days * 86_400] ?? $shown[$anchor] + $days * 86_400 - $before;
                        $due = static fn (InTime $cue): ?int => $cue->due($data, $zone)?->at->getTimestamp();
                        self::assertSame([$wall(-1), $wall(2), $anchor - 86_400], [$due($dayBefore), $due($twoDaysAfter), $due($hours)], $zone.' '.gmdate('c', $anchor));
                        $held++;
                    }
                }
            }
        }
        self::assertGreaterThan(10_000, $held);
    }

    /**
     * What node knows of all zones, by zone, with the changes that both know of.
     *
     * @return iterable<string, array{array<int, int>, list<array{ts: int, offset: int, before: int}>}> moments by what is shown then, in seconds
     */
    private static function theirs(): iterable
    {
        $zones = self::changes();
        self::$answers ??= self::asked($zones);
        self::assertCount(count($zones), self::$answers);
        self::assertGreaterThan(100, count($zones));
        $differ = [];
        foreach (array_combine(array_keys($zones), self::$answers) as $zone => $answer) {
            ['moments' => $moments, 'known' => $known] = json_decode($answer, true, flags: JSON_THROW_ON_ERROR);
            if (in_array(false, $known, true)) {
                $differ[] = $zone;

                continue;
            }
            yield $zone => [array_map(intval(...), $moments), $zones[$zone]];
        }
        // Which release of the tz database each has is its machine's: where the two differ is told, and must be little.
        self::assertLessThan(8, count($differ), 'their tz data differ: '.implode(', ', $differ));
    }

    /**
     * @param  array<string, list<array{ts: int, offset: int, before: int}>>  $zones
     * @return list<string>
     */
    private static function asked(array $zones): array
    {
        $asked = implode("\n", array_map(static fn (string $zone, array $changes): string => json_encode(['zone' => $zone, 'changes' => array_column($changes, 'ts')], JSON_THROW_ON_ERROR), array_keys($zones), $zones));

        return explode("\n", trim((new Process(['node', __DIR__.'/read-clocks.mjs'], input: $asked, timeout: 300))->mustRun()->getOutput()));
    }

    /**
     * @return array<string, list<array{ts: int, offset: int, before: int}>> by zone, when clocks were changed, with their offsets from UTC then and before, in seconds
     */
    private static function changes(): array
    {
        if (self::$changes === null) {
            self::$changes = [];
            foreach (\DateTimeZone::listIdentifiers() as $zone) {
                $transitions = (new \DateTimeZone($zone))->getTransitions((int) strtotime(self::FROM), (int) strtotime(self::TO)) ?: [];
                foreach ($transitions as $index => $transition) {
                    $before = $transitions[$index - 1]['offset'] ?? $transition['offset'];
                    if ($before !== $transition['offset']) {
                        self::$changes[$zone][] = ['ts' => $transition['ts'], 'offset' => $transition['offset'], 'before' => $before];
                    }
                }
            }
        }

        return self::$changes;
    }
}
