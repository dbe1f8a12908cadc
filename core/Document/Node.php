<?php

declare(strict_types=1);

namespace Herald\Document;

/** Typed access to one object of a JSON document, knowing where in the document it stands. */
final readonly class Node
{
    /**
     * @param  array<array-key, mixed>  $data
     * @param  string  $place  path into the document, without leading slash
     * @param  string  $document  what to call the document in errors
     */
    public function __construct(public array $data, public string $place, public string $document)
    {
    }

    public function has(string $key): bool
    {
        return isset($this->data[$key]);
    }

    public function raw(string $key): mixed
    {
        return $this->data[$key] ?? null;
    }

    /** @throws InvalidDocument when it is absent or not a string */
    public function string(string $key): string
    {
        $value = $this->data[$key] ?? null;

        return is_string($value) ? $value : throw $this->fault($key, 'must be a text');
    }

    /** @throws InvalidDocument when it is there and not a string */
    public function optionalString(string $key): ?string
    {
        return $this->has($key) ? $this->string($key) : null;
    }

    /** @throws InvalidDocument when it is there and not a whole number */
    public function int(string $key, int $default): int
    {
        $value = $this->data[$key] ?? $default;

        return is_int($value) ? $value : throw $this->fault($key, 'must be a whole number');
    }

    public function bool(string $key, bool $default = false): bool
    {
        $value = $this->data[$key] ?? $default;

        return is_bool($value) ? $value : throw $this->fault($key, 'must be true or false');
    }

    /**
     * @return list<string>
     *
     * @throws InvalidDocument when one of them is not a string
     */
    public function strings(string $key): array
    {
        return array_map(
            fn (mixed $item): string => is_string($item) ? $item : throw $this->fault($key, 'must hold texts only'),
            array_values($this->array($key)),
        );
    }

    /**
     * All members of an object whose members are texts.
     *
     * @return array<string, string>
     *
     * @throws InvalidDocument when one of them is not a string
     */
    public function texts(): array
    {
        $keys = array_map(strval(...), array_keys($this->data));

        return array_combine($keys, array_map($this->string(...), $keys));
    }

    /**
     * An object or list below, empty when absent.
     *
     * @return array<array-key, mixed>
     *
     * @throws InvalidDocument when it is neither
     */
    public function array(string $key): array
    {
        $value = $this->data[$key] ?? [];

        return is_array($value) ? $value : throw $this->fault($key, 'must be an object or a list');
    }

    public function node(string $key): ?self
    {
        return $this->has($key) ? new self($this->array($key), $this->below($key), $this->document) : null;
    }

    /**
     * The objects of a list, or of an object's members, each knowing its own place.
     *
     * @return array<array-key, self>
     *
     * @throws InvalidDocument when a member is not an object
     */
    public function nodes(string $key): array
    {
        $nodes = [];
        foreach ($this->array($key) as $index => $item) {
            $place = $this->below($key.'/'.$index);
            $nodes[$index] = is_array($item)
                ? new self($item, $place, $this->document)
                : throw InvalidDocument::because($this->document, $place, 'must be an object');
        }

        return $nodes;
    }

    /**
     * @param  array<string, list<string>>  $known  names that there may be, each with what it is called elsewhere
     *
     * @throws InvalidDocument when there is a member of another name, naming the nearest of those that may be there
     */
    public function only(array $known): void
    {
        $faults = new Faults;
        foreach (array_diff(array_map(strval(...), array_keys($this->data)), array_keys($known)) as $name) {
            $nearest = self::nearest($name, $known);
            $faults->add($this->below($name), $nearest === null ? 'is not known here; there may be '.implode(', ', array_keys($known)) : "is not known here; did you mean \"{$nearest}\"?");
        }
        $faults->throwIfAny($this->document);
    }

    /**
     * @param  array<string, list<string>>  $known
     */
    private static function nearest(string $name, array $known): ?string
    {
        $small = strtolower(substr($name, 0, 60));
        $best = [null, 3];
        foreach ($known as $one => $elsewhere) {
            $distance = in_array($small, $elsewhere, true) ? 0 : levenshtein($small, $one);
            $best = $distance < $best[1] ? [$one, $distance] : $best;
        }

        return $best[0];
    }

    /** The place of something below this node. */
    public function below(string $key): string
    {
        return ltrim($this->place.'/'.$key, '/');
    }

    public function fault(string $key, string $reason): InvalidDocument
    {
        return InvalidDocument::because($this->document, $this->below($key), $reason);
    }
}
