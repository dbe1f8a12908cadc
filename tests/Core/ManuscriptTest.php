<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Document\Json;
use Herald\Document\Schema;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\Change;
use Herald\Manuscript\Differences;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Surroundings;
use Herald\Manuscript\Template;
use Herald\Manuscript\Walk;
use Herald\Manuscript\Words;
use Herald\Record\Fullness;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;
use Herald\Render\Marks;
use Herald\Render\TwigWriter;
use Herald\Render\View;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What the composer works on: documents in normal form, drafts that are not finished, what differs between two of them. */
final class ManuscriptTest extends TestCase
{
    /**
     * @return iterable<string, array{string, list<array<string, mixed>>}>
     */
    public static function words(): iterable
    {
        yield 'text' => ['Order', [['text' => 'Order']]];
        yield 'nothing' => ['', []];
        yield 'a variable' => ['No. {visit.number}.', [['text' => 'No. '], ['variable' => 'visit.number'], ['text' => '.']]];
        yield 'format and fallback' => ['{visit.day|date_long or "some day"}', [['variable' => 'visit.day', 'format' => 'date_long', 'fallback' => 'some day']]];
        yield 'a line break' => ["one\ntwo", [['text' => 'one'], ['break' => true], ['text' => 'two']]];
        yield 'brackets that are meant' => ['\{visit.number} {{ 7*7 }}', [['text' => '{visit.number} {{ 7*7 }}']]];
    }

    /**
     * @param  list<array<string, mixed>>  $runs
     */
    #[DataProvider('words')]
    public function test_words_are_runs_in_normal_form(string $words, array $runs): void
    {
        self::assertSame($runs, Words::runs($words));
    }

    public function test_the_normal_form_says_the_same_and_is_its_own(): void
    {
        $document = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/database/demo/night-blue-receipt.json'), true);
        $normal = NormalForm::of($document);
        self::assertSame($normal, NormalForm::of($normal));
        self::assertSame([['variable' => 'item.picture']], $normal['manuscript'][4]['picture']);
        self::assertSame([['text' => 'Danke, '], ['variable' => 'order.customer.first_name', 'fallback' => 'Sternfreund']], $normal['translations']['de']['thanks.text']);

        $vocabulary = Vocabulary::of(Sample::larkmoor()->recordTypes['order']);
        foreach (['en', 'de'] as $language) {
            $sources = array_map(static fn (array $one): array => Compiler::compile(Template::ofJson(Json::ofArray($one, 'receipt'), $vocabulary)->manuscript($language), Brand::usual())->sources, [$document, $normal]);
            self::assertSame($sources[0], $sources[1], $language);
        }
    }

