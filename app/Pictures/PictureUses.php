<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Models\Source;
use Composer\Pcre\Preg;
use Illuminate\Support\Facades\DB;

/** Where pictures are used: in drafts and in what was published last, and in which widths anything needs them that was ever published or sent. */
final class PictureUses
{
    public const NAME = '[0-9a-f]{32}\.(?:png|jpg)';

    /**
     * The templates and brands that a source's pictures stand in, as they are worked on or published.
     *
     * @return array<string, list<array{kind: string, key: string, name: string, published: bool, draft: bool}>> by the name of the picture
     */
    public static function of(Source $source): array
    {
        $uses = [];
        foreach ([...$source->templates()->whereNull('archived_at')->with(['latestVersion', 'draft'])->orderBy('name')->get(), ...$source->brands()->with(['latestVersion', 'draft'])->orderBy('name')->get()] as $document) {
            $published = self::namedIn((string) $document->latestVersion?->document);
            $draft = self::namedIn((string) $document->draft?->document);
            foreach (array_keys($published + $draft) as $name) {
                $uses[$name][] = ['kind' => $document::kind()->value, 'key' => $document->key, 'name' => $document->name, 'published' => isset($published[$name]), 'draft' => isset($draft[$name])];
            }
        }

        return $uses;
    }

    /**
     * A document with one picture in place of another.
     *
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    public static function replaced(array $document, string $name, string $with): array
    {
        return array_map(static fn (mixed $value): mixed => match (true) {
            is_array($value) => self::replaced($value, $name, $with),
            is_string($value) => str_replace($name, $with, $value),
            default => $value,
        }, $document);
    }

    /**
     * The widths in which a document loads pictures.
     *
     * @return list<array{int, string}> each with the name of the picture
     */
    public static function widthsIn(string $text): array
    {
        Preg::matchAll('~pictures\\\\?/(\d{1,4})\\\\?/('.self::NAME.')~', $text, $found);

        return array_map(static fn (?string $width, ?string $name): array => [(int) $width, (string) $name], $found[1], $found[2]);
    }

    /** Whether anything names the picture that was ever written, published or sent. */
    public static function isNeeded(string $name): bool
    {
        foreach (self::texts() as $text) {
            if (str_contains($text, $name)) {
                return true;
            }
        }

        return false;
    }

    /**
     * All pictures, in the widths in which anything needs them that is written, was ever published, or was sent.
     *
     * @return array<string, true> `WIDTH/NAME`, and `NAME` alone for what is named without a width, as a logo is
     */
    public static function needed(): array
    {
        $needed = [];
        foreach (self::texts() as $text) {
            foreach (self::widthsIn($text) as [$width, $name]) {
                $needed["{$width}/{$name}"] = true;
            }
            $needed += self::namedIn(Preg::replace('~pictures\\\\?/\d{1,4}\\\\?/'.self::NAME.'~', '', $text));
        }

        return $needed;
    }

    /**
     * @return \Generator<int, string> everything in which a picture may be named, one after the other
     */
    private static function texts(): \Generator
    {
        foreach ([['drafts', 'document'], ['versions', 'document'], ['editions', 'compiled'], ['built_ins', 'document'], ['records', 'data'], ['dispatches', 'data'], ['events', 'slots']] as [$table, $column]) {
            $rows = DB::table($table)->select(['id', $column])->whereNotNull($column);
            foreach ($table === 'dispatches' ? $rows->orderBy('id')->lazy(500) : $rows->lazyById(500) as $row) {
                yield is_string($row->{$column}) ? $row->{$column} : '';
            }
        }
    }

    /**
     * @return array<string, true>
     */
    private static function namedIn(string $text): array
    {
        Preg::matchAll('~'.self::NAME.'~', $text, $found);

        return array_fill_keys($found[0], true);
    }
}
