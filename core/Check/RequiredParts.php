<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Block\Button;
use Herald\Block\Response;
use Herald\Block\Text;
use Herald\Record\Path;

/** What the source says that a notice must contain. */
final class RequiredParts implements Check
{
    public function examine(Examination $template): iterable
    {
        $notice = $template->notice;
        if ($notice === null) {
            return;
        }
        $always = $sometimes = $asked = [];
        foreach ($template->pieces as $piece) {
            $key = Response::asked($piece);
            if ($key !== null) {
                $asked[$key] = ($asked[$key] ?? false) || $piece->guards === [];
            }
            foreach ($piece->block === 'envelope' && $piece->part !== 'subject' ? [] : $piece->variables() as $variable) {
                $piece->guards === [] ? $always[$variable['path']] = true : $sometimes[$variable['path']] = true;
            }
        }
        foreach ($notice->requiredAnswers as $key) {
            $question = $notice->vocabulary->questions[$key];
            $label = $question->label->in('en');
            if (($asked[$key] ?? null) === false) {
                yield Finding::ofWhole(Weight::Advisory, "“{$label}” must be asked in every “{$notice->name}”, and here that stands under a condition only.");
            } elseif (! isset($asked[$key])) {
                yield Finding::ofWhole(Weight::Grave, "“{$notice->name}” must ask for “{$label}”, and does not.", mends: [
                    Mend::append("Ask for “{$label}”", Response::asking($question, $notice->vocabulary)),
                ]);
            }
        }
        foreach ([...$notice->requiredLinks, ...$notice->requiredVariables] as $path) {
            $label = $notice->vocabulary->field(Path::of($path))->label->in('en');
            $isLink = in_array($path, $notice->requiredLinks, true);
            $words = [['variable' => $path]];
            if (! isset($always[$path]) && isset($sometimes[$path])) {
                yield Finding::ofWhole(Weight::Advisory, "“{$label}” must be in every “{$notice->name}”, and here it stands under a condition only.");
            } elseif (! isset($always[$path])) {
                yield Finding::ofWhole(Weight::Grave, $isLink ? "“{$notice->name}” needs a link to “{$label}”, and there is none." : "“{$notice->name}” must name “{$label}”, and does not.", mends: [$isLink
                    ? Mend::append("Put in a button to “{$label}”", ['type' => Button::type(), 'label' => [['text' => $label]], 'link' => $words])
                    : Mend::append("Put in a line with “{$label}”", ['type' => Text::type(), 'text' => [['text' => $label.': '], ...$words]])]);
            }
        }
    }
}
