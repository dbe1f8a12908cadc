<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Brand\Brand;
use Herald\Brand\ColourRole;
use Herald\Language\LanguageTag;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Manuscript;
use Herald\Record\Path;

/** Turns a manuscript and a brand into Twig source: the slow part, done once for each version and language. */
final class Compiler
{
    /** Keeps mail programs from filling the inbox line up with the words of the body. */
    private const PREVIEW_PADDING = '&#847;&zwnj;&nbsp;';

    /**
     * @param  bool  $marked  for the stage: each block's cell carries the block's id in data-block, and nothing else differs
     */
    public static function compile(Manuscript $manuscript, Brand $brand, bool $marked = false): CompiledMessage
    {
        $ledger = new Ledger($manuscript->language);
        $rightToLeft = LanguageTag::isRightToLeft($manuscript->language);
        $envelope = $manuscript->envelope;
        $sources = [
            Part::Subject->value => self::line($envelope->subject, $ledger),
            Part::Preview->value => self::line($envelope->preview, $ledger),
            Part::FromName->value => self::line($envelope->fromName, $ledger, 'source.name'),
            Part::FromAddress->value => self::line($envelope->fromAddress, $ledger, 'source.email'),
            Part::ReplyTo->value => self::line($envelope->replyTo, $ledger, 'source.reply_to'),
            Part::Cc->value => self::addresses($envelope->cc, $ledger),
            Part::Bcc->value => self::addresses($envelope->bcc, $ledger),
            Part::Html->value => self::html($manuscript, $brand, $rightToLeft, $ledger, $marked),
            Part::Text->value => self::text($manuscript, $brand, $ledger),
        ];

        return new CompiledMessage($manuscript->language, $rightToLeft, $sources, $ledger->conditions(), $ledger->paths());
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

    private static function html(Manuscript $manuscript, Brand $brand, bool $rightToLeft, Ledger $ledger, bool $marked): string
    {
        [$head, $twig, $phone] = [new TwigWriter, new TwigWriter, new PhoneRules];
        $inset = 3 * $brand->step;
        $writer = new HtmlWriter($twig, $ledger, $brand, $rightToLeft, $brand->width - 2 * $inset, $marked, $phone);
        $page = $brand->colour(ColourRole::Page);
        $paper = $brand->colour(ColourRole::Paper);
        $width = $brand->width;

        $writer->markup('<body'.$writer->style(['margin' => '0', 'padding' => '0', 'background-color' => $page]).' bgcolor="'.$page.'">');
        if ($manuscript->envelope->preview !== null) {
            $writer->markup('<div'.$writer->style(['display' => 'none', 'max-height' => '0', 'overflow' => 'hidden', 'font-size' => '1px', 'line-height' => '1px', 'color' => $page, 'mso-hide' => 'all']).'>');
            $writer->attribute($manuscript->envelope->preview);
            $writer->markup(str_repeat(self::PREVIEW_PADDING, 40).'</div>');
        }
        // No margin at the sides: on a phone every pixel counts, and where there is room the message stands in the middle.
        $outer = $brand->framed ? (3 * $brand->step).'px 0' : $brand->step.'px';
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0" bgcolor="'.$page.'"><tr><td align="center"'.$writer->style(['padding' => $outer]).'>'
            .'<!--[if mso]><table role="presentation" width="'.$width.'" cellspacing="0" cellpadding="0" border="0"><tr><td><![endif]-->'
            .'<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"'.$writer->style(['width' => '100%', 'max-width' => $width.'px', 'margin' => '0 auto']).'>');
        if ($brand->framed) {
            self::header($writer, $twig, $ledger);
        }
        $padding = $brand->framed ? $inset.'px '.$inset.'px '.(2 * $brand->step).'px '.$inset.'px' : '0';
        $writer->markup('<tr><td bgcolor="'.$paper.'"'.$writer->style(['background-color' => $paper, 'padding' => $padding]).'>');
        $writer->stack($manuscript->blocks);
        $writer->markup('</td></tr>');
        if ($brand->framed) {
            self::footer($writer, $twig, $ledger);
        }
        $writer->markup('</table><!--[if mso]></td></tr></table><![endif]--></td></tr></table></body></html>');

        // The head comes last: only now is it known what differs on a phone.
        $head->literal('<!DOCTYPE html><html lang="'.HtmlWriter::escape($manuscript->language).'" dir="'.($rightToLeft ? 'rtl' : 'ltr').'"><head><meta charset="utf-8">'
            .'<meta name="viewport" content="width=device-width, initial-scale=1"><meta name="format-detection" content="telephone=no, date=no, address=no, email=no"><title>');
        (new HtmlWriter($head, $ledger, $brand, $rightToLeft, 0))->attribute($manuscript->envelope->subject);
        $head->literal('</title>'.$phone->styleSheet().'</head>');
        $head->append($twig);

        return $head->source();
    }

    private static function header(HtmlWriter $writer, TwigWriter $twig, Ledger $ledger): void
    {
        $brand = $writer->brand;
        $ground = $brand->colour(ColourRole::Header);
        $writer->markup('<tr><td align="center" bgcolor="'.$ground.'"'.$writer->style(['background-color' => $ground, 'padding' => (2 * $brand->step + 4).'px '.(2 * $brand->step).'px']).'>');
        $style = ['letter-spacing' => '2px', 'text-decoration' => 'none'] + $writer->font($brand->headingFont, $brand->size + 3, ColourRole::HeaderText, 1.3);
        $writer->markup('<a'.$writer->style($style).' href="');
        $twig->print($ledger->text('source.url', Escape::Raw).'|address|attribute');
        $writer->markup('">');
        $twig->print($ledger->text('source.name', Escape::Html));
        $writer->markup('</a></td></tr>');
    }

    private static function footer(HtmlWriter $writer, TwigWriter $twig, Ledger $ledger): void
    {
        $brand = $writer->brand;
        $font = $writer->font($brand->bodyFont, $brand->size - 3, ColourRole::FooterText);
        $writer->markup('<tr><td align="center"'.$writer->style(['padding' => (2 * $brand->step).'px', 'text-align' => 'center'] + $font).'>');
        $twig->print($ledger->text('source.name', Escape::Html));
        $twig->tag('if '.$ledger->value(Path::of('source.legal')));
        $writer->markup('<br>');
        $twig->print($ledger->text('source.legal', Escape::Html));
        $twig->tag('endif');
        $writer->markup('<br><a'.$writer->style(['color' => $brand->colour(ColourRole::FooterText), 'text-decoration' => 'underline']).' href="');
        $twig->print($ledger->text('source.url', Escape::Raw).'|address|attribute');
        $writer->markup('">');
        $twig->print($ledger->text('source.url', Escape::Html));
        $writer->markup('</a></td></tr>');
    }

    private static function text(Manuscript $manuscript, Brand $brand, Ledger $ledger): string
    {
        $twig = new TwigWriter;
        $writer = new TextWriter($twig, $ledger);
        $writer->stack($manuscript->blocks);
        if ($brand->framed) {
            $writer->rule();
            $twig->print($ledger->text('source.name', Escape::Line));
            $twig->literal("\n");
            $twig->tag('if '.$ledger->value(Path::of('source.legal')));
            $twig->print($ledger->text('source.legal', Escape::Text));
            $twig->literal("\n");
            $twig->tag('endif');
            $twig->print($ledger->text('source.url', Escape::Raw).'|address');
            $twig->literal("\n");
        }

        return $twig->source();
    }
}
