<?php

declare(strict_types=1);

namespace App\Models;

use App\Documents\KeptPassages;
use Herald\Document\Json;
use Herald\Manuscript\Template as Document;
use Herald\Record\Vocabulary;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @property-read Template $template
 */
final class TemplateVersion extends Version
{
    protected static function kind(): DocumentKind
    {
        return DocumentKind::Template;
    }

    /** The document, read with what a notice offers and with the passages that it takes in. It was checked when it was published. */
    public function read(Vocabulary $vocabulary, KeptPassages $passages): Document
    {
        return Document::stored(Json::ofText($this->document, $this->called($this->template->key)), $vocabulary, $passages->passages);
    }

    /** @return BelongsTo<Template, $this> */
    public function template(): BelongsTo
    {
        return $this->belongsTo(Template::class, 'document_id');
    }
}
