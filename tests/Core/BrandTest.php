<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Brand\BrandDifferences;
use Herald\Check\Brand\BrandChecks;
use Herald\Check\Brand\BrandExamination;
use Herald\Check\Finding;
use Herald\Check\Weight;
use Herald\Colour\Colour;
use Herald\Colour\Pixels;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Render\Compiler;
use Herald\Render\FilledMessage;
use Herald\Render\Marks;
use Herald\Render\View;
use Herald\Style\ColourRole;
use Herald\Style\Colours;
use Herald\Style\CssNote;
use Herald\Style\CustomCss;
use Herald\Style\Element;
use Herald\Style\Look;
use Herald\Style\SafeFonts;
use Herald\Style\Token;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What a brand does to a message. */
final class BrandTest extends TestCase
{
    private const TEXT = ['id' => 't', 'type' => 'text', 'text' => 'Words'];

    public function test_header_and_footer_stand_around_every_message_in_its_language(): void
    {
        $brand = ['manuscript' => [
            ['id' => 'top', 'type' => 'header', 'blocks' => [['id' => 'logo', 'type' => 'logo'], ['id' => 'claim', 'type' => 'text', 'text' => 'Under dark skies']]],
            ['id' => 'end', 'type' => 'footer', 'blocks' => [['id' => 'social', 'type' => 'social'], ['id' => 'bye', 'type' => 'text', 'text' => 'Yours, {source.name}, to {recipient.name or "you"}'], ['id' => 'legal', 'type' => 'text', 'text' => '{brand.legal}', 'when' => ['path' => 'brand.legal', 'operator' => 'filled']]]],
        ], 'translations' => ['de' => ['claim.text' => 'Unter dunklem Himmel']], 'legal' => 'Charity 1', 'social' => [['name' => 'Star log', 'address' => 'https://example.org/log']]];
        $english = self::fill([self::TEXT], $brand);
        $german = self::fill([self::TEXT], $brand, ['translations' => ['de' => ['t.text' => 'Worte']]], 'de');

        self::assertStringStartsWith("Under dark skies\n\nWords\n\n----", $english->text);
        self::assertStringContainsString("Star log: https://example.org/log\n\nYours, Larkmoor Observatory, to Aoife\n\nCharity 1\n", $english->text);
        self::assertMatchesRegularExpression('#Larkmoor Observatory</a>.*Under dark skies.*Words.*href="https://example.org/log".*Yours, Larkmoor Observatory, to Aoife.*Charity 1#s', $english->html);
        self::assertStringContainsString('Unter dunklem Himmel', $german->html);
        // Where the brand says no legal line, the source's own stands.
        self::assertStringContainsString('Registered charity', self::fill([self::TEXT], ['legal' => ''] + $brand)->text);
    }

    public function test_senders_are_the_template_s_then_the_brand_s_then_the_source_s(): void
    {
        $brand = ['envelope' => ['from_name' => 'Night desk', 'reply_to' => 'night@example.org']];
        self::assertSame(['Night desk', 'shop@larkmoor.example.org', 'night@example.org'], self::senders(self::fill([self::TEXT], $brand)));
        self::assertSame(['Aoife', 'shop@larkmoor.example.org', 'night@example.org'], self::senders(self::fill([self::TEXT], $brand, ['envelope' => ['subject' => 'x', 'from_name' => '{visit.guest.name}']])));
        self::assertSame(['Larkmoor Observatory', 'shop@larkmoor.example.org', 'desk@larkmoor.example.org'], self::senders(self::fill([self::TEXT], [])));
    }

