<?php

declare(strict_types=1);

namespace App\Documents;

use App\Deciding\Matter;
use App\Models\Record;
use App\Models\Source;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Manuscript\Template as Document;
use Herald\Notice\Notice as Declared;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\Renderer;
use Herald\Starter\Starter;

/** What a starter makes for a notice, or for a kind of record: the members of a template that begins with it, and the true message. */
final readonly class FromStarter
{
    private Vocabulary $vocabulary;

    /**
     * @param  string|null  $brand  the key of the one that is worn; null for the default
     */
    public function __construct(private Source $source, private ?Declared $notice, private RecordType $type, private ?string $brand = null)
    {
        $this->vocabulary = $notice->vocabulary ?? Vocabulary::of($type, kinds: $source->manifest()->recordTypes);
    }

    /**
     * A template document with the starter's words and looks in place of its own. Words of other languages go with those they translate.
     *
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    public function over(array $document, Starter $starter): array
    {
        $message = $starter->message($this->vocabulary, $this->notice, $this->source->brandWornAs($this->brand)->read(), rtrim(config()->string('app.url'), '/').'/starters/');
        $envelope = is_array($document['envelope'] ?? null) ? $document['envelope'] : [];

        return [...array_diff_key($document, ['translations' => 1, 'plain' => 1, 'look' => 1]), ...$message, 'envelope' => [...$envelope, ...$message['envelope']]];
    }

    /** The message as it would be for a record now. */
    public function html(Starter $starter, Record $record): string
    {
        $document = Json::ofArray($this->over([
            'format' => 'velvet-herald/template', 'version' => 1, 'key' => 'starter', 'name' => $starter->name, 'record_type' => $this->type->key, 'language' => 'en', 'envelope' => ['subject' => []],
        ], $starter), $starter->key);
        $message = Compiler::compile(Document::draft($document, $this->vocabulary, 'en')->manuscript, $this->source->brandWornAs($this->brand)->read());

        return Renderer::inMemory(app(Limits::class))->html($message, Matter::ofRecord($this->notice, $this->type, $record)->messageData($this->source->manifest()->source, $message));
    }
}
