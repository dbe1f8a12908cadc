<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Manuscript\Template;
use Herald\Record\AnswerKind;
use Herald\Record\Fullness;
use Herald\Record\Recipient;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Render\AskedQuestion;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What messages ask, and what is made of the answers. */
final class ResponseTest extends TestCase
{
    private const TYPE = ['key' => 'visit', 'name' => 'Visit', 'identity' => 'number', 'fields' => [
        ['key' => 'number', 'type' => 'text', 'required' => true], ['key' => 'name', 'type' => 'text'], ['key' => 'guests', 'type' => 'list', 'fields' => [['key' => 'name', 'type' => 'text']]],
    ], 'questions' => [
        ['key' => 'mark', 'kind' => 'rate', 'label' => ['en' => 'Mark', 'de' => 'Note']],
        ['key' => 'seen', 'kind' => 'acknowledge'],
        ['key' => 'meal', 'kind' => 'choose', 'options' => [['value' => 'soup', 'label' => 'Soup'], ['value' => '7', 'label' => 'Seven']]],
    ]];

    public function test_answers_are_variables_with_types_and_unanswered_ones_are_empty(): void
    {
        $type = self::type();
        self::assertSame(['response.mark', 'response.mark_at', 'response.seen', 'response.seen_at', 'response.meal', 'response.meal_at'], array_values(array_filter(array_keys(Vocabulary::of($type)->paths()), static fn (string $path): bool => str_starts_with($path, 'response.'))));
        self::assertSame(['mark' => 2, 'mark_at' => '2026-11-23T10:00:00Z', 'seen' => true, 'seen_at' => '2026-11-23T10:00:00Z', 'meal' => null, 'meal_at' => null], $type->responses(['mark' => ['value' => '2', 'at' => '2026-11-23T10:00:00Z'], 'seen' => ['value' => 'yes', 'at' => '2026-11-23T10:00:00Z'], 'gone' => ['value' => 'x', 'at' => '2026-11-23T10:00:00Z']]));
        self::assertSame([null, null, null, 'soup', 'Soup', 'yes', '4'], [$type->questions['mark']->value('6'), $type->questions['mark']->value('02'), $type->questions['seen']->value('no'), $type->questions['meal']->value('soup'), $type->questions['meal']->inWords('soup'), $type->questions['seen']->inWords('yes'), $type->questions['mark']->inWords('4')]);

        $text = self::filled([['id' => 'a', 'type' => 'text', 'text' => 'You gave {response.mark or "nothing"}: {response.meal or "no meal"}.'], ['id' => 'b', 'type' => 'text', 'text' => 'Sorry', 'when' => ['path' => 'response.mark', 'operator' => 'at_most', 'value' => 2]]], ['mark' => ['value' => '2', 'at' => '2026-11-23T10:00:00Z'], 'meal' => ['value' => 'soup', 'at' => '2026-11-23T10:00:00Z']])[1];
        self::assertSame("You gave 2: Soup.\n\nSorry\n", $text);
    }

    public function test_each_answer_has_a_link_of_its_own_in_both_parts_and_says_what_it_is(): void
    {
        [$html, $text, $message] = self::filled([
            ['id' => 'r', 'type' => 'rate', 'key' => 'mark', 'question' => 'How was it, {visit.name}?', 'marks' => self::marks('1', '2', '3', '4', '5')],
            ['id' => 'w', 'type' => 'rate', 'key' => 'again', 'marks' => self::marks('Poor', 'Fair', 'Good', 'Fine', 'Great')],
            ['id' => 'c', 'type' => 'choose', 'key' => 'meal', 'question' => 'Soup?', 'options' => [['id' => 'o1', 'label' => 'Yes', 'value' => 'soup'], ['id' => 'o2', 'label' => 'No']], 'valid' => 12, 'may_change' => true, 'thanks' => 'Enjoy it, {visit.name}.'],
            ['id' => 's', 'type' => 'acknowledge', 'key' => 'seen', 'label' => 'I am on my way'],
        ]);
        foreach (['mark' => ['1', '2', '3', '4', '5'], 'again' => ['1', '2', '3', '4', '5'], 'meal' => ['soup', 'o2'], 'seen' => ['yes']] as $key => $values) {
            foreach ($values as $value) {
                self::assertStringContainsString("href=\"https://answers.example.org/{$key}/{$value}?a=1&amp;b=2\"", $html);
                self::assertStringContainsString("https://answers.example.org/{$key}/{$value}?a=1&b=2", $text);
            }
        }
        self::assertStringContainsString("How was it, Ada?\n", $text);
        self::assertMatchesRegularExpression('~<tr><td[^>]*><table[^>]*><tr><td[^>]*><a[^>]*/mark/1[^>]*>1</a></td></tr></table></td><td[^>]*><table[^>]*><tr><td[^>]*><a[^>]*/mark/2~', $html, 'figures stand in a row');
        self::assertMatchesRegularExpression('~/again/1[^>]*>Poor</a></td></tr></table></td></tr><tr><td~', $html, 'words below each other');
        self::assertStringNotContainsString('Enjoy it', $html.$text, 'what is said to who has answered stands on the page alone');

        $meal = $message->question('meal') ?? self::fail('It is asked');
        self::assertSame([AnswerKind::Choose, 12, true, ['soup', 'o2']], [$meal->kind, $meal->days, $meal->mayChange, $meal->values()]);
        $again = CompiledMessage::ofArray(json_decode(json_encode($message->toArray(), JSON_THROW_ON_ERROR), true));
        self::assertEquals($message->questions, $again->questions, 'kept and read back');
        self::assertSame('Enjoy it, Ada.', Renderer::inMemory()->words($again, $meal->thanks, self::data($again)));
        self::assertSame([3, 7, 30, 30], [self::daysOf('confirm', ['label' => 'x']), self::daysOf('acknowledge', ['label' => 'x']), self::daysOf('rate', ['marks' => self::marks('1', '2', '3', '4', '5')]), self::daysOf('choose', ['options' => [['id' => 'o', 'label' => 'x']]])], 'three days for a confirmation: common practice');
    }

