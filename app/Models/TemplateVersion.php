<?php

declare(strict_types=1);

namespace App\Models;

use App\Documents\KeptPassages;
use App\Documents\PassageShelf;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Manuscript\Template as Document;
use Herald\Notice\Notice as Declared;
use Herald\Record\Vocabulary;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\Relation;
use Illuminate\Support\Facades\DB;

/**
 * @property array<string, list<string>|null>|null $standing what was found out of it, by the key of a notice, see {@see wholeFor}
 * @property-read Template $template
 */
final class TemplateVersion extends Version
{
    /** So many of one vocabulary a process keeps in memory. */
    private const AT_HAND = 50;

    protected static function kind(): DocumentKind
    {
        return DocumentKind::Template;
    }

    /** The document, read with what a notice offers and with the passages that it takes in. It was checked when it was published. A process reads the same but once. */
    public function read(Vocabulary $vocabulary, KeptPassages $passages): Document
    {
        /** @var \WeakMap<Vocabulary, \ArrayObject<string, Document>>|null $all */
        static $all = null;
        /** @var \WeakMap<Vocabulary, \ArrayObject<string, Document>> $kept */
        $kept = $all ??= new \WeakMap;
        $documents = $kept[$vocabulary] ??= new \ArrayObject;
        count($documents) > self::AT_HAND && $documents->exchangeArray([]);

        return $documents[hash('xxh128', $this->document.serialize($passages->passages))] ??= Document::stored(Json::ofText($this->document, $this->called($this->template->key)), $vocabulary, $passages->passages);
    }

    /**
     * The languages in which all its words are there, for a notice; null where it does not fit. It is found out once, and then known until source or passages change. Its document need not be loaded.
     *
     * @return list<string>|null
     */
    public function wholeFor(Declared $notice, PassageShelf $passages): ?array
    {
        $known = array_key_exists('standing', $this->attributes) ? $this->standing ?? [] : [];
        if (! array_key_exists($notice->key, $known)) {
            $version = self::query()->findOrFail($this->id)->setRelation('template', $this->template);
            try {
                $known[$notice->key] = $version->read($notice->vocabulary, $passages->of($version->document))->wholeLanguages();
            } catch (InvalidDocument) {
                $known[$notice->key] = null;
            }
            $this->setAttribute('standing', $known);
            $this->syncOriginalAttribute('standing');
            DB::table('versions')->where('id', $this->id)->update(['standing' => json_encode($known, JSON_THROW_ON_ERROR)]);
        }

        return $known[$notice->key];
    }

    /**
     * Without its document, which is long, for lists.
     *
     * @param  Relation<self, Template, self|null>  $version
     */
    public static function light(Relation $version): void
    {
        $version->select(['versions.id', 'versions.document_id', 'versions.number', 'versions.published_at', 'versions.standing']);
    }

    /** What was found out of all templates of a source is to be found out anew. */
    public static function forget(Source $source): void
    {
        DB::table('versions')->whereIn('document_id', $source->templates()->select('id'))->whereNotNull('standing')->update(['standing' => null]);
    }

    /** @return BelongsTo<Template, $this> */
    public function template(): BelongsTo
    {
        return $this->belongsTo(Template::class, 'document_id');
    }
}
