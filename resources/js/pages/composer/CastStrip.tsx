import { useEffect, useRef } from 'react';
import type { Schemas } from '../../api/client';
import { RecordPicker } from '../../parts/RecordPicker';

/** The sample records, by name and by what they are there to show; any other by search. */
export function CastStrip({ turn, cast, leftOut, type, chosen, choose }: { turn: boolean; cast: Schemas['CastMember'][]; leftOut: string[]; type: string; chosen: string | null; choose: (key: string) => void }) {
    const members = useRef<HTMLDivElement>(null);
    useEffect(() => {
        // Once the page is drawn: asking where things are before would have it laid out twice.
        const frame = requestAnimationFrame(() => members.current?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' }));

        return () => cancelAnimationFrame(frame);
    }, [chosen]);

    return (
        <section aria-label="Cast" className="cast">
            <div ref={members} className="flex gap-2 min-w-0 flex-1 overflow-x-auto py-0.5" role="group" aria-label="Sample records" tabIndex={-1}>
                {cast.map((member) => (
                    <button
                        key={member.key}
                        type="button"
                        aria-pressed={member.key === chosen}
                        className="cast-member"
                        title={`${member.name}, ${member.key}: ${member.shows.join(', ')}`}
                        onClick={() => choose(member.key)}
                        onFocus={(event) => event.currentTarget.scrollIntoView({ block: 'nearest', inline: 'nearest' })}
                    >
                        <b className="block truncate font-semibold" dir="auto">
                            {member.name} <span className="font-normal text-muted text-[11px]">{member.key}</span>
                        </b>
                        <span className="text-muted text-[11.8px] leading-tight line-clamp-2">{member.shows.join(', ')}</span>
                    </button>
                ))}
            </div>
            {leftOut.length > 0 && (
                <p className="text-warning text-[12px] leading-tight max-w-44" title={leftOut.join(', ')}>
                    {leftOut.length === 1 ? `${leftOut[0] ?? ''} cannot be read` : `${leftOut.length} records cannot be read`} by the record type of today, and {leftOut.length === 1 ? 'is' : 'are'} left out.
                </p>
            )}
            <RecordPicker type={type} chosen={chosen ?? ''} choose={choose} turn={turn} slim />
        </section>
    );
}
