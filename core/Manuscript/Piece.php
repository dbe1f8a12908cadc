<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Herald\Condition\Condition;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;

/** One member of one object of a document, as {@see Walk} comes by it. */
final readonly class Piece
{
    /**
     * @param  string  $block  the id of the block it belongs to, or "envelope"
     * @param  string  $type  of that block, or "envelope"
     * @param  string  $id  of the object it is a member of: the block itself, or one of its rows, columns or branches
     * @param  string  $part  its name there
     * @param  string  $title  what an author reads beside it
     * @param  array<array-key, mixed>  $object  the document of the object
     * @param  Vocabulary  $vocabulary  all that may be named here
     * @param  list<Condition>  $guards  what is known to hold where this is shown
     * @param  string  $place  in the document
     * @param  array<string, string>  $items  what the items of repeats around it are called, with the path of their list from a root: `order.items`, or `order.items.*.parts` within another
     * @param  Condition|null  $condition  that it is, where it is one that can be read
     * @param  bool  $within  whether it lies within own HTML, where nothing of it can be set by itself
     * @param  ColourRole  $ground  that it stands on: its own, that of the nearest section around it, or the message's
     */
    public function __construct(
        public string $block,
        public string $type,
        public string $id,
        public string $part,
        public string $title,
        public PartKind $kind,
        public mixed $raw,
        public array $object,
        public Vocabulary $vocabulary,
        public array $guards,
        public string $place,
        public array $items,
        public ColourRole $ground,
        public ?Condition $condition = null,
        public bool $within = false,
    ) {
    }

    /**
     * The variables in its text, in its link, or in the links of its text.
     *
     * @return list<array{path: string, fallback: string}>
     */
    public function variables(): array
    {
        if ($this->kind !== PartKind::Inline && $this->kind !== PartKind::Link) {
            return [];
        }
        $variables = [];
        $runs = is_array($this->raw) ? $this->raw : [];
        while ($runs !== []) {
            $run = array_shift($runs);
            if (! is_array($run)) {
                continue;
            }
            if (is_string($run['variable'] ?? null)) {
                $variables[] = ['path' => $run['variable'], 'fallback' => is_string($run['fallback'] ?? null) ? $run['fallback'] : ''];
            }
            array_push($runs, ...(is_array($run['link'] ?? null) ? array_values($run['link']) : []));
        }

        return $variables;
    }

    /** Whether there is nothing in it: no text but blanks, no variable. */
    public function isBlank(): bool
    {
        foreach (is_array($this->raw) ? $this->raw : [] as $run) {
            if (is_array($run) && (isset($run['variable']) || (is_string($run['text'] ?? null) && trim($run['text']) !== ''))) {
                return false;
            }
        }

        return true;
    }
}
