<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Group;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;

/** A piece of a brand's frame: blocks across the whole width, on a ground of their own and all in one ink. Templates have none. */
abstract readonly class Band implements Group, Written
{
    /**
     * @param  list<\Herald\Manuscript\Block>  $blocks
     */
    final private function __construct(private Common $common, private array $blocks)
    {
    }

    abstract public static function ground(): ColourRole;

    abstract protected static function title(): string;

    /** Where it stands, as an author reads it. */
    abstract protected static function place(): string;

    abstract protected static function ink(): ColourRole;

    /** By how many px its type is smaller than running text. */
    abstract protected static function smaller(): int;

    public static function schema(): array
    {
        return [
            'title' => static::title(),
            'x-purpose' => Purpose::Arrange,
            'x-fixed' => true,
            'properties' => ['blocks' => ['title' => static::place(), '$ref' => '#/$defs/blocks']],
            'required' => ['blocks'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): ?array
    {
        return null;
    }

    public static function read(BlockReader $reader): static
    {
        return new static($reader->common(0), $reader->blocksBelow('blocks'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $step = $writer->brand->step;
        $writer->band(static::ground(), (2 * $step + 4).'px '.(2 * $step).'px', Element::from(static::type()), $writer->mark($this->common->id), fn (HtmlWriter $inside) => $inside
            ->within($writer->brand->width - 4 * $step)->styled($inside->styling->inked(static::ink(), static::smaller()))->stack($this->blocks));
    }

    public function text(TextWriter $writer): void
    {
        $writer->stack($this->blocks);
    }
}
