<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Models\Claim;
use App\Models\Draft;
use App\Models\Source;
use App\Models\Template;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Schema;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

final class TemplateController
{
    /** All templates with where they are used; found by name, key, folder, notice and the words in them. */
    public function index(Request $request): JsonResponse
    {
        $given = $request->validate(['search' => ['nullable', 'string', 'max:200']]);
        $source = Source::current();
        if ($source === null) {
            return response()->json(['templates' => []]);
        }
        $notices = $source->manifest()->notices;
        $templates = $source->templates()->with(['latestVersion.user', 'draft.user', 'claims.notice'])->orderBy('folder')->orderBy('name')->get();
        $words = preg_split('/\s+/', mb_strtolower(trim($given['search'] ?? '')), -1, PREG_SPLIT_NO_EMPTY) ?: [];

        return response()->json(['templates' => $templates->map(static fn (Template $template): array => [
            'key' => $template->key, 'name' => $template->name, 'folder' => $template->folder, 'record_type' => $template->record_type,
            'version' => $template->latestVersion?->number,
            'published_at' => $template->latestVersion?->published_at->toIso8601ZuluString(), 'published_by' => $template->latestVersion?->user?->name,
            'draft' => $template->draft === null ? null : ['revision' => $template->draft->revision, 'by' => $template->draft->user?->name, 'at' => $template->draft->updated_at->toIso8601ZuluString()],
            'claims' => $template->claims->map(static fn (Claim $claim): array => [
                'notice' => $claim->notice->key, 'name' => isset($notices[$claim->notice->key]) ? $notices[$claim->notice->key]->name : $claim->notice->key, 'active' => $claim->active,
            ])->all(),
        ])->filter(static function (array $line) use ($templates, $words): bool {
            $template = $templates->firstWhere('key', $line['key']);
            $all = mb_strtolower(implode(' ', [$line['key'], $line['name'], $line['folder'], ...array_column($line['claims'], 'name'), $template?->draft?->document, $template?->latestVersion?->document]));

            return array_filter($words, static fn (string $word): bool => ! str_contains($all, $word)) === [];
        })->values()]);
    }

    public function show(string $key): JsonResponse
    {
        $template = self::find($key);
        $document = $template->draft->document ?? $template->latestVersion?->document;

        return response()->json([
            'key' => $template->key, 'name' => $template->name, 'folder' => $template->folder, 'record_type' => $template->record_type,
            'version' => $template->latestVersion?->number,
            'draft' => $template->draft === null ? null : ['revision' => $template->draft->revision, 'by' => $template->draft->user?->name, 'at' => $template->draft->updated_at->toIso8601ZuluString()],
            'document' => $document === null ? null : json_decode($document, false, 64, JSON_THROW_ON_ERROR),
        ]);
    }

    /** Saves a draft, unless it has been saved by someone else since the revision that was written on. */
    public function saveDraft(string $key, Request $request): JsonResponse
    {
        $given = $request->validate(['revision' => ['present', 'nullable', 'integer']]);
        $json = Json::ofText($request->getContent(), 'draft');
        $sent = $json->object->document ?? null;
        $text = $sent instanceof \stdClass ? json_encode($sent, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES) : throw InvalidDocument::because('draft', 'document', 'must be an object');
        // A draft may be unfinished, but it must be a template document in form.
        Schema::Template->check(Json::ofText($text, $key));
        DB::transaction(function () use ($key, $given, $text, $request): void {
            $template = self::find($key);
            if ($template->draft?->revision !== $given['revision']) {
                throw new ConflictHttpException(($template->draft->user->name ?? 'Someone').' has saved this template meanwhile. Nothing was overwritten.');
            }
            Draft::query()->updateOrCreate(['template_id' => $template->id], [
                'document' => $text, 'revision' => ($given['revision'] ?? 0) + 1, 'user_id' => $request->user()?->id,
            ]);
        });

        return $this->show($key);
    }

    private static function find(string $key): Template
    {
        return (Source::current() ?? abort(404))->templates()->where('key', $key)->with(['latestVersion', 'draft.user'])->firstOrFail();
    }
}
