<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Check\Checks;
use Herald\Check\Examination;
use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Condition\ConditionReader;
use Herald\Document\Node;
use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Manuscript\Passages;
use Herald\Manuscript\Replacing;
use Herald\Record\Fullness;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Masterminds\HTML5;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** HTML written by hand: it says what Twig's subset says, does nothing, and is judged by the one evaluator. */
final class OwnHtmlTest extends TestCase
{
    public function test_it_says_what_blocks_would_say(): void
    {
        $filled = Sample::fill([self::block(<<<'HTML'
            <style>td { padding: 4px; color: #334455 } .big { font-size: 20px }</style>
            <h2 class="big">Visit {{ visit.number }}</h2>
            <p>Dear {{ visit.guest.name|default("guest") }}, you pay <b>{{ visit.total|money }}</b> by {{ visit.day|date_long }}.</p>
            {# only for us #}
            {% if visit.paid and visit.size > 2 %}<p>Paid &amp; done</p>{% elseif visit.status == "open" %}<p>Open</p>{% else %}<p>Neither</p>{% endif %}
            <table>
              {% for line in visit.items %}<tr><td>{{ loop.index }}. {{ line.name }}</td><td>{{ line.price }}</td></tr>{% else %}<tr><td>Nothing</td></tr>{% endfor %}
            </table>
            <p><a href="{{ visit.page }}?n={{ visit.number }}" title="Visit {{ visit.number }}">See it</a> <img src="https://example.org/a.png" width="20" alt="A star"></p>
            HTML)]);

        self::assertStringContainsString('<h2 style="font-size:20px">Visit V-1</h2>', $filled->html);
        self::assertStringContainsString('<p>Dear Aoife, you pay <b>€1,234.50</b> by 21 November 2026.</p>', $filled->html);
        self::assertStringContainsString('<p>Paid &amp; done</p>', $filled->html);
        self::assertStringNotContainsString('Neither', $filled->html.$filled->text);
        self::assertStringContainsString('<td style="padding:4px;color:#334455">2. Red torch</td> <td style="padding:4px;color:#334455">€15.90</td>', preg_replace('/\s+/', ' ', $filled->html) ?? '');
        self::assertStringContainsString('<a href="https://example.org/v/1?n=V-1" title="Visit V-1">See it</a>', $filled->html);
        self::assertStringNotContainsString('only for us', $filled->html);
        self::assertStringNotContainsString('<style>td', $filled->html);
        self::assertStringContainsString("Visit V-1\n=========\n\nDear Aoife, you pay €1,234.50 by 21 November 2026.\n\nPaid & done\n\n1. Star chart €24.00\n\n2. Red torch €15.90\n\nSee it (https://example.org/v/1?n=V-1) A star\n", $filled->text);
        self::assertStringContainsString('Nothing', Sample::fill([self::block('<ul>{% for one in visit.items %}<li>{{ one.name }}</li>{% else %}<li>Nothing</li>{% endfor %}</ul>')], ['items' => []])->text);
    }

    /** Comparisons of Twig's subset, and of our own conditions: the same ones. */
    public static function comparisons(): array
    {
        $is = static fn (string $path, string $operator, mixed $value = null): array => ['path' => $path, 'operator' => $operator, ...($value === null ? [] : ['value' => $value])];

        return array_map(static fn (array $pair): array => $pair, [
            'visit.size == 3' => ['visit.size == 3', $is('visit.size', 'is', 3)], 'not equal' => ['visit.size != 3', $is('visit.size', 'is_not', 3)],
            'more' => ['visit.size > 2', $is('visit.size', 'more', 2)], 'less' => ['visit.share < 0.75', $is('visit.share', 'less', 0.75)], 'least' => ['visit.size >= 3', $is('visit.size', 'at_least', 3)], 'most' => ['visit.size <= -3', $is('visit.size', 'at_most', -3)],
            'turned round' => ['2 < visit.size', $is('visit.size', 'more', 2)], 'money' => ['visit.total > 1000', $is('visit.total', 'more', 1000)],
            'alone, yes or no' => ['visit.paid', $is('visit.paid', 'is', true)], 'alone, a text' => ['visit.guest.name', $is('visit.guest.name', 'filled')], 'empty' => ['visit.guest.email is empty', $is('visit.guest.email', 'empty')], 'not empty' => ['visit.items is not empty', ['not' => $is('visit.items', 'empty')]],
            'one of' => ['visit.status in ["open", "done"]', $is('visit.status', 'one_of', ['open', 'done'])], 'none of' => ['visit.guest.country not in ["GB"]', ['not' => $is('visit.guest.country', 'one_of', ['GB'])]],
            'contains' => ['"oif" in visit.guest.name', $is('visit.guest.name', 'contains', 'oif')], 'starts' => ['visit.guest.name starts with "ao"', $is('visit.guest.name', 'starts_with', 'ao')], 'ends' => ['visit.guest.name ends with "FE"', $is('visit.guest.name', 'ends_with', 'FE')],
            'with another field' => ['visit.guest.country == visit.venue.country', $is('visit.guest.country', 'is', ['path' => 'visit.venue.country'])],
            'nested' => ['not (visit.paid and (visit.size > 5 or visit.status == "done")) and visit.day >= "2026-01-01"', ['all' => [['not' => ['all' => [$is('visit.paid', 'is', true), ['any' => [$is('visit.size', 'more', 5), $is('visit.status', 'is', 'done')]]]]], $is('visit.day', 'at_least', '2026-01-01')]]],
        ]);
    }

    /** @param  array<string, mixed>  $condition */
    #[DataProvider('comparisons')]
    public function test_its_comparisons_are_conditions_and_nothing_else(string $twig, array $condition): void
    {
        $html = OwnHtml::read("{% if {$twig} %}yes{% else %}no{% endif %}", Vocabulary::of(Sample::type()));
        self::assertSame([], $html->faults);
        $ours = ConditionReader::read(new Node($condition, '', ''), Vocabulary::of(Sample::type()));
        self::assertSame($ours->toArray(), $html->nodes[0]->branches[0][0]->toArray());
        foreach ([[], ['size' => 7, 'paid' => false, 'status' => 'done'], ['guest' => ['name' => null], 'items' => [], 'total' => null, 'share' => null]] as $changes) {
            self::assertSame($ours->holds(['visit' => Sample::record($changes)]), str_contains(Sample::fill([self::block("{% if {$twig} %}It holds{% else %}no{% endif %}")], $changes)->text, 'It holds'));
        }
    }

    /** What cannot be read, with its place and why. */
    public static function faulty(): array
    {
        return [
            ["<p>\n  Dear {{ visit.guest.nam }}</p>", 'line 2, column 8: “{{ visit.guest.nam }}”: "visit.guest.nam" is not known here; did you mean "visit.guest.name"?'],
            ['{{ visit.number', 'line 1, column 1: what “{{” begins has no end'],
            ["a\n{% if visit.paid", 'line 2, column 1: what “{%” begins has no end'],
            ['{% set x = 1 %}', 'line 1, column 1: “{% set x = 1 %}”: “set” has no place here; if, elseif, else, endif, for and endfor have'],
            ['{{ 1 + 2 }}', '“{{ 1 + 2 }}”: only fields have a place here'],
            ['{{ visit.total|upper }}', '“{{ visit.total|upper }}”: "upper" is no format for "visit.total"'],
            ['{{ visit.total|monney }}', '“{{ visit.total|monney }}”: unknown "monney" filter. Did you mean "money"'],
            ['{{ include("x") }}', '“{{ include("x") }}”: only fields have a place here'],
            ['{{ visit.items.map(v => v) }}', 'only fields have a place here'],
            ['{% if visit.size + 1 > 2 %}x{% endif %}', 'only fields have a place here'],
            ['{% if visit.size matches "/x/" %}x{% endif %}', 'this has no counterpart among conditions'],
            ['{% if visit.day > 5 %}x{% endif %}', '5 is no value of day'],
            ['<b>{% if visit.paid %}</b>{% endif %}', 'line 1, column 4: “{% if visit.paid %}”: does not end in the element in which it begins'],
            ['<b>x{% endif %}</b>', '“{% endif %}”: ends what did not begin in the same element'],
            ['{% if visit.paid %}x{% endfor %}', 'is followed by “endfor” where its end is awaited'],
            ['{% for x in visit.number %}{% endfor %}', '“visit.number” is not a list but of type text'],
            ['{% for k, v in visit.items %}{% endfor %}', 'a loop names one thing here'],
            ['{% for now in visit.items %}{% endfor %}', 'an item cannot be called “now”'],
            ['<p style="color:{{ visit.number }}">x</p>', 'stands in “style”, where no value may stand'],
            ['<p {{ visit.number }}>x</p>', 'stands where nothing of it is shown'],
            ['<script>{{ visit.number }}</script>', 'stands where nothing of it is shown'],
            ['<a href="{% if visit.paid %}x{% endif %}">x</a>', 'stands within an attribute, where only values may stand'],
            ['{{ loop.index }}', 'this stands in no loop'],
        ];
    }

    #[DataProvider('faulty')]
    public function test_what_cannot_be_read_is_told_with_line_and_column_and_nothing_of_it_goes_out(string $html, string $why): void
    {
        $read = OwnHtml::read($html, Vocabulary::of(Sample::type()));
        self::assertNotSame([], $read->faults);
        self::assertStringContainsString($why, $read->faults[0]);
        self::assertMatchesRegularExpression('/^line \d+, column \d+: /', $read->faults[0]);
        self::assertSame([], $read->nodes);
    }

    /** OWASP's cheat sheet on cross-site scripting names these ways in; none of them leaves anything that runs, loads or moves. */
    public static function hostile(): array
    {
        return array_map(static fn (string $html): array => [$html], [
            '<script>alert(1)</script>', '<img src=x onerror=alert(1)>', '<svg onload=alert(1)></svg>', '<a href="javascript:alert(1)">x</a>', '<a href=" java&#10;script:alert(1)">x</a>', '<a href="JaVaScRiPt:alert(1)">x</a>',
            '<a href="data:text/html,<script>alert(1)</script>">x</a>', '<a href="vbscript:x">x</a>', '<img src="javascript:alert(1)">', '<img src="data:image/svg+xml,<svg onload=alert(1)>">', '<iframe src="https://example.org"></iframe>', '<object data="x"></object>', '<embed src="x">',
            '<form action="https://example.org"><input name="card"><button>Pay</button></form>', '<meta http-equiv="refresh" content="0;url=https://example.org">', '<base href="https://example.org">', '<link rel="stylesheet" href="https://example.org/x.css">',
            '<style>@import url(https://example.org/x.css); body{background:url(https://example.org/x.png)}</style><p>x</p>', '<p style="background:url(javascript:alert(1))">x</p>', '<p style="width:expression(alert(1))">x</p>', '<p style="-moz-binding:url(x)">x</p>', '<p style="position:fixed;top:0;left:0">x</p>', '<p style="color:red;\\62 ackground:url(x)">x</p>',
            '<div><p title="&quot;><script>alert(1)</script>">x</p></div>', '<math><mtext><table><mglyph><style><img src=x onerror=alert(1)></style></mglyph></table></mtext></math>', '<noscript><p title="</noscript><img src=x onerror=alert(1)>"></noscript>', '<!--><img src=x onerror=alert(1)>-->', '<![CDATA[<img src=x onerror=alert(1)>]]>', '<template><script>alert(1)</script></template>',
            '<a href="{{ visit.page }}" onclick="{{ visit.number }}">x</a>', '<table background="javascript:alert(1)"><tr><td>x</td></tr></table>', '<p>{{ "</p><script>" }}</p>', "<p>\u{0}<scr\u{0}ipt>alert(1)</script></p>", '<xss style="behavior:url(x)">x</xss>', '<body onload=alert(1)><p>x</p></body>', '<frameset onload=alert(1)><frame src=x></frameset>', '<p><p><p><b><b><i>'.str_repeat('<div>', 300).'x',
        ]);
    }

    #[DataProvider('hostile')]
    public function test_nothing_in_it_runs_loads_or_leaves_its_place(string $html): void
    {
        $filled = Sample::fill([['id' => 'b', 'type' => 'text', 'text' => 'before'], ...(OwnHtml::read($html, Vocabulary::of(Sample::type()))->faults === [] ? [self::block($html)] : []), ['id' => 'z', 'type' => 'text', 'text' => 'after']], ['page' => 'javascript:alert(1)', 'number' => '"><script>alert(1)</script>']);
        // Parsed as browsers do, by the HTML Living Standard.
        $document = (new HTML5(['disable_html_ns' => true]))->loadHTML($filled->html);
        foreach ($document->getElementsByTagName('body')->item(0)->getElementsByTagName('*') as $element) {
            self::assertNotContains($element->tagName, ['script', 'style', 'iframe', 'object', 'embed', 'form', 'input', 'button', 'meta', 'base', 'link', 'svg', 'math', 'template', 'frameset', 'noscript']);
            foreach ($element->attributes as $attribute) {
                self::assertDoesNotMatchRegularExpression('/^on/i', $attribute->nodeName);
                if (in_array($attribute->nodeName, ['href', 'src', 'background'], true)) {
                    self::assertMatchesRegularExpression('~^(https?:|mailto:|tel:)~', $attribute->nodeValue);
                }
                self::assertDoesNotMatchRegularExpression('/url\(|expression|position|binding|behavior|javascript:/i', $attribute->nodeName === 'style' ? $attribute->nodeValue : '');
            }
        }
        self::assertMatchesRegularExpression('~<p [^>]*>after</p>~', $filled->html, 'what comes after it stands where it stood');
    }

    public function test_its_values_and_branches_count_in_findings(): void
    {
        $block = self::block('<p onclick="x()">{{ visit.guest.name }}</p>{{ visit.venue.city }}{% if visit.venue.postcode %}{{ visit.venue.postcode }}{% endif %}<a href="ftp://x">y</a>');
        $findings = static fn (array $record): array => array_map(static fn (Finding $finding): string => $finding->words, array_filter(
            Checks::of(Examination::of(Sample::document([$block], ['translations' => ['de' => ['envelope.subject' => 'x']]]), Sample::type(), null, Fullness::in([['visit' => Sample::record($record)]]), Brand::usual())),
            static fn (Finding $finding): bool => $finding->block === 'own' && $finding->weight !== Weight::Grave,
        ));
        $all = $findings(['guest' => ['name' => null], 'venue' => null]);
        self::assertStringContainsString('“Name” is empty in 1 of 1', implode(' ', $all));
        self::assertStringContainsString('“onclick” of <p>', implode(' ', $all));
        self::assertStringContainsString('ftp', implode(' ', $all));
        self::assertStringContainsString('says the same in every language', implode(' ', $all));
        self::assertStringContainsString('“City”', implode(' ', $all));
        // What is shown only where it is filled is never empty.
        self::assertStringNotContainsString('“Postcode”', implode(' ', $all));
        // What has a fault is grave, and nothing that a press would mend puts words in the place of HTML.
        foreach (Checks::of(Examination::of(Sample::document([self::block('{{ visit.guest.nam }}')]), Sample::type(), null, Fullness::in([]), Brand::usual())) as $finding) {
            self::assertSame([], $finding->block === 'own' ? $finding->mends : []);
        }
    }

    public function test_words_and_fields_in_it_are_replaced_renamed_and_taken_along(): void
    {
        $html = '<p class="guest">A guest: {{ visit.guest.name|default("guest, visit.guest.name") }}{% if visit.guest.name == "guest" %}x{% endif %}</p>';
        $document = Sample::document([self::block($html)])->data;
        [$after, $times] = Replacing::words('guest', 'friend', true)->in($document);
        self::assertSame([1, '<p class="guest">A friend: {{ visit.guest.name|default("guest, visit.guest.name") }}{% if visit.guest.name == "guest" %}x{% endif %}</p>'], [$times, $after['manuscript'][0]['html']]);
        [$after, $times] = Replacing::variable('visit.guest.name', 'visit.venue.name')->in($document);
        self::assertSame([2, '<p class="guest">A guest: {{ visit.venue.name|default("guest, visit.guest.name") }}{% if visit.venue.name == "guest" %}x{% endif %}</p>'], [$times, $after['manuscript'][0]['html']]);
        self::assertSame(['visit.guest.name'], array_keys(Passages::needs($document, Vocabulary::of(Sample::type()))));
        $passage = Passages::of(['p' => [...$document, 'record_type' => 'visit']]);
        self::assertSame($html, $passage->letGo(['record_type' => 'visit', 'language' => 'en', 'manuscript' => [['id' => 'q', 'type' => 'passage', 'passage' => 'p']]], 'q')['manuscript'][0]['html']);
    }

    public function test_a_style_sheet_that_would_take_too_long_is_left_out_and_odd_selectors_are_passed_over(): void
    {
        $vocabulary = Vocabulary::of(Sample::type());
        // Each of these took from a minute to two and a half.
        foreach ([str_repeat('a{}b{color:red}', 2_500) => 10, str_repeat('div div div div{color:red}', 40) => 190, str_repeat('p{color:red}', 1_900) => 180] as $sheet => $depth) {
            $read = OwnHtml::read("<style>{$sheet}</style>".str_repeat('<div>', $depth).str_repeat('<p>a</p>', 1_500), $vocabulary);
            self::assertContains('its style sheet, which is too long for so many elements', $read->leftOut);
        }
        foreach (['.\\31 x', 'p:nth-child(2n+', 'a[href~="', '::before', 'p:not(.x):hover', '>p', '@charset "x"; p', 'p..a', '*|*'] as $selector) {
            self::assertSame([], OwnHtml::read("<style>{$selector} { color: red }</style><p>a</p>", $vocabulary)->faults, $selector);
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function tooMuch(): iterable
    {
        yield 'a long tag is read' => ['<p>{{ visit.number|default("'.str_repeat('x', 20_000).'") }}</p>', ''];
        yield 'signs that begin nothing are words' => ['<p>'.str_repeat('<', 9_000).'[[{</p>', ''];
        yield 'a tag without an end' => ["<p>ä\n{{ visit.number }}{{ \"}}</p>", 'line 2, column 19: what “{{” begins has no end'];
        yield 'too many tags of Twig' => ['<p>'.str_repeat('{{ visit.number }}', 2_001).'</p>', 'line 1, column 36004: this is one tag too many: 2,000 are the most'];
        yield 'branches too deep' => [str_repeat('{% if visit.paid %}', 51).str_repeat('{% endif %}', 51), 'line 1, column 951: “{% if visit.paid %}”: lies in more than 50 others: that is too deep'];
        yield 'elements too deep' => ["{# two\nlines #}{{ visit.number }}".str_repeat('<div>', 200), 'line 2, column 1017: the HTML is nested more than 200 elements deep'];
        yield 'an attribute without an end' => ['<p>{{ visit.number }}</p><a href="https://example.org>a</a>', 'line 1, column 26: the HTML has a tag or comment here that is never closed'];
        yield 'more than may be once its styles are written' => ['<style>p{font-family:'.str_repeat('a', 40_000).'}</style>'.str_repeat('<p>a</p>', 60), 'the HTML is larger than 2,000,000 bytes'];
    }

    #[DataProvider('tooMuch')]
    public function test_nothing_of_it_vanishes_unsaid(string $html, string $fault): void
    {
        $read = OwnHtml::read($html, Vocabulary::of(Sample::type()));
        self::assertSame($fault === '' ? [] : [$fault], $read->faults);
        self::assertSame($fault === '', $read->nodes !== []);
    }

    public function test_no_more_faults_are_looked_for_than_are_read(): void
    {
        self::assertCount(100, OwnHtml::read(implode(' ', array_map(static fn (int $number): string => "{{ nothing{$number} }}", range(1, 1_900))), Vocabulary::of(Sample::type()))->faults);
    }

    public function test_it_costs_no_more_than_its_length(): void
    {
        $row = '<tr><td>{{ visit.number }}</td><td>{% if visit.paid %}paid{% endif %}</td></tr>';
        $compiled = Compiler::compile(Sample::template([self::block('<table>'.str_repeat($row, 500).'</table>')])->manuscript('en'), Brand::usual());
        self::assertSame(500, substr_count(Sample::fillCompiled($compiled)->html, 'V-1</td>'));
        self::assertLessThan(5, count($compiled->conditions), 'a condition is judged by its number, however often it is asked');
    }

    /** @return array<string, mixed> */
    private static function block(string $html): array
    {
        return ['id' => 'own', 'type' => 'html', 'html' => $html];
    }
}
