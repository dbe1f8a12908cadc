<?php

declare(strict_types=1);

namespace App\Composing;

use Herald\Cast\CastMember;
use Herald\Cast\FirstCast;
use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Language\LanguageTag;
use Herald\Manuscript\Manuscript;
use Herald\Manuscript\Template;
use Herald\Message\MimeMessage;
use Herald\Message\Recipient;
use Herald\Message\UnsendableMessage;
use Herald\Render\Compiler;
use Herald\Render\Renderer;
use Herald\Render\TooLarge;
use Herald\Value\Clean;

/** Fills a draft once for the whole cast, in all its languages: what cannot be made is found before it is published, with its place. */
final readonly class Trial
{
    /** How many of the newest records the cast is picked from. */
    private const CAST_FROM = 200;

    /** Stands for a record's own recipient, who is left out of this. */
    private const NOBODY = 'nobody@example.org';

    private function __construct(private Workbench $bench, private Renderer $renderer)
    {
    }

    /**
     * @return list<Finding> one for each language and what is thrown
     */
    public static function of(Workbench $bench, Json $document): array
    {
        [$records] = $bench->records(self::CAST_FROM);
        $keys = array_map(static fn (CastMember $member): string => $member->key, FirstCast::of($bench->type, $records));
        $trial = new self($bench, Renderer::inMemory(app(Limits::class)));
        $languages = array_map(strval(...), [$document->node()->string('language'), ...array_keys($document->node()->array('translations'))]);
        $findings = [];
        foreach ($languages as $language) {
            $manuscript = Template::draft($document, $bench->vocabulary, $language)->manuscript;
            foreach ($keys as $key) {
                $thrown = $trial->thrown($manuscript, $document, $key);
                if ($thrown !== null) {
                    $where = count($languages) > 1 ? ', in '.LanguageTag::name($language) : '';
                    $findings[$language.$thrown] ??= Finding::ofBlock($trial->blockOf($manuscript, $document, $key), Weight::Grave, "It cannot be made for {$key}{$where}: {$thrown}.");
                }
            }
        }

        return array_values($findings);
    }

    /** @return string|null what keeps a manuscript from being made for a record, in words; null when nothing does */
    private function thrown(Manuscript $manuscript, Json $document, string $key): ?string
    {
        try {
            $message = Compiler::compile($manuscript, $this->bench->brand($document->node()->optionalString('brand')));
            $filled = $this->renderer->fill($message, $this->bench->scope($message, $this->bench->record($key)));
            MimeMessage::compose($filled, new Recipient(self::NOBODY), 'trial', now()->toDateTimeImmutable());
        } catch (TooLarge|UnsendableMessage $e) {
            return lcfirst($e->getMessage());
        } catch (\Throwable $e) {
            report($e);

            return Clean::line(mb_strimwidth($e->getMessage(), 0, 200, '…'));
        }

        return null;
    }

    /** The first block that cannot be made alone; null when it is not one of them. */
    private function blockOf(Manuscript $manuscript, Json $document, string $key): ?string
    {
        foreach ($manuscript->blocks as $block) {
            if ($this->thrown(new Manuscript($manuscript->language, $manuscript->envelope, [$block], $manuscript->look), $document, $key) !== null
                && $this->thrown(new Manuscript($manuscript->language, $manuscript->envelope, [], $manuscript->look), $document, $key) === null) {
                return $block->common()->id;
            }
        }

        return null;
    }
}
