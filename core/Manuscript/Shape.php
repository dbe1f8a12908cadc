<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Style\ColourRole;

/** The members that an object of a template document may have, with what each of them is: read off the schemas of the blocks. */
final readonly class Shape
{
    /** The lines of the envelope, with what an author reads beside them. */
    public const ENVELOPE = [
        'subject' => 'Subject', 'preview' => 'Preview line', 'from_name' => 'From name', 'from_address' => 'From address', 'reply_to' => 'Reply to', 'cc' => 'CC', 'bcc' => 'BCC',
    ];

    /**
     * @param  array<string, PartKind>  $parts
     * @param  array<string, string>  $titles  as an author reads them
     * @param  array<string, self>  $objects  the shapes of the objects in its lists
     * @param  ColourRole|null  $ground  that its words stand on, where it brings one of its own
     */
    private function __construct(public string $title, public array $parts, public array $titles, private array $objects, public ?ColourRole $ground = null)
    {
    }

    /** The shape of a block of that type; null when there is no such type. */
    public static function ofBlock(string $type): ?self
    {
        /** @var array<string, self> $known */
        static $known = [];
        $class = Blocks::all()[$type] ?? null;
        if ($class === null) {
            return null;
        }

        return $known[$type] ??= self::ofProperties($class::schema()['title'], Common::properties($class), $class::schema()['x-ground'] ?? null);
    }

    public static function ofEnvelope(): self
    {
        return self::ofProperties('Envelope', array_map(static fn (string $title): array => ['title' => $title, '$ref' => '#/$defs/inline'], self::ENVELOPE));
    }

    /** The shape of the objects in one of its lists. */
    public function objectsIn(string $part): self
    {
        return $this->objects[$part];
    }

    /**
     * @param  array<array-key, mixed>  $properties
     */
    private static function ofProperties(string $title, array $properties, ?ColourRole $ground = null): self
    {
        $parts = $titles = $objects = [];
        foreach (array_diff_key($properties, ['id' => 1]) as $name => $schema) {
            $schema = is_array($schema) ? $schema : [];
            $name = (string) $name;
            $parts[$name] = PartKind::of($schema);
            $titles[$name] = is_string($schema['title'] ?? null) ? $schema['title'] : $name;
            if ($parts[$name] === PartKind::Objects) {
                $items = is_array($schema['items'] ?? null) ? $schema['items'] : [];
                $objects[$name] = self::ofProperties(
                    is_string($items['title'] ?? null) ? $items['title'] : $name,
                    is_array($items['properties'] ?? null) ? $items['properties'] : [],
                );
            }
        }

        return new self($title, $parts, $titles, $objects, $ground);
    }
}
