<?php

declare(strict_types=1);

namespace Herald\Render;

use Composer\Pcre\Preg;
use Herald\Computed\Figure;
use Herald\Condition\Condition;
use Herald\Document\Limits;
use Herald\Manuscript\Selection;
use Herald\Record\NotComputable;
use Herald\Value\Clean;
use Herald\Value\Format;
use Herald\Value\Formats;
use Herald\Value\Locality;
use Herald\Value\Mask;
use Herald\Value\Type\FieldTypes;
use Twig\Extension\AbstractExtension;
use Twig\TwigFilter;
use Twig\TwigFunction;

/** The filters and functions that compiled messages use. Holds what is being filled at the moment. */
final class HeraldExtension extends AbstractExtension
{
    /** What stands in addresses as it is (RFC 3986, 2.2 and 2.3, and the percent sign). */
    private const IN_ADDRESSES = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-._~:/?#[]@!$&\'()*+,;=%';

    /** @var list<Condition> */
    private array $conditions = [];

    /** @var list<Selection> */
    private array $selections = [];

    private Locality $locality;

    /** @var array<string, \Collator> by language */
    private array $collators = [];

    /** @var array<string, list<string>> paths taken apart before */
    private array $segments = [];

    /** @var array<string, Format> */
    private readonly array $formats;

    /** How often repeats have gone round since we turned to this part of a message. */
    private int $turns = 0;

    public function __construct(private readonly Limits $limits)
    {
        $this->locality = new Locality('en');
        $this->formats = Formats::all();
    }

    /** Turns to another message, or to other data. */
    public function turnTo(CompiledMessage $message, MessageData $messageData): void
    {
        $this->turns = 0;
        $this->conditions = $message->conditions;
        $this->selections = $message->selections;
        $locale = $messageData->source->locale($message->language);
        $now = is_string($messageData->data['now'] ?? null) ? $messageData->data['now'] : null;
        if ($this->locality->language !== $locale || $this->locality->zone !== $messageData->source->zone || $this->locality->now !== $now) {
            $this->locality = new Locality($locale, $messageData->source->zone, [], $now);
        }
    }

    public function getFilters(): array
    {
        return [
            new TwigFilter('attribute', [self::class, 'quoted'], ['is_safe' => ['html']]),
            new TwigFilter('address', [self::class, 'address']),
        ];
    }

    public function getFunctions(): array
    {
        $functions = [new TwigFunction('holds', [$this, 'holds'], ['needs_context' => true]), new TwigFunction('turns', [$this, 'turns']), new TwigFunction('selected', [$this, 'selected'], ['needs_context' => true]), new TwigFunction('summed', [self::class, 'summed'])];
        $functions[] = new TwigFunction('found', [self::class, 'found'], ['needs_context' => true]);
        $functions[] = new TwigFunction('handed_in', [HandedIn::class, 'pieces'], ['needs_context' => true]);
        $functions[] = new TwigFunction('handed_in_as_html', [HandedIn::class, 'html'], ['needs_context' => true, 'is_safe' => ['html']]);
        $functions[] = new TwigFunction('handed_in_as_text', [HandedIn::class, 'text'], ['needs_context' => true]);
        foreach (Escape::cases() as $place) {
            $isSafe = in_array($place, [Escape::Html, Escape::Attribute], true) ? ['is_safe' => ['html']] : [];
            $functions[] = new TwigFunction($place->value.'_as_*', [$this, $place->value], ['needs_context' => true, ...$isSafe]);
        }

        return $functions;
    }

    /**
     * @return list<string> the names of all functions, as the sandbox allows them
     */
    public static function functionNames(): array
    {
        $names = ['holds', 'turns', 'selected', 'summed', 'found', 'handed_in', 'handed_in_as_html', 'handed_in_as_text'];
        foreach (Escape::cases() as $place) {
            foreach (array_keys(Formats::all()) as $format) {
                $names[] = $place->value.'_as_'.$format;
            }
        }

        return $names;
    }