    public function test_the_logo_is_shown_at_its_width_and_loaded_at_twice_that(): void
    {
        $picture = str_repeat('ab', 16).'.png';
        $html = self::fill([self::TEXT], ['logo' => ['picture' => $picture, 'width' => 180, 'link' => 'https://example.org/?a=1&b=2', 'alternative' => 'The "Moor"', 'plate' => '#FFFFFF']])->html;
        self::assertStringContainsString('<img src="https://pics.example.org/360/'.$picture.'" width="180" alt="The &quot;Moor&quot;"', $html);
        self::assertStringContainsString('href="https://example.org/?a=1&amp;b=2"', $html);
        self::assertStringContainsString('bgcolor="#FFFFFF" style="background-color:#FFFFFF;padding:8px 16px', $html);

        $dark = str_repeat('cd', 16).'.png';
        $html = self::fill([self::TEXT], ['logo' => ['picture' => $picture, 'dark_picture' => $dark]])->html;
        self::assertMatchesRegularExpression('#alt="Larkmoor Observatory" class="only-light[^"]*"#', $html);
        self::assertMatchesRegularExpression('#<!--\[if !mso\]><!--><img src="https://pics.example.org/320/'.$dark.'"[^>]*class="only-dark[^"]*" style="display:none#', $html);
        self::assertStringContainsString('.only-dark { display:inline-block!important }', $html);
    }

    public function test_measures_and_type_are_followed(): void
    {
        $boxed = self::fill([self::TEXT], ['measures' => ['width' => 520, 'corner' => 9, 'step' => 10], 'type' => ['heading' => 'Verdana, Geneva, sans-serif', 'body' => 'Arial, Helvetica, sans-serif', 'size' => 18, 'line_height' => 120, 'web_font' => ['family' => 'Moor Sans', 'address' => 'https://example.org/moor.woff2', 'use' => 'body']]])->html;
        self::assertStringContainsString('max-width:520px', $boxed);
        self::assertStringContainsString("font-family:'Moor Sans', Arial, Helvetica, sans-serif;font-size:18px;line-height:22px", $boxed);
        self::assertStringContainsString("@font-face { font-family:'Moor Sans'; src:url('https://example.org/moor.woff2') format('woff2'); }", $boxed);
        self::assertStringContainsString('font-family:Verdana, Geneva, sans-serif', $boxed, 'the web font is for text alone');
        self::assertSame(1, substr_count($boxed, 'width="520"'));

        $full = self::fill([self::TEXT], ['measures' => ['full' => true]])->html;
        self::assertSame(3, substr_count($full, '<!--[if mso]><table role="presentation" width="600"'), 'header, message and footer each run across the window');
        self::assertStringContainsString('<td align="center" bgcolor="#16233A" class="ground-header"', $full);
    }

    public function test_dark_surroundings_have_a_set_of_their_own_in_which_everything_can_be_read(): void
    {
        $html = self::fill([self::TEXT, ['id' => 's', 'type' => 'section', 'look' => ['accent' => '#FFE4B5'], 'blocks' => [['id' => 'in', 'type' => 'text', 'text' => 'In']]]], ['dark' => ['paper' => '#050505']])->html;
        self::assertStringContainsString('<meta name="color-scheme" content="light dark">', $html);
        self::assertStringContainsString('.ground-paper { background-color:#050505!important }', $html);
        self::assertMatchesRegularExpression('/class="ground-accent-ffe4b5-[0-9a-f]{6}" style="background-color:#FFE4B5/', $html, 'an overridden ground darkens to a colour of its own');
        // As a program shows it that follows the rules, and one that has rules of its own.
        self::assertStringContainsString('@media all { .', View::Dark->of($html));
        self::assertStringContainsString('bgcolor="#000000"', View::Inverted->of($html));
        self::assertStringNotContainsString('color-scheme', Sample::fillCompiled(Compiler::compile(Sample::template([self::TEXT])->manuscript('en'), Brand::plain()))->html, 'what goes out without a brand stays as the source meant it');

        foreach (['#FFFFFF', '#F7D6E0', '#16233A', '#39FF14', '#808080'] as $ground) {
            $dark = self::colours(['page' => $ground, 'header' => $ground, 'button' => $ground])->made()->dark();
            self::assertSame([], $dark->unreadable(), $ground);
        }
    }

