import { Search } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';

/** Searches while one types; what is searched for stands in the address. */
export function SearchField({ label, name = 'search' }: { label: string; name?: string }) {
    const [search, setSearch] = useSearchParams();
    const given = search.get(name) ?? '';
    const [text, setText] = useState(given);

    useEffect(() => {
        if (text === given) {
            return;
        }
        const timer = setTimeout(() => {
            setSearch(
                (now) => {
                    const next = new URLSearchParams(now);
                    if (text) {
                        next.set(name, text);
                    } else {
                        next.delete(name);
                    }
                    next.delete('page');

                    return next;
                },
                { replace: true },
            );
        }, 250);

        return () => clearTimeout(timer);
    }, [text, given, name, setSearch]);

    return (
        <label className="input input-sm bg-raised w-64">
            <Search size={14} aria-hidden="true" className="text-muted" />
            <span className="sr-only">{label}</span>
            <input type="search" value={text} placeholder={label} onChange={(event) => setText(event.target.value)} />
        </label>
    );
}