    /**
     * Whether the message's condition of that number holds.
     *
     * @param  array<string, mixed>  $context
     */
    public function holds(array $context, int $number): bool
    {
        return $this->conditions[$number]->holds($context);
    }

    /**
     * What the message's selection of that number takes of a list.
     *
     * @param  array<string, mixed>  $context
     * @param  array<array-key, mixed>  $list
     * @return list<mixed>
     */
    public function selected(array $context, int $number, array $list): array
    {
        $language = $this->locality->language;

        return $this->selections[$number]->of($list, $context, $this->collators[$language] ??= new \Collator($language));
    }

    /**
     * The records that were found for the message's selection of that number.
     *
     * @param  array<string, mixed>  $context
     * @return array<array-key, mixed>
     */
    public static function found(array $context, int $number): array
    {
        $found = is_array($context['records'] ?? null) ? $context['records'][$number] ?? null : null;

        return is_array($found) ? $found : [];
    }

    /**
     * What items have of one field, added up.
     *
     * @param  array<array-key, mixed>  $items
     * @param  string  $type  the name of the field's type
     * @return int|string|array{amount: string, currency: string}|null null for an amount of nothing
     *
     * @throws Unfillable when that cannot be, as of two currencies
     */
    public static function summed(array $items, string $key, string $type): int|string|array|null
    {
        try {
            $sum = Figure::nothing();
            foreach ($items as $item) {
                $sum = $sum->plus(Figure::of(is_array($item) ? $item[$key] ?? null : null) ?? Figure::nothing());
            }

            return $sum->value(FieldTypes::named($type));
        } catch (NotComputable $e) {
            throw new Unfillable("\"{$key}\" cannot be added up: {$e->getMessage()}");
        }
    }

    /**
     * The list that a repeat goes through, unless repeats within repeats have gone round too often.
     *
     * @param  array<array-key, mixed>  $list
     * @return array<array-key, mixed>
     */
    public function turns(array $list): array
    {
        $this->turns += count($list);

        return $this->turns <= $this->limits->turns ? $list : throw new Unfillable('Its repeats go round more than '.number_format($this->limits->turns).' times');
    }

    /**
     * A value in words, escaped for a place between tags. One call does all that a variable needs: reading the value, the
     * format, the fallback and the escaping. The functions below differ in their escaping only.
     *
     * @param  array<string, mixed>  $context
     * @param  string  $format  the name of a format
     * @param  string  $path  of the value; with "?" in front it need not be there
     * @param  string  $fallback  said when the value is empty
     * @param  string|null  $zone  path of its time zone; null for the source's
     * @param  array<string, string>  $options  labels by value
     * @param  array<array-key, string|int>  $with  what is said of the format
     */
    public function html(array $context, string $format, string $path, string $fallback = '', ?string $zone = null, array $options = [], array $with = []): string
    {
        $escaped = self::quoted($this->words($context, $format, $path, $fallback, $zone, $options, $with));

        return str_contains($escaped, "\n") ? nl2br($escaped, false) : $escaped;
    }

    /** A text for an attribute in double quotes. */
    public static function quoted(string $text): string
    {
        // Most texts hold nothing to be escaped. They are UTF-8 by now, see Clean.
        if (strpbrk($text, '&<>"\'') === false) {
            return $text;
        }
        $escaped = htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE, 'UTF-8');

