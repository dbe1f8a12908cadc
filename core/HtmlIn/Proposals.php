<?php

declare(strict_types=1);

namespace Herald\HtmlIn;

use Composer\Pcre\Preg;
use Herald\Record\Vocabulary;
use Herald\Value\Fold;
use Herald\Value\Type;

/** Which fields the placeholders of foreign HTML may stand for: those that are called alike. */
final readonly class Proposals
{
    /** What is called otherwise elsewhere, in letters and digits alone, with what it may be here, the likeliest first. */
    private const ALSO = [
        'fname' => ['firstname'], 'givenname' => ['firstname'], 'forename' => ['firstname'], 'name' => ['firstname'], 'customername' => ['firstname', 'name'], 'fullname' => ['name'], 'lname' => ['lastname'], 'surname' => ['lastname'], 'familyname' => ['lastname'],
        'orderid' => ['number', 'reference'], 'orderno' => ['number', 'reference'], 'ordernr' => ['number', 'reference'], 'ordernumber' => ['number', 'reference'], 'bookingid' => ['reference', 'number'], 'bookingref' => ['reference', 'number'], 'bookingnumber' => ['reference', 'number'], 'number' => ['reference'], 'id' => ['number', 'reference'],
        'orderdate' => ['placedat', 'createdat'], 'createdat' => ['placedat'], 'date' => ['placedat', 'startsat', 'day'], 'bookingdate' => ['startsat'], 'starttime' => ['startsat'], 'orderurl' => ['page'], 'orderlink' => ['page'], 'bookingurl' => ['page'], 'viewurl' => ['page'], 'url' => ['page'], 'link' => ['page'],
        'ordertotal' => ['total', 'price'], 'grandtotal' => ['total', 'price'], 'amount' => ['total', 'price'], 'price' => ['total'], 'mail' => ['email'], 'emailaddress' => ['email'], 'shopname' => ['sourcename'], 'storename' => ['sourcename'], 'companyname' => ['sourcename'], 'company' => ['sourcename'], 'siteurl' => ['webaddressofthesource'], 'shopurl' => ['webaddressofthesource'],
    ];

    /** @var array<string, string> paths by what they are called */
    private array $paths;

    public function __construct(Vocabulary $vocabulary)
    {
        $paths = [];
        foreach ([...$vocabulary->ofRecord(), ...$vocabulary->paths()] as $path => $field) {
            if (! $field->type->isSingle() || $field->type instanceof Type\Secret) {
                continue;
            }
            $segments = explode('.', $path);
            foreach ([$field->key, $field->label->in('en'), implode('', array_slice($segments, -2)), implode('', array_slice($segments, 1)), $path] as $name) {
                $paths[self::plain($name)] ??= $path;
            }
        }
        $this->paths = $paths;
    }

    /** The path of a field that a placeholder may stand for; null where none is called so. */
    public function for(Placeholder $placeholder): ?string
    {
        $segments = Preg::split('/[.\s:]+/', $placeholder->name);
        foreach ([$placeholder->name, (string) end($segments)] as $name) {
            $plain = self::plain($name);
            // A name alone is that of the one it is sent to.
            foreach ([...($plain === 'name' ? self::ALSO['name'] : []), $plain, ...self::ALSO[$plain] ?? []] as $called) {
                if (isset($this->paths[$called])) {
                    return $this->paths[$called];
                }
            }
        }

        return null;
    }

    private static function plain(string $name): string
    {
        return Preg::replace('/[^a-z0-9]+/', '', Fold::text($name));
    }
}
