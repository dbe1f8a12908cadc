<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Message\HeaderText;
use Herald\Record\Vocabulary;
use Herald\Render\TwigWriter;
use Herald\Render\Unfillable;
use Herald\Value\Clean;
use Herald\Value\Decimal;
use Herald\Value\EmailAddress;
use Herald\Value\Moment;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Twig\Environment;
use Twig\Loader\ArrayLoader;

/** What is read, and what is written, whatever comes from outside. */
final class HostileTest extends TestCase
{
    /**
     * @return iterable<string, array{mixed, string|null}>
     */
    public static function numbers(): iterable
    {
        yield 'whole' => ['12', '12'];
        yield 'negative' => ['-12.50', '-12.50'];
        yield 'a JSON number' => [0.1, '0.1'];
        yield 'a JSON number with an exponent that is small' => [1e15, '1000000000000000'];
        yield 'as many digits as are read' => [str_repeat('9', 30).'.'.str_repeat('9', 20), str_repeat('9', 30).'.'.str_repeat('9', 20)];
        foreach (['one more before the point' => str_repeat('9', 31), 'one more after it' => '0.'.str_repeat('1', 21), 'exponent' => '1e5', 'huge exponent' => '1e99999999999', 'least exponent' => '1e-9223372036854775807', 'blank' => ' 5', 'line end' => "5\n", 'comma' => '12,5', 'hexadecimal' => '0x1A', 'empty' => '', 'no digit before' => '.5', 'none after' => '5.', 'infinity' => INF, 'no number' => NAN, 'large float' => 1e31, 'small float' => 1e-30, 'yes' => true, 'list' => [1], 'nothing' => null, 'other digits' => '١٢'] as $name => $value) {
            yield $name => [$value, null];
        }
    }

    #[DataProvider('numbers')]
    public function test_a_number_is_read_by_its_form_before_anything_is_computed(mixed $value, ?string $read): void
    {
        self::assertSame($read, Decimal::read($value)?->__toString());
    }

    /**
     * @return iterable<string, array{mixed, string|null}>
     */
    public static function moments(): iterable
    {
        yield 'in UTC' => ['2026-11-21T09:30:00Z', '2026-11-21T09:30:00Z'];
        yield 'with an offset' => ['2026-11-21T00:30:00+01:00', '2026-11-20T23:30:00Z'];
        yield 'the first' => ['0001-01-01T00:00:00Z', '0001-01-01T00:00:00Z'];
        yield 'the last' => ['9999-12-31T23:59:59Z', '9999-12-31T23:59:59Z'];
        foreach (['before the first' => '0001-01-01T00:00:00+14:00', 'after the last' => '9999-12-31T23:59:59-14:00', 'relative' => 'tomorrow', 'no offset' => '2026-11-21T09:30:00', 'no such day' => '2026-02-30T00:00:00Z', 'no such hour' => '2026-02-03T24:00:00Z', 'no such offset' => '2026-02-03T00:00:00+99:00', 'five digits' => '12026-02-03T00:00:00Z', 'line end' => "2026-11-21T09:30:00Z\n", 'number' => 1795000000] as $name => $value) {
            yield $name => [$value, null];
        }
    }

    #[DataProvider('moments')]
    public function test_a_moment_is_read_without_a_clock_and_can_be_read_again(mixed $value, ?string $read): void
    {
        self::assertSame($read, Moment::read($value));
        self::assertSame($read, Moment::read($read), 'what is stored can be read back');
        self::assertSame($read, Moment::of($read)?->format('Y-m-d\TH:i:s\Z'));
    }

    public function test_an_address_is_one_that_can_be_written_to(): void
    {
        foreach (['a@example.org', 'a+b.c@sub.example.org', "o'neill@example.org", 'a@münchen.example', 'a@localhost'] as $address) {
            self::assertSame($address, EmailAddress::read($address));
        }
        foreach (['josé@example.org', '"a b"@example.org', 'a@b@c.org', 'a..b@example.org', '.a@example.org', 'a@example..org', "a@example.org\r\nBcc: b@example.org", '=?utf-8?q?a?=@example.org', 'a@exa mple.org', str_repeat('a', 250).'@example.org', "\xFF@example.org", 'a', '', null, ['a@example.org']] as $address) {
            self::assertNull(EmailAddress::read($address), (string) json_encode($address));
        }
    }

