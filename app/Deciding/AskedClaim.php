<?php

declare(strict_types=1);

namespace App\Deciding;

use App\Models\ClaimCollection;
use App\Models\Template;
use App\Models\TemplateVersion;
use Herald\Claim\Claim;
use Herald\Condition\Condition;
use Herald\Condition\Verdict;

/** A claim among those that are asked who answers, with all that it hangs on: its template, and its collection where it has one. */
final readonly class AskedClaim
{
    /**
     * @param  int  $place  in the order as it was written down
     * @param  Claim|null  $claim  null where it does not fit what the source declares today
     * @param  string|null  $fault  why it does not
     * @param  string  $zone  IANA name, the source's
     */
    public function __construct(public int $place, public Template $template, public ?Claim $claim, public ?string $fault, public ?ClaimCollection $collection, private string $zone)
    {
    }

    /** What would answer: the newest version of its template. */
    public function version(): ?TemplateVersion
    {
        return $this->template->latestVersion;
    }

    /** "Night-blue receipt, version 3" */
    public function called(): string
    {
        $version = $this->version();

        return $version === null ? $this->template->name : "{$this->template->name}, version {$version->number}";
    }

    /** Whether it is asked at all, whatever a message is about: switched on, published, and its collection on at that moment. */
    public function stands(\DateTimeImmutable $now): Verdict
    {
        $collection = $this->collection?->judge($now, $this->zone);

        return match (true) {
            $this->claim?->on === false => new Verdict(false, 'it is switched off'),
            $this->version() === null => new Verdict(false, 'it is not published yet'),
            $this->template->archived_at !== null => new Verdict(false, 'its template is in the archive'),
            $this->claim === null => new Verdict(false, "its condition no longer fits the source: {$this->fault}"),
            $collection?->holds === false => $collection,
            default => $this->claim->days->judge($now),
        };
    }

    /** All that it asks of a message, in one condition; null where it always answers. */
    public function whole(): ?Condition
    {
        return $this->claim?->whole($this->collection?->days($this->zone));
    }

    /** Whether it is switched on and published, so that it is asked on its days. */
    public function counts(): bool
    {
        return $this->claim?->on === true && $this->version() !== null && $this->template->archived_at === null && $this->collection?->active !== false;
    }
}
