<?php

declare(strict_types=1);

namespace Herald\Style;

use Herald\Document\Node;

/** Type and shape: all of them in a brand, some of them where it is worn. */
final readonly class Tokens
{
    /** Sizes of headings by level, as factors of running text where nothing else is said. */
    private const FACTORS = [1 => 1.625, 2 => 1.3, 3 => 1.1];

    /** What holds where a brand says nothing. */
    private const USUAL = ['size' => 16, 'line_height' => 150, 'corner' => 4];

    /**
     * @param  array<string, string>  $fonts  stacks as CSS writes them, by token
     * @param  array<string, int>  $figures  by token, in its unit
     */
    public function __construct(private array $fonts = [], private array $figures = [])
    {
    }

    /** Those that an object has as its members. */
    public static function of(?Node $node): self
    {
        [$fonts, $figures] = [[], []];
        foreach (Token::cases() as $token) {
            if ($node?->has($token->value) !== true) {
                continue;
            }
            if ($token->isFont()) {
                $fonts[$token->value] = $node->string($token->value);
            } else {
                $figures[$token->value] = $node->int($token->value, 0);
            }
        }

        return new self($fonts, $figures);
    }

    /** These where they say something, those around where they do not. */
    public function over(self $around): self
    {
        return new self($this->fonts + $around->fonts, $this->figures + $around->figures);
    }

    public function font(Token $token): string
    {
        return $this->fonts[$token->value] ?? 'sans-serif';
    }

    /** In the unit of the token. */
    public function figure(Token $token): int
    {
        return $token === Token::HeadingSize ? $this->heading(1) : $this->figures[$token->value] ?? self::USUAL[$token->value] ?? 0;
    }

    /** Size of a heading, in px. */
    public function heading(int $level): int
    {
        $own = $this->saying(Token::HeadingSize) === Token::HeadingSize;

        return (int) round($own ? $this->figures[Token::HeadingSize->value] * self::FACTORS[$level] / self::FACTORS[1] : $this->figure(Token::Size) * self::FACTORS[$level]);
    }

    /** The token that decides on another: headings follow running text until they have a size of their own. */
    public function saying(Token $token): Token
    {
        return $token === Token::HeadingSize && ! isset($this->figures[$token->value]) ? Token::Size : $token;
    }

    /**
     * @return array<string, string|int> what is said, by token
     */
    public function said(): array
    {
        return [...$this->fonts, ...$this->figures];
    }
}
