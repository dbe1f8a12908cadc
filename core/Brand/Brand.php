<?php

declare(strict_types=1);

namespace Herald\Brand;

use Herald\Colour\Colour;
use Herald\Document\Fault;
use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Document\Schema;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Envelope;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Manuscript;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Reading;
use Herald\Record\Source;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;
use Herald\Style\Colours;
use Herald\Style\CustomCss;
use Herald\Style\Token;
use Herald\Style\Tokens;
use Herald\Style\WebFont;

/** What all messages of a source have in common: colours by role, type, measures, sender and the frame. */
final readonly class Brand
{
    /** The types of the blocks that its frame is made of. */
    public const HEADER = 'header';

    public const FOOTER = 'footer';

    /**
     * @param  Tokens  $tokens  type and shape, all of them
     * @param  int  $width  of the message, in px
     * @param  bool  $full  whether its grounds run across the whole window; boxed otherwise
     * @param  int  $step  one step of spacing, in px
     * @param  bool  $framed  whether there is a frame at all, with its ground and its dark colours
     * @param  array<string, string>  $social  addresses by the name of the service
     * @param  string|null  $legal  null for what the source says of itself
     * @param  array<string, string>  $darkChosen  `#RRGGBB` by role, where the derived colour is not wanted
     * @param  string  $hash  stands for all of it
     */
    private function __construct(
        private Json $json,
        public string $name,
        public Colours $colours,
        private array $darkChosen,
        public Tokens $tokens,
        public ?WebFont $webFont,
        public int $width,
        public bool $full,
        public int $step,
        public bool $framed,
        public ?Logo $logo,
        public array $social,
        public ?string $legal,
        public CustomCss $css,
        public string $hash,
    ) {
    }

    /** The brand that every message wears until one is designed. */
    public static function usual(): self
    {
        return self::stored(Json::ofFile(self::usualFile()));
    }

    /** Where its document is. */
    public static function usualFile(): string
    {
        return __DIR__.'/usual.json';
    }

    /**
     * The document of a first brand for a source: the usual one in the source's colours, so far as it says them, with every text readable.
     *
     * @return array<array-key, mixed>
     */
    public static function seed(Source $source, string $name): array
    {
        $document = Json::ofFile(self::usualFile())->data;
        $colours = self::usual()->colours;
        foreach ($source->theme as $role => $hex) {
            $colours = $colours->with(ColourRole::from($role), Colour::ofHex($hex));
        }

        return self::normal([...$document, 'name' => $name, 'language' => $source->defaultLanguage, 'colours' => $colours->made()->hex()]);
    }

    /** No brand at all: what a built-in message wears when it goes out as the source wrote it. */
    public static function plain(): self
    {
        return self::stored(Json::ofFile(__DIR__.'/plain.json'));
    }

    /**
     * @param  string  $pictures  the address that pictures are put behind: a width in px, and the name
     *
     * @throws InvalidDocument naming place and reason of everything that is wrong
     */
    public static function ofJson(Json $json, string $pictures = ''): self
    {
        Schema::Brand->check($json);
        $brand = self::stored($json, $pictures);
        $faults = $brand->faults();

        return $faults === [] ? $brand : throw new InvalidDocument($json->name, $faults);
    }

    /** Reads a document that has the form of a brand. What its words name that is not there stands as text, as while it is designed. */
    public static function stored(Json $json, string $pictures = ''): self
    {
        $node = $json->node();
        $type = $node->node('type') ?? throw $node->fault('type', 'is missing');
        $measures = $node->node('measures') ?? throw $node->fault('measures', 'is missing');
        $web = $type->node('web_font');
        $webFont = $web === null ? null : new WebFont($web->string('family'), $web->string('address'));
        $use = $web?->optionalString('use') ?? 'both';
        $stack = static fn (string $for): string => ($webFont !== null && in_array($use, [$for, 'both'], true) ? "'{$webFont->family}', " : '').$type->string($for);
        $social = [];
        foreach ($node->nodes('social') as $link) {
            $social[$link->string('name')] = $link->string('address');
        }

        return new self(
            $json,
            $node->string('name'),
            Colours::ofHex($node->node('colours')?->texts() ?? []),
            $node->node('dark')?->texts() ?? [],
            Tokens::of($type)->over(Tokens::of($measures))->over(new Tokens([Token::HeadingFont->value => $stack('heading'), Token::Font->value => $stack('body')])),
            $webFont,
            $measures->int('width', 600),
            $measures->bool('full'),
            $measures->int('step', 8),
            $node->bool('framed', true),
            self::logo($node->node('logo'), $pictures),
            $social,
            ($node->optionalString('legal') ?? '') === '' ? null : $node->string('legal'),
            CustomCss::of($node->optionalString('css') ?? ''),
            hash('sha256', $pictures.json_encode($json->data, JSON_THROW_ON_ERROR)),
        );
    }

    /**
     * A document of a brand in normal form, as it is designed: all text as lists of runs, and no member that says nothing.
     *
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    public static function normal(array $document): array
    {
        return array_filter(NormalForm::of($document), static fn (mixed $member, string|int $name): bool => $member !== [] || $name === 'manuscript', ARRAY_FILTER_USE_BOTH);
    }

    /** `#RRGGBB` */
    public function colour(ColourRole $role): string
    {
        return $this->colours->of($role)->hex();
    }

    /**
     * The colours for dark surroundings that go with a light set: derived, but where this brand has chosen one of its own.
     *
     * @param  Colours  $light  this brand's, or those of a place that overrides some of them
     */
    public function dark(Colours $light): Colours
    {
        $dark = $light->dark();
        foreach ($this->darkChosen as $role => $hex) {
            if ($light->of(ColourRole::from($role))->hex() === $this->colour(ColourRole::from($role))) {
                $dark = $dark->with(ColourRole::from($role), Colour::ofHex($hex));
            }
        }

        return $dark;
    }

    /**
     * What messages may name under "brand".
     *
     * @return array{name: string, legal: string|null}
     */
    public function messageData(): array
    {
        return ['name' => $this->name, 'legal' => $this->legal];
    }

    /**
     * @return non-empty-list<string> the languages its frame has words in, the one it was written in first
     */
    public function languages(): array
    {
        return [$this->json->node()->string('language'), ...array_map(strval(...), array_keys($this->json->node()->array('translations')))];
    }

    /** The colours of the header: those of all messages, with what it overrides. */
    public function header(): Colours
    {
        foreach ($this->frame($this->languages()[0])->blocks as $block) {
            if ($block::type() === self::HEADER) {
                return $block->common()->look->over($this->colours);
            }
        }

        return $this->colours;
    }

    /**
     * What cannot be read of the words of its frame, in any language.
     *
     * @return list<Fault>
     */
    public function faults(): array
    {
        $faults = new Faults;
        foreach ($this->languages() as $language) {
            $this->read($language, $faults);
        }

        return $faults->all();
    }

    /**
     * The names of the logo's pictures, as the document has them.
     *
     * @return array{string, string|null}|null
     */
    public function logoPictures(): ?array
    {
        $logo = $this->json->node()->node('logo');

        return $logo === null ? null : [$logo->string('picture'), $logo->optionalString('dark_picture')];
    }

    /** Header, footer and senders in a language: in the words it has for it, or else in its own. */
    public function frame(string $language): Manuscript
    {
        return $this->read($language, new Faults);
    }

    private function read(string $language, Faults $faults): Manuscript
    {
        $node = $this->json->node();
        $words = $node->nodes('translations')[$language] ?? null;
        $reading = new Reading($faults, $words->data ?? [], $words->place ?? '');
        $vocabulary = Vocabulary::ofFrame();
        $reader = new BlockReader(new Node(['id' => 'envelope', ...$node->array('envelope')], 'envelope', $node->document), $vocabulary, $reading);
        $frame = new Manuscript(
            $language,
            new Envelope(new Inline([]), null, $reader->optionalInline('from_name'), $reader->optionalInline('from_address'), $reader->optionalInline('reply_to')),
            BlockReader::blocks($node->nodes('manuscript'), $vocabulary, $reading),
        );
        $reading->nameStrays();

        return $frame;
    }

    private static function logo(?Node $logo, string $pictures): ?Logo
    {
        if ($logo === null) {
            return null;
        }
        $width = $logo->int('width', Logo::WIDTH);
        $dark = $logo->optionalString('dark_picture');
        $at = $pictures.(Logo::DENSITY * $width).'/';

        return new Logo(
            $at.$logo->string('picture'),
            $dark === null ? null : $at.$dark,
            $width,
            $logo->optionalString('link'),
            $logo->optionalString('alternative'),
            $logo->optionalString('plate'),
        );
    }
}
