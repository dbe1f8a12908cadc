<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Operator\Operators;
use Herald\Condition\Quantifier;
use Herald\Document\Schema;
use Herald\Manuscript\OwnHtml\Cleaning;
use Herald\Record\Path;
use Herald\Style\ColourRole;
use Herald\Style\Token;
use Herald\Value\Formats;

/** Writes the JSON Schema of template documents from the blocks, formats and operators there are. It is published as schema/template.json. */
final class TemplateSchema
{
    public static function json(): string
    {
        return json_encode(self::schema(), JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)."\n";
    }

    /**
     * @return array<string, mixed>
     */
    private static function schema(): array
    {
        return [
            '$schema' => 'https://json-schema.org/draft/2020-12/schema',
            '$id' => Schema::BASE.'template.json',
            'title' => 'Template',
            'description' => 'A branded message that can replace a notice: envelope, manuscript and translations.',
            'type' => 'object',
            'required' => ['format', 'version', 'key', 'name', 'record_type', 'language', 'envelope', 'manuscript'],
            'additionalProperties' => false,
            'properties' => [
                'format' => ['const' => 'velvet-herald/template'],
                'version' => ['const' => 1],
                'key' => ['description' => 'stable and unique: small letters, digits and hyphens', 'type' => 'string', 'pattern' => '^[a-z0-9]+(-[a-z0-9]+)*$', 'maxLength' => 100],
                'name' => ['type' => 'string', 'minLength' => 1, 'maxLength' => 200],
                'folder' => ['type' => 'string', 'maxLength' => 200],
                'record_type' => ['description' => 'the key of the record type it speaks about', '$ref' => '#/$defs/name'],
                'notice' => ['description' => 'the key of the notice it is written for', 'type' => 'string', 'minLength' => 1],
                'language' => ['$ref' => '#/$defs/language'],
                'envelope' => [
                    'type' => 'object',
                    'required' => ['subject'],
                    'additionalProperties' => false,
                    'properties' => [
                        ...array_map(static fn (string $title): array => ['title' => $title, '$ref' => '#/$defs/inline'], Shape::ENVELOPE),
                        'preview' => ['title' => Shape::ENVELOPE['preview'], 'description' => 'the line that inbox lists show after the subject', '$ref' => '#/$defs/inline'],
                        'cc' => ['title' => Shape::ENVELOPE['cc'], 'description' => 'addresses, with a comma between two; those that turn out empty are left out', '$ref' => '#/$defs/inline'],
                        'bcc' => ['title' => Shape::ENVELOPE['bcc'], 'description' => 'the same, seen by nobody else', '$ref' => '#/$defs/inline'],
                    ],
                ],
                'manuscript' => ['$ref' => '#/$defs/blocks'],
                'passage' => ['description' => 'a piece of manuscript that templates take in by reference: its envelope says nothing, and it answers for no notice', 'const' => true],
                'brand' => ['description' => 'the key of the brand it wears; the default brand when absent', 'type' => 'string', 'pattern' => '^[a-z0-9][a-z0-9-]{0,99}$'],
                'look' => ['$ref' => '#/$defs/look'],
                'plain' => [
                    'description' => 'the plain-text part, where it was taken over by hand: its blocks, and a digest of the message as it was then',
                    'type' => 'object',
                    'required' => ['of', 'blocks'],
                    'additionalProperties' => false,
                    'properties' => ['of' => ['type' => 'string', 'pattern' => '^[0-9a-f]{64}$'], 'blocks' => ['$ref' => '#/$defs/blocks']],
                ],
                'translations' => [
                    'description' => 'by language: the words of each string that differs, by its id: the id of the block, row, column or "envelope", a dot, and the name of the part, e.g. "thanks.text"',
                    'type' => 'object',
                    'propertyNames' => ['$ref' => '#/$defs/language'],
                    'additionalProperties' => ['type' => 'object', 'additionalProperties' => ['$ref' => '#/$defs/inline']],
                ],
            ],
            '$defs' => self::definitions(),
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private static function definitions(): array
    {
        $definitions = [
            'id' => ['description' => 'unique within the template', 'type' => 'string', 'pattern' => '^[A-Za-z0-9_-]{1,64}$'],
            'name' => ['description' => 'small letters, digits and underscores, a letter first', 'type' => 'string', 'pattern' => '^[a-z][a-z0-9_]*$', 'maxLength' => 64],
            'path' => ['description' => 'a path such as order.items', 'type' => 'string', 'pattern' => '^'.Path::PATTERN.'$'],
            'language' => ['description' => 'a BCP 47 language tag', 'type' => 'string', 'pattern' => '^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$'],
            'align' => ['type' => 'string', 'enum' => array_column(Align::cases(), 'value')],
            'colour' => ['description' => 'six hexadecimal digits after #, e.g. #16233A', 'type' => 'string', 'pattern' => '^#[0-9A-Fa-f]{6}$'],
            'colour_role' => ['type' => 'string', 'enum' => array_column(ColourRole::cases(), 'value')],
            ...array_combine(array_map(static fn (Token $token): string => 'token_'.$token->value, Token::cases()), array_map(static fn (Token $token): array => $token->schema(), Token::cases())),
            'look' => ['description' => 'colours by role, type and shape, in place of those around it', 'type' => 'object', 'additionalProperties' => false, 'properties' => [
                ...array_fill_keys(array_column(ColourRole::cases(), 'value'), ['$ref' => '#/$defs/colour']),
                ...array_combine(array_column(Token::cases(), 'value'), array_map(static fn (Token $token): array => ['$ref' => '#/$defs/token_'.$token->value], Token::cases())),
            ]],
            'blocks' => ['type' => 'array', 'items' => ['$ref' => '#/$defs/block']],
            'html' => ['description' => 'HTML with {{ order.number }}, {{ order.total|money|default("nothing") }}, {% if order.paid and order.total > 50 %}, {% elseif … %}, {% else %}, {% endif %}, {% for item in order.items %}, {% endfor %}', 'type' => 'string', 'maxLength' => Cleaning::LONGEST],
            'inline' => [
                'description' => 'a text in which {order.number}, {order.placed_at|date_long}, {order.customer.first_name or "guest"} and {booking.party_size|words_by_number(one: "# guest", other: "# guests")} stand for variables and \\{ for a bracket; or a list of runs',
                'type' => ['string', 'array'],
                'maxLength' => 20000,
                'items' => ['$ref' => '#/$defs/run'],
            ],
            'link' => [
                'description' => 'where something leads: a text with variables as above, or a list of runs without looks. A variable at the start may be a whole address; any other is percent-encoded',
                'type' => ['string', 'array'],
                'minLength' => 1,
                'maxLength' => 2000,
                'items' => ['$ref' => '#/$defs/run'],
            ],
            'run' => [
                'description' => 'just one of text, variable and break, with its look',
                'type' => 'object',
                'minProperties' => 1,
                'additionalProperties' => false,
                'properties' => [
                    'text' => ['type' => 'string'],
                    'variable' => ['$ref' => '#/$defs/path'],
                    'format' => ['type' => 'string', 'enum' => array_keys(Formats::all())],
                    'with' => ['description' => 'what is said of the format, by the names of its parameters: {"digits": 2}', 'type' => 'object', 'maxProperties' => 100, 'additionalProperties' => ['type' => ['string', 'integer'], 'maxLength' => 1000]],
                    'fallback' => ['description' => 'said instead when the value is empty', 'type' => 'string'],
                    'break' => ['const' => true],
                    'bold' => ['type' => 'boolean'],
                    'italic' => ['type' => 'boolean'],
                    'underline' => ['type' => 'boolean'],
                    'colour' => ['$ref' => '#/$defs/colour_role'],
                    'link' => ['$ref' => '#/$defs/link'],
                ],
            ],
            'condition' => [
                'description' => 'all of, any of, not, a comparison of the value at a path, or what holds for any, all or none of the items of a list; while it is written its path may be empty and its value absent',
                'type' => 'object',
                'additionalProperties' => false,
                'properties' => [
                    'all' => ['type' => 'array', 'minItems' => 1, 'items' => ['$ref' => '#/$defs/condition']],
                    'any' => ['type' => 'array', 'minItems' => 1, 'items' => ['$ref' => '#/$defs/condition']],
                    'not' => ['$ref' => '#/$defs/condition'],
                    'path' => ['type' => 'string', 'pattern' => '^('.Path::PATTERN.')?$'],
                    'operator' => ['type' => 'string', 'enum' => array_keys(Operators::all())],
                    'value' => ['description' => 'a text, number, true or false; a list of them for one_of, the least and the most for between; for money a number or {"amount", "currency"}; another field as {"path"}', 'type' => ['string', 'number', 'boolean', 'array', 'object']],
                    'list' => ['$ref' => '#/$defs/path'],
                    'quantifier' => ['type' => 'string', 'enum' => array_column(Quantifier::cases(), 'value')],
                    'item' => ['description' => 'the name by which "where" calls one of the items; "one" when absent', '$ref' => '#/$defs/name'],
                    'where' => ['$ref' => '#/$defs/condition'],
                ],
                'minProperties' => 1,
                'if' => ['anyOf' => [['required' => ['all']], ['required' => ['any']], ['required' => ['not']]]],
                'then' => ['maxProperties' => 1],
                'else' => [
                    'if' => ['required' => ['list']],
                    'then' => ['required' => ['quantifier', 'where'], 'properties' => ['path' => false, 'operator' => false, 'value' => false]],
                    'else' => ['required' => ['path', 'operator'], 'properties' => ['quantifier' => false, 'item' => false, 'where' => false]],
                ],
            ],
        ];
        foreach (Blocks::all() as $type => $class) {
            $schema = $class::schema();
            $definitions[$type] = [
                'title' => $schema['title'],
                'x-purpose' => $schema['x-purpose']->value,
                ...(isset($schema['x-fixed']) ? ['x-fixed' => true] : []),
                'required' => $schema['required'] ?? [],
                'additionalProperties' => false,
                'properties' => [
                    'id' => ['$ref' => '#/$defs/id'],
                    'type' => ['const' => $type],
                    // What is put in when a document is read stands in none.
                    ...array_filter(Common::properties($class), static fn (mixed $property): bool => ! isset(((array) $property)['x-put-in'])),
                ],
            ];
            if ($definitions[$type]['required'] === []) {
                unset($definitions[$type]['required']);
            }
        }
        $definitions['block'] = [
            'type' => 'object',
            'required' => ['id', 'type'],
            'properties' => ['type' => ['type' => 'string', 'enum' => array_keys(Blocks::types())]],
            ...self::choice(array_keys(Blocks::types())),
        ];

        return $definitions;
    }

    /**
     * What a block of one of these types is: by halves, so that it is held against no more types than it takes to find its own.
     *
     * @param  list<string>  $types
     * @return array<string, mixed>
     */
    private static function choice(array $types): array
    {
        if (count($types) === 1) {
            return ['$ref' => '#/$defs/'.$types[0]];
        }
        [$first, $rest] = [array_slice($types, 0, intdiv(count($types), 2)), array_slice($types, intdiv(count($types), 2))];

        return ['if' => ['properties' => ['type' => ['enum' => $first]]], 'then' => self::choice($first), 'else' => self::choice($rest)];
    }
}
