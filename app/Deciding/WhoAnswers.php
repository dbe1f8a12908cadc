<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Models\ClaimCollection;
use App\Models\Notice;
use App\Models\Template;
use App\Timing\Clock;
use Herald\Claim\Claim;
use Herald\Claim\Order;
use Herald\Claim\Otherwise;
use Herald\Document\InvalidDocument;
use Herald\Document\Node;
use Herald\Record\Vocabulary;

/** The claims of a notice in the order in which they are asked: those of collections first, in the order of the collections, then its own. The first that fits answers. */
final readonly class WhoAnswers
{
    /** What has to be loaded with a notice. */
    public const LOADED = ['claims.template.latestVersion', 'claims.collection.brand.latestVersion'];

    /**
     * @param  list<AskedClaim>  $claims
     */
    private function __construct(public array $claims, public Otherwise $otherwise)
    {
    }

    /** As it is in force. Expects what {@see LOADED} names to be loaded with the notice. */
    public static function to(Notice $notice): self
    {
        $vocabulary = null;
        $zone = $notice->source->manifest()->source->zone;
        $asked = [];
        foreach ($notice->claims->values() as $place => $row) {
            // Most ask for nothing, and need no vocabulary.
            $vocabulary ??= $row->condition === null ? null : $notice->declaration()->vocabulary->withEvent();
            $asked[] = self::claim($place, $row->written(), $row->template, $row->collection, $vocabulary, $zone);
        }

        return self::inOrder($asked, $notice->fallback, $notice);
    }

    /**
     * As it would be, by an order that was written down and is not in force.
     *
     * @param  Notice  $notice  with its source
     * @param  \Illuminate\Support\Collection<string, Template>  $templates  by key, with latestVersion
     * @param  \Illuminate\Support\Collection<string, ClaimCollection>  $collections  by key
     *
     * @throws InvalidDocument when it names a template or a collection that is not there
     */
    public static function by(Notice $notice, Order $order, \Illuminate\Support\Collection $templates, \Illuminate\Support\Collection $collections): self
    {
        $zone = $notice->source->manifest()->source->zone;
        $asked = [];
        foreach ($order->claims as $place => $claim) {
            $template = $templates->get($claim->template) ?? throw InvalidDocument::because('who answers', "claims/{$place}/template", "\"{$claim->template}\" is no template");
            $collection = $claim->collection === null ? null : ($collections->get($claim->collection) ?? throw InvalidDocument::because('who answers', "claims/{$place}/collection", "\"{$claim->collection}\" is no collection"));
            $asked[] = new AskedClaim($place, $template, $claim, null, $collection, $zone);
        }

        return self::inOrder($asked, $order->otherwise, $notice);
    }

    /**
     * Who answers for a message.
     *
     * @param  \Closure(): array<array-key, mixed>  $data  values by root, asked for where a claim needs them
     */
    public function judge(\DateTimeImmutable $now, \Closure $data): Ruling
    {
        $lines = [];
        $values = null;
        foreach ($this->claims as $claim) {
            $verdict = $claim->stands($now);
            if ($verdict->holds && $claim->claim !== null) {
                // Most ask for nothing, and the data are not made for one that is not asked.
                $values ??= $claim->claim->condition === null && $claim->claim->languages === [] ? null : $data();
                $verdict = $claim->claim->judge($values ?? []);
            }
            $lines[] = [$claim, $verdict];
            if ($verdict->holds) {
                return new Ruling($lines, $claim, $this->otherwise);
            }
        }

        return new Ruling($lines, null, $this->otherwise);
    }

    /** The same for a matter. */
    public function about(Matter $matter): Ruling
    {
        return $this->judge($matter->moment, $matter->asked(...));
    }

    /**
     * Those that may answer at a moment, whatever a message is about.
     *
     * @param  \DateTimeImmutable|null  $now  null for the moment that it is
     * @return list<AskedClaim>
     */
    public function inForce(?\DateTimeImmutable $now = null): array
    {
        $now ??= Clock::now()->toDateTimeImmutable();

        return array_values(array_filter($this->claims, static fn (AskedClaim $claim): bool => $claim->stands($now)->holds));
    }

    /**
     * @param  list<AskedClaim>  $asked
     */
    private static function inOrder(array $asked, Otherwise $otherwise, Notice $notice): self
    {
        usort($asked, static fn (AskedClaim $one, AskedClaim $other): int => [$one->collection->rank ?? PHP_INT_MAX, $one->place] <=> [$other->collection->rank ?? PHP_INT_MAX, $other->place]);

        // Where there are no built-in words, nothing answers, whatever was said.
        return new self($asked, $notice->declaration()->languages() === [] ? Otherwise::Silent : $otherwise);
    }

    /**
     * @param  array<string, mixed>  $written
     */
    private static function claim(int $place, array $written, Template $template, ?ClaimCollection $collection, ?Vocabulary $vocabulary, string $zone): AskedClaim
    {
        $node = new Node($written, '', 'claim');
        try {
            [$claim, $fault] = [Claim::read($node, $vocabulary ?? Vocabulary::ofFrame(), $zone), null];
        } catch (InvalidDocument $e) {
            [$claim, $fault] = [null, $e->faults[0]->inWords()];
        }

        return new AskedClaim($place, $template, $claim, $fault, $collection, $zone);
    }
}
