<?php

declare(strict_types=1);

namespace Herald\Style;

use Composer\Pcre\Preg;
use Herald\Colour\ColourNames;
use Herald\Document\Json;
use Sabberworm\CSS\OutputFormat;
use Sabberworm\CSS\Parser;
use Sabberworm\CSS\Parsing\SourceException;
use Sabberworm\CSS\Property\Declaration;
use Sabberworm\CSS\RuleSet\DeclarationBlock;
use Sabberworm\CSS\Settings;

/**
 * A brand's own CSS: rules for {@see Element}s by their class, or for those within another (`.footer .link`). They are written into the style of each element, so that they hold
 * where style sheets are stripped. What mail programs do not honour is left out; what some of them drop is noted.
 */
final readonly class CustomCss
{
    /** Nothing of that length is written by hand. */
    public const LONGEST = 20_000;

    /**
     * @param  list<array{around: string|null, element: string, style: array<string, string>}>  $rules
     * @param  list<CssNote>  $notes  in the order of their lines
     */
    private function __construct(private array $rules, public array $notes)
    {
    }

    public static function none(): self
    {
        return new self([], []);
    }

    public static function of(string $css): self
    {
        if (trim($css) === '') {
            return self::none();
        }
        try {
            $contents = (new Parser($css, Settings::create()->beStrict()))->parse()->getContents();
        } catch (SourceException $e) {
            return new self([], [new CssNote(max(1, $e->getLineNumber() ?? 1), 'Cannot be read from here on: is a bracket or a semicolon missing?', true)]);
        }
        [$rules, $notes] = [[], []];
        foreach ($contents as $content) {
            if (! $content instanceof DeclarationBlock) {
                $line = method_exists($content, 'getLineNumber') ? $content->getLineNumber() : 1;
                $notes[] = new CssNote(is_int($line) ? $line : 1, 'Only rules for classes have a place here; what begins with @ is left out', true);

                continue;
            }
            $style = self::style($content, $notes);
            foreach ($content->getSelectors() as $selector) {
                $rule = self::rule(trim($selector->getSelector()), $style);
                if ($rule === null) {
                    $known = implode(', ', array_map(static fn (Element $element): string => '.'.$element->value, Element::cases()));
                    $notes[] = new CssNote($content->getLineNumber() ?? 1, "“{$selector->getSelector()}” is none of the classes there are: {$known}, or one within another, as in .footer .link", true);
                } elseif ($style !== []) {
                    $rules[] = $rule;
                }
            }
        }
        usort($notes, static fn (CssNote $one, CssNote $other): int => $one->line <=> $other->line);

        return new self($rules, $notes);
    }

    /**
     * @param  array<string, string>  $style  of an element as it is without
     * @param  list<string>  $around  the elements it lies in
     * @return array<string, string>
     */
    public function over(array $style, Element $element, array $around): array
    {
        foreach ($this->rules as $rule) {
            if ($rule['element'] === $element->value && ($rule['around'] === null || in_array($rule['around'], $around, true))) {
                $style = [...$style, ...$rule['style']];
            }
        }

        return $style;
    }

    /**
     * The properties that are honoured, with the families of mail programs of which one at least drops them: made from the caniemail data set, see tests/Reference.
     *
     * @return array<string, list<string>>
     */
    public static function honoured(): array
    {
        /** @var array<string, list<string>>|null $honoured */
        static $honoured = null;

        if ($honoured === null) {
            $node = Json::ofFile(__DIR__.'/honoured.json')->node();
            $honoured = [];
            foreach (array_keys($node->data) as $property) {
                $honoured[(string) $property] = $node->strings((string) $property);
            }
        }

        return $honoured;
    }

    /**
     * @param  list<CssNote>  $notes  takes what is to be said
     * @return array<string, string>
     *
     * @param-out list<CssNote> $notes
     */
    private static function style(DeclarationBlock $block, array &$notes): array
    {
        $style = [];
        foreach ($block->getDeclarations() as $declaration) {
            $property = strtolower($declaration->getPropertyName());
            $line = $declaration->getLineNumber() ?? 1;
            $value = self::value($declaration);
            $lacking = self::honoured()[$property] ?? null;
            if ($lacking === null) {
                $notes[] = new CssNote($line, "“{$property}” is left out: mail programs do not honour it, or the layout rests on it", true);
            } elseif (! Preg::isMatch('/^[A-Za-z0-9 #.,%\'+-]+$/D', $value)) {
                $notes[] = new CssNote($line, "“{$value}” is left out: only plain values hold in mail programs, such as #16233A, 12px or bold", true);
            } else {
                $style[$property] = $value;
                if (in_array($property, ['color', 'background-color'], true) && ! Preg::isMatch('/^#[0-9A-F]{6}$/D', $value)) {
                    $notes[] = new CssNote($line, "“{$value}” is not held against its background: only colours are that have a figure or a name, such as #16233A or navy", false);
                }
                if ($lacking !== []) {
                    $notes[] = new CssNote($line, "“{$property}” is dropped by ".self::listed($lacking), false);
                }
            }
        }

        return $style;
    }

    private static function value(Declaration $declaration): string
    {
        $value = $declaration->getValue();

        $text = str_replace('"', "'", trim(is_object($value) ? $value->render(OutputFormat::createCompact()) : (string) $value));

        if (Preg::isMatch('/color|^border/i', $declaration->getPropertyName())) {
            $text = ColourNames::asFigures($text);
        }

        // Six digits hold everywhere.
        return Preg::replaceCallback('/#(?:([0-9a-f])([0-9a-f])([0-9a-f])\b|[0-9a-f]{6}\b)/i', static fn (array $match): string => strtoupper(isset($match[3]) ? "#{$match[1]}{$match[1]}{$match[2]}{$match[2]}{$match[3]}{$match[3]}" : $match[0]), $text);
    }

    /**
     * @param  array<string, string>  $style
     * @return array{around: string|null, element: string, style: array<string, string>}|null
     */
    private static function rule(string $selector, array $style): ?array
    {
        if (! Preg::isMatch('/^(?:\.([a-z-]+)\s+)?\.([a-z-]+)$/D', $selector, $match) || Element::tryFrom((string) $match[2]) === null || ($match[1] !== null && Element::tryFrom($match[1]) === null)) {
            return null;
        }

        return ['around' => $match[1], 'element' => (string) $match[2], 'style' => $style];
    }

    /**
     * @param  non-empty-list<string>  $names
     */
    private static function listed(array $names): string
    {
        $last = array_pop($names);

        return $names === [] ? $last : implode(', ', $names).' and '.$last;
    }
}
