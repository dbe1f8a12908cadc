<?php

declare(strict_types=1);

namespace Herald\Check;

use Composer\Pcre\Preg;
use Herald\Brand\Brand;
use Herald\Document\Fault;
use Herald\Document\Json;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Piece;
use Herald\Manuscript\Template;
use Herald\Manuscript\Walk;
use Herald\Notice\Notice;
use Herald\Record\Fullness;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;

/** A template laid out for being checked. */
final readonly class Examination
{
    /**
     * @param  array<array-key, mixed>  $document  in normal form
     * @param  list<Piece>  $pieces  all that it is made of, with what its passages say and what stands in own HTML
     * @param  list<Fault>  $faults  what could not be read of it
     * @param  array<string, list<string>>  $missing  by language, the ids of the strings that have no words in it
     * @param  non-empty-list<string>  $languages  those that it has words in, its own first
     * @param  list<string>  $readers  languages of the built-in words whose readers it is used for
     */
    private function __construct(public array $document, public array $pieces, public array $faults, public array $missing, private array $languages, private array $readers, public ?Notice $notice, public RecordType $recordType, public Fullness $fullness, public Brand $brand)
    {
    }

    /**
     * @param  Notice|null  $notice  the one it is to answer for
     * @param  Fullness  $fullness  of the records at hand
     * @param  Brand  $brand  what it wears
     * @param  array<string, RecordType>  $kinds  of records that can be listed, where there is no notice
     * @param  Passages|null  $passages  those that it may take in
     * @param  list<string>|null  $readers  languages of the notice's built-in words whose readers it is used for; null for all of them
     *
     * @throws \Herald\Document\InvalidDocument when the document does not have the form of a template
     */
    public static function of(Json $document, RecordType $type, ?Notice $notice, Fullness $fullness, Brand $brand, array $kinds = [], ?Passages $passages = null, ?array $readers = null): self
    {
        $passages ??= Passages::none();
        $vocabulary = $notice->vocabulary ?? Vocabulary::of($type, kinds: $kinds);
        $faults = $missing = [];
        $languages = array_values(array_unique([$document->node()->string('language'), ...array_map(strval(...), array_keys($document->node()->array('translations')))]));
        foreach ($languages as $language) {
            $reading = Template::draft($document, $vocabulary, $language, $passages);
            foreach ($reading->faults as $fault) {
                $faults[$fault->place.' '.$fault->reason] = $fault;
            }
            $missing[$language] = $reading->missing;
        }
        $normal = NormalForm::of($document->data);
        $pieces = [];
        foreach (Walk::through(NormalForm::of($passages->in($document->data)), $vocabulary) as $piece) {
            array_push($pieces, $piece, ...OwnHtml::within($piece));
        }

        return new self($normal, $pieces, array_values($faults), array_filter($missing), $languages, $readers ?? $notice?->languages() ?? [], $notice, $type, $fullness, $brand);
    }

    /**
     * @return non-empty-list<string> the languages in which all of its words are there; its own where there is none
     */
    public function wholeLanguages(): array
    {
        return array_values(array_diff($this->languages, array_keys($this->missing))) ?: [$this->languages[0]];
    }

    /**
     * @return list<string> languages of the built-in words whose readers would not get it in theirs (RFC 4647, 3.4)
     */
    public function languagesTakenAway(): array
    {
        $has = fn (string $language): bool => array_filter($this->wholeLanguages(), static fn (string $own): bool => str_starts_with(strtolower("{$language}-"), strtolower("{$own}-"))) !== [];

        return array_values(array_filter($this->readers, static fn (string $language): bool => ! $has($language)));
    }

    /** The piece that stands at a place of the document, or around it. */
    public function pieceAt(string $place): ?Piece
    {
        $nearest = null;
        foreach ($this->pieces as $piece) {
            $isString = Preg::isMatch('~^translations/[^/]+/'.preg_quote($piece->id.'.'.$piece->part, '~').'(/|$)~', $place);
            if ($isString || str_starts_with($place.'/', $piece->place.'/')) {
                $nearest = $nearest === null || strlen($piece->place) > strlen($nearest->place) ? $piece : $nearest;
            }
        }

        return $nearest;
    }
}
