<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Renamed;
use Herald\Manuscript\Template;
use Herald\Record\DataSheet;
use Herald\Record\Path;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Renaming;
use Herald\Record\Source;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Value\Locality;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class RecordTest extends TestCase
{
    public function test_every_declared_field_is_there_after_reading(): void
    {
        $data = RecordReader::read(Sample::type(), ['number' => 'V-2'], 'record');

        self::assertSame(array_keys(Sample::type()->fields), array_keys($data));
        self::assertSame(['name' => null, 'email' => null, 'language' => null, 'country' => null], $data['guest']);
        self::assertSame([], $data['items']);
        self::assertNull($data['total']);
    }

    public function test_values_come_into_their_normal_form(): void
    {
        $data = Sample::record(['starts_at' => '2026-11-21T20:30:00+01:00', 'share' => 0.1, 'guest' => ['name' => ''], 'surplus' => ['kept' => true]]);

        self::assertSame('2026-11-21T19:30:00Z', $data['starts_at']);
        self::assertSame('0.1', $data['share']);
        self::assertNull($data['guest']['name'], 'an empty text is no value');
        self::assertSame(['kept' => true], $data['surplus'], 'what is not declared is kept');
        self::assertSame($data, RecordReader::read(Sample::type(), $data, 'again'), 'reading twice changes nothing');
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string}>
     */
    public static function mistakes(): iterable
    {
        yield 'no identity' => [['number' => ''], 'number: must not be empty: it tells one record from another'];
        yield 'text for a number' => [['size' => '3'], 'size: must be a whole number, not this text'];
        yield 'float money' => [['total' => 12.5], 'total: must be an amount with its currency, such as {"amount": "12.50", "currency": "EUR"}, not this number'];
        yield 'currency' => [['total' => ['amount' => '1', 'currency' => 'euro']], 'total: must name its currency by three capital letters (ISO 4217)'];
        yield 'more digits than can be shown exactly' => [['total' => ['amount' => '1234567890123456.78', 'currency' => 'EUR']], 'total: has more than 15 digits'];
        yield 'a day that is none' => [['day' => '2026-02-30'], 'day: must be a day such as 2026-11-21, not this text'];
        yield 'a moment without offset' => [['starts_at' => '2026-11-21 19:30'], 'starts_at: must be a moment such as 2026-11-21T09:30:00Z, in the years 0001 to 9999, not this text'];
        yield 'unknown option' => [['status' => 'closed'], 'status: must be one of open, done, not this text'];
        yield 'line end in an address' => [['guest' => ['email' => "a@example.org\r\nBcc: b@example.org"]], 'guest/email: must be an e-mail address, not this text'];
        yield 'in a list' => [['items' => [['name' => 'ok'], ['name' => 7]]], 'items/1/name: must be a text, not this number'];
        yield 'zone' => [['zone' => 'Europe/Atlantis'], 'zone: must be a time zone such as Europe/Dublin, not this text'];
    }

    /**
     * @param  array<string, mixed>  $changes
     */
    #[DataProvider('mistakes')]
    public function test_a_mistake_is_named_with_record_and_field(array $changes, string $words): void
    {
        try {
            Sample::record($changes);
            self::fail('It was read.');
        } catch (InvalidDocument $e) {
            self::assertStringContainsString($words, $e->getMessage());
            self::assertStringStartsWith('sample', $e->getMessage());
        }
    }

    public function test_all_mistakes_are_told_at_once(): void
    {
        try {
            Sample::record(['size' => 'x', 'day' => 'y', 'paid' => 'z']);
            self::fail('It was read.');
        } catch (InvalidDocument $e) {
            self::assertSame(['size', 'day', 'paid'], array_column($e->faults, 'place'));
        }
    }

    public function test_a_vocabulary_knows_what_is_declared_and_the_nearest_to_what_is_not(): void
    {
        $vocabulary = Vocabulary::of(Sample::type());

        self::assertSame('email', $vocabulary->field(Path::of('visit.guest.email'))->key);
        self::assertSame('Table', ucfirst($vocabulary->field(Path::of('visit.meta.table'))->key));
        self::assertTrue($vocabulary->isOpen(Path::of('visit.meta.table')));
        self::assertFalse($vocabulary->isOpen(Path::of('visit.guest.email')));
        self::assertSame('name', $vocabulary->with('item', $vocabulary->field(Path::of('visit.items')))->field(Path::of('item.name'))->key);
        $this->expectExceptionObject(new UnknownPath('visit.guest.emial', 'visit.guest.email'));
        $vocabulary->field(Path::of('visit.guest.emial'));
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string}>
     */
    public static function badTypes(): iterable
    {
        $field = ['key' => 'number', 'type' => 'text'];
        yield 'a key that templates need for themselves' => [['key' => 'not', 'fields' => [$field]], 'the word is taken'];
        yield 'a root of our own' => [['key' => 'source', 'fields' => [$field]], 'the word is taken'];
        yield 'an identity that is no field' => [['identity' => 'id', 'fields' => [$field]], '"id" is not a text or whole number among the fields'];
        yield 'a field twice' => [['fields' => [$field, $field]], '"number" is declared twice'];
        yield 'an unknown type' => [['fields' => [['key' => 'number', 'type' => 'string']]], 'fields/0/type: "string" is not one of "text"'];
        yield 'an option without options' => [['fields' => [$field, ['key' => 'status', 'type' => 'option']]], 'fields/1: lacks "options"'];
        yield 'a zone that is none' => [['fields' => [$field, ['key' => 'at', 'type' => 'datetime', 'zone' => 'number']]], 'must be a field of type zone beside it'];
        yield 'a summary that leads nowhere' => [['fields' => [$field], 'summary' => ['numbre']], 'summary/0: "visit.numbre" is not known here'];
    }

    /**
     * @param  array<string, mixed>  $changes
     */
    #[DataProvider('badTypes')]
    public function test_a_record_type_that_cannot_work_is_refused(array $changes, string $words): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage($words);
        RecordType::ofJson(Json::ofArray(array_replace(['key' => 'visit', 'name' => 'Visit', 'identity' => 'number', 'fields' => []], $changes), 'type'));
    }

    public function test_a_data_sheet_shows_values_in_words(): void
    {
        $lines = (new DataSheet(new Locality('en-IE', 'UTC')))->lines(Sample::type()->fields, Sample::record(['guest' => ['name' => "A\u{202E}b"]]), 'visit');
        $values = array_column($lines, 'value', 'path');

        self::assertSame('€1,234.50', $values['visit.total']);
        self::assertSame('Open', $values['visit.status']);
        self::assertSame('21 November 2026 at 19:30', $values['visit.starts_at']);
        self::assertSame('2', $values['visit.items']);
        self::assertSame('Red torch', $values['visit.items/2.name']);
        self::assertSame('2: Red torch', array_column($lines, 'label', 'path')['visit.items/2'], 'an item is called by its name');
        self::assertSame('Bram', $values['visit.guests/1']);
        self::assertSame('7', $values['visit.meta.table']);
        self::assertSame('Ab', $values['visit.guest.name'], 'marks that turn text round are left out');
        self::assertNull($values['visit.guest.email']);
    }

    public function test_a_field_that_is_called_otherwise_now_is_still_understood(): void
    {
        $field = static fn (string $key, string $type, array $more = []): array => ['key' => $key, 'type' => $type, ...$more];
        $type = RecordType::ofJson(Json::ofArray(['key' => 'visit', 'name' => 'Visit', 'identity' => 'number', 'fields' => [
            $field('number', 'text'), $field('party_size', 'integer', ['was' => ['size', 'guests']]), $field('visitor', 'object', ['was' => ['guest'], 'fields' => [$field('first_name', 'text', ['was' => ['name']])]]),
            $field('lines', 'list', ['was' => ['items'], 'fields' => [$field('title', 'text', ['was' => ['name']]), $field('price', 'money')]]),
            $field('dear', 'integer', ['computed' => ['kind' => 'count', 'list' => 'visit.items', 'where' => ['path' => 'one.name', 'operator' => 'filled']]]),
        ]], 'visit'));
        $read = RecordReader::read($type, ['number' => 'V-1', 'size' => 3, 'guest' => ['name' => 'Aoife'], 'items' => [['name' => 'Chart']]], 'visit');
        self::assertSame(['number' => 'V-1', 'party_size' => 3, 'visitor' => ['first_name' => 'Aoife'], 'lines' => [['title' => 'Chart', 'price' => null]], 'dear' => 1], $read);
        self::assertSame(5, RecordReader::read($type, ['number' => 'V-1', 'size' => 3, 'party_size' => 5], 'visit')['party_size'], 'the key of today goes first');
        self::assertSame(['party_size' => 4], RecordReader::given(['party_size' => $type->fields['party_size']], ['guests' => 4, 'others' => 1], 'given'), 'also of what is given with an event');

        $document = Sample::document([
            ['id' => 't', 'type' => 'text', 'text' => '{visit.guest.name} and {visit.size|words_by_number(one: "one", other: "# in all")}', 'when' => ['all' => [['path' => 'visit.size', 'operator' => 'more', 'value' => 1], ['list' => 'visit.items', 'quantifier' => 'any', 'where' => ['path' => 'one.name', 'operator' => 'filled']]]]],
            ['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'sorted_by' => 'name', 'blocks' => [['id' => 'i', 'type' => 'text', 'text' => [['text' => 'See '], ['variable' => 'item.name', 'link' => 'https://example.org/{item.name}']]]]],
        ], ['translations' => ['de' => ['i.text' => 'Siehe {item.name}']]]);
        $vocabulary = Vocabulary::of($type);
        $message = Compiler::compile(Template::ofJson($document, $vocabulary)->manuscript('en'), Brand::usual());
        $text = Renderer::inMemory()->fill($message, MessageData::of($type, $read, Source::standIn(), null, new \DateTimeImmutable('2026-11-22T08:00:00Z')))->text;
        self::assertStringContainsString('Aoife and 3 in all', $text);
        self::assertStringContainsString('See Chart (https://example.org/Chart)', $text);

        $today = Renamed::in(NormalForm::of($document->data), $vocabulary);
        foreach (['visit.guest', 'visit.size', 'visit.items', 'item.name', 'one.name'] as $former) {
            self::assertStringNotContainsString("\"{$former}", json_encode($today, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES), $former);
        }
        self::assertSame('title', $today['manuscript'][1]['sorted_by']);
        self::assertSame('item.title', $today['translations']['de']['i.text'][1]['variable']);
        Template::ofJson(Json::ofArray($today, 'today'), $vocabulary);

        self::assertSame([
            'cue' => ['after' => 'visit.visitor.first_name', 'if' => ['list' => 'visit.lines', 'quantifier' => 'any', 'where' => ['path' => 'one.title', 'operator' => 'is', 'value' => 'visit.size']]],
            'recipient' => ['each' => 'visit.lines', 'as' => 'line', 'path' => 'line.title', 'name' => 'Line {line.title} of {visit.visitor.first_name|upper}, visit.size, {', 'where' => ['path' => 'line.title', 'operator' => 'one_of', 'value' => ['visit.size', ['path' => 'visit.visitor.first_name']]]],
            'required' => ['variables' => ['visit.party_size', 'visit.nobody', 'no path']],
            'computed' => ['kind' => 'count', 'list' => 'visit.lines', 'of' => 'title'],
        ], Renaming::in([
            'cue' => ['after' => 'visit.guest.name', 'if' => ['list' => 'visit.items', 'quantifier' => 'any', 'where' => ['path' => 'one.name', 'operator' => 'is', 'value' => 'visit.size']]],
            'recipient' => ['each' => 'visit.items', 'as' => 'line', 'path' => 'line.name', 'name' => 'Line {line.name} of {visit.guest.name|upper}, visit.size, {', 'where' => ['path' => 'line.name', 'operator' => 'one_of', 'value' => ['visit.size', ['path' => 'visit.guest.name']]]],
            'required' => ['variables' => ['visit.guests', 'visit.nobody', 'no path']],
            'computed' => ['kind' => 'count', 'list' => 'visit.items', 'of' => 'name'],
        ], $vocabulary));

        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage('fields/1/was: "number" is the key of another field now');
        RecordType::ofJson(Json::ofArray(['key' => 'visit', 'name' => 'Visit', 'identity' => 'number', 'fields' => [$field('number', 'text'), $field('no', 'text', ['was' => ['number']])]], 'visit'));
    }
}
