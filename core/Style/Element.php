<?php

declare(strict_types=1);

namespace Herald\Style;

/** The elements of a message that a brand's own CSS can speak of, each by a class of that name. */
enum Element: string
{
    case Page = 'page';
    case Paper = 'paper';
    case Header = 'header';
    case Footer = 'footer';
    case Section = 'section';
    case Logo = 'logo';
    case Heading = 'heading';
    case Text = 'text';
    case Point = 'point';
    case Link = 'link';
    case Picture = 'picture';
    case ButtonBox = 'button-box';
    case Button = 'button';
    case Banner = 'banner';
    case Note = 'note';
    case CodeBox = 'code-box';
    case Code = 'code';
    case Menu = 'menu';
    case Divider = 'divider';
    case FactLabel = 'fact-label';
    case FactValue = 'fact-value';
    case ItemsHead = 'items-head';
    case ItemsCell = 'items-cell';
    case TotalLabel = 'total-label';
    case TotalValue = 'total-value';
    case Social = 'social';

    /** What it is, as an author reads it. */
    public function words(): string
    {
        return match ($this) {
            self::Page => 'the background around the message',
            self::Paper => 'the background of the message',
            self::Header => 'the header, with its background',
            self::Footer => 'the footer, with its background',
            self::Section => 'a section, with its background',
            self::Logo => 'the picture of the logo',
            self::Heading => 'a heading',
            self::Text => 'a text',
            self::Point => 'one of several points',
            self::Link => 'a link within words',
            self::Picture => 'a picture',
            self::ButtonBox => 'the cell that a button fills',
            self::Button => 'the words of a button, with its padding',
            self::Banner => 'a banner, with its background',
            self::Note => 'what a customer wrote, with the line beside it',
            self::CodeBox => 'the box around a voucher or code',
            self::Code => 'a voucher or code',
            self::Menu => 'a line of links',
            self::Divider => 'a divider',
            self::FactLabel => 'what stands before a fact',
            self::FactValue => 'a fact',
            self::ItemsHead => 'what stands above a column of line items',
            self::ItemsCell => 'a cell of line items',
            self::TotalLabel => 'what stands before a total',
            self::TotalValue => 'a total',
            self::Social => 'the line of social links',
        };
    }
}
