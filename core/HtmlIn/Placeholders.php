<?php

declare(strict_types=1);

namespace Herald\HtmlIn;

use Composer\Pcre\Preg;
use Herald\Html\Enclosed;
use Herald\Html\UnreadableHtml;

/** The places in foreign HTML where another program would have put a value: found in whatever brackets they stand, and known again wherever they come to lie. */
final class Placeholders
{
    /** The ways in which such places are commonly written: double braces, percent signs, stars with strokes, square brackets, and so on. The name is the first group. */
    private const WAYS = [
        '<%[=-]?\s*([^%]{1,200}?)\s*-?%>', '\{\{\{\s*([^{}]{1,200}?)\s*\}\}\}', '\{\{[-~]?\s*([^{}]{1,200}?)\s*[-~]?\}\}', '\{%[-~]?\s*([^{}%]{1,200}?)\s*[-~]?%\}', '\*\|\s*([^|*]{1,100}?)\s*\|\*', '\[\[\s*([\w][\w.\- ]{0,80}?)\s*\]\]',
        '\$\{\s*([\w.\-]{1,80})\s*\}', '#\{\s*([\w.\-]{1,80})\s*\}', '%%\s*([\w.\- ]{1,80}?)\s*%%', '%([A-Za-z_][\w.\-]{1,80})%', '\{\$?([A-Za-z_][\w.\-]{1,80})\}', '\[([A-Za-z_][\w.\-]{1,80})\]', '«\s*([\w.\- ]{1,80}?)\s*»',
        '@([A-Za-z_]\w{1,80})@', '__([A-Za-z][A-Za-z0-9]*(?:_[A-Za-z0-9]+)*)__', '##([A-Za-z_]\w{1,80})##',
    ];

    /** What decides or repeats, rather than stands for a value. */
    private const DECIDES = '~^(?:[#/^!>%&]|(?:else|elseif|elsif|if|unless|end|endif|endfor|endeach|endforeach|for|foreach|each|with|set|assign|include|block|endblock|extends|comment|endcomment|case|when|switch)\b|(?:IF|IFNOT|ELSE|ELSEIF|END|FOR|EACH|LOOP)\s*:|.*[{}]\s*$)~';

    /** @var array<string, Placeholder> by their names, folded */
    private array $found = [];

    /** @var list<string> the names, by the numbers of marks */
    private array $marks = [];

    /** @var array<string, int> the numbers of marks by the names */
    private array $numbers = [];

    private int $times = 0;

    private string $mark = '';

    private function __construct(private readonly int $most)
    {
    }

    /**
     * The source with marks in place of them, of small letters and digits, which nothing changes that reads HTML. Those in style sheets, scripts and comments are none.
     *
     * @param  int  $most  each as often as it comes
     * @return array{string, self}
     *
     * @throws UnreadableHtml when there are more
     */
    public static function in(string $source, int $most): array
    {
        $placeholders = new self($most);
        do {
            $placeholders->mark = 'place'.substr(hash('xxh128', $placeholders->mark.$source), 0, 10).'n';
        } while (str_contains($source, $placeholders->mark));
        $marked = '';
        // One of two: what may hold some, and what may not.
        foreach (Enclosed::apart($source, Enclosed::UNSEEN) as $index => $part) {
            $marked .= $index % 2 === 1 ? $part : $placeholders->mark($part);
        }

        return [$marked, $placeholders];
    }

    /**
     * @return list<Placeholder> in the order they come
     */
    public function all(): array
    {
        return array_values($this->found);
    }

    /**
     * A text taken apart: words, and what stood between them.
     *
     * @return list<string|Placeholder>
     */
    public function apart(string $text): array
    {
        $parts = [];
        foreach (Preg::split("~{$this->mark}(\\d+)z~", $text, -1, PREG_SPLIT_DELIM_CAPTURE) as $index => $part) {
            if ($index % 2 === 1) {
                $parts[] = $this->found[$this->marks[(int) $part]];
            } elseif ($part !== '') {
                $parts[] = $part;
            }
        }

        return $parts;
    }

    public function areIn(string $text): bool
    {
        return str_contains($text, $this->mark);
    }

    /** A text as it was written. */
    public function asWritten(string $text): string
    {
        return implode('', array_map(static fn (string|Placeholder $part): string => is_string($part) ? $part : $part->written, $this->apart($text)));
    }

    private function mark(string $part): string
    {
        return Preg::replaceCallback('"'.implode('|', self::WAYS).'"su', function (array $match): string {
            $written = $match[0];
            $name = trim(implode('', array_slice($match, 1)));
            // A filter behind a stroke says how a value is written, not which it is.
            $called = trim(explode('|', $name)[0]);
            $decides = Preg::isMatch(self::DECIDES, $name);
            $key = ($decides ? '?' : '').strtolower($decides ? $name : $called);
            $this->found[$key] = isset($this->found[$key]) ? $this->found[$key]->again() : new Placeholder($written, $called, $decides, 1);
            if (++$this->times > $this->most) {
                throw new UnreadableHtml('has more than '.number_format($this->most).' placeholders');
            }
            if (! isset($this->numbers[$key])) {
                $this->numbers[$key] = count($this->marks);
                $this->marks[] = $key;
            }
            $known = $this->numbers[$key];

            return "{$this->mark}{$known}z";
        }, $part);
    }
}
