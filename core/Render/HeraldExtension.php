<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Condition\Condition;
use Herald\Value\Clean;
use Herald\Value\Format;
use Herald\Value\Formats;
use Herald\Value\Setting;
use Twig\Extension\AbstractExtension;
use Twig\TwigFilter;
use Twig\TwigFunction;

/** The filters and functions that compiled messages use. Holds what is being filled at the moment. */
final class HeraldExtension extends AbstractExtension
{
    /** @var list<Condition> */
    private array $conditions = [];

    private Setting $setting;

    public function __construct()
    {
        $this->setting = new Setting('en');
    }

    /** Turns to another message, or to other data. */
    public function turnTo(CompiledMessage $message, Scope $scope): void
    {
        $this->conditions = $message->conditions;
        $locale = $scope->source->locale($message->language);
        if ($this->setting->language !== $locale || $this->setting->zone !== $scope->source->zone) {
            $this->setting = new Setting($locale, $scope->source->zone);
        }
    }

    public function getFilters(): array
    {
        $filters = [
            new TwigFilter('html', self::html(...), ['is_safe' => ['html']]),
            new TwigFilter('attribute', static fn (string $text): string => htmlspecialchars(Clean::line($text), ENT_QUOTES | ENT_SUBSTITUTE | ENT_HTML5, 'UTF-8'), ['is_safe' => ['html']]),
            new TwigFilter('line', Clean::line(...)),
            new TwigFilter('cell', static fn (string $text): string => str_replace("\n", TextLayout::BREAK, $text)),
            new TwigFilter('url_part', rawurlencode(...)),
            new TwigFilter('address', self::address(...)),
        ];
        foreach (Formats::all() as $format) {
            $filters[] = new TwigFilter('as_'.$format->name(), $this->words($format));
        }

        return $filters;
    }

    public function getFunctions(): array
    {
        return [
            new TwigFunction('holds', function (array $context, int $number): bool {
                /** @var array<string, mixed> $context */
                return $this->conditions[$number]->holds($context);
            }, ['needs_context' => true]),
        ];
    }

    /** A filled address as it may stand in a link: http, https, mailto or tel and nothing else; otherwise an empty text. */
    public static function address(?string $address): string
    {
        $address = trim(Clean::text($address ?? ''));
        if (preg_match('~^(https?://[^\s/?#]|mailto:[^\s]|tel:[^\s])~i', $address) !== 1) {
            return '';
        }

        return preg_replace_callback('/[^\x21-\x7E]|["<>\\\\^`{|}]/', static fn (array $match): string => rawurlencode($match[0]), $address) ?? '';
    }

    private static function html(string $text): string
    {
        $escaped = htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE | ENT_HTML5, 'UTF-8');

        return str_contains($escaped, "\n") ? nl2br($escaped, false) : $escaped;
    }

    /**
     * @return \Closure(mixed, string=, ?string=, array<string, string>=): string
     */
    private function words(Format $format): \Closure
    {
        return function (mixed $value, string $fallback = '', ?string $zone = null, array $options = []) use ($format): string {
            if ($value === null || $value === '') {
                return $fallback;
            }
            /** @var array<string, string> $options */
            $setting = ($zone === null || $zone === $this->setting->zone) && $options === []
                ? $this->setting
                : new Setting($this->setting->language, $zone ?? $this->setting->zone, $options);
            $words = Clean::text($format->apply($value, $setting));

            return $words === '' ? $fallback : $words;
        };
    }
}
