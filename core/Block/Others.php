<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Condition\Operator\More;
use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Purpose;
use Herald\Manuscript\Selection;
use Herald\Record\Field;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Value\Type;

/** Other records, such as the next dates or what else one may like, each as the blocks say: below each other, or several abreast. */
final readonly class Others implements Written
{
    /**
     * @param  list<Block>  $blocks
     * @param  list<Block>  $empty  shown when there are none
     */
    private function __construct(private Common $common, private Selection $records, private array $blocks, private array $empty, private int $abreast)
    {
    }

    public static function type(): string
    {
        return 'others';
    }

    public static function schema(): array
    {
        return [
            'title' => 'List of other records',
            'x-purpose' => Purpose::Record,
            'properties' => [
                'list' => ['title' => 'For each of', '$ref' => '#/$defs/path'],
                'item' => ['title' => 'Name of one', '$ref' => '#/$defs/name'],
                ...Selection::SCHEMA,
                'most' => [...Selection::SCHEMA['most'], 'x-brief' => true, 'description' => Selection::OF_RECORDS.' where it is empty', 'maximum' => Selection::OF_RECORDS],
                'abreast' => ['title' => 'Abreast', 'x-brief' => true, 'description' => 'side by side, where there is room', 'type' => 'integer', 'enum' => [1, 2, 3, 4]],
                'blocks' => ['title' => 'For each', '$ref' => '#/$defs/blocks'],
                'empty' => ['title' => 'When there are none', '$ref' => '#/$defs/blocks'],
            ],
            'required' => ['list', 'blocks'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): ?array
    {
        $kinds = $vocabulary->kinds();
        $own = Vocabulary::RECORDS.'.'.array_key_first($vocabulary->roots());
        if ($kinds === []) {
            return null;
        }
        // Mostly something to look at and to go to is listed, and something else than the record itself.
        $has = static fn (Field $kind, string $type): int => array_filter($kind->fields, static fn (Field $field): bool => $field->type instanceof $type) === [] ? 0 : 1;
        uksort($kinds, static fn (string $one, string $other): int => [$has($kinds[$other], Type\Picture::class), $one === $own, $has($kinds[$other], Type\Url::class)] <=> [$has($kinds[$one], Type\Picture::class), $other === $own, $has($kinds[$one], Type\Url::class)]);
        $path = array_key_first($kinds);
        $kind = $kinds[$path];
        $name = ! isset($vocabulary->roots()[$kind->key]) && Vocabulary::mayBeCalled($kind->key) ? $kind->key : 'other';
        $first = static fn (string $type, string $keys = ''): ?string => array_key_first(array_filter($kind->fields, static fn (Field $field): bool => $field->type instanceof $type && Preg::isMatch("~{$keys}~", $field->key)));
        $one = static fn (?string $key): array => $key === null ? [] : [['variable' => "{$name}.{$key}"]];
        [$picture, $title, $when, $price, $page] = [$first(Type\Picture::class), $first(Type\Text::class, 'name|title|programme') ?? $first(Type\Text::class), $first(Type\DateTime::class) ?? $first(Type\Date::class), $first(Type\Money::class), $first(Type\Url::class)];

        return [
            'list' => $path, 'item' => $name, 'most' => 3, 'abreast' => 3,
            ...($when === null ? [] : ['sorted_by' => $when, 'only' => ['path' => "{$name}.{$when}", 'operator' => (new More)->name(), 'value' => ['path' => 'now']]]),
            'blocks' => [
                ...($picture === null ? [] : [['id' => 'picture', 'type' => Picture::type(), 'source' => $one($picture), 'alternative' => $one($title)]]),
                ['id' => 'title', 'type' => Heading::type(), 'text' => $one($title), 'level' => 3],
                ...($when === null ? [] : [['id' => 'when', 'type' => Text::type(), 'text' => $one($when)]]),
                ...($price === null ? [] : [['id' => 'price', 'type' => Text::type(), 'text' => $one($price)]]),
                ...($page === null ? [] : [['id' => 'button', 'type' => Button::type(), 'label' => [['text' => 'See more']], 'link' => $one($page)]]),
            ],
        ];
    }

    public static function read(BlockReader $reader): self
    {
        [$records, $inside] = $reader->eachOf();

        return new self($reader->common(), $records, $reader->blocksBelow('blocks', $inside), $reader->blocksBelow('empty'), $reader->node->int('abreast', 1));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->grid($this->records, $this->abreast, fn (HtmlWriter $inside) => $inside->stack($this->blocks), $this->empty === [] ? null : fn () => $writer->stack($this->empty));
    }

    public function text(TextWriter $writer): void
    {
        $writer->each($this->records, fn () => $writer->stack($this->blocks), $this->empty === [] ? null : fn () => $writer->stack($this->empty));
    }
}
