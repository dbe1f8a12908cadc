<?php

declare(strict_types=1);

namespace Herald\Manuscript;

use Composer\Pcre\Preg;
use Herald\Manuscript\OwnHtml\OwnHtml;

/** Puts words in place of others, or a variable in place of another, throughout the document of a template: in all its languages, in links, and, for variables, in conditions and lists. */
final class Replacing
{
    /** How often something was found. */
    private int $times = 0;

    /**
     * @param  string|null  $pattern  of the words that are looked for; null where it is about a variable
     */
    private function __construct(private readonly ?string $pattern, private readonly string $find, private readonly string $put)
    {
    }

    /**
     * @param  string  $find  not empty; found within one stretch of words that look alike
     * @param  bool  $exact  whether capitals matter
     */
    public static function words(string $find, string $put, bool $exact): self
    {
        return new self('/'.preg_quote($find, '/').'/u'.($exact ? '' : 'i'), $find, $put);
    }

    /** Both are paths as they are written where they stand. */
    public static function variable(string $from, string $to): self
    {
        return new self(null, $from, $to);
    }

    /**
     * @param  array<array-key, mixed>  $document  that has passed the schema
     * @return array{array<array-key, mixed>, int} the same in normal form with all replaced, and how often
     */
    public function in(array $document): array
    {
        $this->times = 0;
        $after = NormalForm::map(NormalForm::of($document), fn (PartKind $kind, mixed $raw): mixed => match ($kind) {
            PartKind::Inline, PartKind::Link => $this->runs($raw),
            PartKind::Condition => $this->pattern === null ? $this->condition($raw) : $raw,
            PartKind::List => $this->path($raw),
            PartKind::Html => is_string($raw) ? $this->html($raw) : $raw,
            default => $raw,
        });

        return [$after, $this->times];
    }

    private function html(string $html): string
    {
        return $this->pattern === null
            ? OwnHtml::renamed($html, fn (string $path): string => is_string($other = $this->path($path)) ? $other : $path)
            : OwnHtml::reworded($html, $this->said(...));
    }

    private function runs(mixed $runs): mixed
    {
        return array_map(function (mixed $run): mixed {
            if (! is_array($run)) {
                return $run;
            }
            foreach (['text', 'fallback'] as $member) {
                if (is_string($run[$member] ?? null)) {
                    $run[$member] = $this->said($run[$member]);
                }
            }
            if (is_array($run['with'] ?? null) && in_array($run['format'] ?? null, Words::SAYING, true)) {
                $run['with'] = array_map(fn (mixed $said): mixed => is_string($said) ? $this->said($said) : $said, $run['with']);
            }
            if (isset($run['variable'])) {
                $run['variable'] = $this->path($run['variable']);
            }
            if (is_array($run['link'] ?? null)) {
                $run['link'] = $this->runs($run['link']);
            }

            return $run;
        }, is_array($runs) ? $runs : []);
    }

    private function said(string $text): string
    {
        return $this->pattern === null ? $text : (Preg::replaceCallback($this->pattern, function (): string {
            $this->times++;

            return $this->put;
        }, $text));
    }

    private function path(mixed $path): mixed
    {
        if ($this->pattern !== null || $path !== $this->find) {
            return $path;
        }
        $this->times++;

        return $this->put;
    }

    private function condition(mixed $condition): mixed
    {
        if (! is_array($condition)) {
            return $condition;
        }
        foreach ($condition as $name => $member) {
            $condition[$name] = in_array($name, ['path', 'list'], true) ? $this->path($member) : $this->condition($member);
        }

        return $condition;
    }
}
