import { useQuery, useQueryClient } from '@tanstack/react-query';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect, useId, useRef, useState } from 'react';
import { queries } from '../api/queries';

/** Chooses the record to look at: by typing, from the list, or one after the other. The list is asked for when it is its turn. */
export function RecordPicker({ type, chosen, choose, turn = true, slim = false }: { type: string; chosen: string; choose: (key: string) => void; turn?: boolean; slim?: boolean }) {
    const id = useId();
    const [typed, setTyped] = useState<string | null>(null);
    const text = typed ?? chosen;
    const [search, setSearch] = useState('');
    useEffect(() => {
        const timer = setTimeout(() => setSearch(text === chosen ? '' : text), 200);

        return () => clearTimeout(timer);
    }, [text, chosen]);
    const client = useQueryClient();
    const records = useQuery({ ...queries.records(search ? { type, search } : { type, around: chosen }), enabled: turn });
    const list = records.data?.records ?? [];
    const at = list.findIndex((record) => record.key === chosen);
    // What was typed before the list was there is chosen once it is.
    const late = typed !== null && typed !== chosen && list.some((record) => record.key === typed) ? typed : null;
    const choosing = useRef(choose);
    useEffect(() => {
        choosing.current = choose;
    });
    useEffect(() => {
        if (late !== null) {
            choosing.current(late);
        }
    }, [late]);
    const { page, pages } = records.data ?? { page: 1, pages: 1 };
    const isThere = (by: number) => at >= 0 && (list[at + by] !== undefined || (search === '' && page + by >= 1 && page + by <= pages));
    const step = async (by: number) => {
        // Beyond the edge of a page is the next one.
        const next = list[at + by] ?? (await client.query(queries.records({ type, page: page + by }))).records.at(by < 0 ? -1 : 0);
        if (next) {
            setTyped(null);
            choose(next.key);
        }
    };

    return (
        <div className="flex items-center gap-1">
            <label htmlFor={id} className={slim ? 'sr-only' : 'text-muted text-[13px] mr-1'}>
                Record
            </label>
            <input
                id={id}
                list={`${id}-list`}
                className={`input input-sm bg-raised ${slim ? 'w-28' : 'w-44'}`}
                value={text}
                onFocus={(event) => event.target.select()}
                onChange={(event) => {
                    const picked = list.some((record) => record.key === event.target.value);
                    setTyped(picked ? null : event.target.value);
                    if (picked) {
                        choose(event.target.value);
                    }
                }}
                onBlur={() => setTyped(null)}
            />
            <datalist id={`${id}-list`}>
                {list.map((record) => (
                    <option key={record.key} value={record.key}>
                        {record.values.slice(1).filter(Boolean).join(' · ')}
                    </option>
                ))}
            </datalist>
            <button type="button" className="btn btn-sm btn-square btn-ghost" aria-label="Record before" title="Record before" disabled={!isThere(-1)} onClick={() => void step(-1)}>
                <ChevronLeft size={16} aria-hidden="true" />
            </button>
            <button type="button" className="btn btn-sm btn-square btn-ghost" aria-label="Next record" title="Next record" disabled={!isThere(1)} onClick={() => void step(1)}>
                <ChevronRight size={16} aria-hidden="true" />
            </button>
        </div>
    );
}
