<?php

declare(strict_types=1);

namespace App\Notices;

use App\Audit\Audit;
use App\Models\BuiltIn;
use App\Models\Notice;
use App\Models\Source;
use App\Models\User;
use Herald\Manuscript\Change;
use Herald\Manuscript\Differences;
use Herald\Notice\NoticeChange;
use Herald\Notice\NoticeOutline;
use Herald\Source\Manifest;
use Illuminate\Database\Eloquent\Builder;

/** Whoever has replaced the words of a notice is told when its source changes them, or what they must contain, until somebody has looked. */
final class Looks
{
    /**
     * Remembers a notice as it is, when its words begin to be replaced; forgets it when they are replaced no more. Expects its claims to be loaded.
     *
     * @param  array<array-key, mixed>|null  $begunFrom  of the template that replaces them: the built-in words that it was begun from, by their hashes
     */
    public static function begin(Notice $notice, ?array $begunFrom = null): void
    {
        if (! $notice->claims->contains('active', true)) {
            $notice->update(['looked_at' => null, 'changed' => null]);

            return;
        }
        if ($notice->looked_at !== null) {
            return;
        }
        $now = NoticeOutline::of($notice->declaration());
        $words = is_array($begunFrom['words'] ?? null) && ($begunFrom['notice'] ?? null) === $notice->key ? NoticeOutline::ofArray(['words' => $begunFrom['words']]) : null;
        $then = $now->withWords($words);
        $notice->update(['looked_at' => $then->toArray(), 'changed' => self::told($then->differences($now))]);
    }

    /** Before another manifest is taken over: those that are replaced and were never remembered, as they are until then. */
    public static function beginAll(Source $source): void
    {
        foreach ($source->notices()->inForce()->whereNull('looked_at')->whereHas('claims', static fn (Builder $claims) => $claims->where('active', true))->with('claims')->get() as $notice) {
            self::begin($notice->setRelation('source', $source));
        }
    }

    /** After another manifest was taken over: what differs from what was looked at last. */
    public static function compare(Source $source): void
    {
        foreach ($source->notices()->inForce()->whereNotNull('looked_at')->get() as $notice) {
            $notice->setRelation('source', $source)->update(['changed' => self::told(self::differences($notice, $source->manifest()))]);
        }
    }

    /**
     * What would differ by another manifest.
     *
     * @return list<NoticeChange>
     */
    public static function differences(Notice $notice, Manifest $manifest): array
    {
        $declared = $manifest->notices[$notice->key] ?? null;

        return $declared === null ? [] : NoticeOutline::ofArray($notice->looked_at ?? [])->differences(NoticeOutline::of($declared));
    }

    /** Somebody has looked: what is, is known from now on. */
    public static function look(Notice $notice, ?User $person): void
    {
        $seen = array_column($notice->changed ?? [], 'words');
        $notice->update(['looked_at' => NoticeOutline::of($notice->declaration())->toArray(), 'changed' => null]);
        Audit::note($person, 'looked', "What the source changed of {$notice->called()}, looked at", $notice, $notice->source, after: ['seen' => implode('; ', array_filter($seen, is_string(...)))]);
    }

    /**
     * The built-in words of a language, as they were looked at last and as they are, block by block.
     *
     * @return list<Change>
     */
    public static function words(Notice $notice, string $language): array
    {
        $before = NoticeOutline::ofArray($notice->looked_at ?? [])->words[$language] ?? null;
        $after = $notice->declaration()->builtIns->hashes[$language] ?? null;
        $document = static function (?string $hash) use ($notice, $language): array {
            $document = $hash === null ? null : BuiltIn::query()->where(['notice_id' => $notice->id, 'language' => $language, 'hash' => $hash])->value('document');

            return is_string($document) ? (array) json_decode($document, true, flags: JSON_THROW_ON_ERROR) : [];
        };

        return Differences::between($document($before), $document($after), $notice->declaration()->vocabulary);
    }

    /**
     * @param  list<NoticeChange>  $changes
     * @return list<array{kind: string, words: string, language: string|null}>|null
     */
    private static function told(array $changes): ?array
    {
        return $changes === [] ? null : array_map(static fn (NoticeChange $change): array => $change->toArray(), $changes);
    }
}
