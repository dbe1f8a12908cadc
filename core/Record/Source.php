<?php

declare(strict_types=1);

namespace Herald\Record;

use Herald\Document\Node;

/** The connected application, as it describes itself. */
final readonly class Source
{
    private const AUDIENCES = ['customer' => ['name' => 'customer', 'plural' => 'customers'], 'staff' => ['name' => 'staff', 'plural' => 'staff']];

    /**
     * @param  string  $zone  IANA time zone
     * @param  string|null  $region  ISO 3166-1 code of where it is at home: how a language without a region of its own writes dates and numbers
     * @param  non-empty-list<string>  $languages  BCP 47 tags
     * @param  string  $email  what its messages are sent from
     * @param  string|null  $legal  the legal line beneath its messages
     * @param  array<string, string>  $theme  its own colours, `#RRGGBB` by role
     * @param  string|null  $maps  address of the map service: below it /LATITUDE,LONGITUDE/ZOOM.png are pictures of maps
     * @param  array<string, array{name: string, plural: string}>  $audiences  what its trade calls those whom notices are written for
     * @param  array<string, array{name: string, address: string, language: string|null}>  $roles  who works there, by key
     */
    private function __construct(
        public string $key,
        public string $name,
        public string $url,
        public string $zone,
        public array $languages,
        public string $defaultLanguage,
        public string $email,
        public ?string $replyTo,
        public ?string $legal,
        public ?string $region,
        public ?string $maps = null,
        public array $theme = [],
        public array $audiences = self::AUDIENCES,
        public array $roles = [],
    ) {
    }

    /** Reads the "source" of a manifest that has passed its schema. */
    public static function ofNode(Node $node): self
    {
        $default = $node->string('default_language');
        $languages = $node->strings('languages');
        if (! in_array($default, $languages, true)) {
            throw $node->fault('default_language', "\"{$default}\" is not among the languages");
        }
        $zone = $node->string('zone');
        if (! in_array($zone, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)) {
            throw $node->fault('zone', "\"{$zone}\" is not an IANA time zone");
        }

        return new self($node->string('key'), $node->string('name'), $node->string('url'), $zone, $languages, $default, $node->string('email'), $node->optionalString('reply_to'), $node->optionalString('legal'), $node->optionalString('region'), $node->optionalString('maps'), $node->node('theme')?->texts() ?? [], self::audiencesOf($node->node('audiences')), self::rolesOf($node));
    }

    /**
     * @return array<string, array{name: string, address: string, language: string|null}>
     */
    private static function rolesOf(Node $node): array
    {
        $roles = [];
        foreach ($node->nodes('roles') as $role) {
            $roles[$role->string('key')] = ['name' => $role->string('name'), 'address' => $role->string('address'), 'language' => $role->optionalString('language')];
        }

        return $roles;
    }

    /**
     * @return array<string, array{name: string, plural: string}>
     */
    private static function audiencesOf(?Node $node): array
    {
        $audiences = self::AUDIENCES;
        foreach (array_keys($node === null ? [] : $audiences) as $audience) {
            $words = $node?->node($audience);
            $audiences[$audience] = $words === null ? $audiences[$audience] : ['name' => $words->string('name'), 'plural' => $words->string('plural')];
        }

        return $audiences;
    }

    /** Stands in where a message is rendered without its source. */
    public static function standIn(): self
    {
        return new self('sample', 'Sample source', 'https://example.org', 'UTC', ['en'], 'en', 'sample@example.org', null, null, null);
    }

    /** The locale by which a language's dates and numbers are written here: en is en-IE for a source in Ireland. */
    public function locale(string $language): string
    {
        return $this->region === null || (\Locale::getRegion($language) ?? '') !== '' ? $language : $language.'-'.$this->region;
    }

    /**
     * What messages may name under "source".
     *
     * @return array<string, string|null>
     */
    public function toArray(): array
    {
        return ['name' => $this->name, 'url' => $this->url, 'email' => $this->email, 'reply_to' => $this->replyTo, 'legal' => $this->legal, 'zone' => $this->zone, 'maps' => $this->maps];
    }
}
