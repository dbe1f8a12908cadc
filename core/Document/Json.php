<?php

declare(strict_types=1);

namespace Herald\Document;

/**
 * A JSON object as it was handed in, kept in both shapes that are needed: objects for schema validation (where {} and
 * [] differ), arrays for reading.
 */
final readonly class Json
{
    /** Documents larger than this are refused before they are parsed. */
    public const MAX_BYTES = 8_388_608;

    /** Nor is anything that lies deeper. */
    private const DEPTH = 64;

    /**
     * @param  array<array-key, mixed>  $data
     */
    private function __construct(public string $name, public \stdClass $object, public array $data)
    {
    }

    /**
     * @param  string  $name  what to call the document in errors
     *
     * @throws InvalidDocument naming the reason when the text is not a JSON object
     */
    public static function ofText(string $text, string $name): self
    {
        if (strlen($text) > self::MAX_BYTES) {
            throw InvalidDocument::because($name, '', 'is larger than 8 MB');
        }
        try {
            $object = json_decode($text, false, self::DEPTH, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            $where = in_array($e->getCode(), [JSON_ERROR_SYNTAX, JSON_ERROR_CTRL_CHAR], true) ? JsonText::fault($text) : null;
            throw InvalidDocument::because($name, '', 'is not JSON: '.($where ?? lcfirst($e->getMessage())));
        }
        if (! $object instanceof \stdClass) {
            throw InvalidDocument::because($name, '', 'must be a JSON object');
        }
        /** @var array<array-key, mixed> $data an object decodes to an array */
        $data = json_decode($text, true, self::DEPTH, JSON_THROW_ON_ERROR);
        $doubled = JsonText::doubledKeys($text, $object);
        if ($doubled !== []) {
            throw new InvalidDocument($name, array_map(static fn (array $one): Fault => new Fault(trim($one[0], '/'), $one[1] === 0 ? 'has an object with a key that is there twice' : "is there twice, again on line {$one[1]}"), $doubled));
        }
        $endless = self::endless($data, '');
        if ($endless !== null) {
            throw InvalidDocument::because($name, $endless, 'is a number too large to be read');
        }

        return new self($name, $object, $data);
    }

    /** @throws InvalidDocument when the file cannot be read or is not a JSON object */
    public static function ofFile(string $path): self
    {
        $text = is_file($path) ? @file_get_contents($path) : false;
        if ($text === false) {
            throw InvalidDocument::because($path, '', 'cannot be read');
        }

        return self::ofText($text, $path);
    }

    /**
     * @param  array<array-key, mixed>  $data
     */
    public static function ofArray(array $data, string $name): self
    {
        try {
            $text = json_encode($data === [] ? new \stdClass : $data, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION);
        } catch (\JsonException $e) {
            throw InvalidDocument::because($name, '', 'cannot be written as JSON: '.lcfirst($e->getMessage()));
        }

        return self::ofText($text, $name);
    }

    /**
     * The place of a number beyond what a machine can hold: 1e999 is read as infinity, which cannot be written again.
     *
     * @param  array<array-key, mixed>  $data
     */
    private static function endless(array $data, string $place): ?string
    {
        foreach ($data as $key => $member) {
            $found = match (true) {
                is_array($member) => self::endless($member, "{$place}/{$key}"),
                is_float($member) && ! is_finite($member) => "{$place}/{$key}",
                default => null,
            };
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }

    /** The document as it is stored. */
    public function text(): string
    {
        return json_encode($this->object, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION);
    }

    public function node(): Node
    {
        return new Node($this->data, '', $this->name);
    }
}
