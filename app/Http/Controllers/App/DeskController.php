<?php

declare(strict_types=1);

namespace App\Http\Controllers\App;

use App\Deciding\HandedOver;
use App\Documents\TemplateDesk;
use App\Http\Middleware\ReadRequest;
use App\Http\Requests\AskOfRecord;
use App\Http\Requests\ReadDocument;
use App\Http\Requests\ReadPasted;
use App\Http\Requests\SendProof;
use App\Http\Requests\ShowSheet;
use App\Http\Requests\StageTemplate;
use App\Http\Resources\DeskParts;
use App\Http\Resources\FindingLine;
use App\Http\Resources\GivenFields;
use App\Http\Resources\SurroundingsLine;
use App\Http\Stage;
use App\Mail\HandoverResult;
use App\Models\Brand;
use App\Models\Record;
use App\Models\Source;
use App\Sending\Proof;
use App\Timing\Clock;
use Composer\Pcre\Preg;
use Herald\Block\Pasted;
use Herald\Document\Extent;
use Herald\Document\Faults;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Document\Schema;
use Herald\Language\LanguageTag;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\PlainText;
use Herald\Manuscript\Surroundings;
use Herald\Record\DataSheet;
use Herald\Record\DataSheetLine;
use Herald\Record\Path;
use Herald\Record\RecordReader;
use Herald\Render\Marks;
use Herald\Render\MessageData;
use Herald\Render\MessagePart;
use Herald\Render\View;
use Herald\Value\Locality;
use Herald\Value\Moment;
use Herald\Value\Type;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What the composer asks for while a template is written. */
final class DeskController
{
    /** All that does not change while one writes: blocks, fields, formats, the cast. */
    public function show(Source $source, string $key): JsonResponse
    {
        $desk = TemplateDesk::of($source, $key);
        $source = $desk->manifest->source;
        [$cast, $unreadable] = $desk->cast();
        $document = Json::ofArray($desk->document(), $key);

        return response()->json([
            'notice' => $desk->notice === null ? null : [
                'key' => $desk->notice->key, 'name' => $desk->notice->name, 'cue' => $desk->notice->cue->inWords(), 'audience' => $desk->notice->audienceLabel,
                'strand' => $desk->manifest->strands[$desk->notice->strand]->name,
                'required' => [...$desk->notice->requiredLinks, ...$desk->notice->requiredVariables],
                'given' => GivenFields::of($desk->notice),
            ],
            'own_fields' => $desk->source->ownFields()->where('record_type', $desk->type->key)->pluck('key')->map(static fn (string $own): string => "{$desk->type->key}.{$own}"),
            ...DeskParts::of($desk->vocabulary, $desk->brand($document->node()->optionalString('brand')), $source, $document->node()->string('language'), $desk->notice),
            'brands' => $desk->source->brands()->has('versions')->with('latestVersion')->orderByDesc('is_default')->orderBy('name')->get()->map(static fn (Brand $brand): array => ['key' => $brand->key, 'name' => $brand->name, 'default' => $brand->is_default, ...($brand->latestVersion === null ? [] : DeskParts::worn($brand->latestVersion->read()))]),
            'around' => self::around($desk, $document->data),
            'cast' => $cast,
            'left_out' => array_slice($unreadable, 0, 20),
        ]);
    }

    /** The values of one record, by the paths of the fields, and what they are in each format that suits them; of a list, those of its first item. */
    public function sheet(Source $source, string $key, ShowSheet $request): JsonResponse
    {
        $asked = $request->validated();
        $desk = TemplateDesk::of($source, $key);
        $record = $desk->record($asked['record']);
        $source = $desk->manifest->source;
        $now = Moment::text(Clock::now()->toDateTimeImmutable());
        $sheet = new DataSheet(new Locality($source->locale('en'), $source->zone, now: $now), offers: true);
        $values = $offers = [];
        $faults = new Faults;
        $data = $desk->type->computed(RecordReader::read($desk->type, $record->data, $record->key), $now, $source->zone, $faults);
        $lines = [...$sheet->lines($desk->type->fields, $data, $desk->type->key), ...$sheet->answers($desk->type, $record->responses ?? [])];
        foreach ([...$lines, ...self::ofOthers($desk, $sheet, $now)] as $line) {
            if ($line->value !== null && ! Preg::isMatch('#/(?!1(\.|$))#', $line->path)) {
                $path = Preg::replace('#/1#', '.*', $line->path);
                $values[$path] = $line->value;
                $offers[$path] = (object) $line->offers;
            }
        }
        foreach (array_filter($lines, static fn (DataSheetLine $line): bool => ! str_contains($line->path, '/')) as $line) {
            if ($line->type instanceof Type\Items && (int) $line->value > 0) {
                $values = [...$values, "{$line->path}.*#number" => '1', "{$line->path}.*#first" => 'yes', "{$line->path}.*#last" => (int) $line->value === 1 ? 'yes' : 'no'];
            }
        }
        foreach ($faults->all() as $fault) {
            $values[$fault->place] = 'cannot be computed: '.$fault->reason;
        }
        foreach ($source->toArray() as $name => $value) {
            $values['source.'.$name] = (string) $value;
        }
        $recipient = $desk->matter($record)->recipient;
        $values = [...$values, 'recipient.name' => (string) $recipient->name, 'recipient.address' => (string) $recipient->address, 'recipient.language' => (string) $recipient->language, 'brand.name' => $desk->brand($desk->brandKey())->name, 'message.id' => MessageData::SAMPLE];
        foreach ($sheet->lines(['now' => $desk->vocabulary->field(Path::of('now'))], ['now' => $now], '') as $line) {
            [$values['now'], $offers['now']] = [(string) $line->value, (object) $line->offers];
        }

        return response()->json(['values' => (object) array_filter($values, static fn (string $value): bool => $value !== ''), 'offers' => (object) $offers]);
    }

