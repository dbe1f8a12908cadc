<?php

declare(strict_types=1);

namespace Herald\Style;

/** What a colour is for. */
enum ColourRole: string
{
    /** The ground around the message. */
    case Page = 'page';
    /** The ground of the message itself. */
    case Paper = 'paper';
    case Text = 'text';
    case Muted = 'muted';
    case Heading = 'heading';
    case Link = 'link';
    case Button = 'button';
    case ButtonText = 'button_text';
    case Line = 'line';
    /** The ground of the header. */
    case Header = 'header';
    case HeaderText = 'header_text';
    /** The ground of sections that stand out. */
    case Accent = 'accent';
    case FooterText = 'footer_text';

    /** What it colours, for whoever chooses it. */
    public function about(): string
    {
        return match ($this) {
            self::Page => 'around the message',
            self::Paper => 'beneath the words',
            self::Text => 'running text',
            self::Muted => 'what matters less',
            self::Heading => 'headings',
            self::Link => 'links',
            self::Button => 'background of buttons',
            self::ButtonText => 'words on buttons',
            self::Line => 'thin lines',
            self::Header => 'background of the header',
            self::HeaderText => 'words on the header',
            self::Accent => 'background of sections',
            self::FooterText => 'words of the footer',
        };
    }

    /** What it is called in a sentence. */
    public function words(): string
    {
        return strtr($this->value, '_', ' ');
    }
}