    public function test_new_blocks_are_valid_as_they_are_put_in(): void
    {
        $types = [Sample::type(), ...array_values(Sample::larkmoor()->recordTypes), self::typeWithoutMuch()];
        foreach ($types as $type) {
            $vocabulary = Vocabulary::of($type);
            foreach (Blocks::types() as $name => $class) {
                $fresh = $class::fresh($vocabulary);
                if ($fresh === null) {
                    self::assertContains($name, ['line_items', 'repeat', 'addresses', 'payment_delivery', 'note', 'others', 'passage'], $type->key);

                    continue;
                }
                $document = Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'a', 'name' => 'a', 'record_type' => $type->key, 'language' => 'en', 'envelope' => ['subject' => []], 'manuscript' => [['id' => 'x', 'type' => $name, ...self::renumbered($fresh)]]], $name);
                Schema::Template->check($document);
                self::assertSame([], Template::draft($document, $vocabulary, 'en')->faults, $name);
            }
        }
    }

    public function test_a_draft_is_read_as_far_as_it_can_be(): void
    {
        $document = Sample::document([
            ['id' => 'a', 'type' => 'text', 'text' => [['text' => 'Dear '], ['variable' => 'visit.guest.nam']]],
            ['id' => 'b', 'type' => 'button', 'label' => [], 'link' => []],
            ['id' => 'c', 'type' => 'choice', 'branches' => [['id' => 'c1', 'blocks' => [['id' => 'c2', 'type' => 'text', 'text' => 'Nobody sees this']]]], 'otherwise' => [['id' => 'c3', 'type' => 'text', 'text' => 'All see this']]],
        ], ['envelope' => ['subject' => []]]);
        $reading = Template::draft($document, Vocabulary::of(Sample::type()), 'en');
        self::assertSame(['manuscript/0/text/1: "visit.guest.nam" is not known here; did you mean "visit.guest.name"?'], array_map(static fn ($fault): string => "{$fault->place}: {$fault->reason}", $reading->faults));

        $filled = Sample::fillCompiled(Compiler::compile($reading->manuscript, Brand::usual()));
        self::assertStringContainsString('Dear {visit.guest.nam}', $filled->html, 'what is not there stands as it was written');
        self::assertStringContainsString('All see this', $filled->html);
        self::assertStringNotContainsString('Nobody sees this', $filled->html);
    }

    public function test_the_stage_differs_from_the_message_by_its_marks_alone(): void
    {
        $blocks = [
            ['id' => 'one', 'type' => 'heading', 'text' => 'One'],
            ['id' => 'two', 'type' => 'section', 'blocks' => [['id' => 'three', 'type' => 'text', 'text' => 'data-block="fake" {visit.guest.name}']]],
            ['id' => 'four', 'type' => 'columns', 'columns' => [['id' => 'l', 'blocks' => [['id' => 'five', 'type' => 'text', 'text' => 'Five']]], ['id' => 'r', 'blocks' => []]]],
            ['id' => 'six', 'type' => 'repeat', 'list' => 'visit.items', 'blocks' => [['id' => 'seven', 'type' => 'text', 'text' => '{item.name}']]],
        ];
        $manuscript = Sample::template($blocks)->manuscript('en');
        $marked = Compiler::compile($manuscript, Brand::usual(), Marks::Manuscript);
        $plain = Compiler::compile($manuscript, Brand::usual());
        $html = Sample::fillCompiled($marked)->html;

        preg_match_all('/<td data-block="([a-z]+)"/', $html, $ids);
        self::assertSame(['one', 'two', 'three', 'four', 'five', 'seven', 'seven'], $ids[1]);
        self::assertSame(Sample::fillCompiled($plain)->html, Sample::unmarked($html));
        self::assertSame(Sample::fillCompiled($plain)->text, Sample::fillCompiled($marked)->text);
    }

    public function test_a_stage_is_filled_in_pieces_that_together_are_the_message_and_change_alone(): void
    {
        $blocks = array_map(static fn (int $n): array => ['id' => "b{$n}", 'type' => 'text', 'text' => [['text' => "Block {$n} {#\r#}"], ['variable' => 'visit.guest.name', 'fallback' => "no{#\r#}body"]]], range(1, 40));
        $blocks[] = ['id' => 'in', 'type' => 'section', 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => true], 'blocks' => array_map(static fn (int $n): array => ['id' => "s{$n}", 'type' => 'text', 'text' => 'Within {visit.number}'], range(1, 20))];
        $compiled = static fn (array $blocks, ?Marks $marks): CompiledMessage => Compiler::compile(Sample::template($blocks)->manuscript('en'), Brand::usual(), $marks);
        $pieces = static fn (array $blocks): array => explode(TwigWriter::SEAM, $compiled($blocks, Marks::Manuscript)->sources['html']);

        foreach ([['paid' => true], ['paid' => false, 'guest' => []]] as $changes) {
            self::assertSame(Sample::fillCompiled($compiled($blocks, null), $changes)->html, Sample::unmarked(Sample::fillCompiled($compiled($blocks, Marks::Manuscript), $changes)->html));
        }
        self::assertStringNotContainsString(TwigWriter::SEAM, $compiled($blocks, null)->sources['html'], 'an edition is one piece');

        $before = $pieces($blocks);
        self::assertGreaterThan(5, count($before));
        $blocks[20]['text'][0]['text'] = 'Otherwise';
        self::assertCount(1, array_diff($pieces($blocks), $before), 'one word, one piece');
        array_splice($blocks, 10, 0, [['id' => 'new', 'type' => 'text', 'text' => 'New']]);
        self::assertLessThanOrEqual(3, count(array_diff($pieces($blocks), $before)), 'a new block moves no seam of others');
    }

    public function test_views_show_what_some_readers_see(): void
    {
        $html = '<td bgcolor="#FFFFFF" style="color:#182338;background-color:#ffffff">Colour #182338 <img src="https://example.org/a.png" width="10" alt="A dome"></td>';
        self::assertSame($html, View::Wide->of($html));
        self::assertSame($html, View::Phone->of($html));
        self::assertSame('<td bgcolor="#FFFFFF" style="color:#182338;background-color:#ffffff">Colour #182338 <img width="10" alt="A dome"></td>', View::NoPictures->of($html));
        // HSL: l becomes 1 - l, hue and saturation stay.
        self::assertSame('<td bgcolor="#000000" style="color:#c7d2e7;background-color:#000000">Colour #182338 <img src="https://example.org/a.png" width="10" alt="A dome"></td>', View::Inverted->of($html));
    }

    public function test_differences_are_told_block_by_block_and_word_by_word(): void
    {
        $text = static fn (string $id, string $words, array $rest = []): array => ['id' => $id, 'type' => 'text', 'text' => $words, ...$rest];
        $before = Sample::document([$text('a', 'We pack it tonight.'), $text('b', 'For {visit.guest.name}'), $text('c', 'Stays'), $text('d', 'Goes'), $text('e', 'Last')])->data;
        $after = Sample::document([$text('e', 'Last'), $text('a', 'We pack it tomorrow.'), $text('b', 'For {visit.guest.name or "guest"}'), $text('c', 'Stays', ['small' => true]), ['id' => 'f', 'type' => 'button', 'label' => 'See', 'link' => '{visit.page}']], ['envelope' => ['subject' => 'Visit {visit.number} again']])->data;

        $told = array_map(
            static fn ($change): string => "{$change->kind} {$change->label}: ".implode('', array_map(static fn (array $word): string => ['same' => '', 'added' => '+', 'removed' => '-'][$word['kind']].$word['text'].'|', $change->words)),
            Differences::between($before, $after, Vocabulary::of(Sample::type())),
        );
        self::assertSame([
            'changed Envelope, Subject: Visit |-[Number]|+[Number] again|',
            'changed Text: We pack it |-tonight.|+tomorrow.|',
            'changed Text: For |-[Name]|+[Name or “guest”]|',
            'changed Text: Stays|',
            'added Button: +See [Page]|',
            'moved Text: Last|',
            'removed Text: -Goes|',
        ], $told);
        self::assertSame([], Differences::between($after, $after, Vocabulary::of(Sample::type())));
    }

    public function test_what_is_set_otherwise_is_told_with_what_it_was_and_is(): void
    {
        $told = static fn (array $before, array $after, array $rest = []): array => array_map(
            static fn (Change $change): string => "{$change->label}: ".implode(', ', array_map(static fn (array $setting): string => implode('|', $setting), $change->settings)),
            Differences::between(Sample::document([$before])->data, Sample::document([$after], $rest)->data, Vocabulary::of(Sample::type())),
        );
        $text = ['id' => 't', 'type' => 'text', 'text' => 'On {visit.day}, gladly'];

        // Members that every block has, and its own.
        foreach (['align' => ['end', 'Align||end'], 'space' => [5, 'Space below||5'], 'shown_on' => ['phone', 'Shown on||phone'], 'phone_size' => [120, 'Size on phones||120'], 'small' => [true, 'Small||yes'], 'look' => [['text' => '#445566', 'size' => 20], 'Text||#445566, Size of text||20']] as $member => [$value, $words]) {
            self::assertSame(["Text: {$words}"], $told($text, [...$text, $member => $value]), $member);
        }
        self::assertSame(['Text: Align|end|start'], $told([...$text, 'align' => 'end'], [...$text, 'align' => 'start']));
        self::assertSame(['Text: Show|always|Number is filled'], $told($text, [...$text, 'when' => ['path' => 'visit.number', 'operator' => 'filled']]));

        $facts = static fn (string ...$labels): array => ['id' => 'f', 'type' => 'facts', 'rows' => array_map(static fn (string $label): array => ['id' => $label, 'label' => $label, 'value' => '{visit.number}'], array_values($labels))];
        self::assertSame(['Facts: '], $told($facts('A'), $facts('A', 'B')), 'a new row is seen from its words');

        // What is not seen from the words: their looks, their links, the formats of values.
        $runs = static fn (array $look): array => ['text' => [['text' => 'On '], ['variable' => 'visit.day', ...$look], ['text' => ', gladly']]] + $text;
        self::assertSame(['Text: Looks of the words||[Day] bold, as date long, leads to https://example.org'], $told($text, $runs(['bold' => true, 'format' => 'date_long', 'link' => [['text' => 'https://example.org']]])));

        // Brand and looks of the whole, and the same in other languages.
        self::assertSame(['Brand and looks: Brand|the default|night-school, Button text||#112233'], $told($text, $text, ['brand' => 'night-school', 'look' => ['button_text' => '#112233']]));
        $german = Differences::between(Sample::document([$text])->data, Sample::document([$text], ['translations' => ['de' => ['t.text' => 'Am {visit.day}, gern', 'envelope.subject' => 'Besuch']]])->data, Vocabulary::of(Sample::type()));
        self::assertSame([['added', 'Envelope, Subject, in German', 'Besuch'], ['added', 'Text, in German', 'Am [Day], gern']], array_map(static fn (Change $change): array => [$change->kind, $change->label, $change->words[0]['text']], $german));
    }

    public function test_built_in_words_become_a_template_with_its_translations(): void
    {
        foreach (Sample::larkmoor()->notices as $notice) {
            $begun = $notice->toTemplate('new', 'New', '', 'en');
            // What it has more are places for what add-ons hand in.
            self::assertSame(array_keys($notice->slots), array_column(array_filter($begun['manuscript'], static fn (array $block): bool => $block['type'] === 'slot'), 'slot'), $notice->key);
            $document = Json::ofArray([...$begun, 'manuscript' => array_values(array_filter($begun['manuscript'], static fn (array $block): bool => $block['type'] !== 'slot'))], $notice->key);
            $template = Template::ofJson($document, $notice->vocabulary);
            self::assertSame('en', $template->languages()[0]);
            self::assertSame($notice->key, $document->data['notice']);
            foreach ($template->languages() as $language) {
                $both = array_map(static fn ($manuscript): array => Compiler::compile($manuscript, Brand::plain())->sources, [$notice->builtIns->manuscript($language), $template->manuscript($language)]);
                self::assertSame($both[0], $both[1], "{$notice->key} in {$language}");
            }
        }
        self::assertSame(['en', 'de'], Template::ofJson(Json::ofArray(Sample::larkmoor()->notices['order-received']->toTemplate('n', 'N', '', 'en'), 'n'), Sample::larkmoor()->notices['order-received']->vocabulary)->languages());
    }

    public function test_whoever_draws_a_document_is_told_what_stands_around_its_objects(): void
    {
        $around = Surroundings::in(Sample::document([
            ['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'item' => 'thing', 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => true], 'blocks' => [
                ['id' => 't', 'type' => 'text', 'text' => '{thing.name}'],
                ['id' => 'n', 'type' => 'repeat', 'list' => 'visit.guests', 'blocks' => [['id' => 'g', 'type' => 'text', 'text' => '{item}']]],
            ], 'empty' => [['id' => 'e', 'type' => 'text', 'text' => 'Nothing']]],
            ['id' => 's', 'type' => 'section', 'ground' => 'page', 'blocks' => [['id' => 'b', 'type' => 'button', 'label' => 'See', 'link' => 'https://example.org'], ['id' => 'c', 'type' => 'text', 'text' => 'x']]],
        ])->data, Vocabulary::of(Sample::type()));

        self::assertSame(['thing' => 'visit.items'], $around->scopes['t text']);
        self::assertSame(['thing' => 'visit.items', 'item' => 'visit.guests'], $around->scopes['g text']);
        self::assertArrayHasKey('r blocks', $around->scopes);
        foreach (['r when', 'r list', 'r empty', 'e text', 'c text'] as $outside) {
            self::assertArrayNotHasKey($outside, $around->scopes, 'what stands for an empty list, and what the repeat itself asks, stands outside of it');
        }
        self::assertSame(['page', 'button', 'paper'], [$around->grounds['c'], $around->grounds['b'], $around->grounds['t']]);
        self::assertSame(['r' => 'Paid is yes'], $around->sentences);
    }

    public function test_a_repeat_within_another_whose_items_are_called_the_same_comes_to_an_end(): void
    {
        $type = RecordType::ofJson(Json::ofArray(['key' => 'order', 'name' => 'Order', 'identity' => 'number', 'fields' => [
            ['key' => 'number', 'type' => 'text'],
            ['key' => 'items', 'type' => 'list', 'fields' => [['key' => 'parts', 'type' => 'list', 'fields' => [['key' => 'name', 'type' => 'text']]]]],
        ]], 'order'));
        $document = Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'x', 'name' => 'X', 'record_type' => 'order', 'language' => 'en', 'envelope' => ['subject' => [['text' => 'x']]], 'manuscript' => [
            ['id' => 'r', 'type' => 'repeat', 'list' => 'order.items', 'blocks' => [['id' => 'n', 'type' => 'repeat', 'list' => 'item.parts', 'blocks' => [['id' => 't', 'type' => 'text', 'text' => [['variable' => 'item.name']]]]]]],
        ]], 'x');
        $record = RecordReader::read($type, ['number' => '1', 'items' => [['parts' => [['name' => 'a'], ['name' => null]]], ['parts' => [['name' => null]]]]], 'order');

        self::assertSame(['item' => 'order.items.*.parts'], Surroundings::in($document->data, Vocabulary::of($type))->scopes['t text']);
        self::assertSame(['“Name” is empty in 2 of 3 items, and nothing is said instead.'], array_map(static fn (Finding $finding): string => $finding->words, Checks::of(Examination::of($document, $type, null, Fullness::in([['order' => $record]]), Brand::usual()))));
    }

    public function test_copies_go_to_several_and_no_value_brings_in_another(): void
    {
        $envelope = ['subject' => 'x', 'cc' => 'desk@example.org, {visit.guest.name}, {visit.guest.email}', 'bcc' => '{visit.meta.other}'];
        $filled = Sample::fill([], ['guest' => ['name' => 'a@example.org, b@example.org', 'email' => 'aoife@example.org']], ['envelope' => $envelope]);
        self::assertSame('desk@example.org, a@example.org b@example.org, aoife@example.org', $filled->cc);
        self::assertSame('', $filled->bcc);
    }

    public function test_a_walk_names_what_may_be_named_where(): void
    {
        $document = NormalForm::of(Sample::document([
            ['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'item' => 'thing', 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => true], 'blocks' => [['id' => 't', 'type' => 'text', 'text' => '{thing.name}']], 'empty' => [['id' => 'n', 'type' => 'text', 'text' => 'None']]],
        ])->data);
        $pieces = array_column(array_map(static fn ($piece): array => ["{$piece->id}.{$piece->part}", $piece], iterator_to_array(Walk::through($document, Vocabulary::of(Sample::type())), false)), 1, 0);

        self::assertSame('manuscript/0/blocks/0/text', $pieces['t.text']->place);
        self::assertSame(['thing' => 'visit.items'], $pieces['t.text']->items);
        self::assertSame([], $pieces['n.text']->items, 'what stands for an empty list knows no item');
        self::assertSame('Paid is yes', $pieces['t.text']->guards[0]->sentence());
    }

    private static function typeWithoutMuch(): RecordType
    {
        return RecordType::ofJson(Json::ofArray(['key' => 'bare', 'name' => 'Bare', 'identity' => 'number', 'summary' => ['number'], 'fields' => [['key' => 'number', 'type' => 'text']]], 'bare'));
    }

    /**
     * @param  array<array-key, mixed>  $fresh
     * @return array<array-key, mixed> with ids of their own, as the composer gives them
     */
    private static function renumbered(array $fresh): array
    {
        static $number = 0;
        foreach ($fresh as $name => $member) {
            $fresh[$name] = $name === 'id' ? 'n'.$number++ : (is_array($member) ? self::renumbered($member) : $member);
        }

        return $fresh;
    }
}
