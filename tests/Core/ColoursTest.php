<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Brand\Brand;
use Herald\Brand\Proposal;
use Herald\Brand\ProposedRole;
use Herald\Colour\Colour;
use Herald\Colour\Contrast;
use Herald\Colour\Palette;
use Herald\Colour\Pixels;
use Herald\Colour\Sight;
use Herald\Style\ColourRole;
use Herald\Style\Colours;
use Herald\Style\Pair;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Colours taken from pictures of known areas and colours; contrast by WCAG 2.2. */
final class ColoursTest extends TestCase
{
    /**
     * @return array<string, array{string}>
     */
    public static function pictures(): array
    {
        return [
            'one-colour logo' => [Pictures::logo('#6E1B3F', '#6E1B3F')],
            'white on transparent' => [Pictures::logo('#FFFFFF', '#FFFFFF')],
            'photograph' => [Pictures::photograph()],
            'pastel' => [Pictures::stripes(['#F7D6E0' => 40, '#D6EAF7' => 35, '#E5F7D6' => 25])],
            'neon' => [Pictures::stripes(['#39FF14' => 30, '#FF10F0' => 30, '#00FFFF' => 20, '#0A0A0A' => 20])],
            'greys only' => [Pictures::stripes(['#222222' => 20, '#888888' => 50, '#DDDDDD' => 30])],
        ];
    }

    #[DataProvider('pictures')]
    public function test_every_picture_gives_a_set_that_can_be_read_in_light_and_in_dark(string $picture): void
    {
        $proposal = Proposal::of(Pixels::ofBytes($picture));

        self::assertCount(count(ColourRole::cases()), $proposal->roles);
        foreach ([self::colours($proposal), self::colours($proposal)->dark()] as $colours) {
            foreach (Pair::all() as $pair) {
                self::assertGreaterThanOrEqual(4.5, $colours->ratio($pair), "{$pair->text->value} on {$pair->ground->value}: ".json_encode($colours->hex()));
            }
        }
        $dark = self::colours($proposal)->dark();
        self::assertLessThan(25, $dark->of(ColourRole::Paper)->lab()->lightness);
        // WCAG 2.2, SC 1.4.11: what is pressed stands out from its ground.
        self::assertGreaterThanOrEqual(3, Contrast::between($dark->of(ColourRole::Button), $dark->of(ColourRole::Paper)));
        foreach ($proposal->roles as $role) {
            self::assertContains($role->from->hex(), array_map(static fn ($swatch): string => $swatch->colour->hex(), $proposal->swatches));
            self::assertEqualsWithDelta($role->colour->lab()->distance($role->from->lab()), $role->distance, 0.01);
        }
    }

    public function test_the_colours_and_areas_of_a_picture_are_found(): void
    {
        $swatches = Palette::of(Pixels::ofBytes(Pictures::stripes(['#16233A' => 60, '#C8862B' => 30, '#F4EBDD' => 10])));

        self::assertSame(['#16233A', '#C8862B', '#F4EBDD'], array_map(static fn ($swatch): string => $swatch->colour->hex(), $swatches));
        self::assertEqualsWithDelta([0.6, 0.3, 0.1], array_map(static fn ($swatch): float => $swatch->share, $swatches), 0.01);
    }

    public function test_shades_of_one_colour_are_one_swatch_and_transparent_area_does_not_count(): void
    {
        $swatches = Palette::of(Pixels::ofBytes(Pictures::stripes(['none' => 50, '#6E1B3F' => 20, '#701D41' => 15, '#6C193D' => 15])));

        self::assertCount(1, $swatches);
        self::assertEqualsWithDelta(1.0, $swatches[0]->share, 0.01);
        self::assertLessThan(2, $swatches[0]->colour->lab()->distance(Colour::ofHex('#6E1B3F')->lab()));
    }