    public function test_the_nearest_look_wins_and_says_where_it_comes_from(): void
    {
        $blocks = [
            ['id' => 'h', 'type' => 'heading', 'text' => 'Brand'],
            ['id' => 'g', 'type' => 'section', 'look' => ['text' => '#111111', 'link' => '#222222', 'line_height' => 120], 'blocks' => [
                ['id' => 'a', 'type' => 'text', 'text' => 'Group'],
                ['id' => 'b', 'type' => 'text', 'text' => 'Block', 'look' => ['text' => '#333333', 'size' => 20, 'font' => "'Courier New', monospace"]],
                ['id' => 'd', 'type' => 'heading', 'text' => 'Heading', 'level' => 2, 'look' => ['heading_size' => 40]],
            ]],
            ['id' => 'c', 'type' => 'text', 'text' => 'Template'],
            ['id' => 'e', 'type' => 'button', 'label' => 'Button', 'link' => 'https://example.org/', 'look' => ['corner' => 0]],
        ];
        $manuscript = Sample::template($blocks, ['look' => ['text' => '#444444', 'size' => 18]])->manuscript('en');
        $html = Sample::fillCompiled(Compiler::compile($manuscript, Brand::usual(), Marks::Manuscript))->html;
        [$serif, $mono] = ["Georgia, 'Times New Roman', serif", "'Courier New', monospace"];
        foreach ([
            // What is said, by whom; and what the element looks like.
            'Brand' => [['heading_font' => ['brand', $serif], 'heading_size' => ['template', '29'], 'heading' => ['brand', '#16233A']], "font-family:{$serif};font-size:29px;line-height:36px;color:#16233A"],
            'Group' => [['font' => ['brand', $serif], 'size' => ['template', '18'], 'line_height' => ['g', '120'], 'text' => ['g', '#111111']], "font-family:{$serif};font-size:18px;line-height:22px;color:#111111"],
            'Block' => [['font' => ['b', $mono], 'size' => ['b', '20'], 'line_height' => ['g', '120'], 'text' => ['b', '#333333']], "font-family:{$mono};font-size:20px;line-height:24px;color:#333333"],
            'Heading' => [['heading_font' => ['brand', $serif], 'heading_size' => ['d', '40'], 'heading' => ['brand', '#16233A']], "font-family:{$serif};font-size:32px;line-height:40px;color:#16233A"],
            'Template' => [['font' => ['brand', $serif], 'size' => ['template', '18'], 'line_height' => ['brand', '150'], 'text' => ['template', '#444444']], "font-family:{$serif};font-size:18px;line-height:27px;color:#444444"],
            'Button' => [['font' => ['brand', $serif], 'size' => ['template', '18'], 'button_text' => ['brand', '#1B1408'], 'corner' => ['e', '0']], "font-family:{$serif};font-size:18px;line-height:23px;color:#1B1408;font-weight:bold;text-decoration:none;display:inline-block;padding:13px 24px;border-radius:0px"],
        ] as $words => [$looks, $style]) {
            self::assertSame(1, preg_match('~data-look="([^"]*)"[^>]*style="([^"]*)"[^>]*>'.$words.'<~', $html, $found), $words);
            $told = [];
            foreach (explode(' ', $found[1]) as $one) {
                [, $name, $origin, $value] = explode(':', $one, 4);
                $told[$name] = [$origin, rawurldecode($value)];
            }
            self::assertSame($looks, $told, $words);
            self::assertStringStartsWith($style, $found[2], $words);
        }
        self::assertSame([ColourRole::Text, ColourRole::Link, Token::Font, Token::HeadingSize, Token::Size, Token::LineHeight, Token::Corner], Look::overriddenIn(Sample::document($blocks)->data));

        $frame = Sample::fillCompiled(Compiler::compile($manuscript, Brand::usual(), Marks::Frame))->html;
        self::assertStringContainsString('data-block="footer"', $frame);
        self::assertStringNotContainsString('data-block="h"', $frame);
    }

