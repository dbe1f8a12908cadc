<?php

declare(strict_types=1);

namespace Herald\Notice;

use Herald\Manuscript\Manuscript;
use Herald\Record\Field;
use Herald\Record\Vocabulary;

/** One kind of message for one audience on one event, as the source declares it. */
final readonly class Notice
{
    /**
     * @param  string  $audienceLabel  the audience in words: "customer", "staff, shop desk"
     * @param  list<string>  $requiredLinks  paths of the links that make the message work
     * @param  list<string>  $requiredVariables  paths of the values that must stand in it
     * @param  array<string, Field>  $given  parameters beside the record, by key
     * @param  array<string, string>  $slots  labels by key
     * @param  non-empty-array<string, Manuscript>  $builtIns  the source's own words by language
     */
    public function __construct(
        public string $key,
        public string $name,
        public string $strand,
        public string $recordType,
        public Cue $cue,
        public Audience $audience,
        public string $audienceLabel,
        public RecipientRule $recipient,
        public array $requiredLinks,
        public array $requiredVariables,
        public array $given,
        public array $slots,
        public Carrier $carrier,
        public WhenUncertain $whenUncertain,
        public array $builtIns,
        public Vocabulary $vocabulary,
    ) {
    }

    /**
     * @return non-empty-list<string>
     */
    public function languages(): array
    {
        return array_map(strval(...), array_keys($this->builtIns));
    }
}
