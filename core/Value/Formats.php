<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;

/** The formats there are. */
final class Formats
{
    /** @var array<string, Format>|null */
    private static ?array $byName = null;

    /**
     * @return array<string, Format> by name
     */
    public static function all(): array
    {
        return self::$byName ??= array_column(array_map(
            static fn (Format $format): array => ['name' => $format->name(), 'format' => $format],
            [
                new TextFormat,
                NumberFormat::plain(),
                NumberFormat::percent(),
                new MoneyFormat,
                new DateFormat('date_short', \IntlDateFormatter::SHORT, \IntlDateFormatter::NONE),
                new DateFormat('date_medium', \IntlDateFormatter::MEDIUM, \IntlDateFormatter::NONE),
                new DateFormat('date_long', \IntlDateFormatter::LONG, \IntlDateFormatter::NONE),
                new DateFormat('date_full', \IntlDateFormatter::FULL, \IntlDateFormatter::NONE),
                new DateFormat('time', \IntlDateFormatter::NONE, \IntlDateFormatter::SHORT),
                new DateFormat('date_time', \IntlDateFormatter::LONG, \IntlDateFormatter::SHORT),
                new YesNoFormat,
                new LabelFormat,
                new CountFormat,
                new WordsByNumber,
                new WordsByValue,
                new ListFormat,
                new DurationFormat,
                AddressFormat::lines(),
                AddressFormat::line(),
                new RelativeDayFormat,
                new OrdinalFormat,
                new InitialFormat,
                CaseFormat::upper(),
                CaseFormat::title(),
                new LinkTextFormat,
                new TelephoneFormat,
                new MaskedFormat,
            ],
        ), 'format', 'name');
    }

    public static function named(string $name): ?Format
    {
        return self::all()[$name] ?? null;
    }

    /**
     * What is wrong with what is said of a format.
     *
     * @param  array<string, string>  $options  as {@see Adjustable::parameters} takes them
     * @param  array<array-key, string|int>  $with
     * @return list<string>
     */
    public static function faults(Format $format, FieldType $type, array $options, array $with): array
    {
        $faults = [];
        $known = $format instanceof Adjustable ? array_column(array_map(static fn (Parameter $one): array => [$one->name, $one], $format->parameters($type, $options, null)), 1, 0) : [];
        foreach ($with as $name => $value) {
            $parameter = $known[$name] ?? ($format instanceof Adjustable && $format->mayName((string) $name, $type) ? new Parameter((string) $name, '') : null);
            $fault = $parameter === null ? 'is not known here; '.($known === [] ? 'nothing can be said of it' : implode(', ', array_keys($known)).' are') : $parameter->fault($value);
            array_push($faults, ...($fault === null ? [] : ["\"{$name}\" {$fault}"]));
        }
        foreach ($known as $name => $parameter) {
            array_push($faults, ...($parameter->needed && ! isset($with[$name]) ? ["\"{$name}\" must be said"] : []));
        }

        return $faults;
    }

    /** The format a value of this type has where none is asked for; in a link that is the value as it is. */
    public static function usual(FieldType $type, bool $inLink = false): Format
    {
        if ($inLink && self::all()['text']->accepts($type)) {
            return self::all()['text'];
        }

        return self::all()[$type->usualFormat()];
    }
}
