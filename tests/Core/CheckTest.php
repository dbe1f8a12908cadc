<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Cast\CastMember;
use Herald\Cast\FirstCast;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Check\Mend;
use Herald\Document\Json;
use Herald\Notice\Notice;
use Herald\Record\Fullness;
use Herald\Record\RecordReader;
use Herald\Source\Manifest;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Findings say what is wrong, where, how grave, and how to mend it; the first cast shows what is awkward. */
final class CheckTest extends TestCase
{
    private const GOOD = ['id' => 'b', 'type' => 'text', 'text' => 'Hello'];

    /**
     * @return iterable<string, array{list<array<string, mixed>>, array<string, mixed>, list<string>}>
     */
    public static function templates(): iterable
    {
        yield 'nothing wrong' => [[self::GOOD], [], []];
        yield 'no subject' => [[self::GOOD], ['envelope' => ['subject' => '  ']], ['grave envelope.subject: There is no subject.']];
        yield 'unknown path' => [[['id' => 'b', 'type' => 'text', 'text' => '{visit.guest.nam or "x"}']], [], ['grave b.text: "visit.guest.nam" is not known here; did you mean "visit.guest.name"? [Use visit.guest.name]']];
        yield 'unknown path in a translation' => [[self::GOOD], ['translations' => ['de' => ['envelope.subject' => 'Besuch', 'b.text' => '{visit.nummer}']]], ['grave b.text: In de: "visit.nummer" is not known here; did you mean "visit.number"?']];
        yield 'a language with words missing' => [[['id' => 'b', 'type' => 'text', 'text' => 'Hello'], ['id' => 'n', 'type' => 'text', 'text' => '{visit.number}: 7 × {visit.number}']], ['translations' => ['de' => ['envelope.subject' => 'Besuch']]], ['advisory b.text: A text has no words in German: until they are there, who reads German gets the whole message in another language.']];
        yield 'a translation of nothing' => [[self::GOOD], ['translations' => ['de' => ['envelope.subject' => 'Besuch', 'b.text' => 'Hallo', 'gone.text' => 'x']]], ['grave .: Translations/de/gone.text: translates nothing: the manuscript has no such string.']];
        yield 'empty in some records' => [[['id' => 'b', 'type' => 'text', 'text' => '{visit.guest.name}']], [], ['advisory b.text: “Name” is empty in 1 of 2 records, and nothing is said instead. [Show it only when “Name” is filled]']];
        yield 'never empty so far' => [[['id' => 'b', 'type' => 'text', 'text' => '{visit.size}']], [], ['remark b.text: “Party size” may be empty, though it is not in any record at hand; nothing is said instead. [Show it only when “Party size” is filled]']];
        yield 'required, or with a fallback, or guarded' => [[
            ['id' => 'a', 'type' => 'text', 'text' => '{visit.number} {visit.guest.name or "guest"} {source.legal} {now}'],
            ['id' => 'c', 'type' => 'text', 'text' => '{visit.guest.name}', 'when' => ['all' => [['path' => 'visit.paid', 'operator' => 'is', 'value' => true], ['path' => 'visit.guest.name', 'operator' => 'filled']]]],
        ], [], []];
        yield 'empty in some items' => [[['id' => 'b', 'type' => 'line_items', 'list' => 'visit.items', 'columns' => [['id' => 'c', 'value' => '{item.picture}']]]], [], ['advisory c.value: “Picture” is empty in 3 of 3 items, and nothing is said instead.']];
        yield 'no link' => [[['id' => 'b', 'type' => 'button', 'label' => 'See', 'link' => []]], [], ['grave b.link: The button leads nowhere.']];
        yield 'a placeholder for a link' => [[['id' => 'b', 'type' => 'button', 'label' => 'See', 'link' => '#']], [], ['grave b.link: The button leads nowhere. Only http, https, mailto and tel are followed.']];
        yield 'words that lead nowhere' => [[['id' => 'b', 'type' => 'text', 'text' => [['text' => 'here', 'link' => 'javascript:alert(1)']]]], [], ['grave b.text: “here” is a link that leads nowhere.']];
        yield 'an address without its beginning' => [[
            ['id' => 'b', 'type' => 'button', 'label' => 'See', 'link' => 'www.example.org/foo'], ['id' => 'c', 'type' => 'text', 'text' => [['text' => 'here', 'link' => 'example.org?x=1']]],
        ], [], ['grave b.link: The button leads nowhere. Its address lacks how it begins. [Make it https://www.example.org/foo]', 'grave c.text: “here” is a link that leads nowhere. [Make it https://example.org?x=1]']];
        yield 'a subject that nobody sees the end of' => [[self::GOOD], ['envelope' => ['subject' => str_repeat('long ', 200)]], ['advisory envelope.subject: The subject has 1,000 letters: lists of messages show the first 40 to 80 of them.']];
        yield 'a button without words' => [[['id' => 'b', 'type' => 'button', 'label' => [], 'link' => 'https://example.org']], [], ['grave b.label: The button says nothing.']];
        yield 'a picture without anything' => [[['id' => 'b', 'type' => 'picture', 'source' => [], 'alternative' => []]], [], ['grave b.source: The picture has no address.', 'advisory b.alternative: The picture has no alternative text: who does not see it is told nothing.', 'remark b.link: The picture leads nowhere when one presses it.']];
        yield 'words straight on a picture' => [[['id' => 'b', 'type' => 'banner', 'picture' => 'https://example.org/a.png', 'words_on' => 'picture', 'blocks' => [['id' => 'c', 'type' => 'text', 'text' => 'x']]]], [], ['advisory b.words_on: Its words stand straight on the picture: whether they can be read rests on the picture, and some programs darken words but no pictures. [Put them on a plate]']];
        yield 'a banner and a video without pictures, a link of a menu that leads nowhere' => [[
            ['id' => 'a', 'type' => 'banner', 'picture' => [], 'blocks' => [['id' => 'c', 'type' => 'text', 'text' => 'x']]], ['id' => 'b', 'type' => 'video', 'source' => [], 'alternative' => [], 'label' => 'x', 'link' => 'https://example.org'], ['id' => 'm', 'type' => 'menu', 'links' => [['id' => 'l', 'label' => 'x', 'link' => []]]],
        ], [], ['grave a.picture: The picture has no address.', 'grave b.source: The picture has no address.', 'advisory b.alternative: The picture has no alternative text: who does not see it is told nothing.', 'grave l.link: The menu of links leads nowhere.']];
        yield 'an empty point' => [[['id' => 'o', 'type' => 'points', 'points' => [['id' => 'a', 'text' => 'One'], ['id' => 'b', 'text' => []]]]], [], ['advisory b.text: This point is empty.']];
        yield 'an empty text' => [[['id' => 'b', 'type' => 'text', 'text' => []]], [], ['advisory b.text: This text is empty.']];
        yield 'a condition that is still written' => [[['id' => 'b', 'type' => 'text', 'text' => 'x', 'when' => ['any' => [['path' => 'visit.paid', 'operator' => 'is', 'value' => true], ['path' => 'visit.size', 'operator' => 'more']]]]], [], ['grave b.when: The condition is not finished: “Party size is more than …” needs a value.']];
        yield 'a condition that is begun' => [[['id' => 'b', 'type' => 'text', 'text' => 'x', 'when' => ['path' => '', 'operator' => 'is']]], [], ['grave b.when: The condition is not finished: no field is chosen.']];
        yield 'a branch without condition' => [[['id' => 'b', 'type' => 'choice', 'branches' => [['id' => 'c', 'blocks' => [['id' => 'd', 'type' => 'text', 'text' => 'x']]]]]], [], ['grave c.when: This branch has no condition yet: nobody would see it.']];
        yield 'words that cannot be read' => [[['id' => 'b', 'type' => 'text', 'text' => [['text' => 'a '], ['text' => 'b', 'colour' => 'accent', 'bold' => true]]]], [], ['advisory b.text: Words in the colour “accent” stand out from “paper” by 1.0:1 only; 4.5:1 is needed to read them. [In the usual colour]']];
        yield 'the same words on another ground' => [[['id' => 'b', 'type' => 'button', 'label' => [['text' => 'a', 'colour' => 'heading']], 'link' => 'https://example.org'], ['id' => 's', 'type' => 'section', 'ground' => 'page', 'blocks' => [['id' => 'c', 'type' => 'text', 'text' => [['text' => 'b', 'colour' => 'text']]], ['id' => 'd', 'type' => 'text', 'text' => [['text' => 'c', 'colour' => 'button']]]]]], [], ['advisory d.text: Words in the colour “button” stand out from “page” by 2.5:1 only; 4.5:1 is needed to read them. [In the usual colour]']];
        yield 'a code that is mistyped' => [[['id' => 'b', 'type' => 'text', 'text' => [['text' => 'No. {visit.nubmer}']]]], [], ['advisory b.text: “visit.nubmer” in brackets is text here, and goes out as it stands. [Use visit.number]']];
        yield 'a code that would go out as code' => [[['id' => 'b', 'type' => 'text', 'text' => [['text' => 'No. {{ visit.number }}', 'bold' => true]]]], [], ['advisory b.text: “visit.number” in brackets is text here, and goes out as it stands. [Make it the variable]']];
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $rest
     * @param  list<string>  $expected
     */
    #[DataProvider('templates')]
    public function test_what_is_wrong_is_found(array $blocks, array $rest, array $expected): void
    {
        $records = [['visit' => Sample::record()], ['visit' => Sample::record(['guest' => ['name' => null, 'email' => 'x@example.org'], 'items' => [['name' => 'Mug']]])]];
        $findings = Checks::of(Examination::of(Sample::document($blocks, $rest), Sample::type(), null, Fullness::in($records), Brand::usual()));

        self::assertSame($expected, array_map(static fn (Finding $finding): string => "{$finding->weight->value} {$finding->id}.{$finding->part}: {$finding->words}".implode('', array_map(static fn (Mend $mend): string => " [{$mend->label}]", $finding->mends)), $findings));
    }

    public function test_every_mend_does_away_with_its_finding(): void
    {
        $fullness = Fullness::in([['visit' => Sample::record(['guest' => ['name' => null]])]]);
        $find = static fn (Json $document): array => Checks::of(Examination::of($document, Sample::type(), null, $fullness, Brand::usual()));
        $mended = 0;
        foreach (self::templates() as $name => [$blocks, $rest]) {
            foreach ($find(Sample::document($blocks, $rest)) as $finding) {
                foreach ($finding->mends[0]->set ?? [] as ['id' => $id, 'part' => $part, 'value' => $value]) {
                    $after = self::with($blocks, $id, $part, $value);
                    $left = array_map(static fn (Finding $one): string => $one->words, $find(Sample::document($after, $rest)));
                    self::assertNotContains($finding->words, $left, $name);
                    $mended++;
                }
            }
        }
        self::assertGreaterThanOrEqual(4, $mended);
    }

    public function test_what_a_notice_needs_is_found_missing_and_put_in(): void
    {
        $notice = Sample::larkmoor()->notices['order-received'];
        $document = $notice->toTemplate('k', 'N', '', 'en');
        self::assertSame([], self::about($notice, $document), 'the built-in words have all that is needed');

        $without = ['manuscript' => [['id' => 'a', 'type' => 'text', 'text' => 'Thank you']], 'envelope' => ['subject' => 'Thank you']] + $document;
        unset($without['translations']);
        $found = self::about($notice, $without);
        self::assertSame(['“Order received” needs a link to “Order page”, and there is none.', '“Order received” must name “Number”, and does not.', '“Parcel tracking” hands in content for “Before the items”, and there is no place for it: it would be left out.', 'The built-in message exists in German, this template does not: these readers get it in English. When you publish, you can keep the built-in message for them.'], array_column($found, 'words'));
        foreach (array_slice($found, 0, 3) as $finding) {
            $without['manuscript'][] = ['id' => 'm'.count($without['manuscript'])] + $finding->mends[0]->append;
        }
        self::assertSame([$found[3]->words], array_column(self::about($notice, $without), 'words'));

        $sometimes = ['manuscript' => [['id' => 'a', 'type' => 'button', 'label' => '{order.number}', 'link' => '{order.page}', 'when' => ['path' => 'order.gift', 'operator' => 'is', 'value' => true]], ['id' => 's', 'type' => 'slot', 'slot' => 'before-items']]] + $without;
        self::assertSame(['“Order page” must be in every “Order received”, and here it stands under a condition only.', '“Number” must be in every “Order received”, and here it stands under a condition only.'], array_slice(array_column(self::about($notice, $sometimes), 'words'), 0, 2));
    }

    public function test_the_first_cast_shows_what_is_awkward(): void
    {
        $type = Sample::larkmoor()->recordTypes['order'];
        $records = [];
        foreach ((new \Database\Demo\LarkmoorRecords(new \DateTimeImmutable('2026-11-23T12:00:00Z'), 'http://127.0.0.1'))->orders() as $line) {
            $data = RecordReader::read($type, $line['data'], 'order');
            $records[$data['number']] = $data;
        }
        $cast = FirstCast::of($type, $records);
        $shows = implode(' | ', array_map(static fn (CastMember $member): string => implode(', ', $member->shows), $cast));

        self::assertLessThanOrEqual(9, count($cast));
        self::assertSame(['typical'], $cast[0]->shows);
        self::assertCount(count($cast), array_unique(array_column($cast, 'key')));
        foreach (['40 items', 'one of items', 'longest last name, 61 letters', 'right to left', 'in KWD', 'in JPY', 'no e-mail address', 'no delivery address', 'German'] as $awkward) {
            self::assertStringContainsString($awkward, $shows);
        }
        self::assertSame([], FirstCast::of($type, []));
        self::assertSame(['typical'], FirstCast::of($type, array_slice($records, 0, 1))[0]->shows);
        self::assertSame($cast[0]->key, FirstCast::of($type, $records)[0]->key, 'always the same');
    }

    /**
     * @param  array<array-key, mixed>  $node
     * @return array<array-key, mixed> the same with one member of the object of that id set, wherever it lies
     */
    private static function with(array $node, string $id, string $part, mixed $value): array
    {
        $node = array_map(static fn (mixed $child): mixed => is_array($child) ? self::with($child, $id, $part, $value) : $child, $node);

        return ($node['id'] ?? null) === $id ? [$part => $value] + $node : $node;
    }

    /**
     * @param  array<string, mixed>  $document
     * @return list<Finding> about the whole
     */
    private static function about(Notice $notice, array $document): array
    {
        $findings = Checks::of(Examination::of(Json::ofArray($document, 'k'), self::larkmoor()->recordTypes['order'], $notice, Fullness::in([]), Brand::usual()));

        return array_values(array_filter($findings, static fn (Finding $finding): bool => $finding->block === null));
    }

    public function test_a_colour_of_its_own_that_cannot_be_read_is_found_with_the_nearest_that_can(): void
    {
        $find = static fn (array $blocks, array $rest = []): array => array_values(array_filter(
            Checks::of(Examination::of(Sample::document($blocks, $rest), Sample::type(), null, Fullness::in([]), Brand::usual())),
            static fn (Finding $finding): bool => str_contains($finding->words, 'stands out by'),
        ));
        $text = ['id' => 't', 'type' => 'text', 'text' => 'x'];
        self::assertSame([], $find([$text + ['look' => ['text' => '#333333']]], ['look' => ['heading' => '#222222']]));

        [$finding] = $find([$text + ['look' => ['text' => '#AAAAAA']]]);
        self::assertSame(['t', 'Text on paper stands out by 2.3:1 here; 4.5:1 is needed to read it.'], [$finding->block, $finding->words]);
        self::assertSame([], $find([$text + ['look' => $finding->mends[0]->set[0]['value']]]));
        // A ground under words that could be read before.
        self::assertStringStartsWith('Text on accent', $find([['id' => 's', 'type' => 'section', 'look' => ['accent' => '#445566'], 'blocks' => [$text]]])[0]->words);
        [$whole] = $find([$text], ['look' => ['button' => '#222222']]);
        self::assertSame([null, null, 'look'], [$whole->block, $whole->mends[0]->set[0]['id'], $whole->mends[0]->set[0]['part']]);
        self::assertSame([], $find([$text], ['look' => $whole->mends[0]->set[0]['value']]));
    }

    private static function larkmoor(): Manifest
    {
        return Sample::larkmoor();
    }
}
