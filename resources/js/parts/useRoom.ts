import { useEffect, useRef, useState } from 'react';

/** How much room a box has, in px, also when it changes. */
export function useRoom(first: { width: number; height: number }) {
    const box = useRef<HTMLDivElement>(null);
    const [room, setRoom] = useState(first);
    useEffect(() => {
        const observer = new ResizeObserver(([entry]) => entry && setRoom({ width: entry.contentRect.width, height: entry.contentRect.height }));
        if (box.current) {
            observer.observe(box.current);
        }

        return () => observer.disconnect();
    }, []);

    return { box, room };
}
