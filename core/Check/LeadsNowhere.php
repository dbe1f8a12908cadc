<?php

declare(strict_types=1);

namespace Herald\Check;

use Composer\Pcre\Preg;
use Herald\Block\Picture;
use Herald\Manuscript\PartKind;
use Herald\Manuscript\Piece;
use Herald\Manuscript\Shape;
use Herald\Manuscript\Words;
use Herald\Record\Path;
use Herald\Render\HeraldExtension;

/** Buttons, pictures and words whose address is missing, a placeholder, or not one that may be followed. */
final class LeadsNowhere implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            if ($piece->kind === PartKind::Link && ($piece->raw !== null || $piece->part !== 'picture')) {
                yield from $this->link($piece, $template);
            } elseif ($piece->kind === PartKind::Inline) {
                $runs = is_array($piece->raw) ? $piece->raw : [];
                foreach ($runs as $index => $run) {
                    if (is_array($run) && isset($run['link']) && self::fixed($run['link']) === '') {
                        $text = is_string($run['text'] ?? null) ? trim($run['text']) : '';
                        $whole = self::withScheme($run['link']);
                        yield Finding::at($piece, Weight::Grave, "“{$text}” is a link that leads nowhere.", $whole === null ? null : self::mend($whole, $piece, array_replace($runs, [$index => ['link' => [['text' => $whole]]] + $run])));
                    }
                }
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function link(Piece $piece, Examination $template): iterable
    {
        if ($piece->raw === null && $piece->type === Picture::type()) {
            yield Finding::at($piece, Weight::Remark, 'The picture leads nowhere when one presses it.');

            return;
        }
        if ($piece->raw === null || self::fixed($piece->raw) !== '') {
            return;
        }
        $isPicture = $piece->part === 'source' || $piece->part === 'picture';
        $what = $isPicture ? 'The picture has no address.' : ucfirst('the '.mb_strtolower(Shape::ofBlock($piece->type)->title ?? $piece->type).' leads nowhere.');
        $whole = self::withScheme($piece->raw);
        if ($whole !== null) {
            yield Finding::at($piece, Weight::Grave, $what.' Its address lacks how it begins.', self::mend($whole, $piece, [['text' => $whole]]));

            return;
        }
        $required = $isPicture ? null : ($template->notice->requiredLinks[0] ?? null);
        yield Finding::at(
            $piece,
            Weight::Grave,
            $piece->isBlank() ? $what : $what.' Only http, https, mailto and tel are followed.',
            $required === null || $template->notice === null ? null : Mend::set('Lead to “'.$template->notice->vocabulary->field(Path::of($required))->label->in('en').'”', $piece->id, $piece->part, [['variable' => $required]]),
        );
    }

    private static function mend(string $address, Piece $piece, mixed $value): Mend
    {
        return Mend::set("Make it {$address}", $piece->id, $piece->part, $value);
    }

    /** What was most likely meant by an address such as "www.example.org/shop"; null where it is none. */
    private static function withScheme(mixed $runs): ?string
    {
        $text = trim(Words::said($runs));

        return Preg::isMatch('#^[\p{L}\p{N}-]+(\.[\p{L}\p{N}-]+)*\.\p{L}{2,}(:\d+)?([/?\#]\S*)?$#u', $text) ? 'https://'.$text : null;
    }

    /** The address where it does not depend on data, empty where it may not be followed; null where it does. */
    private static function fixed(mixed $runs): ?string
    {
        foreach (is_array($runs) ? $runs : [] as $run) {
            if (is_array($run) && isset($run['variable'])) {
                return null;
            }
        }

        return HeraldExtension::address(Words::said($runs));
    }
}
