<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Condition;
use Herald\Style\Look;

/** What every block has. */
final readonly class Common
{
    /**
     * @param  string  $id  stable within its template; translations and findings refer to it
     * @param  Condition|null  $when  shown only when it holds
     * @param  int  $space  below the block, in steps of the brand
     * @param  Device|null  $shownOn  null for everywhere
     * @param  int  $phoneSize  of its type and pictures on a phone, in percent
     * @param  Look  $look  what differs from what is around it
     * @param  Inline|null  $plain  what the plain-text part says instead
     */
    public function __construct(public string $id, public ?Condition $when, public Align $align, public int $space, public ?Device $shownOn = null, public int $phoneSize = 100, public ?Inline $plain = null, public Look $look = new Look)
    {
    }

    /**
     * All members of a block of that class but its id and type, in the order an author reads them.
     *
     * @param  class-string<Block>  $class
     * @return array<array-key, mixed> their JSON Schemas
     */
    public static function properties(string $class): array
    {
        return [
            'when' => ['title' => 'Show', 'description' => 'shown only when it holds', '$ref' => '#/$defs/condition'],
            'align' => ['title' => 'Align', 'x-brief' => true, '$ref' => '#/$defs/align'],
            'space' => ['title' => 'Space below', 'x-brief' => true, 'x-unit' => 'steps', 'description' => 'below the block, in steps of the brand', 'type' => 'integer', 'minimum' => 0, 'maximum' => 12],
            // A group leaves no trace of its own that could be hidden or scaled.
            ...(is_subclass_of($class, Group::class) ? [] : [
                'shown_on' => ['title' => 'Shown on', 'description' => 'phones alone, or wide screens alone; everywhere when absent', 'type' => 'string', 'enum' => array_column(Device::cases(), 'value')],
                'phone_size' => ['title' => 'Size on phones', 'x-unit' => '%', 'description' => 'of its type and pictures', 'type' => 'integer', 'minimum' => 50, 'maximum' => 150],
            ]),
            ...$class::schema()['properties'],
            'look' => ['$ref' => '#/$defs/look'],
            'plain' => ['title' => 'In plain text', 'x-bare' => true, 'description' => 'what the plain-text part says instead', '$ref' => '#/$defs/inline'],
        ];
    }
}
