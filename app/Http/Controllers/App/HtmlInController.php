<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Documents\HtmlFile;
use App\Documents\TemplateDesk;
use App\Http\Requests\ReadHtmlFile;
use App\Http\Requests\TakeHtml;
use App\Models\Source;
use Herald\Document\Extent;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Document\Schema;
use Herald\HtmlIn\HtmlIn;
use Herald\HtmlIn\Placeholder;
use Herald\HtmlIn\Proposals;
use Herald\Manuscript\NormalForm;
use Illuminate\Http\JsonResponse;

/** HTML that was written elsewhere, brought into a template. */
final class HtmlInController
{
    /** A file of HTML, or a zip with one and its pictures: its source, with the pictures put in. */
    public function file(Source $source, ReadHtmlFile $request): JsonResponse
    {
        return response()->json(HtmlFile::read((string) $request->validated()['file']->getContent(), $source, $request->user()));
    }

    /** What has been written so far, with what HTML becomes in its place; the placeholders in it, and what became of everything. */
    public function over(Source $source, string $key, TakeHtml $request): JsonResponse
    {
        $desk = TemplateDesk::of($source, $key);
        $document = $desk->formed($request->sent())->data;
        $arrived = HtmlIn::read($request->validated('html'), $request->fields($desk->vocabulary));
        $proposals = new Proposals($desk->vocabulary);
        $envelope = is_array($document['envelope'] ?? null) ? $document['envelope'] : [];
        $said = is_array($arrived->message['envelope'] ?? null) ? $arrived->message['envelope'] : [];
        $after = Json::ofArray([...array_diff_key($document, ['translations' => 1, 'plain' => 1, 'look' => 1]), ...$arrived->message, 'envelope' => [...$envelope, ...$said]], $key);
        Extent::check($after, app(Limits::class));
        Schema::Template->check($after);

        return response()->json([
            'document' => NormalForm::of($after->data),
            'placeholders' => array_map(static fn (Placeholder $one): array => ['written' => $one->written, 'name' => $one->name, 'decides' => $one->decides, 'times' => $one->times, 'proposal' => $one->decides ? null : $proposals->for($one)], $arrived->placeholders),
            'report' => $arrived->report,
        ]);
    }
}
