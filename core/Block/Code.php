<?php

declare(strict_types=1);

namespace Herald\Block;

use Composer\Pcre\Preg;
use Herald\Manuscript\BlockReader;
use Herald\Manuscript\Common;
use Herald\Manuscript\Inline;
use Herald\Manuscript\Purpose;
use Herald\Record\Field;
use Herald\Record\Vocabulary;
use Herald\Render\HtmlWriter;
use Herald\Render\TextWriter;
use Herald\Render\Written;
use Herald\Style\ColourRole;
use Herald\Style\Element;
use Herald\Style\Token;
use Herald\Value\Type;

/** A voucher or code, large and in letters of one width, that is to be copied. */
final readonly class Code implements Written
{
    private const FONT = "'Courier New',Courier,monospace";

    private function __construct(private Common $common, private ?Inline $label, private Inline $code, private ?Inline $words)
    {
    }

    public static function type(): string
    {
        return 'code';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Voucher or code',
            'x-ground' => ColourRole::Accent,
            'x-purpose' => Purpose::Ask,
            'properties' => [
                'label' => ['title' => 'Title', '$ref' => '#/$defs/inline'],
                'code' => ['title' => 'Code', 'x-bare' => true, 'x-hint' => 'The code, or a variable: {{', '$ref' => '#/$defs/inline'],
                'text' => ['title' => 'Words beneath', '$ref' => '#/$defs/inline'],
            ],
            'required' => ['code'],
        ];
    }

    public static function fresh(Vocabulary $vocabulary): array
    {
        $codes = array_filter($vocabulary->ofRecord(), static fn (Field $field): bool => $field->type instanceof Type\Text && Preg::isMatch('/(^|_)(code|voucher|coupon|pin)$/', $field->key));
        $path = array_key_first($codes);

        return ['align' => 'center', 'label' => $path === null ? [] : [['text' => $codes[$path]->label->in('en')]], 'code' => $path === null ? [] : [['variable' => $path]]];
    }

    public static function read(BlockReader $reader): self
    {
        return new self($reader->common(), $reader->optionalInline('label'), $reader->inline('code'), $reader->optionalInline('text'));
    }

    public function common(): Common
    {
        return $this->common;
    }

    public function html(HtmlWriter $writer): void
    {
        $styling = $writer->styling;
        $writer->markup('<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"><tr><td align="'.$this->common->align->side($writer->rightToLeft).'"'
            .$styling->ground(ColourRole::Accent, ['padding' => '16px', 'border' => ColourRole::Line, 'border-width' => '2px', 'border-style' => 'dashed', 'border-radius' => Token::Corner], Element::CodeBox).'>');
        if ($this->label !== null) {
            $writer->paragraph($this->label, $styling->smallFont());
        }
        $size = (int) round(1.6 * $styling->tokens->figure(Token::Size));
        $writer->paragraph($this->code, ['font-family' => self::FONT, 'font-weight' => 'bold', 'letter-spacing' => '2px'] + $styling->font(Token::Font, $size, ColourRole::Text, 1.4), Element::Code);
        if ($this->words !== null) {
            $writer->paragraph($this->words, $styling->smallFont());
        }
        $writer->markup('</td></tr></table>');
    }

    public function text(TextWriter $writer): void
    {
        $writer->titled($this->label, $this->code);
        if ($this->words !== null) {
            $writer->paragraph($this->words);
        }
    }
}
