<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\JsonText;
use Herald\Source\Manifest;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A manifest is read as a whole: all that is wrong is told at once, each at its place. */
final class ManifestTest extends TestCase
{
    public function test_all_mistakes_are_told_by_the_key_of_what_they_are_in(): void
    {
        $faults = self::faults(static function (array $manifest): array {
            [$first, $second, $third] = [0, 1, 2];
            $manifest['notices'][$first]['cue'] = ['event' => 'order.lost'];
            $manifest['notices'][$first]['recipient']['path'] = 'order.number';
            $manifest['notices'][$first]['built_in']['en']['subject'] = 'Order {order.nubmer}';
            $manifest['notices'][$first]['built_in']['de']['body'][] = 'Hallo {order.number';
            $manifest['notices'][$second]['built_in']['it'] = $manifest['notices'][$second]['built_in']['en'];
            $manifest['notices'][$third]['strand'] = 'shoop';
            $manifest['events'][0]['record_type'] = 'odrer';

            return $manifest;
        });
        $told = array_map(static fn (Fault $fault): string => $fault->inWords(), $faults);
        self::assertContains('events/order.placed/record_type: "odrer" is not a record type of this manifest', $told);
        self::assertContains('notices/new-order/built_in/it: "it" is not among the languages of the source: en, de', array_merge($told, array_map(static fn (Fault $fault): string => $fault->inWords(), self::faults(static function (array $manifest): array {
            $manifest['notices'][1]['built_in']['it'] = $manifest['notices'][1]['built_in']['en'];

            return $manifest;
        }))));
        self::assertContains('notices/awaiting-payment/strand: "shoop" is not a strand of this manifest', $told);
        foreach (['notices/order-received/cue/event: "order.lost" is not an event of this manifest', 'notices/order-received/recipient/path: "order.number" is of type text, not email',
            'notices/order-received/built_in/en/subject: "order.nubmer" is not known here; did you mean "order.number"?'] as $words) {
            self::assertContains($words, $told);
        }
        self::assertNotSame([], array_filter($told, static fn (string $words): bool => str_starts_with($words, 'notices/order-received/built_in/de/body/') && str_contains($words, '"{order.number" has no closing bracket')));
        // What rests on the event that is wrong is not told as well.
        self::assertSame([], array_filter($told, static fn (string $words): bool => str_starts_with($words, 'notices/new-order/cue')));
    }

    public function test_of_very_many_mistakes_the_first_hundred_are_told(): void
    {
        $faults = self::faults(static fn (array $manifest): array => ['notices' => array_map(static fn (int $number): array => ['key' => "n{$number}", 'strand' => 'shoop'] + $manifest['notices'][0], range(1, 150))] + $manifest);
        self::assertCount(101, $faults);
        self::assertSame('and 50 more of the kind', $faults[100]->reason);
    }

    public function test_faults_of_built_in_words_name_the_file(): void
    {
        $this->expectExceptionMessage('larkmoor.json: notices/order-received/built_in/en/subject: "order.x" is not known here');
        $manifest = self::manifest();
        $manifest['notices'][0]['built_in']['en']['subject'] = '{order.x}';
        Manifest::ofJson(Json::ofArray($manifest, 'larkmoor.json'));
    }

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function broken(): iterable
    {
        yield 'a comma too many' => ["{\n  \"a\": 1,\n}", 'line 3, column 1: a comma stands before the closing bracket'];
        yield 'a comma too few' => ["{\"a\": 1\n\"b\": 2}", 'line 2, column 1: a comma or a closing bracket } is missing'];
        yield 'no end' => ["{\"a\": [1, 2]\n", 'line 2, column 1: a comma or a closing bracket } is missing'];
        yield 'no colon' => ['{"a" 1}', 'line 1, column 6: a colon is missing after "a"'];
        yield 'a word' => ['{"ä": [true, nul]}', 'line 1, column 14: "nul" is no value'];
        yield 'single quotes' => ["{'a': 1}", 'line 1, column 2: a key in double quotes is missing'];
        yield 'an open text' => ["{\"a\": \"x\n\"}", 'line 1, column 7: a text is not closed'];
        yield 'more behind it' => ['{} {}', 'line 1, column 4: nothing may follow the closing bracket'];
    }

    #[DataProvider('broken')]
    public function test_what_is_no_json_is_told_with_its_line(string $text, string $words): void
    {
        $this->expectExceptionMessage("file.json: is not JSON: {$words}");
        Json::ofText($text, 'file.json');
    }

    public function test_a_key_that_is_there_twice_is_refused(): void
    {
        try {
            Json::ofText("{\"a\": {\"b\": 1,\n\"\\u0062\": 2},\n\"c\": [{\"d\": \"\\\"d\\\": 1\", \"d\": 0}], \"0\": {\"1\": 1, \"2\": 2}}", 'file.json');
            self::fail('is taken');
        } catch (InvalidDocument $e) {
            self::assertSame(['a/b: is there twice, again on line 2', 'c/0/d: is there twice, again on line 3'], array_map(static fn (Fault $fault): string => $fault->inWords(), $e->faults));
        }
        self::assertSame('1', Json::ofText('{"a": {"1": "0", "0": {"": [{}, {}]}}, "b\"": 1, "b": "1"}', 'file.json')->data['b']);
    }

    /** What PHP reads this reads as well, and what it refuses is refused here with a place. */
    public function test_it_agrees_with_the_reader_of_php(): void
    {
        $texts = ['{"a":1}', '{"a":-0.5e+3}', '{"a":01}', '{"a":.5}', '{"a":1.}', '{"a":"\x"}', '{"a":"\u00e9\ud83d\ude00"}', '{"a":[]}', '{"a":[,]}', '{"a":{}}', '{,}', '{"a":nan}', ' { } ', '{"a":"'."\t".'"}', '{"a":1 2}', '{"a":tru}', '{"a":truex}', '{a:1}', '[1]', '"x"', '', '{"a":1}}'];
        foreach ($texts as $text) {
            json_decode($text);
            self::assertSame(json_last_error() === JSON_ERROR_NONE, JsonText::fault($text) === null, $text);
        }
    }

    /**
     * @param  \Closure(array<array-key, mixed>): array<array-key, mixed>  $spoil
     * @return list<Fault>
     */
    private static function faults(\Closure $spoil): array
    {
        try {
            Manifest::ofJson(Json::ofArray($spoil(self::manifest()), 'manifest'));
        } catch (InvalidDocument $e) {
            return $e->faults;
        }
        self::fail('is taken');
    }

    /**
     * @return array<array-key, mixed>
     */
    private static function manifest(): array
    {
        return Json::ofFile(dirname(__DIR__, 2).'/database/demo/larkmoor.json')->data;
    }
}