    /** Whatever an author writes, at whatever place, comes out as itself. The seed is fixed. */
    public function test_two_addresses_that_end_in_one_mailbox_are_known(): void
    {
        foreach (['aoife@example.org', 'Aoife@EXAMPLE.org', 'aoife+x@example.org', 'aoife+@example.org'] as $same) {
            self::assertTrue(EmailAddress::reachesSame('aoife@example.org', $same), $same);
        }
        self::assertTrue(EmailAddress::reachesSame('a@bücher.example', 'a+b@xn--bcher-kva.example'));
        foreach (['aoif@example.org', 'aoife@example.net', 'x+aoife@example.org'] as $other) {
            self::assertFalse(EmailAddress::reachesSame('aoife@example.org', $other), $other);
        }
    }

    public function test_any_text_at_any_place_of_the_compiled_message_comes_out_as_itself(): void
    {
        mt_srand(20261126);
        $pieces = ['{', '{{', '}}', '{%', '%}', '{#', '#}', '-', '~', "'", '"', '\\', '\\n', '#{', "\n", "\r", "\r\n", "\t", ' ', 'a', 'verbatim', 'endif', '{{ x }}', '{% if %}', '{{-', '-}}', '|', '&', '<b>', 'é', '🌙', "\0", '%', '#', '\\\\', '$1', '\\1'];
        for ($n = 0; $n < 3000; $n++) {
            [$whole, $expected] = [new TwigWriter, ''];
            for ($place = 0; $place < 5; $place++) {
                $text = implode('', array_map(static fn (): string => $pieces[mt_rand(0, count($pieces) - 1)], range(1, mt_rand(1, 6))));
                $twig = mt_rand(0, 3) === 0 ? new TwigWriter : $whole;
                $kind = mt_rand(0, 2);
                if ($kind === 0) {
                    $twig->print(TwigWriter::quote($text));
                } else {
                    $kind === 1 && $twig->tag('if true');
                    $twig->literal($text);
                    $kind === 1 && $twig->tag('endif');
                }
                $twig === $whole || $whole->append($twig);
                $expected .= $text;
            }
            $filled = (new Environment(new ArrayLoader(['t' => $whole->source()]), ['autoescape' => false, 'strict_variables' => true]))->render('t');
            self::assertSame($expected, $filled, $whole->source());
        }
    }

    public function test_such_texts_stand_in_every_part_of_a_message(): void
    {
        foreach (['{{', 'a {{', '{', '{%', '{#', '}}', '{{ 7*7 }}', '\\', "'", '{{-', '{% verbatim %}', '#{x}'] as $text) {
            $runs = [['text' => $text]];
            $message = Sample::fill([
                ['id' => 'h', 'type' => 'heading', 'text' => $runs], ['id' => 't', 'type' => 'text', 'text' => [...$runs, ['variable' => 'visit.number'], ...$runs]],
                ['id' => 'b', 'type' => 'button', 'label' => $runs, 'link' => [['text' => 'https://example.org/'], ['variable' => 'visit.number'], ...$runs]],
                ['id' => 'p', 'type' => 'picture', 'source' => [['text' => 'https://example.org/x.png']], 'alternative' => $runs],
                ['id' => 'f', 'type' => 'facts', 'rows' => [['id' => 'r', 'label' => $runs, 'value' => [['variable' => 'visit.meta.none', 'fallback' => $text]]]]],
                ['id' => 'l', 'type' => 'line_items', 'list' => 'visit.items', 'columns' => [['id' => 'c', 'label' => $runs, 'value' => $runs]]],
                ['id' => 'o', 'type' => 'points', 'numbered' => true, 'points' => [['id' => 'o1', 'text' => $runs]]],
            ], [], ['envelope' => ['subject' => $runs, 'preview' => $runs, 'from_name' => $runs]]);

            self::assertSame([$text, $text, $text], [$message->subject, $message->preview, $message->fromName]);
            $document = new \DOMDocument;
            @$document->loadHTML('<?xml encoding="utf-8">'.$message->html);
            self::assertSame($text, $document->getElementsByTagName('h1')[0]?->textContent);
            self::assertSame("{$text}V-1{$text}", $document->getElementsByTagName('p')[0]?->textContent);
            self::assertSame($text, $document->getElementsByTagName('img')[0]?->getAttribute('alt'));
            self::assertStringContainsString("{$text}V-1{$text}", $message->text);
        }
    }

