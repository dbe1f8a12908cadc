<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Source;

/** What stands in for a map service, and where messages find it. */
final class MapsTest extends TestCase
{
    public function test_a_map_is_drawn_from_coordinates_for_whoever_reads_a_message(): void
    {
        $first = $this->get('/maps/53.4188%2C-7.9042/15.png')->assertOk()->assertHeader('Content-Type', 'image/png');
        [$width, $height] = (array) getimagesizefromstring((string) $first->getContent());

        self::assertSame([1_200, 600], [$width, $height]);
        self::assertSame([], $first->headers->getCookies());
        // The same place looks the same, another one otherwise.
        self::assertSame($first->getContent(), $this->get('/maps/53.4188,-7.9042/15.png')->getContent());
        self::assertNotSame($first->getContent(), $this->get('/maps/53.4288,-7.9042/15.png')->getContent());
        self::assertNotSame($first->getContent(), $this->get('/maps/53.4188,-7.9042/14.png')->getContent());
    }

    public function test_what_is_no_place_is_not_found(): void
    {
        foreach (['91,0/15', '0,181/15', 'nowhere/15', '1,1/0', '1,1/20', '1e9,0/5', '1.123456789012,0/5', ',/5', '1/5'] as $place) {
            $this->get("/maps/{$place}.png")->assertNotFound();
        }
    }

    public function test_a_source_without_a_map_service_of_its_own_has_that_of_the_installation(): void
    {
        $this->larkmoor();

        self::assertSame(rtrim(config()->string('app.url'), '/').'/maps', Source::query()->firstOrFail()->manifest()->source->maps);
    }
}
