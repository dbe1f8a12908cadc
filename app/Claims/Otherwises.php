<?php

declare(strict_types=1);

namespace App\Claims;

use App\Audit\Audit;
use App\Deciding\Answer;
use App\Documents\ReadyFirst;
use App\Models\Notice;
use App\Models\Source;
use App\Models\User;
use Herald\Claim\Otherwise;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Validation\ValidationException;

/** What answers when no template does, of many notices at once: of a strand, or of all; and of those that the source declares from now on. */
final readonly class Otherwises
{
    public function __construct(private Source $source)
    {
    }

    /**
     * @param  array<string, Otherwise>  $set  by the key of the notice
     * @param  Otherwise|null  $new  for those that the source declares from now on; null to leave that as it is
     *
     * @throws ValidationException when one is not there, or has no built-in words
     */
    public function set(array $set, ?Otherwise $new, ?User $person): void
    {
        $notices = $this->source->notices()->inForce()->whereIn('key', array_keys($set))->get()->each(fn (Notice $notice) => $notice->setRelation('source', $this->source));
        foreach (array_diff(array_keys($set), $notices->pluck('key')->all()) as $key) {
            throw ValidationException::withMessages(["set.{$key}" => "There is no notice \"{$key}\"."]);
        }
        foreach ($notices as $notice) {
            if ($notice->declaration()->languages() === [] && $set[$notice->key] !== Otherwise::BuiltIn) {
                throw ValidationException::withMessages(["set.{$notice->key}" => "{$notice->called()} has no built-in words."]);
            }
        }
        ReadyFirst::then(fn (): array => $this->framed($notices, $set), function () use ($notices, $set, $new, $person): void {
            $before = $after = [];
            foreach ($notices as $notice) {
                if ($notice->fallback !== $set[$notice->key]) {
                    $before[$notice->called()] = $notice->fallback->inWords();
                    $after[$notice->called()] = $set[$notice->key]->inWords();
                    $notice->increment('order_revision', 1, ['fallback' => $set[$notice->key]]);
                }
            }
            if ($new !== null && $new !== $this->source->fallback) {
                $before['notices to come'] = $this->source->fallback->inWords();
                $after['notices to come'] = $new->inWords();
                $this->source->update(['fallback' => $new]);
            }
            if ($after !== []) {
                Audit::note($person, 'answer', 'What answers when no template does, set for '.count($after).(count($after) === 1 ? ' notice' : ' notices'), null, $this->source, $before, $after);
            }
        });
    }

    /**
     * @param  Collection<int, Notice>  $notices
     * @param  array<string, Otherwise>  $set
     * @return array<string, \Closure(): mixed>
     */
    private function framed(Collection $notices, array $set): array
    {
        $framed = [];
        foreach ($notices as $notice) {
            foreach ($set[$notice->key] === Otherwise::Framed ? $notice->declaration()->languages() : [] as $language) {
                $framed["{$notice->key} in {$language}"] = static fn () => Answer::otherwise($notice, $language, Otherwise::Framed)->edition();
            }
        }

        return $framed;
    }
}