    /** Whatever Twig calls something, either no item can be called so, or one that is works. */
    public function test_no_name_of_an_item_means_something_else_where_it_is_compiled_to(): void
    {
        $twig = new Environment(new ArrayLoader);
        $names = ['some', 'every', 'literal', 'defined', 'empty', 'context', 'self', 'parent', 'block', 'attribute', 'constant', 'true', 'null', 'none', 'turns', 'holds', 'address', 'x', 'loop', 'this', 'php', 'macro', 'with', 'only'];
        foreach ($twig->getExtensions() as $extension) {
            foreach ($extension->getExpressionParsers() as $parser) {
                array_push($names, ...preg_split('/[^a-z0-9_]+/', implode(' ', [$parser->getName(), ...$parser->getAliases()]), -1, PREG_SPLIT_NO_EMPTY));
            }
            foreach ([...$extension->getTests(), ...$extension->getFunctions(), ...$extension->getFilters()] as $one) {
                array_push($names, ...preg_split('/[^a-z0-9_]+/', $one->getName(), -1, PREG_SPLIT_NO_EMPTY));
            }
            foreach ($extension->getTokenParsers() as $parser) {
                $names[] = $parser->getTag();
            }
        }
        $taken = 0;
        foreach (array_unique($names) as $name) {
            if (! Vocabulary::mayBeCalled($name)) {
                $taken++;

                continue;
            }
            $text = Sample::fill([['id' => 'r', 'type' => 'repeat', 'list' => 'visit.items', 'item' => $name, 'blocks' => [['id' => 't', 'type' => 'text', 'text' => "<{{$name}.name}>", 'when' => ['path' => "{$name}.name", 'operator' => 'filled']]]]])->text;
            self::assertStringContainsString("<Star chart>\n\n<Red torch>", $text, $name);
        }
        self::assertGreaterThan(15, $taken);
    }

    public function test_repeats_within_repeats_and_heavy_messages_come_to_an_end(): void
    {
        $items = array_fill(0, 1000, ['name' => 'x', 'price' => ['amount' => '1', 'currency' => 'EUR']]);
        $repeat = static fn (array $inner, string $item): array => ['id' => $item, 'type' => 'repeat', 'list' => 'visit.items', 'item' => $item, 'blocks' => [$inner]];
        $silent = ['id' => 't', 'type' => 'text', 'text' => 'x', 'when' => ['path' => 'visit.number', 'operator' => 'empty']];
        try {
            Sample::fill([$repeat($repeat($repeat($silent, 'third'), 'second'), 'first')], ['items' => $items]);
            self::fail('It went round for ever.');
        } catch (Unfillable $e) {
            self::assertSame('Its repeats go round more than 20,000 times', $e->getMessage());
        }
        $this->expectExceptionMessage('Its HTML is larger than 2 MB');
        Sample::fill([$repeat(['id' => 't', 'type' => 'text', 'text' => str_repeat('word ', 500)], 'first')], ['items' => $items]);
    }

    public function test_faults_are_told_up_to_a_hundred_and_counted_beyond(): void
    {
        $faults = new Faults;
        for ($n = 0; $n < 50_000; $n++) {
            $faults->add("items/{$n}", 'must be a text');
        }
        try {
            $faults->throwIfAny('x');
            self::fail('It was taken.');
        } catch (InvalidDocument $e) {
            self::assertCount(Faults::MOST + 1, $e->faults);
            self::assertSame('and 49,900 more of the kind', $e->faults[Faults::MOST]->reason);
        }
    }

    public function test_numbers_without_end_are_refused_at_their_place(): void
    {
        $this->expectExceptionMessage('x: a/1/b: is a number too large to be read');
        Json::ofText('{"a": [1, {"b": -1e999}]}', 'x');
    }

    public function test_words_for_a_header_can_never_be_taken_for_an_encoded_word(): void
    {
        foreach (['=?utf-8?B?SGk=?=', '=?utf-8?Q?a=0D=0ABcc:_b@example.org?=', 'x =?nope-9?B?/w==?= y', '=?', '?==?', str_repeat('=?utf-8?Q?ä?= 🌙 ', 20), '=?utf-8'] as $text) {
            $header = HeaderText::of($text);
            self::assertDoesNotMatchRegularExpression('/[^\x20-\x7E]/', $header);
            foreach (explode(' ', $header) as $word) {
                self::assertMatchesRegularExpression('/^=\?utf-8\?B\?[A-Za-z0-9+\/=]+\?=$/', $word);
                self::assertLessThanOrEqual(75, strlen($word));
                self::assertTrue(mb_check_encoding((string) base64_decode(substr($word, 10, -2)), 'UTF-8'), 'no letter is cut in two');
            }
            self::assertSame(trim(Clean::line($text)), iconv_mime_decode($header, ICONV_MIME_DECODE_STRICT, 'UTF-8'));
        }
        self::assertSame('Grüße, 1 = 2?', HeaderText::of('Grüße, 1 = 2?'), 'all else is left as it is');
    }
}
