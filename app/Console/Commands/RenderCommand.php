<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Documents\PassageShelf;
use App\Models\Record;
use App\Models\Source as StoredSource;
use App\Models\Template as StoredTemplate;
use Herald\Brand\Brand;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Language\LanguageChoice;
use Herald\Manuscript\Template;
use Herald\Message\MimeMessage;
use Herald\Message\UnsendableMessage;
use Herald\Record\Field;
use Herald\Record\Recipient;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Source;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Value\Type;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\File;

/** Renders one message to files. Touches the database only for what is given by key. */
final class RenderCommand extends Command
{
    protected $signature = 'herald:render
        {--template= : a template document, or the key of a template}
        {--type= : a record type document, or the key of a record type}
        {--record= : a record\'s data, JSON, or the identity of a record}
        {--source= : the key of the source; needed where there are several and something is given by key}
        {--brand= : a brand document; when absent the brand that the template wears, or the usual one where files are given}
        {--language= : BCP 47 tag; the recipient\'s when absent}
        {--out= : the folder for subject.txt, message.html, message.txt and message.eml}';

    protected $description = 'Render one message to files';

    public function handle(): int
    {
        try {
            $written = $this->render();
        } catch (InvalidDocument|UnsendableMessage $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        } catch (\Throwable $e) {
            $this->error('Could not be rendered: '.$e->getMessage());

            return self::FAILURE;
        }
        $this->info($written);

        return self::SUCCESS;
    }

    private function render(): string
    {
        [$typeName, $templateName, $recordName, $out] = [$this->need('type'), $this->need('template'), $this->need('record'), $this->need('out')];
        $type = is_file($typeName) ? RecordType::ofJson(Json::ofFile($typeName)) : $this->storedType($typeName);
        $template = $this->template($templateName, $type);
        if ($template->recordType !== $type->key) {
            throw InvalidDocument::because($templateName, 'record_type', "is \"{$template->recordType}\", but the record type given is \"{$type->key}\"");
        }
        $data = is_file($recordName)
            ? RecordReader::read($type, self::recordData(Json::ofFile($recordName)), $recordName)
            : $this->storedRecord($type, $recordName);
        $byFiles = is_file($typeName);
        $source = $byFiles ? Source::standIn() : $this->stored()->manifest()->source;
        $brandFile = $this->option('brand');
        $brand = is_string($brandFile) ? Brand::ofJson(Json::ofFile($brandFile)) : ($byFiles ? Brand::usual() : $this->stored()->brandWornAs($template->brand)->read());

        $recipient = self::recipient($type, $data);
        $wanted = $this->option('language');
        $choice = LanguageChoice::lookup(is_string($wanted) ? $wanted : $recipient->language, is_string($wanted) ? $template->languages() : $template->wholeLanguages(), $byFiles ? $template->languages()[0] : $source->defaultLanguage);
        $compiled = Compiler::compile($template->manuscript($choice->language), $brand);
        $now = now()->toDateTimeImmutable();
        $filled = Renderer::inMemory()->fill($compiled, MessageData::of($type, $data, $source, $recipient, $now, [], $compiled));
        $message = MimeMessage::compose($filled, $recipient, 'rendered', $now);

        File::ensureDirectoryExists($out);
        foreach (['subject.txt' => $filled->subject."\n", 'message.html' => $filled->html, 'message.txt' => $filled->text, 'message.eml' => $message->bytes] as $name => $content) {
            File::put($out.'/'.$name, $content);
        }

        return "Rendered in {$choice->language} ({$choice->reason}) to {$out}.";
    }

    private function need(string $option): string
    {
        $value = $this->option($option);

        return is_string($value) && $value !== '' ? $value : throw InvalidDocument::because('herald:render', '', "lacks --{$option}");
    }

    private function stored(): StoredSource
    {
        return StoredSource::meant($this->option('source'));
    }

    private function storedType(string $key): RecordType
    {
        return $this->stored()->manifest()->recordTypes[$key] ?? throw InvalidDocument::because('--type', '', "\"{$key}\" is neither a file nor a record type of {$this->stored()->name}");
    }

    private function template(string $name, RecordType $type): Template
    {
        if (is_file($name)) {
            $json = Json::ofFile($name);
            if (Template::recordTypeOf($json) !== $type->key) {
                throw InvalidDocument::because($name, 'record_type', 'is "'.Template::recordTypeOf($json)."\", but the record type given is \"{$type->key}\"");
            }

            return Template::ofJson($json, Vocabulary::of($type));
        }
        $stored = StoredTemplate::query()->where('key', $name)->with(['latestVersion', 'claims.notice.source', 'source'])->first();
        // Published with the parameters of the notice it claims.
        $vocabulary = $stored?->claims->first()?->notice->declaration()->vocabulary ?? Vocabulary::of($type);

        $version = $stored?->latestVersion;

        return $version === null ? throw InvalidDocument::because('--template', '', "\"{$name}\" is neither a file nor the key of a published template") : $version->read($vocabulary, (new PassageShelf($stored->source))->of($version->document));
    }

    /**
     * @return array<array-key, mixed> the data itself, also where the file holds it with its type as record files do
     */
    private static function recordData(Json $json): array
    {
        $wrapped = $json->data['data'] ?? null;

        return is_array($wrapped) && is_string($json->data['type'] ?? null) && count($json->data) === 2 ? $wrapped : $json->data;
    }

    /**
     * @return array<string, mixed>
     */
    private function storedRecord(RecordType $type, string $key): array
    {
        return Record::query()->where(['source_id' => $this->stored()->id, 'type' => $type->key, 'key' => $key])->first()->data
            ?? throw InvalidDocument::because('--record', '', "\"{$key}\" is neither a file nor a known {$type->key}");
    }

    /**
     * Without a notice nothing says who the recipient is: the first address in the record is taken, with the language beside it.
     *
     * @param  array<string, mixed>  $data
     */
    private static function recipient(RecordType $type, array $data): Recipient
    {
        foreach ([['fields' => $type->fields, 'data' => $data], ...array_map(
            static fn (Field $field): array => ['fields' => $field->fields, 'data' => $data[$field->key]],
            array_filter($type->fields, static fn (Field $field): bool => $field->type instanceof Type\Group),
        )] as $group) {
            $found = [];
            foreach ($group['fields'] as $field) {
                $found[$field->type::class] ??= is_array($group['data']) ? ($group['data'][$field->key] ?? null) : null;
            }
            if (is_string($found[Type\Email::class] ?? null)) {
                $language = $found[Type\Language::class] ?? null;

                return new Recipient($found[Type\Email::class], null, is_string($language) ? $language : null);
            }
        }

        return new Recipient('recipient@example.org');
    }
}
