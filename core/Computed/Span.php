<?php

declare(strict_types=1);

namespace Herald\Computed;

use Herald\Document\Node;
use Herald\Record\Computation;
use Herald\Record\Vocabulary;
use Herald\Value\Moment;
use Herald\Value\Type\FieldType;

/** How long it is from one time to another, either of which may be the moment of the message. */
abstract readonly class Span implements Computation
{
    final private function __construct(private Operand $from, private Operand $to)
    {
    }

    /**
     * @return list<class-string<FieldType>> the types that times may be of
     */
    abstract protected static function types(): array;

    abstract protected static function between(\DateTimeImmutable $from, \DateTimeImmutable $to, \DateTimeZone $zone): int|string;

    public static function schema(): array
    {
        return [
            'title' => ucfirst(static::name()).' from … to …', 'required' => ['from', 'to'],
            'properties' => ['from' => Operand::schema('From', static::types()), 'to' => Operand::schema('To', static::types())],
        ];
    }

    public static function read(Node $node, Vocabulary $vocabulary): static
    {
        return new static(Operand::read($node, 'from', $vocabulary, static::types()), Operand::read($node, 'to', $vocabulary, static::types()));
    }

    public function value(array $data): int|string|null
    {
        [$from, $to] = [Moment::of($this->from->path->in($data)), Moment::of($this->to->path->in($data))];
        $zone = is_array($data['source'] ?? null) && is_string($data['source']['zone'] ?? null) ? $data['source']['zone'] : 'UTC';

        return $from === null || $to === null ? null : static::between(self::day($this->from->path->in($data), $from, $zone), self::day($this->to->path->in($data), $to, $zone), new \DateTimeZone($zone));
    }

    public function sentence(): string
    {
        return static::name()." from {$this->from->label} to {$this->to->label}";
    }

    /** A day has no zone: it begins where the source is. */
    private static function day(mixed $value, \DateTimeImmutable $moment, string $zone): \DateTimeImmutable
    {
        return is_string($value) && strlen($value) === 10 ? (\DateTimeImmutable::createFromFormat('!Y-m-d', $value, new \DateTimeZone($zone)) ?: $moment) : $moment;
    }
}
