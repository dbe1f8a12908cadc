<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Document\Json;
use Herald\Manuscript\Template;
use Herald\Record\Recipient;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Source;
use Herald\Record\Vocabulary;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;
use Herald\Render\FilledMessage;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Source\Manifest;

/** Small documents to test with. */
final class Sample
{
    /** A record type with a field of every type. */
    public static function type(): RecordType
    {
        /** @var RecordType|null $type */
        static $type = null;

        return $type ??= RecordType::ofJson(Json::ofArray([
            'key' => 'visit', 'name' => ['en' => 'Visit', 'de' => 'Besuch'], 'identity' => 'number', 'summary' => ['number', 'guest.name'],
            'fields' => [
                ['key' => 'number', 'type' => 'text', 'required' => true],
                ['key' => 'size', 'label' => 'Party size', 'type' => 'integer'],
                ['key' => 'share', 'type' => 'decimal'],
                ['key' => 'total', 'type' => 'money'],
                ['key' => 'day', 'type' => 'date'],
                ['key' => 'starts_at', 'label' => 'Start', 'type' => 'datetime', 'zone' => 'zone'],
                ['key' => 'zone', 'type' => 'zone'],
                ['key' => 'paid', 'type' => 'boolean'],
                ['key' => 'status', 'label' => ['en' => 'Status', 'de' => 'Stand'], 'type' => 'option', 'options' => [
                    ['value' => 'open', 'label' => ['en' => 'Open', 'de' => 'Offen']], ['value' => 'done', 'label' => ['en' => 'Done', 'de' => 'Erledigt']],
                ]],
                ['key' => 'page', 'type' => 'url'],
                ['key' => 'guest', 'type' => 'object', 'fields' => [
                    ['key' => 'name', 'type' => 'text'], ['key' => 'email', 'type' => 'email'], ['key' => 'language', 'type' => 'language'], ['key' => 'country', 'type' => 'country'],
                ]],
                ['key' => 'venue', 'type' => 'object', 'fields' => [
                    ['key' => 'name', 'type' => 'text'], ['key' => 'street', 'type' => 'text'], ['key' => 'postcode', 'type' => 'text'], ['key' => 'city', 'type' => 'text'], ['key' => 'country', 'type' => 'country'],
                ]],
                ['key' => 'items', 'type' => 'list', 'fields' => [
                    ['key' => 'name', 'type' => 'text'], ['key' => 'price', 'type' => 'money'], ['key' => 'picture', 'type' => 'picture'],
                ]],
                ['key' => 'guests', 'type' => 'list', 'of' => 'text'],
                ['key' => 'meta', 'type' => 'open'],
            ],
        ], 'visit'));
    }

    /**
     * @param  array<string, mixed>  $changes
     * @return array<string, mixed> normalised
     */
    public static function record(array $changes = []): array
    {
        return RecordReader::read(self::type(), array_replace([
            'number' => 'V-1', 'size' => 3, 'share' => '0.5', 'total' => ['amount' => '1234.50', 'currency' => 'EUR'], 'day' => '2026-11-21',
            'starts_at' => '2026-11-21T19:30:00+00:00', 'zone' => 'Europe/Dublin', 'paid' => true, 'status' => 'open', 'page' => 'https://example.org/v/1',
            'guest' => ['name' => 'Aoife', 'email' => 'aoife@example.org', 'language' => 'en', 'country' => 'IE'],
            'items' => [['name' => 'Star chart', 'price' => ['amount' => '24', 'currency' => 'EUR']], ['name' => 'Red torch', 'price' => ['amount' => '15.9', 'currency' => 'EUR']]],
            'guests' => ['Bram', 'Ciara'], 'meta' => ['table' => '7'],
        ], $changes), 'sample');
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $rest  of the document
     */
    public static function template(array $blocks, array $rest = []): Template
    {
        return Template::ofJson(self::document($blocks, $rest), Vocabulary::of(self::type()));
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $rest
     */
    public static function document(array $blocks, array $rest = []): Json
    {
        return Json::ofArray(array_replace([
            'format' => 'velvet-herald/template', 'version' => 1, 'key' => 'sample', 'name' => 'Sample', 'record_type' => 'visit', 'language' => 'en',
            'envelope' => ['subject' => 'Visit {visit.number}'], 'manuscript' => $blocks,
        ], $rest), 'sample');
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $changes  to the record
     * @param  array<string, mixed>  $rest  of the document
     */
    public static function fill(array $blocks, array $changes = [], array $rest = [], string $language = 'en'): FilledMessage
    {
        return self::fillCompiled(Compiler::compile(self::template($blocks, $rest)->manuscript($language), Brand::usual()), $changes);
    }

    /**
     * @param  array<string, mixed>  $changes  to the record
     * @param  array<string, list<array<string, mixed>>>  $slots  what add-ons handed in
     */
    public static function fillCompiled(CompiledMessage $message, array $changes = [], array $slots = []): FilledMessage
    {
        $recipient = new Recipient('aoife@example.org', 'Aoife', 'en');
        $messageData = MessageData::of(self::type(), self::record($changes), self::source(), $recipient, new \DateTimeImmutable('2026-11-22T08:00:00Z'), [], $message, slots: $slots);

        return Renderer::inMemory()->fill($message, $messageData);
    }

    /** A message without the marks of the stage. */
    public static function unmarked(string $html): string
    {
        return (string) preg_replace('/ data-(block|part|look)="[^"]*"/', '', $html);
    }

    public static function source(): Source
    {
        return self::larkmoor()->source;
    }

    public static function larkmoor(): Manifest
    {
        static $manifest = null;

        return $manifest ??= Manifest::ofJson(Json::ofFile(dirname(__DIR__, 2).'/database/demo/larkmoor.json'));
    }
}