    public function test_a_strong_colour_is_the_link_and_what_was_changed_is_said(): void
    {
        $roles = [];
        foreach (Proposal::of(Pixels::ofBytes(Pictures::logo('#FF7A00', '#FF7A00')))->roles as $role) {
            $roles[$role->role->value] = $role;
        }

        // Orange cannot be read on white as it is: it is made darker, as little as will do, and keeps its hue.
        self::assertStringContainsString('made darker by', $roles['link']->words);
        $ratio = Contrast::ratio($roles['link']->colour->hex(), $roles['accent']->colour->hex());
        self::assertGreaterThanOrEqual(4.5, $ratio);
        self::assertLessThan(4.75, $ratio);
        self::assertSame('#FF7A00', $roles['button']->colour->hex());
        self::assertSame('as it is in 100% of the picture', $roles['button']->words);
        self::assertGreaterThan(10, $roles['link']->distance);
    }

    public function test_two_colours_take_header_and_button(): void
    {
        $colours = self::colours(Proposal::of(Pixels::ofBytes(Pictures::logo('#C8862B', '#F4EBDD', '#16233A'))));

        self::assertSame('#16233A', $colours->of(ColourRole::Header)->hex());
        self::assertSame('#C8862B', $colours->of(ColourRole::Button)->hex());
    }

    public function test_nothing_painted_is_told(): void
    {
        $this->expectExceptionMessage('Nothing is painted on this picture');
        Proposal::of(Pixels::ofBytes(Pictures::stripes(['none' => 100])));
    }

    public function test_what_is_no_picture_is_told(): void
    {
        $this->expectExceptionMessage('That is not a picture');
        Pixels::ofBytes('<?php echo 1;');
    }

    /**
     * @return array<string, array{string, string, string|null}>
     */
    public static function logos(): array
    {
        $white = Pictures::logo('#FFFFFF', '#FFFFFF');

        return [
            'white on white' => [$white, '#FFFFFF', 'This logo disappears on white: 1.0:1'],
            'white on near-white' => [$white, '#F4F1EC', 'This logo disappears on white: 1.1:1'],
            'white on night blue' => [$white, '#16233A', null],
            'white words beside a coloured disc, on white' => [Pictures::logo('#6E1B3F', '#FFFFFF'), '#FFFFFF', '62% of this logo disappears on white'],
            'yellow on white' => [Pictures::logo('#E8C547', '#E8C547'), '#FFFFFF', 'This logo is hard to see on white: 1.6:1'],
            'black on night' => [Pictures::logo('#111111', '#111111'), '#16181D', 'This logo disappears on white: 1.0:1'],
            'a plate of its own, on anything' => [Pictures::logo('#FFFFFF', '#FFFFFF', '#16233A'), '#FFFFFF', null],
            'white on a plate of white' => [Pictures::logo('#FAFAFA', '#FAFAFA', '#FFFFFF'), '#16233A', 'This logo disappears on white: 1.0:1'],
            'a photograph' => [Pictures::photograph(), '#FFFFFF', null],
        ];
    }

    #[DataProvider('logos')]
    public function test_a_logo_is_judged_on_its_ground(string $logo, string $ground, ?string $words): void
    {
        self::assertSame($words, Sight::of(Pixels::ofBytes($logo), Colour::ofHex($ground))->words('white'));
    }

    public function test_the_least_change_in_lightness_makes_text_readable(): void
    {
        $colours = Colours::ofHex([...$this->usual(), 'text' => '#8A8A8A', 'paper' => '#FFFFFF', 'accent' => '#F3F5F9']);
        $readable = $colours->readable(ColourRole::Text);
        $less = $readable->withLightness($readable->lab()->lightness + 1);

        self::assertGreaterThanOrEqual(4.5, $colours->with(ColourRole::Text, $readable)->ratio(Pair::all()[1]));
        self::assertLessThan(4.5, $colours->with(ColourRole::Text, $less)->ratio(Pair::all()[1]));
        self::assertSame('#24313F', Colours::ofHex($this->usual())->readable(ColourRole::Text)->hex());
    }

    /**
     * @return array<string, string>
     */
    private function usual(): array
    {
        return array_combine(array_column(ColourRole::cases(), 'value'), array_map(Brand::usual()->colour(...), ColourRole::cases()));
    }

    /** The set that is proposed. */
    private static function colours(Proposal $proposal): Colours
    {
        return Colours::ofHex(array_column(array_map(static fn (ProposedRole $role): array => [$role->role->value, $role->colour->hex()], $proposal->roles), 1, 0));
    }
}
