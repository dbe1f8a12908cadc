<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Herald\Record\Computation;
use Herald\Record\Computations;

/** The kinds of computed fields there are, with what each asks for. */
final class ComputationList
{
    /**
     * @return list<array<string, mixed>>
     */
    public static function all(): array
    {
        return array_values(array_map(static function (string $kind): array {
            /** @var class-string<Computation> $kind */
            $schema = $kind::schema();

            return ['name' => $kind::name(), 'title' => $schema['title'], 'asks' => array_map(static fn (string $name, array $ask): array => [
                'name' => $name, 'title' => $ask['title'], 'kind' => $ask['x-ask'], 'types' => $ask['x-types'] ?? [], 'needed' => in_array($name, $schema['required'], true),
            ], array_keys($schema['properties']), $schema['properties'])];
        }, Computations::all()));
    }
}