    public function test_all_that_is_shown_belongs_to_a_class_that_is_documented(): void
    {
        $html = Sample::fillCompiled(Compiler::compile(Sample::template([self::TEXT])->manuscript('en'), Brand::usual(), Marks::Manuscript))->html;
        preg_match_all('/data-part="([^"]+)"/', $html, $parts);
        self::assertContains('text', $parts[1]);
        $documented = (string) file_get_contents(dirname(__DIR__, 2).'/docs/brand.md');
        foreach (Element::cases() as $element) {
            self::assertStringContainsString("| `.{$element->value}` | {$element->words()} |", $documented);
        }
    }

    public function test_own_css_is_written_into_the_elements_it_speaks_of(): void
    {
        $css = ".text, .heading { letter-spacing: 1px; color: #0b0 !important }\n.footer .text { text-transform: uppercase; font-family: \"Moor\", serif }";
        $html = self::fill([self::TEXT, ['id' => 'h', 'type' => 'heading', 'text' => 'Title']], ['css' => $css])->html;
        self::assertMatchesRegularExpression('#<p [^>]*style="[^"]*color:\#00BB00;margin:0;letter-spacing:1px">Words#', $html);
        self::assertMatchesRegularExpression('#<h1 [^>]*letter-spacing:1px[^>]*>Title#', $html);
        self::assertMatchesRegularExpression("#<p [^>]*font-family:'Moor'[^>]*text-transform:uppercase[^>]*>Larkmoor Observatory#", $html);
        self::assertStringNotContainsString('text-transform:uppercase">Words', $html);
    }

    /**
     * @return array<string, array{string, int, string}>
     */
    public static function badCss(): array
    {
        return [
            'what the layout rests on' => [".text {\n  position: absolute }", 2, '“position” is left out'],
            'what is no class' => ['p { color: #fff }', 1, '“p” is none of the classes there are: .page'],
            'a class that is not there' => ['.nothing { color: #fff }', 1, '“.nothing” is none of the classes'],
            'a function' => ['.text { background-color: url(https://example.org/x) }', 1, 'only plain values hold'],
            'out of the attribute' => ['.text { color: #fff"onclick="x }', 1, ''],
            'a rule of another kind' => ['@import url("https://example.org/a.css");', 1, 'what begins with @ is left out'],
            'no end' => [".text { color: #fff }\n.heading { color", 2, 'Cannot be read from here on'],
            'markup' => ['</style><script>alert(1)</script>', 1, 'Cannot be read from here on'],
        ];
    }

    #[DataProvider('badCss')]
    public function test_what_mail_programs_do_not_honour_is_left_out_and_said(string $css, int $line, string $words): void
    {
        $notes = CustomCss::of($css)->notes;
        self::assertNotSame([], $notes);
        self::assertStringContainsString($words, implode("\n", array_map(static fn (CssNote $note): string => $note->words, $notes)));
        self::assertSame($line, $notes[0]->line);
        $html = self::fill([self::TEXT], ['css' => $css])->html;
        foreach (['position:', 'url(', 'onclick', '@import', '<script'] as $never) {
            self::assertStringNotContainsString($never, $html);
        }
    }

