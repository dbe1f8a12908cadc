<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Document\Fault;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Template;
use Herald\Record\Fullness;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\Marks;
use PHPUnit\Framework\TestCase;

/** A passage that is taken in by reference says what it would say had it been written there. */
final class PassageTest extends TestCase
{
    /** What a passage says that was written about orders. */
    private const THANKS = [
        ['id' => 'h', 'type' => 'heading', 'text' => 'Thank you, {order.customer.first_name or "friend"}'],
        ['id' => 't', 'type' => 'text', 'when' => ['path' => 'order.paid', 'operator' => 'is', 'value' => true], 'text' => 'It is paid. See {order.page}.'],
        ['id' => 'r', 'type' => 'repeat', 'list' => 'order.lines', 'item' => 'line', 'blocks' => [['id' => 'l', 'type' => 'text', 'text' => '{line.name}: {line.price}']]],
    ];

    private const FIELDS = ['order.customer.first_name' => 'visit.guest.name', 'order.paid' => 'visit.paid', 'order.page' => 'visit.page', 'order.lines' => 'visit.items'];

    public function test_it_says_what_it_would_say_had_it_been_written_there(): void
    {
        $written = array_map(static fn (array $block): array => json_decode(strtr((string) json_encode($block), ['order.customer.first_name' => 'visit.guest.name', 'order.paid' => 'visit.paid', 'order.page' => 'visit.page', 'order.lines' => 'visit.items']), true), self::THANKS);
        $blocks = [['id' => 'a', 'type' => 'text', 'text' => 'Before'], ['id' => 'p', 'type' => 'passage', 'passage' => 'thanks', 'fields' => self::FIELDS], ['id' => 'z', 'type' => 'text', 'text' => 'After']];
        $taken = self::filled($blocks);
        $expected = Sample::fill([$blocks[0], ...$written, $blocks[2]]);

        self::assertSame($expected->html, $taken->html);
        self::assertSame($expected->text, $taken->text);
        self::assertStringContainsString('Thank you, Aoife', $taken->text);
        self::assertStringContainsString('Red torch', $taken->text);
        // Under the condition of the reference, in the looks of the reference.
        self::assertStringNotContainsString('Thank you', self::filled([['when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => false], ...$blocks[1]]])->html);
        self::assertStringContainsString('color:#AA0000', self::filled([['look' => ['heading' => '#AA0000', 'text' => '#AA0000'], ...$blocks[1]]])->html);
    }

    public function test_let_go_it_is_blocks_of_the_template_that_say_the_same(): void
    {
        $document = Sample::document([
            ['id' => 'p-h', 'type' => 'text', 'text' => 'Has an id that one of the passage would have'],
            ['id' => 's', 'type' => 'section', 'blocks' => [
                ['id' => 'p', 'type' => 'passage', 'passage' => 'thanks', 'fields' => self::FIELDS, 'when' => ['path' => 'visit.size', 'operator' => 'more', 'value' => 1], 'look' => ['text' => '#334455']],
                ['id' => 'q', 'type' => 'passage', 'passage' => 'thanks', 'fields' => self::FIELDS],
            ]],
        ], ['translations' => ['de' => ['envelope.subject' => 'Besuch', 'p-h.text' => 'Ja']]]);
        $passages = Passages::of(['thanks' => self::passage(['translations' => ['de' => ['h.text' => 'Danke, {order.customer.first_name or "du"}', 't.text' => 'Bezahlt. {order.page}', 'l.text' => '{line.name}']]])]);
        $free = $passages->letGo($document->data, 'p');

        $section = $free['manuscript'][1];
        self::assertSame(['p-h-2', 'p-t', 'p-r', 'q'], array_column($section['blocks'], 'id'));
        self::assertSame(['all' => [['path' => 'visit.size', 'operator' => 'more', 'value' => 1], ['path' => 'visit.paid', 'operator' => 'is', 'value' => true]]], $section['blocks'][1]['when']);
        foreach (['en', 'de'] as $language) {
            [$before, $after] = array_map(static fn (array $one): string => Sample::fillCompiled(Compiler::compile(Template::ofJson(Json::ofArray($one, 'free'), Vocabulary::of(Sample::type()), $passages)->manuscript($language), Brand::usual()))->text, [$document->data, $free]);
            self::assertSame($before, $after, $language);
        }
        self::assertStringContainsString('Danke, Aoife', $after);
    }

    public function test_it_speaks_the_languages_of_its_template_and_a_language_that_it_lacks_is_not_whole(): void
    {
        $blocks = [['id' => 'p', 'type' => 'passage', 'passage' => 'thanks', 'fields' => self::FIELDS]];
        $rest = ['translations' => ['de' => ['envelope.subject' => 'Besuch'], 'fr' => ['envelope.subject' => 'Visite']]];
        $german = ['translations' => ['de' => ['h.text' => 'Danke, {order.customer.first_name}', 't.text' => 'Bezahlt: {order.page}', 'l.text' => '{line.name}']]];
        $template = Template::ofJson(Sample::document($blocks, $rest), Vocabulary::of(Sample::type()), Passages::of(['thanks' => self::passage($german)]));
        self::assertSame(['en', 'de'], $template->wholeLanguages());
        self::assertSame(2, $template->missingIn('fr'));
        self::assertStringContainsString('Danke, Aoife', self::filled($blocks, $rest, $german, 'de')->text);
        // One that was written in another language says its translation there.
        $other = ['language' => 'de', 'translations' => ['en' => ['h.text' => 'Thanks', 't.text' => 'Paid', 'l.text' => '{line.name}']]];
        self::assertStringContainsString('Thanks', self::filled($blocks, [], $other)->text);
        self::assertStringContainsString('Thank you', self::filled($blocks, $rest, $other, 'de')->text);
        self::assertSame(['manuscript/0/passage: the passage "thanks" does not fit: it has no words in English'], self::faults($blocks, ['language' => 'de']));
    }

    public function test_what_does_not_fit_is_told_at_the_reference(): void
    {
        $reference = ['id' => 'p', 'type' => 'passage', 'passage' => 'thanks', 'fields' => array_diff_key(self::FIELDS, ['order.paid' => 1])];
        self::assertSame(['manuscript/0/passage: the passage "thanks" does not fit: it needs “order.paid”, and it is not said which field that is here'], self::faults([$reference]));
        self::assertSame(['manuscript/0/passage: the passage "other" is not there, or this is a passage itself: none stands in another'], self::faults([['passage' => 'other'] + $reference]));
        self::assertStringContainsString('"visit.nothing"', implode(self::faults([['fields' => ['order.paid' => 'visit.nothing'] + self::FIELDS] + $reference])));
        // A group stands for all that lies in it; a day where yes or no is needed is told.
        self::assertSame([], self::faults([['fields' => ['order' => 'visit', 'order.customer.first_name' => 'visit.guest.name', 'order.lines' => 'visit.items']] + $reference]));
        self::assertStringContainsString('is no value of day', implode(self::faults([['fields' => ['order.paid' => 'visit.day'] + self::FIELDS] + $reference])));
        // No passage in a passage, so that there is no circle, and no block of one's own within a reference.
        self::assertStringContainsString('none stands in another', implode(self::faults([$reference], ['manuscript' => [['id' => 'x', 'type' => 'passage', 'passage' => 'thanks']]])));
        $this->expectException(InvalidDocument::class);
        Sample::template([['blocks' => []] + $reference]);
    }

    public function test_findings_and_marks_lead_to_the_reference(): void
    {
        $blocks = [['id' => 'p', 'type' => 'passage', 'passage' => 'thanks', 'fields' => self::FIELDS]];
        $passages = Passages::of(['thanks' => self::passage(['manuscript' => [...self::THANKS, ['id' => 'b', 'type' => 'button', 'label' => 'Go', 'link' => 'javascript:alert(1)'], ['id' => 'f', 'type' => 'text', 'text' => '{order.nothing}']]])]);
        $findings = Checks::of(Examination::of(Sample::document($blocks), Sample::type(), null, Fullness::in([]), Brand::usual(), passages: $passages));
        $told = array_values(array_filter($findings, static fn (Finding $finding): bool => $finding->block !== null && $finding->block !== 'envelope'));
        self::assertNotSame([], $told);
        foreach ($told as $finding) {
            self::assertSame(['p', 'p', []], [$finding->block, $finding->id, $finding->mends], $finding->words);
            self::assertContains($finding->part, [null, 'passage'], 'no part that the reference does not have');
        }
        self::assertStringContainsString('In the passage: ', implode(' ', array_column($told, 'words')));
        $marked = Compiler::compile(Template::draft(Sample::document($blocks), Vocabulary::of(Sample::type()), 'en', $passages)->manuscript, Brand::usual(), Marks::Manuscript);
        preg_match_all('/data-block="([^"]*)"/', $marked->sources['html'], $marks);
        self::assertSame(['p'], array_values(array_unique($marks[1])));
    }

    public function test_it_tells_what_it_needs(): void
    {
        self::assertSame(['order.customer.first_name', 'order.paid', 'order.page', 'order.lines'], array_keys(Passages::needs(self::passage(), Vocabulary::of(self::order()))));
        self::assertSame(['b', 'a'], Passages::named(Sample::document([
            ['id' => 'p', 'type' => 'passage', 'passage' => 'b'], ['id' => 's', 'type' => 'section', 'blocks' => [['id' => 'q', 'type' => 'passage', 'passage' => 'a'], ['id' => 'r', 'type' => 'passage', 'passage' => 'b']]],
        ])->data));
    }

    private static function order(): RecordType
    {
        return RecordType::ofJson(Json::ofArray(['key' => 'order', 'name' => ['en' => 'Order'], 'identity' => 'number', 'summary' => ['number'], 'fields' => [
            ['key' => 'number', 'type' => 'text', 'required' => true], ['key' => 'paid', 'type' => 'boolean'], ['key' => 'page', 'type' => 'url'],
            ['key' => 'customer', 'type' => 'object', 'fields' => [['key' => 'first_name', 'type' => 'text']]],
            ['key' => 'lines', 'type' => 'list', 'fields' => [['key' => 'name', 'type' => 'text'], ['key' => 'price', 'type' => 'money']]],
        ]], 'order'));
    }

    /**
     * @param  array<string, mixed>  $rest
     * @return array<array-key, mixed> in normal form
     */
    private static function passage(array $rest = []): array
    {
        return NormalForm::of([...Sample::document(self::THANKS)->data, 'record_type' => 'order', 'passage' => true, 'envelope' => ['subject' => ''], ...$rest]);
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $rest  of the template
     * @param  array<string, mixed>  $passage  rest of the passage
     */
    private static function filled(array $blocks, array $rest = [], array $passage = [], string $language = 'en'): \Herald\Render\FilledMessage
    {
        $template = Template::ofJson(Sample::document($blocks, $rest), Vocabulary::of(Sample::type()), Passages::of(['thanks' => self::passage($passage)]));

        return Sample::fillCompiled(Compiler::compile($template->manuscript($language), Brand::usual()));
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $passage
     * @return list<string>
     */
    private static function faults(array $blocks, array $passage = []): array
    {
        $reading = Template::draft(Sample::document($blocks), Vocabulary::of(Sample::type()), 'en', Passages::of(['thanks' => self::passage($passage)]));

        return array_map(static fn (Fault $fault): string => "{$fault->place}: {$fault->reason}", $reading->faults);
    }
}
