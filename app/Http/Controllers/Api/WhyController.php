<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Claims\Outlook;
use App\Models\Notice;
use App\Models\Source;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Who answers for a notice about a record, and why. Nothing is sent. */
final class WhyController
{
    public function __invoke(Request $request): JsonResponse
    {
        $asked = $request->validate(['notice' => ['required', 'string', 'max:190'], 'record' => ['required', 'string', 'max:190']]);
        /** @var Source $source the token's owner */
        $source = $request->user();
        $notice = Notice::asked($source, $asked['notice']);

        return response()->json(Outlook::why($notice, $source->record($notice->declaration()->recordType, $asked['record'])));
    }
}
