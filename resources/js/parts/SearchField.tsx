import { Search } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useHref, useLocation } from 'react-router';
import { useAddressState } from './useAddressState';

/** Searches while one types; what is searched for stands in the address. */
export function SearchField({ label, name = 'search' }: { label: string; name?: string }) {
    const [search, set] = useAddressState();
    const here = useHref(useLocation().pathname);
    const inAddress = search.get(name) ?? '';
    const [text, setText] = useState(inAddress);
    // What the address says otherwise than by typing here is shown here: a link may lead to the whole list.
    const [known, setKnown] = useState(inAddress);
    if (known !== inAddress) {
        setKnown(inAddress);
        if (text === known) {
            setText(inAddress);
        }
    }

    useEffect(() => {
        if (text === inAddress) {
            return;
        }
        const timer = setTimeout(() => {
            // Whoever has left the page meanwhile is not called back to it.
            if (window.location.pathname === here) {
                set(name, text);
            }
        }, 250);

        return () => clearTimeout(timer);
    }, [text, inAddress, name, here, set]);

    return (
        <label className="input input-sm bg-raised w-64">
            <Search size={14} aria-hidden="true" className="text-muted" />
            <span className="sr-only">{label}</span>
            <input type="search" value={text} placeholder={label} onChange={(event) => setText(event.target.value)} />
        </label>
    );
}
