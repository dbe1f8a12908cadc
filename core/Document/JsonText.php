<?php

declare(strict_types=1);

namespace Herald\Document;

use Composer\Pcre\Preg;

/**
 * Looks through a JSON text (RFC 8259) for what PHP's own reader does not tell: the line and column where it breaks, and keys that an object has twice, of which that reader
 * silently takes the last.
 */
final class JsonText
{
    private const DEPTH = 64;

    /** Longer texts, in bytes, are not gone through sign by sign: of them it is told that something is wrong, and not where. */
    private const MOST = 1_048_576;

    private int $at = 0;

    /** @var list<array{string, int}> */
    private array $doubled = [];

    private function __construct(private readonly string $text)
    {
    }

    /**
     * Where and why a text is no JSON.
     *
     * @return string|null in words: "line 12, column 5: a comma or a closing bracket is missing"; null where this finds nothing wrong, or the text is too long for it
     */
    public static function fault(string $text): ?string
    {
        if (strlen($text) > self::MOST) {
            return null;
        }
        $reader = new self($text);
        try {
            $reader->whole();

            return null;
        } catch (\DomainException $e) {
            $before = substr($text, 0, $reader->at);
            $start = strrpos($before, "\n");

            return 'line '.(substr_count($before, "\n") + 1).', column '.(mb_strlen(substr($before, $start === false ? 0 : $start + 1)) + 1).": {$e->getMessage()}";
        }
    }

    /**
     * The keys that an object of a JSON text has twice.
     *
     * @param  \stdClass  $read  the text as it was read
     * @return list<array{string, int}> place and line of each second one, the first hundred; of a long text that it has such, at no place and line
     */
    public static function doubledKeys(string $text, \stdClass $read): array
    {
        // Each key is a text with a colon after it: are there as many as members were read, none is doubled. That is told at once, however long the text.
        $keys = Preg::matchAll('/"(?:[^"\\\\]++|\\\\.)*+"(*SKIP)\s*+:/s', $text);
        if ($keys === self::members($read)) {
            return [];
        }
        if (strlen($text) > self::MOST) {
            return [['', 0]];
        }
        $reader = new self($text);
        try {
            $reader->whole();
        } catch (\DomainException) {
            // It could be read; what this reader stumbles upon is no matter here.
        }

        return array_map(static fn (array $one): array => [$one[0], substr_count($text, "\n", 0, $one[1]) + 1], array_slice($reader->doubled, 0, Faults::MOST));
    }

    /**
     * @param  \stdClass|array<array-key, mixed>  $read
     */
    private static function members(\stdClass|array $read): int
    {
        $members = is_array($read) ? $read : get_object_vars($read);
        $number = is_array($read) ? 0 : count($members);
        foreach ($members as $member) {
            $number += is_array($member) || $member instanceof \stdClass ? self::members($member) : 0;
        }

        return $number;
    }

    private function whole(): void
    {
        $this->value('', 0);
        $this->space();
        if ($this->at < strlen($this->text)) {
            throw new \DomainException('nothing may follow the closing bracket');
        }
    }

    private function value(string $place, int $depth): void
    {
        $this->space();
        if ($depth > self::DEPTH) {
            throw new \DomainException('is nested too deeply');
        }
        match ($this->text[$this->at] ?? '') {
            '{' => $this->object($place, $depth),
            '[' => $this->list($place, $depth),
            '"' => $this->string(),
            '' => throw new \DomainException('the text ends too early'),
            default => $this->word(),
        };
    }

    private function object(string $place, int $depth): void
    {
        $keys = [];
        for ($this->at++, $this->space(); ! $this->next('}', $keys !== []); $this->space()) {
            $start = $this->at;
            if (($this->text[$this->at] ?? '') !== '"') {
                throw new \DomainException($this->at >= strlen($this->text) ? 'a closing bracket } is missing' : 'a key in double quotes is missing');
            }
            $key = $this->string();
            if (isset($keys["k{$key}"])) {
                $this->doubled[] = ["{$place}/{$key}", $start];
            }
            $keys["k{$key}"] = true;
            $this->space();
            if (($this->text[$this->at] ?? '') !== ':') {
                throw new \DomainException("a colon is missing after \"{$key}\"");
            }
            $this->at++;
            $this->value("{$place}/{$key}", $depth + 1);
            $this->space();
        }
    }

    private function list(string $place, int $depth): void
    {
        $this->at++;
        for ($number = 0, $this->space(); ! $this->next(']', $number > 0); $number++, $this->space()) {
            $this->value("{$place}/{$number}", $depth + 1);
            $this->space();
        }
    }

    /** Whether an object or a list ends here; else the comma before its next member is passed. */
    private function next(string $end, bool $hasMembers): bool
    {
        $sign = $this->text[$this->at] ?? '';
        if ($sign === $end) {
            $this->at++;

            return true;
        }
        if (! $hasMembers) {
            return false;
        }
        if ($sign !== ',') {
            throw new \DomainException("a comma or a closing bracket {$end} is missing");
        }
        $this->at++;
        $this->space();
        if (($this->text[$this->at] ?? '') === $end) {
            throw new \DomainException('a comma stands before the closing bracket');
        }

        return false;
    }

    private function string(): string
    {
        if (! Preg::isMatch('/\G"((?:[^"\\\\\x00-\x1F]++|\\\\(?:["\\\\\/bfnrt]|u[0-9a-fA-F]{4}))*+)"/', $this->text, $match, 0, $this->at)) {
            throw new \DomainException('a text is not closed, or holds a line break or a wrong escape');
        }
        $this->at += strlen($match[0]);
        try {
            $read = json_decode($match[0], flags: JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            // A key with half of a pair of surrogates is told apart as it is written.
            $read = null;
        }

        return is_string($read) ? $read : $match[1];
    }

    private function word(): void
    {
        if (! Preg::isMatch('/\G(?:true|false|null|-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?)(?![\w.])/', $this->text, $match, 0, $this->at)) {
            Preg::match('/\G[^\s,\]}]{0,20}/', $this->text, $odd, 0, $this->at);
            throw new \DomainException('"'.mb_scrub($odd[0] ?? '').'" is no value');
        }
        $this->at += strlen($match[0]);
    }

    private function space(): void
    {
        $this->at += strspn($this->text, " \t\r\n", $this->at);
    }
}
