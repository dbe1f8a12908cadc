<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Document\Faults;
use Herald\Document\Node;
use Herald\Manuscript\Block;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Link;
use Herald\Manuscript\Purpose;
use Herald\Manuscript\Reading;
use Herald\Manuscript\Run;
use Herald\Record\Vocabulary;
use Herald\Render\Awaiting;
use Herald\Render\HandedIn;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;

/** The place where content stands that an add-on hands in with the event, in the type of the brand; nothing where none came. */
final readonly class Slot implements Awaiting
{
    /** One of each kind of piece, with marks for its words: {@see AddOnContent::KINDS}. */
    private const SAMPLES = [
        'heading' => ['text' => HandedIn::WORDS, 'level' => 3], 'text' => ['text' => HandedIn::WORDS], 'points' => ['points' => [['id' => 'slot-point', 'text' => HandedIn::WORDS]]],
        'facts' => ['rows' => [['id' => 'slot-row', 'label' => HandedIn::LABEL, 'value' => HandedIn::WORDS]]], 'button' => ['label' => HandedIn::WORDS, 'link' => HandedIn::ADDRESS],
        'picture' => ['source' => HandedIn::ADDRESS, 'alternative' => HandedIn::LABEL], 'divider' => [],
    ];

    private function __construct(private Common $common, private string $slot)
    {
    }

    public static function type(): string
    {
        return 'slot';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Add-on content',
            'x-purpose' => Purpose::Record,
            'properties' => ['slot' => ['title' => 'Place', 'x-offers' => 'slots', 'description' => 'the key of a slot of the notice', 'type' => 'string', 'pattern' => '^[a-z0-9]+(-[a-z0-9]+)*$', 'maxLength' => 100]],
            'required' => ['slot'],
        ];
    }

    /** Which slots there are is for the notice to say: the first of them is taken where it is put in. */
    public static function fresh(Vocabulary $vocabulary): array
    {
        return ['slot' => 'content'];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(0), $reader->node->string('slot'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function slot(): string
    {
        return $this->slot;
    }

    public function html(HtmlWriter $writer): void
    {
        $looks = [];
        foreach (self::samples() as $type => $sample) {
            $looks[$type] = $writer->apart(static fn () => $writer->marked(false)->rows([$sample]));
        }
        $looks['link'] = $writer->apart(static fn () => $writer->inline(new Inline([new Run(HandedIn::WORDS, link: new Link([HandedIn::ADDRESS]))])));
        $looks['underline'] = $writer->apart(static fn () => $writer->inline(new Inline([new Run(HandedIn::WORDS, underline: true)])));
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">');
        $writer->handedIn($this->slot, $looks);
        $writer->markup('</table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->handedIn($this->slot, array_map(static fn (Block $sample): string => $writer->apart(static fn () => $writer->stack([$sample])), self::samples()));
    }

    /**
     * @return array<string, Block> by their type
     */
    private static function samples(): array
    {
        /** @var array<string, Block>|null $samples */
        static $samples = null;
        if ($samples === null) {
            $documents = array_map(static fn (string $type, array $members): array => ['id' => 'slot-'.$type, 'type' => $type, ...$members], array_keys(self::SAMPLES), self::SAMPLES);
            $samples = [];
            $nodes = array_map(static fn (array $document): Node => new Node($document, '', ''), $documents);
            foreach (BlockReader::blocks($nodes, Vocabulary::ofFrame(), new Reading(new Faults, [], '')) as $block) {
                $samples[$block::type()] = $block;
            }
        }

        return $samples;
    }
}
