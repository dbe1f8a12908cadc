<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Documents\BeginTemplate;
use App\Documents\OfferedPassage;
use App\Documents\Publish;
use App\Documents\TemplateDesk;
use App\Http\Requests\LetGo;
use App\Http\Requests\ListPassages;
use App\Http\Requests\MakePassage;
use App\Http\Resources\TemplateLine;
use App\Models\DocumentKind;
use App\Models\Source;
use Herald\Document\Json;
use Herald\Record\Field;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Gate;

/** Pieces of manuscript that several templates share. Written, kept and published they are as templates are. */
final class PassageController
{
    /** All of them, with what they say, what they need and where they are taken in; for a template also those in the archive, which it may take in already, and which of its fields these needs are. */
    public function index(Source $source, ListPassages $request): JsonResponse
    {
        $for = $request->validated('for');
        $desk = $for === null ? null : TemplateDesk::of($source, $for);

        return response()->json(['passages' => array_map(static fn (OfferedPassage $passage): array => [
            ...(new TemplateLine($passage->template))->resolve(), 'says' => $passage->says(),
            'needs' => array_map(static fn (string $path, Field $field): array => ['path' => $path, 'label' => $passage->label($path), 'type' => $field->type->name()], array_keys($passage->needs), array_values($passage->needs)),
            'fields' => (object) ($desk === null ? [] : $passage->fieldsFor($desk)),
            'used_in' => $passage->usedIn,
        ], OfferedPassage::all($source, $desk === null ? $request->boolean('archived') : null)), 'archived' => $source->passages()->whereNotNull('archived_at')->count()]);
    }

    /** A new passage: blank, or of blocks that were written elsewhere. Those are published at once by whoever may publish: nothing takes it in yet. */
    public function store(Source $source, MakePassage $request): JsonResponse
    {
        $asked = $request->validated();
        $words = $request->sent()->data;
        $passage = BeginTemplate::passage($source, $asked['name'], $asked['record_type'], array_intersect_key($words, ['language' => 1, 'blocks' => 1, 'translations' => 1]), $request->user());
        Audit::note($request->user(), 'begun', "The passage {$passage->name}, begun", $passage, $source);
        if (isset($asked['blocks']) && Gate::allows('publish', $source)) {
            $desk = TemplateDesk::of($source, $passage->key);
            $json = Json::ofArray($desk->document(), $passage->key);
            if ($desk->grave($json) === []) {
                Publish::document($desk, $json, $request->user(), $passage->draft?->revision);
            }
        }

        return (new DocumentController)->show($source, $passage->key, DocumentKind::Template)->setStatusCode(201);
    }

    /** What has been written so far, with blocks of its own in place of a passage that it takes in. */
    public function letGo(Source $source, string $key, LetGo $request): JsonResponse
    {
        $desk = TemplateDesk::of($source, $key);
        $document = $desk->formed($request->sent());

        return response()->json(['document' => $desk->passages($document)->letGo($document->data, $request->validated('block'))]);
    }
}
