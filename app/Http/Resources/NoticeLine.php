<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Deciding\AskedClaim;
use App\Deciding\WhoAnswers;
use App\Documents\PassageShelf;
use App\Models\Notice;
use App\Timing\PlanDues;
use Herald\Language\LanguageChoice;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * A notice as the running order lists it.
 *
 * @property Notice $resource
 */
final class NoticeLine extends JsonResource
{
    public static $wrap = null;

    private readonly WhoAnswers $answering;

    private readonly Declared $declaration;

    /** @var array<int, list<string>|null> languages by the id of a version */
    private array $whole = [];

    /**
     * @param  array<string, int>  $counts  dispatches of the last 30 days by state
     * @param  int  $doubles  how often in the last 30 days the source sent it as well
     * @param  int  $coming  how many come in the next seven days, of one that goes by a date
     */
    public function __construct(Notice $notice, private readonly array $counts, private readonly PassageShelf $passages, private readonly \DateTimeImmutable $now, private readonly int $coming = 0, private readonly int $doubles = 0)
    {
        parent::__construct($notice);
        $this->answering = WhoAnswers::to($notice);
        $this->declaration = $notice->declaration();
    }

    public function toArray(Request $request): array
    {
        $notice = $this->resource;
        $declaration = $this->declaration;
        $inForce = $this->answering->inForce($this->now);

        return [
            'key' => $notice->key, 'name' => $declaration->name, 'cue' => $declaration->cue->inWords(),
            'audience' => $declaration->audience->value, 'audience_label' => $declaration->audienceLabel,
            'state' => $inForce !== [] ? 'replaced' : ($declaration->languages() === [] ? 'unwritten' : $this->answering->otherwise->value),
            'otherwise' => $this->answering->otherwise->value,
            'own' => $declaration->isOwn(), 'on' => $declaration->on, 'only_if' => $declaration->narrowing?->sentence(),
            'carrier' => $declaration->carrier->value,
            'templates' => array_map(static fn (AskedClaim $claim): array => ['key' => $claim->template->key, 'name' => $claim->template->name, 'version' => $claim->version()?->number, 'always' => $claim->whole() === null], $inForce),
            'languages' => $this->languages($inForce),
            'dispatches' => (object) $this->counts,
            'coming' => PlanDues::goesByDate($declaration) ? $this->coming : null,
            'trouble' => $this->trouble($inForce),
        ];
    }

    /**
     * Each language of the source: whether the message has words of its own in it, falls back to another, or has lost words that the built-in has. It has them when all do that may answer in it.
     *
     * @param  list<AskedClaim>  $inForce
     * @return list<array{tag: string, words: 'own'|'falls_back'|'missing'}>
     */
    private function languages(array $inForce): array
    {
        $manifest = $this->resource->source->manifest()->source;
        $builtIn = self::own($this->declaration->languages(), $manifest->languages, $manifest->defaultLanguage);
        $answering = array_map(fn (AskedClaim $claim): array => [$claim, ($whole = $this->whole($claim)) === null ? $builtIn : self::own($whole, $manifest->languages, $manifest->defaultLanguage)], $inForce);
        $words = static function (string $tag) use ($answering, $builtIn): bool {
            foreach ($answering as [$claim, $own]) {
                if (($claim->claim?->takes($tag) ?? false) && (! $own[$tag] || $claim->claim->condition === null)) {
                    return $own[$tag];
                }
            }

            return $builtIn[$tag];
        };

        return array_map(static fn (string $tag): array => ['tag' => $tag, 'words' => $words($tag) ? 'own' : ($builtIn[$tag] ? 'missing' : 'falls_back')], $manifest->languages);
    }

    /**
     * Which of the source's languages have words of their own. Many notices have words in the same ones.
     *
     * @param  list<string>  $languages  in which there are words
     * @param  list<string>  $tags  of the source
     * @return array<string, bool> by tag
     */
    private static function own(array $languages, array $tags, string $default): array
    {
        static $known = [];

        return $known[implode(' ', [$default, ...$tags, '|', ...$languages])] ??= array_combine($tags, array_map(static fn (string $tag): bool => $languages !== []
            && str_starts_with(strtolower($tag), strtolower(LanguageChoice::lookup($tag, $languages, $default)->language)), $tags));
    }

    /**
     * The languages in which a template has all its words; null where it no longer fits the source.
     *
     * @return list<string>|null
     */
    private function whole(AskedClaim $claim): ?array
    {
        $version = $claim->version();
        if ($version === null) {
            return null;
        }
        if (! array_key_exists($version->id, $this->whole)) {
            $this->whole[$version->id] = $version->wholeFor($this->declaration, $this->passages);
        }

        return $this->whole[$version->id];
    }

    /**
     * @param  list<AskedClaim>  $inForce
     * @return list<string> what is wrong, in words
     */
    private function trouble(array $inForce): array
    {
        $trouble = [];
        if ($inForce === [] && $this->declaration->languages() === [] && $this->declaration->on) {
            $trouble[] = 'nothing is written for it yet: it sends nothing';
        }
        if ($this->declaration->carrier === Carrier::Source) {
            $trouble[] = 'still sent by the source itself';
        }
        if ($this->doubles > 0) {
            $trouble[] = $this->doubles === 1 ? 'one went out twice: the source sent it as well' : "{$this->doubles} went out twice: the source sent them as well";
        }
        if (($this->resource->changed ?? []) !== []) {
            $trouble[] = 'the source has changed it: needs a look';
        }
        if (array_filter($inForce, fn (AskedClaim $claim): bool => $this->whole($claim) === null) !== []) {
            $trouble[] = 'its template no longer fits the source';
        }
        if (array_filter($this->answering->claims, static fn (AskedClaim $claim): bool => $claim->fault !== null) !== []) {
            $trouble[] = 'a condition on who answers no longer fits the source';
        }
        foreach (['failed' => 'failed', 'uncertain' => 'uncertain', 'bounced' => 'bounced'] as $state => $words) {
            if (($this->counts[$state] ?? 0) > 0) {
                $trouble[] = $this->counts[$state].' '.$words;
            }
        }

        return $trouble;
    }
}
