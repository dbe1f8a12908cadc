<?php

declare(strict_types=1);

namespace Herald\Value;

use Herald\Value\Type\FieldType;
use libphonenumber\NumberParseException;
use libphonenumber\PhoneNumberFormat;
use libphonenumber\PhoneNumberUtil;

/**
 * A telephone number in the grouping of its country: as it is dialled there where that is the country of the reader, with the country's code elsewhere. What is no number
 * of any country stands as it was written.
 */
final class TelephoneFormat implements Format
{
    public function name(): string
    {
        return 'telephone';
    }

    public function accepts(FieldType $type): bool
    {
        return $type instanceof Type\Phone;
    }

    public function apply(mixed $value, Locality $locality): string
    {
        if (! is_string($value)) {
            return '';
        }
        $region = (string) \Locale::getRegion($locality->language);
        $known = PhoneNumberUtil::getInstance();
        try {
            $number = $known->parse($value, $region === '' ? null : $region);
        } catch (NumberParseException) {
            return $value;
        }
        if (! $known->isValidNumber($number)) {
            return $value;
        }

        return $known->format($number, $known->getRegionCodeForNumber($number) === $region ? PhoneNumberFormat::NATIONAL : PhoneNumberFormat::INTERNATIONAL);
    }
}
