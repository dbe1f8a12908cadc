<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Schema;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\DataGuide;
use Herald\Manuscript\Replacing;
use Herald\Manuscript\Template;
use Herald\Manuscript\TemplateSchema;
use Herald\Record\RecordTypeSchema;
use Herald\Record\Vocabulary;
use Herald\Render\Written;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TemplateTest extends TestCase
{
    public function test_the_published_schema_is_the_one_of_the_blocks_there_are(): void
    {
        self::assertStringEqualsFile(dirname(__DIR__, 2).'/schema/template.json', TemplateSchema::json(), 'Run php artisan herald:schema.');
        self::assertStringEqualsFile(RecordTypeSchema::file(), RecordTypeSchema::json(), 'Run php artisan herald:schema.');
        self::assertStringEqualsFile(dirname(__DIR__, 2).'/docs/data.md', DataGuide::markdown(), 'Run php artisan herald:schema.');
        $written = array_filter(array_map(static fn (string $file): string => 'Herald\\Block\\'.basename($file, '.php'), glob(dirname(__DIR__, 2).'/core/Block/[A-Z]*.php') ?: []), static fn (string $class): bool => is_subclass_of($class, Written::class) && ! (new \ReflectionClass($class))->isAbstract());
        self::assertEqualsCanonicalizing($written, array_values(Blocks::all()), 'Every block is registered in core/Block/blocks.php.');
    }

    public function test_what_has_changed_is_held_against_the_schema_whatever_stood_there_before(): void
    {
        $text = static fn (string $id, mixed $words): array => ['id' => $id, 'type' => 'text', 'text' => $words];
        $kept = Sample::document([$text('a', 'One'), $text('b', 'Two'), $text('c', 'Three')])->data;
        $reasons = static function (array $blocks, array $rest = []) use ($kept): string {
            try {
                Schema::Template->check(Sample::document($blocks, $rest), $kept);

                return '';
            } catch (InvalidDocument $e) {
                return $e->getMessage();
            }
        };
        self::assertSame('', $reasons([$text('c', 'Three'), $text('d', 'New'), $text('a', 'One')]));
        self::assertStringContainsString('manuscript/1/text: must be', $reasons([$text('c', 'Three'), $text('b', 7), $text('a', 'One')]), 'at its own place');
        self::assertStringContainsString('manuscript/2: lacks "text"', $reasons([$text('a', 'One'), $text('b', 'Two'), ['id' => 'a', 'type' => 'text']]), 'an id that is known vouches for nothing');
        self::assertStringContainsString('manuscript/0: must be', $reasons(['a', $text('b', 'Two')]));
        self::assertStringContainsString('envelope: lacks "subject"', $reasons([$text('a', 'One')], ['envelope' => ['preview' => 'x']]));
    }

    /**
     * @return iterable<string, array{list<array<string, mixed>>, array<string, mixed>, string}>
     */
    public static function mistakes(): iterable
    {
        $text = static fn (mixed $words, string $id = 't'): array => ['id' => $id, 'type' => 'text', 'text' => $words];
        yield 'unknown type' => [[['id' => 'a', 'type' => 'marquee']], [], 'manuscript/0/type: "marquee" is not one of "heading", "text"'];
        yield 'missing part' => [[['id' => 'a', 'type' => 'button', 'label' => 'Go']], [], 'manuscript/0: lacks "link"'];
        yield 'surplus part' => [[['id' => 'a', 'type' => 'divider', 'colour' => 'red']], [], 'manuscript/0: has no place for "colour"'];
        yield 'wrong kind' => [[['id' => 'a', 'type' => 'heading', 'text' => 7]], [], 'manuscript/0/text: must be a text or a list, not a whole number'];
        yield 'deep inside a choice' => [[['id' => 'c', 'type' => 'choice', 'branches' => [['id' => 'b', 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => true], 'blocks' => [['id' => 'x', 'type' => 'text']]]]]], [], 'manuscript/0/branches/0/blocks/0: lacks "text"'];
        yield 'condition without value' => [[[...$text('a'), 'when' => ['path' => 'visit.size', 'operator' => 'more']]], [], 'manuscript/0/when/value: the condition is not finished: “Party size is more than …” needs a value'];
        yield 'an id twice' => [[$text('a'), $text('b')], [], 'manuscript/1/id: "t" is the id of manuscript/0 already'];
        yield 'unknown path' => [[$text('Hello {visit.guest.nmae}')], [], 'manuscript/0/text: "visit.guest.nmae" is not known here; did you mean "visit.guest.name"?'];
        yield 'unknown path in a run' => [[$text([['variable' => 'visit.nmber']])], [], 'manuscript/0/text/0: "visit.nmber" is not known here'];
        yield 'a group put into text' => [[$text('{visit.guest}')], [], '"visit.guest" is a group of fields; name one of them'];
        yield 'a format that does not fit' => [[$text('{visit.total|date_long}')], [], '"date_long" is no format for "visit.total", which is of type money; money are'];
        yield 'something like a variable' => [[$text('Hello {visit.guest.name or guest}')], [], 'cannot be read as a variable'];
        yield 'two contents in a run' => [[$text([['text' => 'a', 'break' => true]])], [], 'manuscript/0/text/0: must hold just one of "text", "variable" and "break"'];
        yield 'not a list' => [[['id' => 'r', 'type' => 'repeat', 'list' => 'visit.guest', 'blocks' => []]], [], '"visit.guest" is not a list but of type object'];
        yield 'a list that is not there, and nothing about its items' => [[['id' => 'r', 'type' => 'repeat', 'list' => 'visit.itmes', 'blocks' => [$text('{item.name} {item.what}')]]], [], 'sample: manuscript/0/list: "visit.itmes" is not known here; did you mean "visit.items"?'];
        yield 'item outside its repeat' => [[$text('{item.name}')], [], '"item.name" is not known here'];
        yield 'item name that is taken' => [[['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'item' => 'loop', 'blocks' => []]], [], 'an item cannot be called "loop": the word is taken'];
        yield 'translation of nothing' => [[$text('a')], ['translations' => ['de' => ['t.txet' => 'x']]], 'translations/de/t.txet: translates nothing'];
        yield 'mistake in a translation' => [[$text('a')], ['translations' => ['de' => ['t.text' => '{visit.nope}']]], 'translations/de/t.text: "visit.nope" is not known here'];
        yield 'no subject' => [[], ['envelope' => ['preview' => 'x']], 'envelope: lacks "subject"'];
        yield 'another format' => [[], ['format' => 'something'], 'format: "something" must be "velvet-herald/template"'];
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $rest
     */
    #[DataProvider('mistakes')]
    public function test_a_document_that_fails_names_place_and_reason(array $blocks, array $rest, string $words): void
    {
        try {
            Sample::template($blocks, $rest);
            self::fail('It was read.');
        } catch (InvalidDocument $e) {
            self::assertStringContainsString($words, $e->getMessage());
            self::assertCount(1, $e->faults, "No fault follows from another:\n".$e->getMessage());
        }
    }

    public function test_what_is_not_json_is_refused_in_words(): void
    {
        $this->expectExceptionMessage('broken.json: is not JSON: line 1');
        Json::ofText('{"a": }', 'broken.json');
    }

    public function test_strings_fall_back_to_the_language_of_the_template(): void
    {
        $template = Sample::template(
            [['id' => 'a', 'type' => 'text', 'text' => 'Hello'], ['id' => 'b', 'type' => 'text', 'text' => 'Bye']],
            ['translations' => ['de' => ['a.text' => 'Hallo', 'envelope.subject' => 'Besuch {visit.number}']]],
        );

        self::assertSame(['en', 'de'], $template->languages());
        $message = Sample::fill(
            [['id' => 'a', 'type' => 'text', 'text' => 'Hello'], ['id' => 'b', 'type' => 'text', 'text' => 'Bye']],
            rest: ['translations' => ['de' => ['a.text' => 'Hallo', 'envelope.subject' => 'Besuch {visit.number}']]],
            language: 'de',
        );
        self::assertSame('Besuch V-1', $message->subject);
        self::assertStringContainsString("Hallo\n\nBye", $message->text);
        self::assertStringContainsString('<html lang="de" dir="ltr">', $message->html);
    }

    public function test_the_demo_template_reads_in_all_its_languages(): void
    {
        $template = Template::ofJson(Json::ofFile(dirname(__DIR__, 2).'/database/demo/night-blue-receipt.json'), Vocabulary::of(Sample::larkmoor()->recordTypes['order']));

        self::assertSame(['en', 'de'], $template->languages());
    }

    public function test_words_and_variables_are_replaced_wherever_they_stand(): void
    {
        $document = Sample::document([
            ['id' => 't', 'type' => 'text', 'text' => 'Your order: ORDER {visit.number or "the order"} {visit.size|words_by_number(one: "# order", other: "# orders")}', 'when' => ['any' => [['path' => 'visit.number', 'operator' => 'filled'], ['path' => 'visit.size', 'operator' => 'is', 'value' => ['path' => 'visit.size']]]]],
            ['id' => 'b', 'type' => 'button', 'label' => 'Go', 'link' => 'https://example.org/order/{visit.number}'],
            ['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'blocks' => [['id' => 'i', 'type' => 'text', 'text' => '{item.name}, ordered']]],
        ], ['translations' => ['de' => ['t.text' => 'Ihre Order']]])->data;
        [$all, $times] = Replacing::words('order', 'Booking', false)->in($document);
        self::assertSame(8, $times);
        self::assertSame('Your Booking: Booking ', $all['manuscript'][0]['text'][0]['text']);
        self::assertSame(['the Booking', '# Bookings', 'https://example.org/Booking/', 'Ihre Booking', ', Bookinged'], [$all['manuscript'][0]['text'][1]['fallback'], $all['manuscript'][0]['text'][3]['with']['other'], $all['manuscript'][1]['link'][0]['text'], $all['translations']['de']['t.text'][0]['text'], $all['manuscript'][2]['blocks'][0]['text'][1]['text']]);
        self::assertSame('visit.number', $all['manuscript'][0]['when']['any'][0]['path'], 'no names of fields');
        self::assertSame(1, Replacing::words('ORDER', 'x', true)->in($document)[1]);
        self::assertSame('Your a.*b: ORDER ', Replacing::words('order', 'a.*b', true)->in($document)[0]['manuscript'][0]['text'][0]['text']);
        self::assertSame(0, Replacing::words('.', '!', true)->in(Sample::document([['id' => 't', 'type' => 'text', 'text' => 'words']], ['envelope' => ['subject' => 'x']])->data)[1]);

        [$all, $times] = Replacing::variable('visit.number', 'visit.guest.name')->in($document);
        self::assertSame([4, 'visit.guest.name', 'visit.guest.name', 'visit.guest.name', 'visit.guest.name'], [$times, $all['envelope']['subject'][1]['variable'], $all['manuscript'][0]['text'][1]['variable'], $all['manuscript'][0]['when']['any'][0]['path'], $all['manuscript'][1]['link'][1]['variable']]);
        self::assertSame(['visit.share', 'visit.share'], [Replacing::variable('visit.size', 'visit.share')->in($document)[0]['manuscript'][0]['when']['any'][1]['path'], Replacing::variable('visit.size', 'visit.share')->in($document)[0]['manuscript'][0]['when']['any'][1]['value']['path']]);
        self::assertSame('visit.guests', Replacing::variable('visit.items', 'visit.guests')->in($document)[0]['manuscript'][2]['list']);
    }
}