        // No element can begin in it, and no attribute end: the last look at what came from data, without the price of a call.
        return strpbrk($escaped, Gate::MARKUP_SIGNS) === false ? $escaped : throw Gate::unescaped();
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $options
     * @param  array<array-key, string|int>  $with
     */
    public function attribute(array $context, string $format, string $path, string $fallback = '', ?string $zone = null, array $options = [], array $with = []): string
    {
        return self::quoted(Clean::line($this->words($context, $format, $path, $fallback, $zone, $options, $with)));
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $options
     * @param  array<array-key, string|int>  $with
     */
    public function url(array $context, string $format, string $path, string $fallback = '', ?string $zone = null, array $options = [], array $with = []): string
    {
        return rawurlencode($this->words($context, $format, $path, $fallback, $zone, $options, $with));
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $options
     * @param  array<array-key, string|int>  $with
     */
    public function text(array $context, string $format, string $path, string $fallback = '', ?string $zone = null, array $options = [], array $with = []): string
    {
        return $this->words($context, $format, $path, $fallback, $zone, $options, $with);
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $options
     * @param  array<array-key, string|int>  $with
     */
    public function line(array $context, string $format, string $path, string $fallback = '', ?string $zone = null, array $options = [], array $with = []): string
    {
        return Clean::line($this->words($context, $format, $path, $fallback, $zone, $options, $with));
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $options
     * @param  array<array-key, string|int>  $with
     */
    public function mailbox(array $context, string $format, string $path, string $fallback = '', ?string $zone = null, array $options = [], array $with = []): string
    {
        return str_replace([',', ';', '<', '>', '"'], '', $this->line($context, $format, $path, $fallback, $zone, $options, $with));
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $options
     * @param  array<array-key, string|int>  $with
     */
    public function cell(array $context, string $format, string $path, string $fallback = '', ?string $zone = null, array $options = [], array $with = []): string
    {
        return str_replace("\n", TextLayout::BREAK, $this->words($context, $format, $path, $fallback, $zone, $options, $with));
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $options
     * @param  array<array-key, string|int>  $with
     */
    public function raw(array $context, string $format, string $path, string $fallback = '', ?string $zone = null, array $options = [], array $with = []): string
    {
        // A masked address is one that leads nowhere: a link stays one.
        return Mask::hides($this->value($context, $path)) ? Mask::ADDRESS : $this->words($context, $format, $path, $fallback, $zone, $options, $with);
    }

    /** A filled address as it may stand in a link: http, https, mailto or tel and nothing else; otherwise an empty text. */
    public static function address(?string $address): string
    {
        $address = trim(Clean::text($address ?? ''));
        // Every address of every message comes by here, and such a pattern cannot give up.
        // @phpstan-ignore herald.uncheckedResult
        if (preg_match('~^(https?://[^\s/?#]|mailto:[^\s]|tel:[^\s])~i', $address) !== 1) {
            return '';
        }

        // Most are written as they may stand.
        return strspn($address, self::IN_ADDRESSES) === strlen($address) ? $address : Preg::replaceCallback('/[^\x21-\x7E]|["<>\\\\^`{|}]/', static fn (array $match): string => rawurlencode($match[0]), $address);
    }

    /**
     * @param  array<string, mixed>  $context
     * @param  array<string, string>  $options
     * @param  array<array-key, string|int>  $with
     */
    private function words(array $context, string $format, string $path, string $fallback, ?string $zone, array $options, array $with): string
    {
        $value = $this->value($context, $path);
        if ($value === null || $value === '') {
            return $fallback;
        }
        $ownZone = $zone === null ? null : $this->value($context, $zone);
        $locality = $ownZone === null && $options === [] && $with === []
            ? $this->locality
            : new Locality($this->locality->language, is_string($ownZone) ? $ownZone : $this->locality->zone, $options, $this->locality->now, $with);
        $words = Clean::text($format === 'text' && $with === [] && is_string($value) ? $value : $this->formats[$format]->apply($value, $locality));

        return $words === '' ? $fallback : $words;
    }

    /**
     * @param  array<string, mixed>  $context
     */
    private function value(array $context, string $path): mixed
    {
        $segments = $this->segments[$path] ??= explode('.', ltrim($path, '?'));
        $value = $context;
        foreach ($segments as $segment) {
            if (! is_array($value) || ! array_key_exists($segment, $value)) {
                return $path[0] === '?' ? null : throw new \LogicException("The data have no \"{$path}\"");
            }
            $value = $value[$segment];
        }

        return $value;
    }
}
