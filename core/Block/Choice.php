<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Condition\Condition;
use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Group;
use Herald\Manuscript\Purpose;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;

/** Branches, of which the first whose condition holds is shown, or what stands under "otherwise". */
final readonly class Choice implements Group, Written
{
    /**
     * @param  list<array{when: ?Condition, blocks: list<Block>}>  $branches
     * @param  list<Block>  $otherwise
     */
    private function __construct(private Common $common, private array $branches, private array $otherwise)
    {
    }

    public static function type(): string
    {
        return 'choice';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Choice',
            'x-purpose' => Purpose::Arrange,
            'properties' => [
                'branches' => ['title' => 'First that fits', 'type' => 'array', 'minItems' => 1, 'items' => [
                    'title' => 'Branch',
                    'type' => 'object',
                    // A branch whose condition is still to be written is skipped; a finding says so.
                    'required' => ['id', 'blocks'],
                    'additionalProperties' => false,
                    'properties' => ['id' => ['$ref' => '#/$defs/id'], 'when' => ['title' => 'If', '$ref' => '#/$defs/condition'], 'blocks' => ['title' => 'If', '$ref' => '#/$defs/blocks']],
                ]],
                'otherwise' => ['title' => 'otherwise', '$ref' => '#/$defs/blocks'],
            ],
            'required' => ['branches'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        $text = static fn (string $id): array => [['id' => $id, 'type' => Text::type(), ...Text::fresh($vocabulary)]];

        return ['branches' => [['id' => 'branch', 'blocks' => $text('branch-text')]], 'otherwise' => $text('otherwise-text')];
    }

    public static function read(BlockReader $reader): self
    {
        return new self(
            $reader->common(),
            array_map(static function (BlockReader $branch): array {
                $branch->id();

                return ['when' => $branch->condition(), 'blocks' => $branch->blocksBelow('blocks')];
            }, $reader->each('branches')),
            $reader->blocksBelow('otherwise'),
        );
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $writer->firstOf($this->branches(), fn () => $writer->rows($this->otherwise), $writer->rows(...));
    }

    public function text(TextWriter $writer): void
    {
        $writer->firstOf($this->branches(), fn () => $writer->stack($this->otherwise), $writer->stack(...));
    }

    /**
     * @return list<array{Condition, list<Block>}>
     */
    private function branches(): array
    {
        $branches = [];
        foreach ($this->branches as $branch) {
            if ($branch['when'] !== null) {
                $branches[] = [$branch['when'], $branch['blocks']];
            }
        }

        return $branches;
    }
}
