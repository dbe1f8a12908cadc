import { useEffect, useState } from 'react';

/** A value that has not changed for a moment: what is typed is not asked about letter by letter. */
export function useQuiet<T>(value: T): T {
    const [quiet, setQuiet] = useState(value);
    useEffect(() => {
        const timer = setTimeout(() => setQuiet(value), 250);

        return () => clearTimeout(timer);
    }, [value]);

    return quiet;
}
