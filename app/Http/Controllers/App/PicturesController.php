<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Documents\Desk;
use App\Documents\Drafts;
use App\Http\Requests\ChangePicture;
use App\Http\Requests\FitPicture;
use App\Http\Requests\ListPictures;
use App\Http\Requests\ReplacePicture;
use App\Models\DocumentKind;
use App\Models\Picture;
use App\Models\Source;
use App\Pictures\Pictures;
use App\Pictures\PictureUses;
use Composer\Pcre\Preg;
use Herald\Document\Json;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** All pictures of a source: found, described, put in the place of others, taken away where nothing needs them. */
final class PicturesController
{
    private const SIZE = 60;

    public function index(Source $source, ListPictures $request): JsonResponse
    {
        $asked = $request->validated();
        $uses = PictureUses::of($source);
        $words = Preg::split('/\s+/', mb_strtolower(trim($asked['search'] ?? '')), -1, PREG_SPLIT_NO_EMPTY);
        $found = $source->pictures()->with('user')->latest('id')->get()->filter(static function (Picture $picture) use ($words, $uses): bool {
            $text = mb_strtolower($picture->called.' '.$picture->alternative.' '.implode(' ', array_column($uses[$picture->name] ?? [], 'name')));

            return array_filter($words, static fn (string $word): bool => ! str_contains($text, $word)) === [];
        })->values();

        return response()->json([
            'pictures' => $found->forPage((int) ($asked['page'] ?? 1), self::SIZE)->map(static fn (Picture $picture): array => self::line($picture, $uses))->values(),
            'total' => $found->count(), 'per_page' => self::SIZE,
        ]);
    }

    public function update(Source $source, string $name, ChangePicture $request): JsonResponse
    {
        $picture = self::find($source, $name);
        $picture->update($request->changes());
        Audit::goesOn($request->user(), 'picture', "The picture “{$picture->called}”, described", $picture, $source);

        return response()->json(self::line($picture, PictureUses::of($source)));
    }

    /** Its address in the width in which it is to be loaded. */
    public function fit(Source $source, string $name, FitPicture $request): JsonResponse
    {
        return response()->json(['address' => Pictures::addressOf(self::find($source, $name)->name, $request->loaded())]);
    }

    /** What would differ where, with another in its place. */
    public function foresee(Source $source, string $name, ReplacePicture $request): JsonResponse
    {
        $with = self::find($source, $request->validated('with'));
        $documents = [];
        foreach (PictureUses::of($source)[self::find($source, $name)->name] ?? [] as $use) {
            $desk = Desk::at($source, DocumentKind::from($use['kind']), $use['key']);
            $before = $desk->document();
            $documents[] = [
                ...$use, 'revision' => $desk->kept()->draft?->revision, 'version' => $desk->kept()->latestVersion?->number,
                'changes' => $desk->differences($before, PictureUses::replaced($before, $name, $with->name)),
            ];
        }

        return response()->json(['documents' => $documents]);
    }

    /** Puts another in its place, in the drafts of all that it stands in: in all, or, when one of them was changed meanwhile, in none. */
    public function replace(Source $source, string $name, ReplacePicture $request): JsonResponse
    {
        $old = self::find($source, $name);
        $with = self::find($source, $request->validated('with'));
        $asked = [];
        foreach ((array) $request->validated('documents') as $seen) {
            $asked["{$seen['kind']} {$seen['key']}"] = $seen;
        }
        $uses = PictureUses::of($source)[$old->name] ?? [];
        DB::transaction(static function () use ($source, $old, $with, $asked, $uses, $request): void {
            foreach ($uses as $use) {
                // What nobody has looked at is not changed behind their back.
                $seen = $asked["{$use['kind']} {$use['key']}"] ?? throw new ConflictHttpException("“{$use['name']}” uses the picture since. Look at what would differ again.");
                $desk = Desk::at($source, DocumentKind::from($use['kind']), $use['key']);
                $after = $desk->formed(Json::ofArray(['document' => PictureUses::replaced($desk->document(), $old->name, $with->name)], $use['key']));
                foreach (PictureUses::widthsIn($after->text()) as [$width, $picture]) {
                    if ($picture === $with->name) {
                        Pictures::fit($picture, $width);
                    }
                }
                Drafts::save($desk->kept(), $seen['revision'], $seen['version'], $after, $request->user());
            }
        });
        Audit::note($request->user(), 'picture', "“{$with->called}” in place of “{$old->called}”", $old, $source);

        return response()->json(['documents' => count($uses)]);
    }

    /** Takes one away that nothing needs. */
    public function destroy(Source $source, string $name, Request $request): Response
    {
        $picture = self::find($source, $name);
        if (PictureUses::isNeeded($picture->name)) {
            throw new ConflictHttpException('It stands in something that is written, was published, or was sent: it stays.');
        }
        $picture->delete();
        // Another source may have put in the same.
        if (Picture::query()->where('name', $picture->name)->doesntExist()) {
            Pictures::remove($picture->name);
        }
        Audit::note($request->user(), 'picture', "The picture “{$picture->called}” was taken away", null, $source);

        return response()->noContent();
    }

    private static function find(Source $source, string $name): Picture
    {
        return $source->pictures()->where('name', $name)->firstOrFail();
    }

    /**
     * @param  array<string, list<array{kind: string, key: string, name: string, published: bool, draft: bool}>>  $uses
     * @return array<string, mixed>
     */
    private static function line(Picture $picture, array $uses): array
    {
        return [
            'name' => $picture->name, 'called' => $picture->called, 'width' => $picture->width, 'height' => $picture->height, 'weight' => $picture->weight, 'alternative' => $picture->alternative,
            'by' => $picture->user?->name, 'at' => $picture->created_at->toIso8601ZuluString(), 'uses' => $uses[$picture->name] ?? [],
        ];
    }
}
