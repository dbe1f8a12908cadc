<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Group;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Purpose;
use Herald\Record\Path;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;

/** The place where a passage stands that several templates share. Its blocks are put in by {@see Passages} before the document is read. */
final readonly class Passage implements Group, Written
{
    /**
     * @param  list<Block>  $blocks
     */
    private function __construct(private Common $common, private array $blocks)
    {
    }

    public static function type(): string
    {
        return Passages::BLOCK;
    }

    public static function schema(): array
    {
        return [
            'title' => 'Passage',
            'x-purpose' => Purpose::Arrange,
            'properties' => [
                'passage' => ['title' => 'Passage', 'x-offers' => 'passages', 'description' => 'the key of a passage', 'type' => 'string', 'pattern' => '^[a-z0-9]+(-[a-z0-9]+)*$', 'maxLength' => 100],
                'fields' => [
                    'title' => 'Fields it needs', 'x-offers' => 'fields', 'x-brief' => true, 'description' => 'where the passage was written about other records: for each field of theirs that it needs, or a group of them, the one that stands for it here',
                    'type' => 'object', 'maxProperties' => 100, 'propertyNames' => ['pattern' => '^'.Path::PATTERN.'$'], 'additionalProperties' => ['$ref' => '#/$defs/path'],
                ],
                // No document has it: what the passage says is put there when the document is read.
                'blocks' => ['title' => 'What it says', 'x-put-in' => true, '$ref' => '#/$defs/blocks'],
            ],
            'required' => ['passage'],
        ];
    }

    /** Which passages there are is not for the record to say: one is chosen where it is put in. */
    public static function fresh(Vocabulary $vocabulary): ?array
    {
        return null;
    }

    public static function read(BlockReader $reader): self
    {
        $common = $reader->common(0);
        if (! $reader->node->has('blocks')) {
            $reader->reading->faults->add($reader->node->below('passage'), "the passage \"{$reader->node->string('passage')}\" is not there, or this is a passage itself: none stands in another");
        }
        foreach ($reader->node->strings('lacks') as $lack) {
            $reader->reading->faults->add($reader->node->below('passage'), "the passage \"{$reader->node->string('passage')}\" does not fit: {$lack}");
        }

        return new self($common, $reader->blocksBelow('blocks'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->rows($this->blocks);
    }

    public function text(TextWriter $writer): void
    {
        $writer->stack($this->blocks);
    }
}
