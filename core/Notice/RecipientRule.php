<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Manuscript\Inline;
use Herald\Manuscript\InlineReader;
use Herald\Manuscript\Variable;
use Herald\Record\Path;
use Herald\Record\Recipient;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;
use Herald\Value\Clean;
use Herald\Value\Locality;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** Where a notice finds its recipient: an address in the record, a fixed one, or one in each of several things. */
final readonly class RecipientRule
{
    private function __construct(
        private ?Path $path,
        private ?string $address,
        private ?Inline $name,
        private ?Path $languagePath,
        private ?string $language,
        public ?Each $each,
    ) {
    }

    /**
     * @param  array<string, array{name: string, address: string, language: string|null}>  $roles  of the source
     *
     * @throws InvalidDocument when a path is unknown or of a type that cannot serve, or a role is
     */
    public static function ofNode(Node $node, Vocabulary $vocabulary, array $roles = []): self
    {
        $key = $node->optionalString('role');
        $role = $key === null ? null : $roles[$key] ?? throw $node->fault('role', "\"{$key}\" is not a role of this source".($roles === [] ? '' : '; '.implode(', ', array_keys($roles)).' are'));
        if ($role !== null) {
            // Whoever has the role has its address and name.
            $node = new Node([...array_filter(['address' => $role['address'], 'name' => strtr($role['name'], ['{' => '\\{']), 'language' => $role['language']], is_string(...)), ...$node->data], $node->place, $node->document);
        }
        $each = $node->has('each') ? Each::ofNode($node, $vocabulary) : null;
        $vocabulary = $each->vocabulary ?? $vocabulary;
        $faults = new Faults;
        $name = $node->has('name') ? (new InlineReader($vocabulary, $faults))->inline($node->raw('name'), $node->below('name')) : null;
        foreach ($name->runs ?? [] as $run) {
            if ($run->content instanceof Variable && $run->content->field->type instanceof Type\Secret) {
                $faults->add($node->below('name'), "\"{$run->content->path}\" is a secret, which is no part of a name");
            }
        }
        $faults->throwIfAny($node->document);

        return new self(
            self::path($node, 'path', new Type\Email, $vocabulary),
            $node->optionalString('address'),
            $name,
            self::path($node, 'language_path', new Type\Language, $vocabulary),
            $node->optionalString('language'),
            $each,
        );
    }

    /**
     * @param  array<string, mixed>  $data  normalised values by root name; where it goes to each of several, one of them among it
     */
    public function resolve(array $data): Recipient
    {
        $address = $this->path === null ? $this->address : $this->path->in($data);
        $language = $this->languagePath === null ? $this->language : $this->languagePath->in($data);
        $name = '';
        foreach ($this->name->runs ?? [] as $run) {
            $value = $run->content instanceof Variable ? $run->content->path->in($data) : null;
            $name .= match (true) {
                is_string($run->content) => $run->content,
                ! $run->content instanceof Variable => ' ',
                $value === null => $run->content->fallback,
                default => $run->content->format->apply($value, new Locality('en')),
            };
        }
        $name = trim(Clean::line($name));

        return new Recipient(is_string($address) ? $address : null, $name === '' ? null : $name, is_string($language) ? $language : null);
    }

    /** In words: "the address in order.customer.email" or the fixed address. */
    public function inWords(): string
    {
        return $this->path === null ? (string) $this->address : "the address in {$this->path}".($this->each === null ? '' : " of {$this->each->inWords()}");
    }

    private static function path(Node $node, string $key, FieldType $type, Vocabulary $vocabulary): ?Path
    {
        $text = $node->optionalString($key);
        if ($text === null) {
            return null;
        }
        try {
            $path = $vocabulary->current(Path::of($text));
            $field = $vocabulary->field($path);
        } catch (UnknownPath|\InvalidArgumentException $e) {
            throw $node->fault($key, $e->getMessage());
        }

        if ($path->root() === 'recipient') {
            throw $node->fault($key, "\"{$text}\" is what this is to say: name a field of the record");
        }

        return $type::class === $field->type::class ? $path : throw $node->fault($key, "\"{$text}\" is of type {$field->type->name()}, not {$type->name()}");
    }
}
