<?php

declare(strict_types=1);

namespace App\Renaming;

use App\Audit\Audit;
use App\Claims\Place;
use App\Deciding\WhoAnswers;
use App\Documents\Publish;
use App\Documents\TemplateDesk;
use App\Models\Claim;
use App\Models\Draft;
use App\Models\Notice;
use App\Models\NoticeOrigin;
use App\Models\OwnField;
use App\Models\Source;
use App\Models\Template;
use App\Models\User;
use App\Notices\OwnNotices;
use App\Notices\ReadNotices;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Renamed;
use Herald\Record\Renaming;
use Herald\Record\Vocabulary;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** All that people wrote here and that calls fields of a source as they were called before. It is read as if it did not (`was`), until a person has looked and has it written anew. */
final readonly class FormerNames
{
    public function __construct(private Source $source)
    {
    }

    /**
     * In the order in which it is written: passages before what takes them in, templates before who answers.
     *
     * @return list<FormerName>
     */
    public function all(): array
    {
        return $this->source->manifest()->isRenamed() ? array_values(array_filter([...$this->templates(), ...$this->notices(), ...$this->fields()])) : [];
    }

    /**
     * Writes it by today's names: all of it, or what can be done in some time. Nothing that goes out says anything else than before.
     *
     * @param  float  $seconds  after which no other is begun
     * @return list<string> what could not be written, each with its reason
     */
    public function write(?User $person, float $seconds = INF): array
    {
        $left = [];
        $until = microtime(true) + $seconds;
        foreach ($this->all() as $one) {
            if (microtime(true) > $until) {
                break;
            }
            try {
                ($one->write)($person);
                Audit::note($person, 'renamed', "{$one->what}: written by the names that fields have now", source: $this->source, before: ['fields' => implode(', ', array_keys($one->names))], after: ['fields' => implode(', ', $one->names)]);
            } catch (InvalidDocument|ConflictHttpException $e) {
                $left[] = "{$one->what}: ".($e instanceof InvalidDocument ? $e->faults[0]->inWords() : $e->getMessage());
            }
        }

        return $left;
    }

    /**
     * @return list<FormerName|null>
     */
    private function templates(): array
    {
        $former = [];
        $types = $this->source->manifest()->recordTypes;
        foreach ($this->source->templates()->whereNull('archived_at')->with(['draft', 'latestVersion'])->orderByDesc('is_passage')->orderBy('name')->get() as $template) {
            if (! isset($types[$template->record_type])) {
                continue;
            }
            $desk = TemplateDesk::with($template, $this->source);
            $at = ($template->is_passage ? '/passages/' : '/templates/').$template->key;
            $version = $template->latestVersion;
            if ($version !== null) {
                [$before, $after] = self::document($version->document, $template, $desk);
                $former[] = FormerName::between($before, $after, $version->called($template->name), $at, function (?User $person) use ($template, $version, $after): void {
                    $desk = TemplateDesk::of($this->source, $template->key);
                    self::asLookedAt($desk->kept()->latestVersion?->id === $version->id);
                    Publish::document($desk, Json::ofArray($after, $template->key), $person, place: Place::stays());
                });
            }
            $draft = $template->draft;
            if ($draft !== null) {
                [$before, $after] = self::document($draft->document, $template, $desk);
                $former[] = FormerName::between($before, $after, "{$template->name}, its draft", $at, static fn () => self::asLookedAt(Draft::query()->whereKey($draft->id)->where('revision', $draft->revision)->update(['document' => Json::ofArray($after, $template->key)->text(), 'revision' => $draft->revision + 1]) === 1));
            }
        }

        return $former;
    }

    /** What somebody has changed since it was looked at is left as it is. */
    private static function asLookedAt(bool $isSo): void
    {
        $isSo || throw new ConflictHttpException('It was changed meanwhile, and has to be looked at once more.');
    }

    /**
     * @return array{array<array-key, mixed>, array<array-key, mixed>} as it is written, and by today's names
     */
    private static function document(string $text, Template $template, TemplateDesk $desk): array
    {
        $before = NormalForm::of(Json::ofText($text, $template->key)->data);

        return [$before, Renamed::in($before, $desk->vocabulary)];
    }

    /**
     * @return list<FormerName|null>
     */
    private function notices(): array
    {
        $former = [];
        foreach ($this->source->notices()->inForce()->with(WhoAnswers::LOADED)->get() as $notice) {
            $notice->setRelation('source', $this->source);
            $declared = $notice->declaration();
            $vocabulary = $declared->vocabulary;
            $called = "{$declared->name}, to {$declared->audienceLabel}";
            $at = "/notices/{$notice->key}";
            $own = new OwnNotices($this->source);
            if ($notice->origin === NoticeOrigin::Own && $notice->document !== null) {
                $after = Renaming::in($notice->document, $vocabulary);
                $former[] = FormerName::between($notice->document, $after, "{$called}: what sets it off and whom it goes to", $at, static fn (?User $person) => $own->change($notice, $notice->revision, Json::ofArray($after, $notice->key), $person));
            }
            if ($notice->narrowing !== null) {
                $after = Renaming::in($notice->narrowing, $vocabulary);
                $former[] = FormerName::between($notice->narrowing, $after, "{$called}: its condition", $at, static fn (?User $person) => $own->set($notice, $notice->revision, $notice->enabled, $after, $person));
            }
            $former[] = $this->order($notice, $vocabulary->withEvent(), "{$called}: who answers", $at);
        }

        return $former;
    }

    private function order(Notice $notice, Vocabulary $vocabulary, string $what, string $at): ?FormerName
    {
        $before = ['in force' => $notice->claims->mapWithKeys(static fn (Claim $claim): array => [$claim->id => $claim->condition])->filter()->all(), 'draft' => $notice->order_draft];
        $after = Renaming::in($before, $vocabulary);

        return FormerName::between($before, $after, $what, $at, static fn () => DB::transaction(static function () use ($notice, $after): void {
            self::asLookedAt(Notice::query()->whereKey($notice->id)->where('order_revision', $notice->order_revision)->increment('order_revision') === 1);
            foreach ((array) $after['in force'] as $id => $condition) {
                Claim::query()->findOrFail($id)->update(['condition' => $condition]);
            }
            $notice->update(['order_draft' => $after['draft']]);
        }));
    }

    /**
     * @return list<FormerName|null>
     */
    private function fields(): array
    {
        $types = $this->source->manifest()->recordTypes;

        return array_values($this->source->ownFields()->get()->map(function (OwnField $field) use ($types): ?FormerName {
            $type = $types[$field->record_type] ?? null;
            $after = $type === null ? $field->computed : Renaming::in($field->computed, Vocabulary::of($type));

            return FormerName::between($field->computed, $after, "The field {$field->label}", "/records/{$field->record_type}", fn () => DB::transaction(function () use ($field, $after): void {
                self::asLookedAt(OwnField::query()->whereKey($field->id)->lockForUpdate()->first()?->computed === $field->computed);
                $field->update(['computed' => $after]);
                $this->source->ownHasChanged();
                ReadNotices::of($this->source);
            }));
        })->all());
    }
}
