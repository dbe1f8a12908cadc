<?php

declare(strict_types=1);

namespace App\Notices;

use App\Audit\Audit;
use App\Models\Notice;
use App\Models\NoticeOrigin;
use App\Models\Source;
use App\Models\User;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Limits;
use Herald\Document\Schema;
use Herald\Notice\Carrier;
use Herald\Notice\Notice as Declared;
use Herald\Source\Manifest;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** The notices that people make here, and what they say of those that the source declares: switched on or off, narrowed by a further condition. */
final readonly class OwnNotices
{
    /** More are no help to anybody who looks for one. */
    private const MOST = 200;

    /** Bytes of JSON: they are read whenever the manifest is. */
    private const LONGEST = 20_000;

    public function __construct(private Source $source)
    {
    }

    /**
     * What a document would be as a notice of this source.
     *
     * @throws InvalidDocument naming every place that does not fit
     */
    public function tried(Json $document): Declared
    {
        if (strlen(json_encode($document->data, JSON_THROW_ON_ERROR)) > self::LONGEST) {
            throw InvalidDocument::because('notice', '', 'is larger than '.Limits::inWords(self::LONGEST));
        }
        Schema::Notice->check($document);

        return $this->source->manifestWith($document->data)->notices[$document->node()->string('key')];
    }

    /**
     * Makes a notice. It is off until it is switched on.
     *
     * @throws InvalidDocument as above, or when there is one of that key, or there are too many
     */
    public function create(Json $document, ?User $by): Notice
    {
        return $this->changing(function () use ($document, $by): Notice {
            $declared = $this->tried($document);
            if ($this->source->notices()->where('key', $declared->key)->exists()) {
                throw InvalidDocument::because('notice', 'key', "\"{$declared->key}\" is taken");
            }
            if ($this->source->notices()->where('origin', NoticeOrigin::Own)->inForce()->count() >= self::MOST) {
                throw InvalidDocument::because('notice', '', 'There are '.self::MOST.' notices of your own already; retire one first');
            }
            $notice = $this->source->notices()->create(['key' => $declared->key, 'origin' => NoticeOrigin::Own, 'position' => 1 + (int) $this->source->notices()->max('position'), 'document' => $document->data, 'enabled' => false, 'revision' => 1]);
            Audit::note($by, 'notice', "The notice {$declared->name}, made", $notice, $this->source, after: ['cue' => $declared->cue->inWords()]);

            return $notice;
        });
    }

    /**
     * @param  int  $revision  that was looked at
     *
     * @throws InvalidDocument as above
     * @throws ConflictHttpException when it has been changed since
     */
    public function change(Notice $notice, int $revision, Json $document, ?User $by): void
    {
        $this->changing(function () use ($notice, $revision, $document, $by): void {
            if ($document->node()->string('key') !== $notice->key) {
                throw InvalidDocument::because('notice', 'key', "must stay \"{$notice->key}\"");
            }
            $declared = $this->tried($document);
            $before = $notice->document;
            $this->save($notice, $revision, ['document' => $document->data]);
            Audit::note($by, 'notice', "The notice {$declared->name}, changed", $notice, $this->source, ['notice' => $before], ['notice' => $document->data]);
        });
    }

    /**
     * Switches one on or off, of our own or declared; and narrows it by a condition.
     *
     * @param  array<array-key, mixed>|null  $narrowing  null for none
     *
     * @throws InvalidDocument when the condition does not fit
     * @throws ConflictHttpException when it has been changed since
     */
    public function set(Notice $notice, int $revision, bool $on, ?array $narrowing, ?User $by): void
    {
        $this->changing(function () use ($notice, $revision, $on, $narrowing, $by): void {
            $before = ['on' => $notice->enabled, 'only if' => $notice->narrowing];
            $this->save($notice, $revision, ['enabled' => $on, 'narrowing' => $narrowing]);
            $manifest = $this->source->readAnew();
            if ($narrowing !== null && ($manifest->notices[$notice->key] ?? null)?->narrowing === null) {
                throw InvalidDocument::because('notice', 'narrowing', $manifest->unfit[$notice->key] ?? 'does not fit this notice');
            }
            $name = ($manifest->notices[$notice->key] ?? null)->name ?? $notice->key;
            Audit::note($by, 'notice', $before['on'] === $on ? "The notice {$name}, narrowed" : "The notice {$name}, switched ".($on ? 'on' : 'off'), $notice, $this->source, $before, ['on' => $on, 'only if' => $narrowing]);
        });
    }

    /**
     * Takes one over from the source, or hands it back.
     *
     * @throws InvalidDocument when it is one of our own
     * @throws ConflictHttpException when it has been changed since
     */
    public function carry(Notice $notice, int $revision, Carrier $carrier, ?User $by): void
    {
        $this->changing(function () use ($notice, $revision, $carrier, $by): void {
            if ($notice->origin === NoticeOrigin::Own) {
                throw InvalidDocument::because('notice', 'carrier', 'is always Velvet Herald, of a notice that was made here');
            }
            $before = $notice->declaration()->carrier;
            $this->save($notice, $revision, ['carrier' => $carrier]);
            Audit::note($by, 'notice', "The notice {$notice->called()}, ".($carrier === Carrier::Herald ? 'taken over from the source' : 'handed back to the source'), $notice, $this->source, ['sent by' => $before->value], ['sent by' => $carrier->value]);
        });
    }

    /**
     * One of our own is there no longer. What was sent of it stays.
     *
     * @throws ConflictHttpException when it has been changed since
     */
    public function retire(Notice $notice, int $revision, ?User $by): void
    {
        $this->changing(function () use ($notice, $revision, $by): void {
            $name = $notice->called();
            $this->save($notice, $revision, ['retired_at' => now(), 'enabled' => false]);
            Audit::note($by, 'notice', "The notice {$name}, retired", $notice, $this->source);
        });
    }

    /**
     * @param  array<string, mixed>  $changes
     */
    private function save(Notice $notice, int $revision, array $changes): void
    {
        $changes['revision'] = $revision + 1;
        $notice->fill($changes);
        if (Notice::query()->whereKey($notice->id)->where('revision', $revision)->update($notice->getDirty()) !== 1) {
            throw new ConflictHttpException('The notice has been changed since this page was loaded. Load it again and look before you save.');
        }
        $notice->refresh()->setRelation('source', $this->source);
    }

    /**
     * Does something, one after the other; whoever reads the manifest from then on reads it with what has changed, and what goes by dates follows.
     *
     * @template T
     *
     * @param  \Closure(): T  $change
     * @return T
     */
    private function changing(\Closure $change): mixed
    {
        return DB::transaction(function () use ($change): mixed {
            $this->source->hold();
            $made = $change();
            $this->source->ownHasChanged();
            ReadNotices::of($this->source);

            return $made;
        });
    }
}
