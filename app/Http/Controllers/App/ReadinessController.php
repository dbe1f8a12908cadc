<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Models\Notice;
use App\Models\Source;
use App\Readiness\Points;
use App\Readiness\State;
use App\Readiness\Survey;
use Illuminate\Http\JsonResponse;

/** What stands between an event and the inbox. */
final class ReadinessController
{
    /** Of all notices: only what stands in the way. */
    public function index(Source $source): JsonResponse
    {
        $notices = $source->notices()->inForce()->withWhoAnswers()->get()->each(static fn (Notice $notice): Notice => $notice->setRelation('source', $source));
        $survey = new Survey($source, $notices);
        $bad = [];
        foreach ($notices as $notice) {
            $bad[$notice->key] = array_filter(Points::of($survey, $notice), static fn (array $point): bool => $point['state'] === State::Bad->value);
        }
        // What is so for each of them is said once.
        $common = array_values(array_filter(array_values($bad)[0] ?? [], static fn (array $point): bool => array_filter($bad, static fn (array $all): bool => ! in_array($point, $all, true)) === []));
        $lines = [];
        foreach ($notices as $notice) {
            $own = array_values(array_filter($bad[$notice->key], static fn (array $point): bool => ! in_array($point, $common, true)));
            if ($own !== []) {
                $declared = $notice->declaration();
                $lines[] = ['notice' => $notice->key, 'name' => $declared->name, 'audience_label' => $declared->audienceLabel, 'points' => $own];
            }
        }

        return response()->json(['of' => $notices->count(), 'all' => $common, 'notices' => $lines]);
    }

    public function show(Source $source, string $key): JsonResponse
    {
        $notice = Notice::asked($source, $key);

        return response()->json(['points' => Points::of(new Survey($source, collect([$notice])), $notice)]);
    }
}
