<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Documents\Archive;
use App\Documents\BeginTemplate;
use App\Documents\TemplateDesk;
use App\Http\Requests\ChangeTemplate;
use App\Http\Requests\ListTemplates;
use App\Http\Requests\MakeTemplate;
use App\Http\Resources\TemplateLine;
use App\Models\DocumentKind;
use App\Models\Source;
use App\Models\Template;
use Composer\Pcre\Preg;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;

final class TemplateController
{
    /** All templates with where they are used; found by name, key, folder, notice and the words in them. */
    public function index(Source $source, ListTemplates $request): JsonResponse
    {
        $asked = $request->validated();
        $manifest = $source->manifest();
        $all = $source->templates()->where('is_passage', false)->with(['latestVersion.user', 'draft.user', 'claims.notice'])->orderBy('folder')->orderBy('name')->get();
        $words = Preg::split('/\s+/', mb_strtolower(trim($asked['search'] ?? '')), -1, PREG_SPLIT_NO_EMPTY);
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
    public function store(Source $source, MakeTemplate $request): JsonResponse
    {
        /** @var array{name: string, folder?: string|null, from: string, notice?: string|null, template?: string|null, record_type?: string|null} $asked */
        $asked = $request->validated();
        $template = BeginTemplate::of($source, $asked, $request->user());
        Audit::note($request->user(), 'begun', "{$template->name}, begun", $template, $source);

        return (new DocumentController)->show($source, $template->key, DocumentKind::Template)->setStatusCode(201);
    }

    /** Another name or folder; into the archive or out of it. What is in the archive answers for nothing. */
    public function update(Source $source, string $key, ChangeTemplate $request): JsonResponse
    {
        $asked = $request->validated();
        if (isset($asked['archived'])) {
            Gate::authorize('publish', $source);
        }
        $template = TemplateDesk::of($source, $key)->template;
        DB::transaction(static function () use ($template, $asked, $request): void {
            $before = $template->only(['name', 'folder']);
            $template->update([...(isset($asked['name']) ? ['name' => $asked['name']] : []), ...(array_key_exists('folder', $asked) ? ['folder' => (string) $asked['folder']] : [])]);
            if ($template->wasChanged(['name', 'folder'])) {
                Audit::note($request->user(), 'renamed', "{$before['name']}, renamed or moved", $template, $template->source, $before, $template->only(['name', 'folder']));
            }
            if (isset($asked['archived'])) {
                Archive::move($template, $asked['archived'], $request->user());
                Audit::note($request->user(), 'archived', $asked['archived'] ? "{$template->name}, put into the archive" : "{$template->name}, brought back from the archive", $template, $template->source);
            }
        });

        return (new DocumentController)->show($source, $key, DocumentKind::Template);
    }
}
