<?php

declare(strict_types=1);

namespace App\Documents;

use App\Claims\Place;
use App\Models\Brand;
use App\Models\BrandVersion;
use App\Models\DocumentKind;
use App\Models\Source;
use App\Models\Template;
use App\Models\TemplateVersion;
use App\Models\User;
use App\Models\Version;
use Herald\Check\Finding;
use Herald\Document\Extent;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Manuscript\Change;
use Herald\Source\Manifest;

/**
 * A document laid out for being worked on, with the source it belongs to. Drafts, comparisons, versions and publication are the same for all kinds; a kind says here how
 * its documents are read, what they touch, and what changes hands when one is put in force.
 */
abstract readonly class Desk
{
    protected function __construct(public Source $source, public Manifest $manifest)
    {
    }

    /** The document of that kind and key; asks for a page that is not there when there is none. */
    public static function at(Source $source, DocumentKind $kind, string $key): self
    {
        return match ($kind) {
            DocumentKind::Template => TemplateDesk::of($source, $key),
            DocumentKind::Brand => BrandDesk::of($source, $key),
        };
    }

    abstract public function kept(): Template|Brand;

    /**
     * A document in normal form, with the name and all else that is the kept document's own.
     *
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    abstract protected function titled(array $document): array;

    /**
     * A draft may be unfinished, but it must be a document of its kind in form.
     *
     * @throws InvalidDocument when it is not, or names what cannot be had
     */
    abstract protected function checkForm(Json $document): void;

    /**
     * What is to be published must be whole, and fit its source.
     *
     * @throws InvalidDocument when it is not, or does not
     */
    abstract public function check(Json $document): void;

    /**
     * @param  array<array-key, mixed>  $before
     * @param  array<array-key, mixed>  $after
     * @return list<Change>
     */
    abstract public function differences(array $before, array $after): array;

    /**
     * What the checks say of a document, unfinished as it may be.
     *
     * @return list<Finding>
     */
    abstract public function findings(Json $document): array;

    /**
     * What publishing a document would do, beside what the versions differ in.
     *
     * @return array<string, mixed>
     */
    abstract public function outlook(Json $document): array;

    /**
     * What it names of what else is kept.
     *
     * @return list<array{kind: string, key: string}>
     */
    abstract public function uses(Json $document): array;

    /**
     * All that goes out otherwise once a version is in force, each with what compiles it.
     *
     * @return array<string, \Closure(): mixed> by what tells it from others
     */
    abstract public function touched(Version $version): array;

    /**
     * What changes hands when a version is in force from now on. Called in the transaction that makes it so.
     *
     * @param  bool  $ofDraft  whether a person wrote and published it here
     * @param  Place  $place  where a template is to stand among those that answer
     */
    abstract public function putInForce(Version $version, ?User $person, bool $ofDraft, Place $place): void;

    /**
     * What keeps a document from being published.
     *
     * @return list<Finding>
     */
    public function grave(Json $document): array
    {
        return Finding::grave($this->findings($document));
    }

    /**
     * What is being worked on, or else what was published last.
     *
     * @return array<array-key, mixed>
     */
    public function document(): array
    {
        $kept = $this->kept();
        $text = $kept->draft->document ?? $kept->latestVersion->document ?? abort(404); // It is being published from a file for the first time.

        return $this->titled(Json::ofText($text, $kept->key)->data);
    }

    /**
     * @return array<array-key, mixed>
     */
    public function version(TemplateVersion|BrandVersion $version): array
    {
        return $this->titled(Json::ofText($version->document, $this->kept()->key)->data);
    }

    /**
     * The document that came in with a request, of which nothing was certain but its size: now in the form of its kind.
     *
     * @throws InvalidDocument when it is none, or too large
     */
    public function formed(Json $sent): Json
    {
        $document = $sent->data['document'] ?? null;
        if (! is_array($document)) {
            throw InvalidDocument::because($this->kept()->key, 'document', 'must be an object');
        }
        $json = Json::ofArray($this->titled($document), $this->kept()->key);
        Extent::check($json, app(Limits::class));
        $this->checkForm($json);

        return $json;
    }
}