    public function test_words_that_own_css_makes_hard_to_read_are_said(): void
    {
        $said = static fn (string $css): array => array_map(static fn (Finding $finding): string => $finding->words, array_values(array_filter(self::findings(self::brand(['css' => $css]), null, null), static fn (Finding $finding): bool => $finding->part === 'css')));

        self::assertSame(['A heading (.heading) stands out by 1.0:1 from the background of the message where your own CSS has it; 4.5:1 is needed to read it.'], $said('.heading { color: #fefefe }'));
        self::assertCount(1, $said('.paper { background-color: #222222 }'), 'one ground, however much stands on it');
        self::assertSame([], $said('.heading { color: #333 }'));
        self::assertStringContainsString('the header', implode(' ', $said('.header .heading { color: #333 }')));
        self::assertSame([], $said('.heading { color: #fafafa; background-color: #222222 }'), 'it has a ground of its own');
        self::assertStringContainsString('The words of a button', implode(' ', $said('.button-box { background-color: #111111 }')));
        self::assertStringContainsString('the footer', implode(' ', $said('.footer .link { color: #dddddd }')));
        self::assertStringContainsString('the footer', implode(' ', $said('.footer .point { color: #dddddd }')));
        self::assertStringNotContainsString('the ground of the message', implode(' ', $said('.footer .link { color: #dddddd }')));
        self::assertStringContainsString('A text (.text) stands out by 2.4:1 from the footer where', implode(' ', $said('.text { color: Tomato }')), 'colours have names, too');
        self::assertStringContainsString('“inherit” is not held against its background', implode(' ', $said('.text { color: inherit }')));
    }

    public function test_a_changed_picture_is_told_by_what_people_call_it(): void
    {
        $logo = static fn (string $name): array => ['logo' => ['picture' => $name, 'width' => 190]];
        $told = static fn (array $before, array $after): string => implode('', array_column(BrandDifferences::between($before, $after, ['aa.png' => 'moor.png', 'bb.png' => 'dome.png', 'cc.png' => 'moor.png'])[0]->words, 'text'));
        self::assertSame('moor.png → dome.png', $told($logo('aa.png'), $logo('bb.png')));
        self::assertSame('moor.png → moor.png, another picture', $told($logo('aa.png'), $logo('cc.png')));
    }

    public function test_findings_name_their_place_and_each_mend_does_away_with_its_own(): void
    {
        $white = Pixels::ofBytes(Pictures::logo('#FFFFFF', '#FFFFFF'));
        $night = Pixels::ofBytes(Pictures::logo('#16233A', '#16233A'));
        $logo = ['picture' => str_repeat('a', 32).'.png', 'width' => 160];
        $onWhite = ['logo' => $logo, 'colours' => ['header' => '#FFFFFF', 'header_text' => '#16233A']];

        $findings = self::findings(self::brand($onWhite), $white, null);
        self::assertSame([Weight::Grave, 'logo', 'This logo disappears on white, the background of the header: 1.0:1.'], [$findings[0]->weight, $findings[0]->part, $findings[0]->words]);
        self::assertContains('Show the other version', array_column(self::findings(self::brand(['logo' => [...$logo, 'dark_picture' => str_repeat('b', 32).'.png']] + $onWhite), $white, $night)[0]->mends, 'label'));
        foreach ($findings[0]->mends as $mend) {
            $mended = $onWhite;
            foreach ($mend->set as ['part' => $place, 'value' => $value]) {
                [$owner, $member] = explode('/', $place);
                $mended[$owner][$member] = $value;
            }
            $mended['logo'] = array_filter($mended['logo']);
            self::assertNotContains(Weight::Grave, array_map(static fn (Finding $one): Weight => $one->weight, self::findings(self::brand($mended), $white, null)), $mend->label);
        }
        // A dark logo is lost in the dark unless there is a version for it; that is advice, for the light is in order.
        self::assertStringContainsString('the header in dark surroundings', self::words(self::findings(self::brand($onWhite), $night, null)));
        self::assertStringNotContainsString('disappears', self::words(self::findings(self::brand(['logo' => [...$logo, 'dark_picture' => str_repeat('b', 32).'.png']] + $onWhite), $night, $white)));
        self::assertStringContainsString('is blurred on dense screens, which show 320 px there', self::words(self::findings(self::brand($onWhite), $night, null)));
        self::assertSame('Button text on button stands out by 2.3:1 where a program inverts colours by force; a background that is clearly dark or clearly light holds there.', self::words(self::findings(Brand::usual(), null, null)));
        self::assertSame([], self::findings(self::brand(['colours' => ['button' => '#16233A', 'button_text' => '#FFFFFF']]), null, null));
    }

