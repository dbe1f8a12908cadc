<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Brand\Brand;
use Herald\Language\LanguageTag;
use Herald\Manuscript\Block;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Manuscript;
use Herald\Style\ColourRole;
use Herald\Style\Element;

/** Turns a manuscript and a brand into Twig source: the slow part, done once for each version and language. */
final class Compiler
{
    /** Keeps mail programs from filling the inbox line up with the words of the body. */
    private const PREVIEW_PADDING = '&#847;&zwnj;&nbsp;';

    /**
     * @param  Marks|null  $marks  for the stage: what is marked on it; nothing else differs
     */
    public static function compile(Manuscript $manuscript, Brand $brand, ?Marks $marks = null): CompiledMessage
    {
        $frame = $brand->frame($manuscript->language);
        $ledger = new Ledger($manuscript->language);
        $rightToLeft = LanguageTag::isRightToLeft($manuscript->language);
        $envelope = $manuscript->envelope;
        $sources = [
            MessagePart::Subject->value => self::line($envelope->subject, $ledger),
            MessagePart::Preview->value => self::line($envelope->preview, $ledger),
            MessagePart::FromName->value => self::line($envelope->fromName ?? $frame->envelope->fromName, $ledger, 'source.name'),
            MessagePart::FromAddress->value => self::line($envelope->fromAddress ?? $frame->envelope->fromAddress, $ledger, 'source.email'),
            MessagePart::ReplyTo->value => self::line($envelope->replyTo ?? $frame->envelope->replyTo, $ledger, 'source.reply_to'),
            MessagePart::Cc->value => self::addresses($envelope->cc, $ledger),
            MessagePart::Bcc->value => self::addresses($envelope->bcc, $ledger),
            MessagePart::Html->value => self::html($manuscript, $brand, $frame, $rightToLeft, $ledger, $marks),
            MessagePart::Text->value => self::text($manuscript, $brand, $frame, $ledger),
        ];

        return new CompiledMessage($manuscript->language, $rightToLeft, $sources, $ledger->conditions(), $ledger->selections(), $ledger->paths(), $brand->messageData(), $ledger->questions());
    }

    private static function line(?Inline $words, Ledger $ledger, ?string $otherwise = null): string
    {
        $twig = new TwigWriter;
        if ($words !== null) {
            (new TextWriter($twig, $ledger))->inline($words, ' ');
        } elseif ($otherwise !== null) {
            $twig->print($ledger->text($otherwise, Escape::Line));
        }

        return $twig->source();
    }

    private static function addresses(?Inline $addresses, Ledger $ledger): string
    {
        $twig = new TwigWriter;
        if ($addresses !== null) {
            (new TextWriter($twig, $ledger))->addresses($addresses);
        }

        return $twig->source();
    }

    private static function html(Manuscript $manuscript, Brand $brand, Manuscript $frame, bool $rightToLeft, Ledger $ledger, ?Marks $marks): string
    {
        [$head, $twig, $sheet] = [new TwigWriter, new TwigWriter, new StyleSheet];
        $inset = 3 * $brand->step;
        $styling = (new Styling($brand, $sheet, $marks !== null))->looking($manuscript->look, 'template');
        $writer = new HtmlWriter($twig, $ledger, $brand, $rightToLeft, $brand->width - 2 * $inset, $styling, $sheet);
        [$around, $within] = [$writer->marked($marks === Marks::Frame), $writer->marked($marks === Marks::Manuscript)];

        $writer->markup('<body'.$writer->styling->ground(ColourRole::Page, ['margin' => '0', 'padding' => '0'], Element::Page).'>');
        if ($manuscript->envelope->preview !== null) {
            $writer->markup('<div'.$writer->styling->style(['display' => 'none', 'max-height' => '0', 'overflow' => 'hidden', 'font-size' => '1px', 'line-height' => '1px', 'color' => ColourRole::Page, 'mso-hide' => 'all']).'>');
            $writer->attribute($manuscript->envelope->preview);
            $writer->markup(str_repeat(self::PREVIEW_PADDING, 40).'</div>');
        }
        // No margin at the sides: on a phone every pixel counts, and where there is room the message stands in the middle.
        $outer = $brand->framed ? ($brand->full ? '0' : (3 * $brand->step).'px 0') : $brand->step.'px';
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"'.$writer->styling->ground(ColourRole::Page, []).'>');
        if (! $brand->full) {
            $writer->markup('<tr><td align="center"'.$writer->styling->style(['padding' => $outer]).'>');
            $writer->openMiddle();
        }
        $around->rows(self::bands($frame, Brand::HEADER));
        if ($marks !== null) {
            $twig->seam();
        }
        $padding = $brand->framed ? $inset.'px '.$inset.'px '.(2 * $brand->step).'px '.$inset.'px' : '0';
        $within->band(ColourRole::Paper, $padding, Element::Paper, '', static fn (HtmlWriter $inside) => $inside->stack($manuscript->blocks));
        $around->rows(self::bands($frame, Brand::FOOTER));
        if (! $brand->full) {
            $writer->closeMiddle();
            $writer->markup('</td></tr>');
        }
        $writer->markup('</table></body></html>');

        // The head comes last: only now is it known what differs on a phone and in the dark.
        $head->literal('<!DOCTYPE html><html lang="'.HtmlWriter::escape($manuscript->language).'" dir="'.($rightToLeft ? 'rtl' : 'ltr').'"><head><meta charset="utf-8">'
            .'<meta name="viewport" content="width=device-width, initial-scale=1"><meta name="format-detection" content="telephone=no, date=no, address=no, email=no"><title>');
        (new HtmlWriter($head, $ledger, $brand, $rightToLeft, 0, $styling, $sheet))->attribute($manuscript->envelope->subject);
        $head->literal('</title>'.$sheet->markup($brand->webFont).'</head>');
        $head->append($twig);

        return $head->source();
    }

    /**
     * @return list<Block>
     */
    private static function bands(Manuscript $frame, string $kind): array
    {
        return array_values(array_filter($frame->blocks, static fn (Block $block): bool => $block::type() === $kind));
    }

    private static function text(Manuscript $manuscript, Brand $brand, Manuscript $frame, Ledger $ledger): string
    {
        $twig = new TwigWriter;
        $writer = new TextWriter($twig, $ledger, $brand);
        $writer->stack(self::bands($frame, Brand::HEADER));
        $writer->stack($manuscript->plain ?? $manuscript->blocks);
        $footer = self::bands($frame, Brand::FOOTER);
        if ($footer !== []) {
            $writer->rule();
            $writer->stack($footer);
        }

        return $twig->source();
    }
}
