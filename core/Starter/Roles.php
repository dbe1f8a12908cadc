<?php

declare(strict_types=1);

namespace Herald\Starter;

use Composer\Pcre\Preg;
use Herald\Notice\Notice;
use Herald\Record\Field;
use Herald\Record\Vocabulary;
use Herald\Value\Type;

/** Which fields of a record are what a ready-made text speaks of: whom it is to, what it is about, when, how much, where it leads. Found by their types and by what they are commonly called. */
final readonly class Roles
{
    /**
     * Type of the field, and what its last name is like; the first pattern that any field fits decides.
     *
     * @var array<string, list<array{class-string<Type\FieldType>, string}>>
     */
    private const SIGNS = [
        'first_name' => [[Type\Text::class, '/^(first_name|given_name|forename)$/'], [Type\Text::class, '/^(full_)?name$/']],
        'number' => [[Type\Text::class, '/^(number|reference|order_number|booking_number|id)$/'], [Type\Text::class, '/(number|reference)$/']],
        'title' => [[Type\Text::class, '/^(title|programme|subject|instrument|course|event|service)$/']],
        'when' => [[Type\DateTime::class, '/^(starts?|begins?|due|from|departs?)/'], [Type\Date::class, '/^(starts?|begins?|due|from|day)/'], [Type\DateTime::class, '/until|expires/'], [Type\DateTime::class, '/./'], [Type\Date::class, '/./']],
        'total' => [[Type\Money::class, '/^(total|grand_total|amount|price)$/'], [Type\Money::class, '/./']],
        'code' => [[Type\Text::class, '/(code|voucher|coupon|pin|reference|number)$/']],
        'link' => [[Type\Url::class, '/^(page|link|url|website)$/'], [Type\Url::class, '/./']],
        'where' => [[Type\Text::class, '/^(dome|room|hall|place|venue|location|site|meeting_point)$/']],
    ];

    /**
     * @param  array<string, string>  $paths  by role
     */
    private function __construct(private array $paths)
    {
    }

    public static function of(Vocabulary $vocabulary, ?Notice $notice): self
    {
        $fields = array_filter($vocabulary->ofRecord(), static fn (Field $field): bool => $field->type->isSingle());
        $paths = [];
        foreach (self::SIGNS as $role => $signs) {
            foreach ($signs as [$type, $pattern]) {
                $found = array_key_first(array_filter($fields, static fn (Field $field): bool => $field->type instanceof $type && Preg::isMatch($pattern, $field->key)));
                if ($found !== null) {
                    $paths[$role] = $found;
                    break;
                }
            }
        }
        $required = $notice->requiredLinks[0] ?? null;

        return new self([...$paths, ...($required === null ? [] : ['link' => $required])]);
    }

    /**
     * The fields of another kind of record that play the same roles.
     *
     * @return array<string, string> their paths, by those of the fields here
     */
    public function inOther(self $other): array
    {
        $same = [];
        foreach (array_intersect_key($this->paths, $other->paths) as $role => $path) {
            $same[$path] ??= $other->paths[$role];
        }

        return $same;
    }

    /** Null where the record has nothing of the kind. */
    public function path(string $role): ?string
    {
        return $this->paths[$role] ?? null;
    }
}