    public function test_a_frame_names_only_what_holds_everywhere(): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage('order.number');
        self::brand(['manuscript' => [['id' => 'f', 'type' => 'footer', 'blocks' => [['id' => 't', 'type' => 'text', 'text' => '{order.number}']]]]]);
    }

    public function test_small_print_stays_readable_where_a_brand_has_small_type(): void
    {
        $type = [...Json::ofFile(Brand::usualFile())->data['type'], 'size' => 12];
        $frame = [['id' => 'end', 'type' => 'footer', 'blocks' => [['id' => 'print', 'type' => 'text', 'small' => true, 'text' => 'Small print']]]];
        $html = self::fill([self::TEXT], ['type' => $type, 'manuscript' => $frame])->html;

        self::assertMatchesRegularExpression('~font-size:11px;line-height:17px[^>]*>Small print~', $html);
        self::assertMatchesRegularExpression('~font-size:12px;line-height:18px[^>]*>Words~', $html);
    }

    public function test_templates_have_no_header_of_their_own(): void
    {
        $this->expectException(InvalidDocument::class);
        Sample::template([['id' => 'h', 'type' => 'header', 'blocks' => []]]);
    }

    public function test_every_stack_of_fonts_ends_in_a_family_that_is_everywhere_and_begins_with_ones_on_windows_and_apple(): void
    {
        foreach (SafeFonts::stacks() as $stack) {
            $families = SafeFonts::families($stack);
            self::assertContains(end($families)['name'], ['serif', 'sans-serif', 'monospace'], $stack);
            $on = array_merge(...array_column($families, 'on'));
            self::assertSame([], array_diff(['Windows', 'macOS', 'iOS'], $on), $stack);
        }
        self::assertSame([['name' => 'Nowhere Sans', 'on' => []]], SafeFonts::families("'Nowhere Sans'"));
    }

    /**
     * @param  list<array<string, mixed>>  $blocks
     * @param  array<string, mixed>  $brand
     * @param  array<string, mixed>  $rest
     */
    private static function fill(array $blocks, array $brand, array $rest = [], string $language = 'en'): FilledMessage
    {
        return Sample::fillCompiled(Compiler::compile(Sample::template($blocks, $rest)->manuscript($language), self::brand($brand)));
    }

    /**
     * @param  array<string, mixed>  $changes  to the usual brand, colours one by one
     */
    private static function brand(array $changes): Brand
    {
        $usual = Json::ofFile(Brand::usualFile())->data;

        return Brand::ofJson(Json::ofArray([...$usual, ...$changes, 'colours' => [...$usual['colours'], ...$changes['colours'] ?? []]], 'brand'), 'https://pics.example.org/');
    }

    /**
     * @param  array<string, string>  $changes
     */
    private static function colours(array $changes): Colours
    {
        $colours = Brand::usual()->colours;
        foreach ($changes as $role => $hex) {
            $colours = $colours->with(ColourRole::from($role), Colour::ofHex($hex));
        }

        return $colours;
    }

    /**
     * @return array{string, string, string}
     */
    private static function senders(FilledMessage $message): array
    {
        return [$message->fromName, $message->fromAddress, $message->replyTo];
    }

    /**
     * @return list<Finding>
     */
    private static function findings(Brand $brand, ?Pixels $logo, ?Pixels $darkLogo): array
    {
        return BrandChecks::of(new BrandExamination($brand, $logo, $darkLogo));
    }

    /**
     * @param  list<Finding>  $findings
     */
    private static function words(array $findings): string
    {
        return implode("\n", array_map(static fn (Finding $finding): string => $finding->words, $findings));
    }
}
