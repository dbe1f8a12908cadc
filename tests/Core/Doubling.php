<?php

declare(strict_types=1);

namespace Tests\Core;

/** Texts that grow without end, each in a way of its own: what is fourfold in length may be four times the work for a reader, and no more. */
final class Doubling
{
    /** @return array<string, \Closure(int): string> HTML of so many units, by what they are */
    public static function html(): array
    {
        $numbered = static fn (int $most, \Closure $unit): string => implode('', array_map($unit, range(1, $most)));

        return [
            'words' => static fn (int $n): string => '<p>'.str_repeat('word ', $n).'</p>',
            'bold within bold' => static fn (int $n): string => str_repeat('<b>x', $n),
            'bold beside bold' => static fn (int $n): string => str_repeat('<b>x</b>', $n),
            'tables beside tables' => static fn (int $n): string => str_repeat('<table><tr><td>x</td></tr></table>', $n),
            'tables within tables' => static fn (int $n): string => str_repeat('<table><tr><td>', $n).'x',
            'boxes within boxes' => static fn (int $n): string => str_repeat('<div>', $n).'x',
            'lists within lists' => static fn (int $n): string => str_repeat('<ul><li>', $n).'x',
            'points of one list' => static fn (int $n): string => '<ul>'.str_repeat('<li>x</li>', $n).'</ul>',
            'rows of words' => static fn (int $n): string => '<table>'.str_repeat('<tr><td>a</td><td>b</td></tr>', $n).'</table>',
            'rows of paragraphs' => static fn (int $n): string => '<table>'.str_repeat('<tr><td><p>a</p></td><td><p>b</p></td><td><p>c</p></td></tr>', $n).'</table>',
            'paragraphs deep in boxes' => static fn (int $n): string => str_repeat('<div style="background:#123456">', 150).str_repeat('<p>x</p>', $n),
            'paragraphs deep in tables' => static fn (int $n): string => str_repeat('<table><tr><td>', 60).str_repeat('<p>x</p>', $n),
            'deep boxes beside each other' => static fn (int $n): string => str_repeat(str_repeat('<div>', 190).'x'.str_repeat('</div>', 190), $n),
            'words deep in boxes' => static fn (int $n): string => str_repeat('<div>', 190).str_repeat('word ', $n),
            'ends of nothing' => static fn (int $n): string => str_repeat('<div>', 150).'<b>x</b>'.str_repeat('</b>', $n),
            'links' => static fn (int $n): string => str_repeat('<a href="https://example.org">y</a> ', $n),
            'buttons' => static fn (int $n): string => str_repeat('<a href="https://example.org" style="background:#123456;padding:4px">b</a>', $n),
            'pictures' => static fn (int $n): string => str_repeat('<img src="https://example.org/a.png" alt="" width="100">', $n),
            'boxes in a line' => static fn (int $n): string => str_repeat('<div style="display:inline-block">x</div>', $n),
            'attributes of one element' => static fn (int $n): string => '<p '.$numbered($n, static fn (int $one): string => " a{$one}=1").'>x</p>',
            'attributes of many elements' => static fn (int $n): string => str_repeat('<p'.$numbered(90, static fn (int $one): string => " a{$one}=1").'>x</p>', $n),
            'declarations of one style' => static fn (int $n): string => '<p style="'.str_repeat('color:red;', $n).'">x</p>',
            'brackets in a style' => static fn (int $n): string => '<p style="'.str_repeat('a:(;', $n).'">x</p>',
            'style sheets' => static fn (int $n): string => str_repeat('<style>p{color:red}</style>', $n).'<p>x</p>',
            'rules of one sheet' => static fn (int $n): string => '<style>'.$numbered($n, static fn (int $one): string => ".c{$one} p a{color:red}").'</style><p>x</p>',
            'declarations of one rule' => static fn (int $n): string => '<style>p{'.str_repeat('margin:0;', $n).'}</style>'.str_repeat('<p>x</p>', 1_000),
            'comments of a sheet' => static fn (int $n): string => '<style>'.str_repeat('/*', $n).'</style><p>x</p>',
            'different placeholders' => static fn (int $n): string => '<p>'.$numbered($n, static fn (int $one): string => "{{ v{$one} }} ").'</p>',
            'one placeholder' => static fn (int $n): string => '<p>'.str_repeat('{{ source.name }} ', $n).'</p>',
            'branches within branches' => static fn (int $n): string => str_repeat('{% if source.name %}', $n).'x'.str_repeat('{% endif %}', $n),
            'branches beside branches' => static fn (int $n): string => str_repeat('{% if source.name %}x{% endif %}', $n),
            'loops within loops' => static fn (int $n): string => str_repeat('{% for a in source.b %}', $n).'x'.str_repeat('{% endfor %}', $n),
            'signs' => static fn (int $n): string => '<p>'.str_repeat('<', $n).'</p>',
            'references' => static fn (int $n): string => '<p>'.str_repeat('&&amp', $n).'</p>',
            'open comments' => static fn (int $n): string => '<p>x</p>'.str_repeat('<!--', $n),
            'comments' => static fn (int $n): string => '<p>x</p>'.str_repeat('<!-- x -->', $n),
            'open braces' => static fn (int $n): string => '<p>'.str_repeat('{{ ', $n).'</p>',
            'open quotes in braces' => static fn (int $n): string => '<p>'.str_repeat('{{ "', $n).'</p>',
            'brackets' => static fn (int $n): string => '<p>'.str_repeat('[', $n).'</p>',
            'scripts in an attribute' => static fn (int $n): string => '<p title="'.str_repeat('<script ', $n).'">x</p>',
            'open attributes' => static fn (int $n): string => '<p>x</p><p '.str_repeat('a="', $n),
            'one long tag' => static fn (int $n): string => '<p>{{ source.name|default("'.str_repeat('x', $n).'") }}</p>',
        ];
    }

    /**
     * @param  \Closure(int): string  $shape
     * @return int how many units make about so many bytes
     */
    public static function units(\Closure $shape, int $bytes): int
    {
        $unit = max(1, intdiv(strlen($shape(40)) - strlen($shape(20)), 20));

        return max(1, intdiv($bytes - strlen($shape(1)), $unit));
    }
}
