<?php

declare(strict_types=1);

namespace App\Responses;

use App\Deciding\Decide;
use App\Deciding\Matter;
use App\Documents\TemplateDesk;
use App\Http\Stage;
use App\Models\Dispatch;
use App\Models\Notice;
use App\Models\Response as Given;
use App\Models\Source;
use App\Timing\Clock;
use Carbon\CarbonImmutable;
use Herald\Brand\Brand;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Language\LanguageTag;
use Herald\Record\RecordType;
use Herald\Render\AskedQuestion;
use Herald\Render\CompiledMessage;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;

/** What somebody sees who has followed a link of a response: in the brand and language of the message, and nothing of ours. */
final readonly class AnswerPage
{
    /** The languages that its own words are there in. */
    private const LANGUAGES = ['en', 'de', 'fr', 'ar'];

    /**
     * @param  Source|null  $source  null where nothing is known
     * @param  (\Closure(string): string)|null  $words  fills words that the message keeps
     * @param  string|null  $given  the latest answer from the message
     * @param  int  $turn  how many answers there were from it
     * @param  CarbonImmutable|null  $until  when it can be answered no longer; null for what is only tried
     */
    private function __construct(private ?Source $source, private ?Brand $brand, private string $language, private ?AskedQuestion $question, private ?\Closure $words, private string $value, public ?Dispatch $sent = null, private ?string $given = null, public int $turn = 0, private ?CarbonImmutable $until = null)
    {
    }

    /** For a link that is not ours, or leads to what is not there any more. */
    public static function nothing(): self
    {
        return new self(null, null, 'en', null, null, '');
    }

    /** For a message that went out. */
    public static function of(Dispatch $sent, string $key, string $value): ?self
    {
        $message = $sent->edition?->message();
        $question = $message?->question($key);
        $until = DB::table('asked')->where(['dispatch_id' => $sent->id, 'key' => $key])->value('until');
        if ($message === null || $question === null || ! is_string($until) || ! in_array($value, $question->values(), true)) {
            return null;
        }
        $given = Given::query()->where(['dispatch_id' => $sent->id, 'key' => $key])->orderBy('turn')->pluck('value');
        $data = MessageData::kept($sent->data, $sent->source->manifest()->source);

        return new self(
            $sent->source,
            ($sent->edition->brandVersion ?? $sent->source->brandWornAs(null))->read(),
            $message->language,
            $question,
            static fn (string $words): string => app(Renderer::class)->words($message, $words, $data),
            $value,
            $sent,
            $given->last(),
            $given->count(),
            CarbonImmutable::parse($until, 'UTC'),
        );
    }

    /**
     * For a message that was only shown.
     *
     * @param  array<array-key, mixed>  $asked  as {@see AnswerLinks::tried} signed it
     */
    public static function tried(array $asked): ?self
    {
        [$key, $what, $of, $record, $name, $value] = array_map(static fn (string $part): string => is_string($asked[$part] ?? null) ? $asked[$part] : '', ['source', 'what', 'of', 'record', 'key', 'value']);
        $source = Source::query()->where('key', $key)->first();
        if ($source === null) {
            return null;
        }
        try {
            [$message, $words, $brand] = $what === 'notice' ? self::ofNotice($source, $of, $record) : self::ofTemplate($source, $of, $record);
        } catch (InvalidDocument|ModelNotFoundException|HttpExceptionInterface) {
            // It is there no longer, or fits its source no longer.
            return null;
        }
        $question = $message->question($name);

        return $question === null || ! in_array($value, $question->values(), true) ? null : new self($source, $brand, $message->language, $question, $words, $value);
    }

    /**
     * @return array{CompiledMessage, \Closure(string): string, Brand}
     */
    private static function ofTemplate(Source $source, string $key, string $record): array
    {
        $desk = TemplateDesk::of($source, $key);
        $rendering = $desk->rendering(Json::ofArray($desk->document(), $key), $desk->record($record), null);

        return [$rendering->message, $rendering->words(...), $desk->brand($desk->brandKey())];
    }

    /**
     * @return array{CompiledMessage, \Closure(string): string, Brand}
     */
    private static function ofNotice(Source $source, string $key, string $record): array
    {
        $notice = Notice::asked($source, $key);
        $declared = $notice->declaration();
        $manifest = $source->manifest();
        $matter = Matter::ofRecord($declared, $manifest->recordTypes[$declared->recordType], $source->record($declared->recordType, $record));
        $decision = app(Decide::class)->answering($notice, $matter);
        $message = $decision->message;
        $data = $matter->messageData($manifest->source, $message);

        return [$message, static fn (string $words): string => app(Renderer::class)->words($message, $words, $data), ($decision->brandVersion() ?? $source->brandWornAs(null))->read()];
    }

    public function mayAnswer(): bool
    {
        return $this->sent !== null && ! $this->isOver() && ($this->given === null || ($this->question?->mayChange === true && $this->given !== $this->value));
    }

    private function isOver(): bool
    {
        return $this->until !== null && ($this->until->lessThanOrEqualTo(Clock::now()) || $this->type() === null);
    }

    /** What kind of record the message was about; null where the source has such records no longer, or nothing was sent. */
    public function type(): ?RecordType
    {
        return $this->sent === null ? null : $this->sent->source->manifest()->recordTypes[$this->sent->record->type] ?? null;
    }

    public function shown(Request $request): Response
    {
        $nonce = Str::random(24);
        $state = match (true) {
            $this->question === null => 'nothing',
            $this->sent === null => 'tried',
            $this->mayAnswer() => 'asked',
            $this->given !== null => $this->given === $this->value ? 'answered' : 'fixed',
            default => 'over',
        };
        $declared = $this->source?->manifest()->source;
        $hosts = $this->source === null ? '' : implode(' ', Stage::pictureHosts($this->source));
        $said = fn (?string $source): string => $source === null || $source === '' || $this->words === null ? '' : ($this->words)($source);
        $answers = $this->question->answers ?? [];
        $language = $this->question === null ? self::spoken((string) $request->getPreferredLanguage(self::LANGUAGES)) : self::spoken($this->language);

        return response()->view('answer', [
            'nonce' => $nonce, 'state' => $state, 'brand' => $this->brand, 'source' => $declared, 'own' => $language,
            'language' => $this->question === null ? $language : $this->language, 'rightToLeft' => LanguageTag::isRightToLeft($this->question === null ? $language : $this->language),
            'question' => $said($this->question?->words), 'chosen' => $said($answers[$this->value] ?? null), 'given' => $said($this->given === null ? null : $answers[$this->given] ?? null),
            'thanks' => $said($this->question?->thanks), 'turn' => $this->turn, 'action' => $request->getRequestUri(),
            'mayChange' => $this->question?->mayChange === true && ! $this->isOver(),
        ], match ($state) {
            'nothing' => 404,
            'over' => 410,
            default => 200,
        }, [
            'Content-Security-Policy' => trim("default-src 'none'; img-src 'self' {$hosts}")."; style-src 'nonce-{$nonce}'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'",
            'Referrer-Policy' => 'no-referrer', 'X-Robots-Tag' => 'noindex, nofollow', 'Cache-Control' => 'no-store, private',
        ]);
    }

    private static function spoken(string $language): string
    {
        $primary = strtolower(explode('-', $language)[0]);

        return in_array($primary, self::LANGUAGES, true) ? $primary : 'en';
    }
}
