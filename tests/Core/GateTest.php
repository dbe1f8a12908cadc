<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Check\UnsafeMarkup;
use Herald\Manuscript\OwnHtml\Element;
use Herald\Manuscript\OwnHtml\OwnHtml;
use Herald\Manuscript\OwnHtml\Words;
use Herald\Record\Vocabulary;
use Herald\Render\CompiledMessage;
use Herald\Render\Gate;
use Herald\Render\HandedIn;
use Herald\Render\HeraldExtension;
use Herald\Render\MessagePart;
use Herald\Render\Unfillable;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class GateTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function refused(): iterable
    {
        yield 'a script' => ['<p>a</p><script>b</script>', '<script>'];
        yield 'a form' => ['<form>', '<form>'];
        yield 'a frame' => ['<p>{% if holds(0) %}<iframe>{% endif %}</p>', '<iframe>'];
        yield 'what runs' => ['<p onclick="a()">', 'the attribute “onclick”'];
        yield 'a head that leads away' => ['<meta http-equiv="refresh">', 'the attribute “http-equiv”'];
        yield 'an address that runs' => ['<a href="javascript:a()">', 'the address “javascript:a()”'];
        yield 'the same in references' => ['<a href="&#106;avascript&colon;a()">', 'the address “javascript:a()”'];
        yield 'data' => ['<img src="data:image/png;base64,AA">', 'the address “data:image/png;base64,AA”'];
        yield 'a style that loads' => ['<p style="background-image:url(https://a.example)">', 'the style “url(”'];
        yield 'a style that loads, in references' => ['<p style="background-image:ur&#x6c;(https://a.example)">', 'the style “url(”'];
        yield 'a style that takes out of place' => ['<p style="color:red; position:fixed">', 'the style “; position:”'];
        yield 'a style with escapes' => ['<p style="color:r\\65 d">', 'the style “\\”'];
        yield 'a sheet that loads' => ['<style>@import "a";</style>', 'the style “@import”'];
        yield 'an attribute without quotes' => ['<p style=a>', '“<p style=a>”'];
        yield 'a comment' => ['<!-- a -->', '“<!-- a -->”'];
        yield 'a sign' => ['a < b', '“< b”'];
    }

    #[DataProvider('refused')]
    public function test_what_must_never_be_in_a_message_is_refused(string $html, string $what): void
    {
        $this->expectExceptionMessage("The message holds {$what}, which must never be in an email");
        Gate::check($html);
    }

    public function test_what_only_looks_like_it_is_not_refused(): void
    {
        Gate::check('<p style="font-family:Expression Sans, Behavior;list-style-position:inside;background-position:top" title="javascript: url(">position: fixed</p><a href="{{ _to|attribute }}">a</a><a href="">b</a>');
        $this->addToAssertionCount(1);
    }

    public function test_a_message_that_holds_it_all_the_same_cannot_be_filled(): void
    {
        $sources = array_fill_keys(array_column(MessagePart::cases(), 'value'), '');
        $compiled = static fn (string $html): CompiledMessage => new CompiledMessage('en', false, [...$sources, 'html' => $html], [], [], [], ['name' => 'Larkmoor', 'legal' => null]);
        self::assertSame('<p style="color:red">a &lt; b</p>', Sample::fillCompiled($compiled('<p style="color:red">a &lt; b</p>'))->html);
        $this->expectException(Unfillable::class);
        Sample::fillCompiled($compiled('<p style="position:fixed">a</p>'));
    }

    public function test_what_an_add_on_handed_in_is_looked_at_when_it_is_filled_in(): void
    {
        $looks = ['text' => '<p style="color:red">'.HandedIn::WORDS.'</p>'];
        $context = static fn (string $words): array => ['slots' => ['content' => [['type' => 'text', 'text' => [['text' => $words]]]]]];
        self::assertSame('<p style="color:red">a &lt;script&gt;</p>', HandedIn::html($context('a <script>'), 'content', $looks));
        $this->expectExceptionMessage('the style “position:”');
        HandedIn::html($context('a'), 'content', ['text' => '<p style="position:fixed">'.HandedIn::WORDS.'</p>']);
    }

    public function test_values_are_escaped_whatever_they_are(): void
    {
        self::assertSame('a &lt;b&gt; &quot;c&quot; &#039;d&#039; &amp;lt;', HeraldExtension::quoted('a <b> "c" \'d\' &lt;'));
        self::assertSame("\u{FFFD}&lt;", HeraldExtension::quoted("\xFF<"));
        self::assertSame('The message holds a value that was not escaped, which must never be in an email', Gate::unescaped()->getMessage());
    }

    public function test_own_html_that_holds_it_is_a_finding(): void
    {
        self::assertSame('The message holds the style “position:”, which must never be in an email', UnsafeMarkup::refusal([new Words('a'), new Element('div', [], [new Element('p', ['style' => ['position:fixed']], [])])]));
        self::assertSame('The message holds <object>, which must never be in an email', UnsafeMarkup::refusal([new Element('object', [], [])]));
        self::assertNull(UnsafeMarkup::refusal(OwnHtml::read('<a href="nowhere">a</a><p style="color:red">b</p>', Vocabulary::of(Sample::type()))->nodes));
    }

    public function test_what_is_styled_deep_within_is_cleaned_or_refused(): void
    {
        foreach ([100, 190, 196, 199, 250] as $depth) {
            $read = OwnHtml::read(str_repeat('<div>', $depth).'<p style="background-image:url(https://a.example/b.png);position:fixed">a</p>', Vocabulary::of(Sample::type()));
            self::assertSame($depth < 198, $read->faults === [], (string) $depth);
            self::assertSame($depth < 198 ? ['the style “background-image”', 'the style “position”'] : [], $read->leftOut);
            self::assertNull(UnsafeMarkup::refusal($read->nodes));
        }
    }
}
