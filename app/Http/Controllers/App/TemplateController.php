<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Documents\Drafts;
use App\Documents\TemplateDesk;
use App\Http\Asked;
use App\Http\Resources\TemplateLine;
use App\Models\DocumentKind;
use App\Models\Source;
use App\Models\Template;
use Herald\Document\Json;
use Herald\Document\Schema;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;

final class TemplateController
{
    /** All templates with where they are used; found by name, key, folder, notice and the words in them. */
    public function index(Request $request): JsonResponse
    {
        $given = Asked::of($request, ['search' => ['nullable', 'string', 'max:200'], 'archived' => ['nullable', 'boolean']]);
        $source = Source::current();
        if ($source === null) {
            return response()->json(['templates' => [], 'archived' => 0]);
        }
        $manifest = $source->manifest();
        $all = $source->templates()->with(['latestVersion.user', 'draft.user', 'claims.notice'])->orderBy('folder')->orderBy('name')->get();
        $words = preg_split('/\s+/', mb_strtolower(trim($given['search'] ?? '')), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $archived = $request->boolean('archived');

        return response()->json([
            'templates' => $all->filter(static fn (Template $template): bool => ($template->archived_at !== null) === $archived)
                ->map(static fn (Template $template): array => [(new TemplateLine($template->setRelation('source', $source)))->resolve(), $template])
                ->filter(static function (array $pair) use ($words): bool {
                    [$line, $template] = $pair;
                    $text = mb_strtolower(implode(' ', [$line['key'], $line['name'], $line['folder'], $line['notice']['name'] ?? '', ...array_column($line['claims'], 'name'), $template->draft?->document, $template->latestVersion?->document]));

                    return array_filter($words, static fn (string $word): bool => ! str_contains($text, $word)) === [];
                })->map(static fn (array $pair): array => $pair[0])->values(),
            'archived' => $all->whereNotNull('archived_at')->count(),
        ]);
    }

    /** A new template: from a notice's built-in words, as a copy of another template, or blank. */
    public function store(Request $request): JsonResponse
    {
        $given = Asked::of($request, [
            'name' => ['required', 'string', 'max:200'], 'folder' => ['nullable', 'string', 'max:200'],
            'from' => ['required', 'in:built_in,copy,blank'], 'notice' => ['nullable', 'string'], 'template' => ['required_if:from,copy', 'nullable', 'string'],
            'record_type' => ['nullable', 'string'],
        ]);
        $source = Source::current() ?? abort(404);
        $manifest = $source->manifest();
        $notice = ($given['notice'] ?? null) === null ? null : ($manifest->notices[$given['notice']] ?? throw ValidationException::withMessages(['notice' => 'There is no such notice.']));
        $copied = $given['from'] === 'copy' ? TemplateDesk::of($given['template']) : null;
        if ($given['from'] === 'built_in' && $notice === null) {
            throw ValidationException::withMessages(['notice' => 'Choose the notice whose words to begin with.']);
        }
        $type = $notice->recordType ?? $copied?->type->key ?? $given['record_type'] ?? '';
        if (! isset($manifest->recordTypes[$type])) {
            throw ValidationException::withMessages(['notice' => 'Choose a notice, or the kind of record it speaks about.']);
        }
        if ($copied !== null && $copied->type->key !== $type) {
            throw ValidationException::withMessages(['notice' => "“{$copied->template->name}” speaks about another kind of record."]);
        }
        $key = Drafts::freeKey($source->templates()->getQuery(), $given['name'], 'template');
        $language = $manifest->source->defaultLanguage;
        $base = match ($given['from']) {
            'built_in' => $notice?->toTemplate($key, $given['name'], '', $language) ?? [],
            'copy' => $copied?->document() ?? [],
            default => ['format' => 'velvet-herald/template', 'version' => 1, 'language' => $language, 'envelope' => ['subject' => []], 'manuscript' => []],
        };
        $document = Json::ofArray([
            ...array_diff_key($base, ['folder' => 1, 'notice' => 1]), 'key' => $key, 'name' => $given['name'], 'record_type' => $type, ...($notice === null ? [] : ['notice' => $notice->key]),
        ], $key);
        Schema::Template->check($document);
        DB::transaction(static function () use ($source, $key, $given, $type, $notice, $document, $copied, $manifest, $request): void {
            $template = $source->templates()->create([
                'key' => $key, 'name' => $given['name'], 'folder' => $given['folder'] ?? $copied?->template->folder ?? ($notice === null ? '' : $manifest->strands[$notice->strand]->name), 'record_type' => $type,
                'notice' => $notice === null ? $copied?->template->notice : $notice->key,
            ]);
            $template->draft()->create(['document' => $document->text(), 'revision' => 1, 'user_id' => $request->user()?->id, 'begun_from' => match ($given['from']) {
                'built_in' => ['notice' => $notice?->key, 'words' => $notice?->builtIns->hashes],
                'copy' => ['template' => $copied?->template->key, 'version' => $copied?->template->latestVersion?->number],
                default => null,
            }]);
        });

        return (new DocumentController)->show($key, DocumentKind::Template)->setStatusCode(201);
    }

    /** Another name or folder; into the archive or out of it. What is in the archive answers for nothing. */
    public function update(string $key, Request $request): JsonResponse
    {
        $given = Asked::of($request, ['name' => ['sometimes', 'required', 'string', 'max:200'], 'folder' => ['sometimes', 'nullable', 'string', 'max:200'], 'archived' => ['sometimes', 'boolean']]);
        if (isset($given['archived'])) {
            Gate::authorize('publish');
        }
        DB::transaction(static function () use ($key, $given, $request): void {
            $template = TemplateDesk::of($key)->template;
            $template->update([
                ...(isset($given['name']) ? ['name' => $given['name']] : []), ...(array_key_exists('folder', $given) ? ['folder' => (string) $given['folder']] : []),
                ...(isset($given['archived']) ? ['archived_at' => $given['archived'] ? now() : null] : []),
            ]);
            if ($given['archived'] ?? false) {
                foreach ($template->claims as $claim) {
                    $notice = $claim->notice->load('claims.template.latestVersion');
                    if ($notice->answeringClaim()?->id === $claim->id) {
                        $notice->answerWith(null, $request->user());
                    }
                    $claim->update(['active' => false]);
                }
            }
        });

        return (new DocumentController)->show($key, DocumentKind::Template);
    }
}
