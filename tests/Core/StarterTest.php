<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Document\Json;
use Herald\Document\Schema;
use Herald\Manuscript\Template;
use Herald\Notice\Notice;
use Herald\Record\Fullness;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Starter\Starter;
use PHPUnit\Framework\TestCase;

/** Whatever a message is about, each starter makes one of it that could go out as it is. */
final class StarterTest extends TestCase
{
    public function test_there_are_ten_light_and_dark(): void
    {
        self::assertCount(10, Starter::all());
        self::assertCount(3, array_filter(Starter::all(), static fn (Starter $starter): bool => $starter->dark));
        self::assertCount(10, array_unique(array_map(static fn (Starter $starter): string => $starter->name, Starter::all())));
    }

    public function test_each_makes_a_message_of_every_notice_without_a_grave_finding(): void
    {
        $larkmoor = Sample::larkmoor();
        foreach ($larkmoor->notices as $notice) {
            foreach (Starter::all() as $starter) {
                $this->examine($starter, $larkmoor->recordTypes[$notice->recordType], $notice, $larkmoor->recordTypes);
            }
        }
    }

    public function test_what_a_record_does_not_have_is_left_out(): void
    {
        $bare = RecordType::ofJson(Json::ofArray(['key' => 'thing', 'name' => 'Thing', 'identity' => 'number', 'summary' => ['number'], 'fields' => [['key' => 'number', 'type' => 'integer', 'required' => true]]], 'thing'));
        foreach (Starter::all() as $starter) {
            $this->examine($starter, $bare, null, []);
            $this->examine($starter, Sample::type(), null, ['visit' => Sample::type()]);
        }
        $receipt = Starter::all()['receipt'];
        $of = static fn (RecordType $type): array => array_column($receipt->message(Vocabulary::of($type), null, Brand::usual(), 'https://example.org/')['manuscript'], 'type');
        self::assertSame(['heading', 'text', 'text'], $of($bare));
        self::assertContains('line_items', $of(Sample::type()));
        self::assertSame([['text' => 'Dear '], ['text' => 'guest'], ['text' => ',']], Starter::all()['letter']->message(Vocabulary::of($bare), null, Brand::usual(), '')['manuscript'][0]['text']);
    }

    public function test_a_dark_one_wears_the_dark_colours_of_whatever_brand(): void
    {
        $vocabulary = Vocabulary::of(Sample::type());
        $look = Starter::all()['letter-by-night']->message($vocabulary, null, Brand::usual(), '')['look'] ?? [];

        self::assertSame(Brand::usual()->dark(Brand::usual()->colours)->of(\Herald\Style\ColourRole::Paper)->hex(), $look['paper']);
        self::assertArrayNotHasKey('look', Starter::all()['letter']->message($vocabulary, null, Brand::usual(), ''));
    }

    /**
     * @param  array<string, RecordType>  $kinds
     */
    private function examine(Starter $starter, RecordType $type, ?Notice $notice, array $kinds): void
    {
        $vocabulary = $notice->vocabulary ?? Vocabulary::of($type, kinds: $kinds);
        $document = Json::ofArray(['format' => 'velvet-herald/template', 'version' => 1, 'key' => 'k', 'name' => 'N', 'record_type' => $type->key, 'language' => 'en', ...$starter->message($vocabulary, $notice, Brand::usual(), 'https://example.org/starters/')], $starter->key);
        $called = "{$starter->key} of ".($notice->key ?? $type->key);
        Schema::Template->check($document);
        self::assertNotSame([], $document->data['manuscript'], $called);
        self::assertStringNotContainsString('role.', $document->text(), $called);
        self::assertStringNotContainsString('starters:', $document->text(), $called);
        $findings = Checks::of(Examination::of($document, $type, $notice, Fullness::in([]), Brand::usual(), $kinds));
        self::assertSame([], array_map(static fn (Finding $finding): string => $finding->words, Finding::grave($findings)), $called);
        Compiler::compile(Template::ofJson($document, $vocabulary)->manuscript('en'), Brand::usual());
    }
}