    /** The true message for a record, of what has been written so far. */
    public function stage(Source $source, string $key, StageTemplate $request): JsonResponse
    {
        $asked = $request->validated();
        $desk = TemplateDesk::of($source, $key);
        $document = $desk->formed($request->sent());
        $rendering = $desk->rendering($document, $desk->record($asked['record']), $asked['language'] ?? null, $request->sent()->node()->array('given'), Marks::Manuscript);
        $line = static fn (MessagePart $part): string => $rendering->part($part);
        [$subject, $preview] = [$line(MessagePart::Subject), $line(MessagePart::Preview)];

        return response()->json([
            'html' => $asked['text'] ? null : View::from($asked['view'])->of($rendering->part(MessagePart::Html)),
            'text' => $asked['text'] ? $rendering->part(MessagePart::Text) : null,
            'subject' => $subject, 'preview' => $preview, 'from' => trim("{$line(MessagePart::FromName)} <{$line(MessagePart::FromAddress)}>"),
            'reply_to' => $line(MessagePart::ReplyTo), 'cc' => $line(MessagePart::Cc), 'bcc' => $line(MessagePart::Bcc),
            'to' => $rendering->recipient->address === null ? null : trim("{$rendering->recipient->name} <{$rendering->recipient->address}>"),
            'lengths' => ['subject' => (int) grapheme_strlen($subject), 'preview' => (int) grapheme_strlen($preview)],
            'language' => $rendering->message->language, 'language_name' => LanguageTag::name($rendering->message->language),
            'slots' => array_map(static fn (HandedOver $slot): array => ['key' => $slot->slot->key, 'at' => $slot->at?->toIso8601ZuluString(), 'fault' => $slot->fault(), 'empty' => $slot->pieces() === []], array_values($rendering->slots)),
            'around' => self::around($desk, $document->data),
        ]);
    }

    /**
     * Of each kind of records that can be listed, what the newest says.
     *
     * @return list<DataSheetLine>
     */
    private static function ofOthers(TemplateDesk $desk, DataSheet $sheet, string $now): array
    {
        $lines = [];
        foreach ($desk->vocabulary->kinds() as $path => $list) {
            $type = $desk->manifest->recordTypes[$list->key];
            $data = $desk->source->newestRecord($type)?->read($type);
            array_push($lines, ...($data === null ? [] : $sheet->lines($list->fields, $type->computed($data, $now, $desk->manifest->source->zone), $path.'/1')));
        }

        return $lines;
    }

    /** What the checks say of what has been written so far. */
    public function findings(Source $source, string $key, ReadDocument $request): JsonResponse
    {
        $desk = TemplateDesk::of($source, $key);
        $document = $desk->formed($request->sent());

        return response()->json(['findings' => FindingLine::collection($desk->findings($document)), 'around' => self::around($desk, $document->data)]);
    }

    /** What has been written so far, with a plain text of its own that says the same: to be gone on with by hand. */
    public function plain(Source $source, string $key, ReadDocument $request): JsonResponse
    {
        $document = TemplateDesk::of($source, $key)->formed($request->sent());

        return response()->json(['document' => PlainText::takenOver($document->data)]);
    }

    /** Blocks that were copied elsewhere, read and put into normal form: the "blocks" of a document of the format velvet-herald/blocks. */
    public function blocks(Source $source, Request $request): JsonResponse
    {
        $sent = ReadRequest::sent($request);
        Extent::check($sent, app(Limits::class));
        // Their form alone; what they name is for the findings.
        Schema::Blocks->check($sent);

        return response()->json(['blocks' => NormalForm::blocks($sent->data['blocks'])]);
    }

    /** The true message of a version for a record, as it would go out in the brands and passages of today. */
    public function versionHtml(Source $source, string $key, int $number, AskOfRecord $request): Response
    {
        $desk = TemplateDesk::of($source, $key);
        $version = $desk->template->versions()->where('number', $number)->firstOrFail();

        return Stage::show($source, $desk->rendering(Json::ofArray($desk->version($version), $key), $desk->record($request->validated('record')), null)->part(MessagePart::Html));
    }

    /** What was copied elsewhere, as blocks. */
    public function pasted(Source $source, ReadPasted $request, Limits $limits): JsonResponse
    {
        $asked = $request->validated();
        $blocks = isset($asked['html']) ? Pasted::html($asked['html']) : Pasted::text($asked['text']);
        Extent::check(Json::ofArray(['blocks' => $blocks], 'what was pasted'), $limits);

        return response()->json(['blocks' => $blocks]);
    }

    /** Sends what has been written so far to an address of one's choice, for a record; never to whom the record is about. */
    public function proof(Source $source, string $key, SendProof $request): JsonResponse
    {
        $asked = $request->validated();
        $desk = TemplateDesk::of($source, $key);
        $rendering = $desk->rendering($desk->formed($request->sent()), $desk->record($asked['record']), $asked['language'] ?? null, $request->sent()->node()->array('given'));

        return Proof::answered(static fn (): HandoverResult => Proof::of($rendering->filled(), $rendering->recipient, $desk->template, $source, $asked['record'], $asked['to'], $request->user()));
    }

    /**
     * @param  array<array-key, mixed>  $document
     */
    private static function around(TemplateDesk $desk, array $document): SurroundingsLine
    {
        return new SurroundingsLine(Surroundings::in($document, $desk->vocabulary));
    }
}
