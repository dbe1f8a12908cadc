<?php

declare(strict_types=1);

namespace App\Documents;

use App\Deciding\Matter;
use Herald\Brand\Brand;
use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Language\LanguageTag;
use Herald\Manuscript\Block;
use Herald\Manuscript\Manuscript;
use Herald\Manuscript\Template;
use Herald\Message\MimeMessage;
use Herald\Message\UnsendableMessage;
use Herald\Record\Recipient;
use Herald\Render\CompiledMessage;
use Herald\Render\Compiler;
use Herald\Render\Renderer;
use Herald\Render\Unfillable;
use Herald\Value\Clean;

/** Fills a draft once for the whole cast, in all its languages: what cannot be made is found before it is published, with its place. */
final readonly class Trial
{
    /** Stands for a record's own recipient, who is left out of this. */
    private const NOBODY = 'nobody@example.org';

    private function __construct(private TemplateDesk $desk, private Renderer $renderer, private Brand $brand)
    {
    }

    /**
     * @return list<Finding> one for each language and what is thrown
     */
    public static function of(TemplateDesk $desk, Json $document): array
    {
        $document = $desk->asSent($document);
        $passages = $desk->passages($document);
        $matters = [];
        foreach ($desk->cast()[0] as $member) {
            $matters[$member->key] = $desk->matter($desk->record($member->key));
        }
        $trial = new self($desk, Renderer::inMemory(app(Limits::class)), $desk->brand($document->node()->optionalString('brand')));
        $languages = array_map(strval(...), [$document->node()->string('language'), ...array_keys($document->node()->array('translations'))]);
        $findings = [];
        foreach ($languages as $language) {
            $manuscript = Template::draft($document, $desk->vocabulary, $language, $passages)->manuscript;
            [$message, $thrown] = self::tried(static fn (): CompiledMessage => Compiler::compile($manuscript, $trial->brand));
            foreach ($matters as $key => $matter) {
                if ($message !== null) {
                    [, $thrown] = self::tried(static fn (): MimeMessage => $trial->made($message, $matter));
                }
                if ($thrown !== null) {
                    $where = count($languages) > 1 ? ', in '.LanguageTag::name($language) : '';
                    $findings[$language.$thrown] ??= Finding::ofBlock($trial->blockOf($manuscript, $matter), Weight::Grave, "It cannot be made for {$key}{$where}: {$thrown}.");
                }
            }
        }

        return array_values($findings);
    }

    private function made(CompiledMessage $message, Matter $matter): MimeMessage
    {
        return MimeMessage::compose($this->renderer->fill($message, $matter->messageData($this->desk->manifest->source, $message)), new Recipient(self::NOBODY), 'trial', $matter->moment);
    }

    /**
     * @template T of object
     *
     * @param  \Closure(): T  $make
     * @return array{T|null, string|null} what was made, or what kept it from that, in words
     */
    private static function tried(\Closure $make): array
    {
        try {
            return [$make(), null];
        } catch (Unfillable|UnsendableMessage $e) {
            return [null, lcfirst($e->getMessage())];
        } catch (\Throwable $e) {
            report($e);

            return [null, Clean::line(mb_strimwidth($e->getMessage(), 0, 200, '…'))];
        }
    }

    /** The first block that cannot be made alone; null when it is not one of them. */
    private function blockOf(Manuscript $manuscript, Matter $matter): ?string
    {
        $fails = function (Block ...$blocks) use ($manuscript, $matter): bool {
            $part = new Manuscript($manuscript->language, $manuscript->envelope, array_values($blocks), $manuscript->look);

            return self::tried(fn (): MimeMessage => $this->made(Compiler::compile($part, $this->brand), $matter))[1] !== null;
        };
        if ($fails()) {
            return null;
        }
        foreach ($manuscript->blocks as $block) {
            if ($fails($block)) {
                return $block->common()->id;
            }
        }

        return null;
    }
}
