<?php

declare(strict_types=1);

// What readers of strangers' text cost: processor time for texts of one length and of four times that, by every shape there is of them. `php tests/Bench/readers.php [READER [SHAPE]]`
//   worst_ratio  of the longer to the shorter, least of five each; where the shorter took less than a millisecond there is nothing to hold it against
//   worst_ms     of the longest that a reader takes, or refuses

use Herald\Block\AddOnContent;
use Herald\Block\Pasted;
use Herald\Claim\Reasoning;
use Herald\Condition\ConditionReader;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\HtmlIn\HtmlIn;
use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Tests\Core\Doubling;

require __DIR__.'/../../vendor/autoload.php';

$cpu = static fn (): float => (static fn (array $used): float => $used['ru_utime.tv_sec'] * 1e3 + $used['ru_utime.tv_usec'] / 1e3)(getrusage() ?: []);
$least = static function (Closure $read, int $times = 5) use ($cpu): float {
    $least = INF;
    for ($n = 0; $n < $times; $n++) {
        $began = $cpu();
        $read();
        $least = min($least, $cpu() - $began);
    }

    return $least;
};
$attempted = static function (Closure $read): void {
    try {
        $read();
    } catch (InvalidDocument) {
        // Refused: that has its price too.
    }
};
$type = RecordType::ofJson(Json::ofArray(['key' => 'visit', 'name' => 'Visit', 'identity' => 'number', 'fields' => [['key' => 'number', 'type' => 'text', 'required' => true], ['key' => 'total', 'type' => 'money'], ['key' => 'language', 'type' => 'language'], ['key' => 'items', 'type' => 'list', 'of' => 'integer'], ...array_map(static fn (int $n): array => ['key' => "f{$n}", 'type' => 'integer'], range(1, 60))]], 'visit'));
$vocabulary = Vocabulary::of($type);
// What was read is kept for a vocabulary: each time another one.
$html = ['own HTML' => [static fn (string $html) => OwnHtml::read($html, Vocabulary::of($type)), 100_000], 'paste' => [Pasted::html(...), 900_000], 'add-on content' => [static fn (string $html) => AddOnContent::read(['html' => $html], 'content'), 900_000], 'import' => [HtmlIn::read(...), 900_000]];
$orders = [
    'comparisons' => static fn (int $n): array => array_map(static fn (int $rule): array => ['any' => array_map(static fn (int $one): array => ['all' => array_map(static fn (int $part): array => ['path' => 'visit.f'.(($one * 5 + $part + $rule) % 60 + 1), 'operator' => $part % 2 === 0 ? 'less' : 'more', 'value' => $one * $part + $rule], range(1, 5))], range(1, max(1, intdiv($n, 50))))], range(1, 10)),
    'amounts' => static fn (int $n): array => [['any' => array_map(static fn (int $one): array => ['path' => 'visit.total', 'operator' => 'more', 'value' => $one % 2 === 0 ? $one : ['amount' => (string) $one, 'currency' => 'X'.chr(65 + $one % 26).chr(65 + intdiv($one, 26) % 26)]], range(1, $n))]],
    'tags' => static fn (int $n): array => [['path' => 'visit.language', 'operator' => 'matches', 'value' => array_map(static fn (int $one): string => 'a'.chr(97 + $one % 26).'-'.chr(97 + intdiv($one, 26) % 26).chr(97 + intdiv($one, 676)), range(1, $n))]],
];

[, $onlyReader, $onlyShape] = [...$argv, null, null];
$told = [];
$note = static function (string $reader, string $shape, float $short, float $long, float $longest) use (&$told): void {
    $ratio = $short < 1 ? null : round($long / $short, 2);
    $of = $told[$reader] ?? ['worst_ratio' => 0, 'of' => '', 'worst_ms' => 0, 'at' => ''];
    $told[$reader] = [...$of, ...($ratio !== null && $ratio > $of['worst_ratio'] ? ['worst_ratio' => $ratio, 'of' => $shape] : []), ...($longest > $of['worst_ms'] ? ['worst_ms' => round($longest), 'at' => $shape] : [])];
};
foreach ($html as $reader => [$read, $most]) {
    foreach ($onlyReader === null || $onlyReader === $reader ? Doubling::html() : [] as $shape => $of) {
        if ($onlyShape === null || $onlyShape === $shape) {
            $times = static fn (int $units, int $times = 5): float => (static fn (string $text): float => $least(static fn () => $attempted(static fn () => $read($text)), $times))($of($units));
            $units = Doubling::units($of, 10_000);
            // Most limits are to numbers of things: what is longer is refused, and costs less.
            $note($reader, $shape, $times($units), $times(4 * $units), max($times(Doubling::units($of, 80_000), 1), $times(Doubling::units($of, $most), 1)));
        }
    }
}
foreach ($onlyReader === null || $onlyReader === 'order' ? $orders : [] as $shape => $of) {
    $times = static fn (int $n): float => (static fn (array $conditions): float => $least(static fn () => Reasoning::of($conditions)))(array_map(static fn (array $condition) => ConditionReader::read(new Node($condition, '', ''), $vocabulary), $of($n)));
    // What is said of an order grows with the square of what is compared, up to its budget.
    $note('order', $shape, 0, 0, $times(1_000));
}
echo json_encode($told, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES)."\n";
