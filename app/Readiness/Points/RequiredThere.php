<?php

declare(strict_types=1);

namespace App\Readiness\Points;

use App\Documents\TemplateDesk;
use App\Readiness\Asked;
use App\Readiness\Point;
use App\Readiness\Survey;
use App\Readiness\Told;
use Herald\Check\Finding;
use Herald\Document\Json;

/** Whether the templates that answer have all that the notice must contain, and fit the source as it is today. */
final class RequiredThere implements Point
{
    public function title(): string
    {
        return 'It has all that it must contain';
    }

    public function of(Survey $survey, Asked $asked): Told
    {
        foreach ($asked->answers->claims as $claim) {
            if ($claim->fault !== null) {
                return Told::bad("When {$claim->template->name} answers no longer fits the source: {$claim->fault}", 'Look who answers', $asked->page('who-answers'));
            }
        }
        foreach ($asked->inForce as $claim) {
            $version = $claim->version();
            if ($version === null) {
                continue;
            }
            $desk = TemplateDesk::with($claim->template, $survey->source, $asked->notice->key);
            $grave = Finding::grave($desk->findings(Json::ofArray($desk->version($version), $claim->template->key)));
            if ($grave !== []) {
                return Told::bad("{$claim->called()}: {$grave[0]->words}", 'Mend the template', "/templates/{$claim->template->key}");
            }
        }

        return Told::good($asked->inForce === [] ? 'The built-in has it' : 'The templates have it');
    }
}
