<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Audit\Audit;
use App\Documents\BrandDesk;
use App\Documents\DraftPieces;
use App\Http\Requests\ProposeColours;
use App\Http\Requests\ReadDocument;
use App\Http\Requests\StageBrand;
use App\Http\Requests\TakePicture;
use App\Http\Resources\DeskParts;
use App\Http\Resources\FindingLine;
use App\Http\Resources\SurroundingsLine;
use App\Models\Picture;
use App\Models\Source;
use App\Pictures\Pictures;
use Herald\Brand\Logo;
use Herald\Brand\Proposal;
use Herald\Brand\ProposedRole;
use Herald\Colour\Contrast;
use Herald\Colour\Pixels;
use Herald\Colour\Swatch;
use Herald\Document\Json;
use Herald\Language\LanguageTag;
use Herald\Manuscript\Surroundings;
use Herald\Record\Vocabulary;
use Herald\Render\MessagePart;
use Herald\Render\View;
use Herald\Style\Element;
use Herald\Style\Pair;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;

/** What the brand page asks for while a brand is designed. */
final class BrandDesignController
{
    /** All that does not change while one designs. */
    public function desk(Source $source, string $key): JsonResponse
    {
        $desk = BrandDesk::of($source, $key);
        $source = $desk->manifest->source;
        $document = Json::ofArray($desk->document(), $key);

        return response()->json([
            'desk' => ['notice' => null, 'cast' => [], 'own_fields' => [], 'around' => new SurroundingsLine(Surroundings::in($document->data, Vocabulary::ofFrame())), ...DeskParts::of(Vocabulary::ofFrame(), $desk->source->brandWornAs($key)->read(), $source, $document->node()->string('language'))],
            'messages' => $desk->messages(),
            'elements' => array_map(static fn (Element $element): array => ['class' => $element->value, 'words' => $element->words()], Element::cases()),
            'source' => ['name' => $source->name, 'url' => $source->url, 'legal' => $source->legal],
            'values' => (object) array_filter(['source.name' => $source->name, 'source.url' => $source->url, 'source.email' => $source->email, 'source.legal' => (string) $source->legal, 'source.reply_to' => (string) $source->replyTo]),
        ]);
    }

    /** What is to be said of what has been designed so far: contrasts, the dark set, the logo on its grounds, its CSS. */
    public function analysis(Source $source, string $key, ReadDocument $request): JsonResponse
    {
        $desk = BrandDesk::of($source, $key);
        $document = $desk->formed($request->sent());
        $design = $desk->design($document);
        $dark = $design->dark($design->colours);
        $loaded = BrandDesk::loadedWidth($document);

        return response()->json([
            ...DeskParts::worn($design), 'dark' => $dark->hex(),
            'pairs' => array_map(static fn (Pair $pair): array => [
                'text' => $pair->text->value, 'ground' => $pair->ground->value,
                ...self::figures('light', $design->colours->ratio($pair)), ...self::figures('dark', $dark->ratio($pair)),
            ], Pair::all()),
            'findings' => FindingLine::collection($desk->findings($document)),
            'pictures' => (object) array_map(static fn (string $name): array => ['name' => $name, 'loaded' => $loaded, 'bytes' => Pictures::weight($name, $loaded)], BrandDesk::pictures($document)),
            'around' => new SurroundingsLine(Surroundings::in($document->data, Vocabulary::ofFrame())),
        ]);
    }

    /** True messages of the source in what has been designed so far. */
    public function stage(Source $source, string $key, StageBrand $request): JsonResponse
    {
        $asked = $request->validated();
        $desk = BrandDesk::of($source, $key);
        $design = $desk->design($desk->formed($request->sent()));
        $renderer = DraftPieces::renderer();

        return response()->json(['messages' => array_map(static function (array $wanted) use ($desk, $design, $renderer, $asked): array {
            [$decision, $message, $messageData] = $desk->message($design, $wanted['notice'], $wanted['record'], $wanted['language'] ?? null);
            $line = static fn (MessagePart $part): string => $renderer->part($message, $part, $messageData);

            return [
                'html' => $asked['text'] ? null : View::from($asked['view'])->of($line(MessagePart::Html)), 'text' => $asked['text'] ? $line(MessagePart::Text) : null,
                'subject' => $line(MessagePart::Subject), 'from' => trim("{$line(MessagePart::FromName)} <{$line(MessagePart::FromAddress)}>"),
                'language' => $message->language, 'language_name' => LanguageTag::name($message->language), 'built_in' => $decision->isBuiltIn(),
            ];
        }, $asked['messages'])]);
    }

    /** Takes a picture in, and makes it ready for the width in which a message is to show it. */
    public function picture(Source $source, TakePicture $request): JsonResponse
    {
        $asked = $request->validated();
        $picture = Pictures::take($source, (string) $asked['picture']->getContent(), $asked['picture']->getClientOriginalName(), $request->user());

        Audit::note($request->user(), 'picture', "The picture “{$picture->called}” was put in", $picture, $source);
        $loaded = Logo::DENSITY * (int) ($asked['width'] ?? 720);

        return response()->json([
            'name' => $picture->name, 'width' => $picture->width, 'height' => $picture->height, 'called' => $picture->called, 'address' => Pictures::addressOf($picture->name, $loaded), 'alternative' => $picture->alternative,
        ], 201);
    }

    /** A whole set of colours made of a picture. */
    public function proposal(Source $source, ProposeColours $request): JsonResponse
    {
        $asked = $request->validated();
        Picture::query()->where(['source_id' => $source->id, 'name' => $asked['picture']])->firstOrFail();
        try {
            $proposal = Proposal::of(Pixels::ofBytes(Pictures::bytes($asked['picture'])));
        } catch (\InvalidArgumentException $e) {
            throw ValidationException::withMessages(['picture' => $e->getMessage().'.']);
        }

        return response()->json([
            'swatches' => array_map(static fn (Swatch $swatch): array => ['colour' => $swatch->colour->hex(), 'share' => round($swatch->share, 4)], $proposal->swatches),
            'roles' => array_map(static fn (ProposedRole $role): array => [
                'role' => $role->role->value, 'colour' => $role->colour->hex(), 'from' => $role->from->hex(), 'distance' => round($role->distance, 1), 'words' => $role->words,
            ], $proposal->roles),
        ]);
    }

    /**
     * @return array<string, float|bool>
     */
    private static function figures(string $name, float $ratio): array
    {
        return [$name => Contrast::figure($ratio), $name.'_passes' => $ratio >= Contrast::TEXT];
    }
}