    /**
     * @return iterable<string, array{list<array<string, mixed>>, list<string>}>
     */
    public static function wrong(): iterable
    {
        $confirm = ['type' => 'confirm', 'label' => 'Yes'];
        yield 'in another way than elsewhere' => [[['id' => 'a', 'key' => 'mark'] + $confirm], ['"mark" is asked elsewhere already, in another way (rate): choose another name.']];
        yield 'twice in two ways' => [[['id' => 'a', 'key' => 'new'] + $confirm, ['id' => 'b', 'type' => 'acknowledge', 'key' => 'new', 'label' => 'Yes']], ['“new” is asked in another way further up: choose another name to keep it under.']];
        yield 'the same twice' => [[['id' => 'a', 'key' => 'new'] + $confirm, ['id' => 'b', 'key' => 'new'] + $confirm], []];
        yield 'once for each' => [[['id' => 'r', 'type' => 'repeat', 'list' => 'visit.guests', 'blocks' => [['id' => 'a', 'key' => 'new'] + $confirm]]], ['What is asked here would be asked once for each, and kept under one name: ask it outside of the repeat.']];
        yield 'one answer for two' => [[['id' => 'a', 'type' => 'choose', 'key' => 'new', 'options' => [['id' => 'o', 'label' => 'A', 'value' => 'x'], ['id' => 'p', 'label' => 'B', 'value' => 'x']]]], ['Two answers are kept as "x".']];
        yield 'nothing on the button' => [[['id' => 'a', 'type' => 'confirm', 'key' => 'new', 'label' => []]], ['The button says nothing.']];
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  list<string>  $expected
     */
    #[DataProvider('wrong')]
    public function test_what_cannot_be_told_apart_is_found(array $blocks, array $expected): void
    {
        $found = Finding::grave(Checks::of(Examination::of(self::document($blocks), self::type(), null, Fullness::in([]), Brand::usual())));
        self::assertSame($expected, array_map(static fn (Finding $finding): string => $finding->words, $found));
    }

    public function test_questions_of_a_type_are_told_apart(): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage('"mark_at" is asked already');
        RecordType::ofJson(Json::ofArray(['questions' => [['key' => 'mark', 'kind' => 'rate'], ['key' => 'mark_at', 'kind' => 'confirm']]] + self::TYPE, 'type'));
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, array{value: string, at: string}>  $responses
     * @return array{string, string, CompiledMessage} HTML, plain text, and what it was compiled to
     */
    private static function filled(array $blocks, array $responses = []): array
    {
        $message = Compiler::compile(Template::ofJson(self::document($blocks), Vocabulary::of(self::type()))->manuscript('en'), Brand::plain());
        $filled = Renderer::inMemory()->fill($message, self::data($message, $responses));

        return [$filled->html, $filled->text, $message];
    }

    /**
     * @param  array<string, array{value: string, at: string}>  $responses
     */
    private static function data(CompiledMessage $message, array $responses = []): MessageData
    {
        return MessageData::of(self::type(), RecordReader::read(self::type(), ['number' => 'V-1', 'name' => 'Ada'], 'visit'), Sample::source(), new Recipient('ada@example.org'), new \DateTimeImmutable('2026-11-23T12:00:00Z'), [], $message,
            responses: $responses, answering: static fn (AskedQuestion $question, string $value): string => "https://answers.example.org/{$question->key}/{$value}?a=1&b=2");
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     */
    private static function document(array $blocks): Json
    {
        return Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'k', 'name' => 'K', 'record_type' => 'visit', 'language' => 'en', 'envelope' => ['subject' => 'S'], 'manuscript' => $blocks], 'template');
    }

    /**
     * @return list<array{id: string, label: string}>
     */
    private static function marks(string ...$labels): array
    {
        static $made = 0;
        $made++;

        return array_map(static fn (string $label): array => ['id' => "m{$made}-".strtolower($label), 'label' => $label], array_values($labels));
    }

    /**
     * @param  array<string, mixed>  $members
     */
    private static function daysOf(string $type, array $members): int
    {
        return self::filled([['id' => 'b', 'type' => $type, 'key' => 'any'] + $members])[2]->questions[0]->days;
    }

    private static function type(): RecordType
    {
        return RecordType::ofJson(Json::ofArray(self::TYPE, 'type'));
    }
}
