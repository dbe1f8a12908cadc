<?php

declare(strict_types=1);

namespace Herald\Claim;

use Herald\Condition\Comparison;
use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Document\Node;
use Herald\Record\Vocabulary;

/** Who answers for a notice: claims in their order, of which the first that fits answers, and what does when none of them fits. */
final readonly class Order
{
    /** So many claims a notice may have, */
    public const MOST = 60;

    /** and so many comparisons all of them together; each value of a list counts as one. */
    private const MOST_COMPARISONS = 1_000;

    /** As it is written down in JSON, in bytes. */
    private const LONGEST = 200_000;

    /**
     * @param  list<Claim>  $claims
     */
    private function __construct(public array $claims, public Otherwise $otherwise)
    {
    }

    /**
     * Reads `{"claims": [{"template": "night-blue-receipt", "if": {…}, "languages": ["de"], "from": "2026-12-01", "until": "2027-01-06", "collection": "winter-sky", "on": true, "remark": "…"}], "otherwise": "built_in"}`.
     *
     * @param  Vocabulary  $vocabulary  the notice's, with what set it off
     * @param  string  $zone  IANA name, the source's
     *
     * @throws InvalidDocument naming the places of all that does not fit
     */
    public static function read(Node $node, Vocabulary $vocabulary, string $zone): self
    {
        $nodes = array_values($node->nodes('claims'));
        if (count($nodes) > self::MOST) {
            throw $node->fault('claims', 'are more than '.self::MOST);
        }
        $faults = new Faults;
        $claims = [];
        foreach ($nodes as $one) {
            try {
                $claims[] = Claim::read($one, $vocabulary, $zone);
            } catch (InvalidDocument $e) {
                foreach ($e->faults as $fault) {
                    $faults->add($fault->place, $fault->reason);
                }
            }
        }
        $otherwise = Otherwise::tryFrom($node->string('otherwise')) ?? throw $node->fault('otherwise', 'must be one of '.implode(', ', array_column(Otherwise::cases(), 'value')));
        $faults->throwIfAny($node->document);

        return new self($claims, $otherwise);
    }

    /**
     * Whether it is more than people write, and than can be reasoned over: for what comes in. What was accepted before is read all the same.
     *
     * @throws InvalidDocument naming the limit
     */
    public function checkExtent(string $document): self
    {
        $comparisons = array_merge(...array_map(static fn (Claim $claim): array => $claim->condition?->comparisons() ?? [], $this->claims));
        $number = array_sum(array_map(static fn (Comparison $one): int => is_array($one->value) && array_is_list($one->value) ? max(1, count($one->value)) : 1, $comparisons));
        if ($number > self::MOST_COMPARISONS) {
            throw InvalidDocument::because($document, 'claims', 'have '.number_format($number).' comparisons; '.number_format(self::MOST_COMPARISONS).' are the most');
        }
        if (strlen(json_encode($this->toArray(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)) > self::LONGEST) {
            throw InvalidDocument::because($document, 'claims', 'are larger than '.Limits::inWords(self::LONGEST));
        }

        return $this;
    }

    /**
     * As it was written down.
     *
     * @return array{claims: list<array<string, mixed>>, otherwise: string}
     */
    public function toArray(): array
    {
        return ['claims' => array_map(static fn (Claim $claim): array => $claim->toArray(), $this->claims), 'otherwise' => $this->otherwise->value];
    }
}
