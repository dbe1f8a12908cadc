<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Herald\Block\Slot;
use Herald\Brand\Brand;
use Herald\Colour\Contrast;
use Herald\Condition\Operator\Operator;
use Herald\Condition\Operator\Operators;
use Herald\Language\LanguageTag;
use Herald\Manuscript\Blocks;
use Herald\Notice\Notice;
use Herald\Notice\Slot as Declared;
use Herald\Record\Source;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;
use Herald\Style\SafeFonts;
use Herald\Style\Token;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;
use Herald\Value\Type\FieldTypes;

/** What is at hand wherever blocks are written: blocks, fields, comparisons, colours, languages, and the sender that is there already. */
final class DeskParts
{
    /**
     * @param  string  $language  that words are written in
     * @param  Notice|null  $notice  that they are written for
     * @return array<string, mixed>
     */
    public static function of(Vocabulary $vocabulary, Brand $brand, Source $source, string $language, ?Notice $notice = null): array
    {
        $slots = $notice === null ? [] : self::slots($notice);
        $fresh = array_map(static fn (string $class): ?array => $class::fresh($vocabulary), Blocks::types());
        $fresh[Slot::type()] = $slots === [] ? null : ['slot' => $slots[0]['key']];

        return [
            'sender' => "{$source->name} <{$source->email}>", 'reply_to' => (string) $source->replyTo,
            'fresh' => array_map(static fn (?array $members): ?object => $members === null ? null : (object) $members, $fresh), 'slots' => $slots,
            'fields' => FieldList::of($vocabulary, $language), 'formats' => FormatList::byType($language), 'computations' => ComputationList::all(), 'needed_contrast' => Contrast::TEXT,
            'operators' => array_map(static fn (Operator $operator): array => [
                'name' => $operator->name(), 'takes' => $operator->takes()->value,
                'words' => array_map($operator->inWords(...), array_column(array_map(static fn (FieldType $type): array => [$type->name(), $type], array_filter(FieldTypes::all(), $operator->suits(...))), 1, 0)),
            ], array_values(Operators::all())),
            ...self::worn($brand), 'stacks' => array_map(static fn (string $stack): array => ['css' => $stack, 'families' => SafeFonts::families($stack)], SafeFonts::stacks()),
            'languages' => array_map(static fn (string $tag): array => ['tag' => $tag, 'name' => LanguageTag::name($tag)], $source->languages),
        ];
    }

    /**
     * The places of a notice for what add-ons hand in.
     *
     * @return list<array{key: string, label: string, from: string|null}>
     */
    public static function slots(Notice $notice): array
    {
        return array_map(static fn (Declared $slot): array => ['key' => $slot->key, 'label' => $slot->label, 'from' => $slot->from], array_values($notice->slots));
    }

    /**
     * What is worn with a brand: its colours, and what it says of type and shape.
     *
     * @return array{colours: list<array{role: string, words: string, about: string, value: string, contrast: array<string, float>}>, tokens: list<array{name: string, words: string, unit: string, bounds: array{int, int}|null, value: string|int}>}
     */
    public static function worn(Brand $brand): array
    {
        return ['colours' => self::colours($brand), 'tokens' => array_map(static fn (Token $token): array => [
            'name' => $token->value, 'words' => $token->words(), 'unit' => $token->unit(), 'bounds' => $token->bounds(),
            'value' => $token->isFont() ? $brand->tokens->font($token) : $brand->tokens->figure($token),
        ], Token::cases())];
    }

    /**
     * The colours of a brand, with how far each stands out from each.
     *
     * @return list<array{role: string, words: string, about: string, value: string, contrast: array<string, float>}>
     */
    private static function colours(Brand $brand): array
    {
        return array_map(static fn (ColourRole $role): array => [
            'role' => $role->value, 'words' => $role->words(), 'about' => $role->about(), 'value' => $brand->colour($role),
            'contrast' => array_combine(array_column(ColourRole::cases(), 'value'), array_map(static fn (ColourRole $ground): float => Contrast::figure($brand->colours->ratioOf($role, $ground)), ColourRole::cases())),
        ], ColourRole::cases());
    }
}
