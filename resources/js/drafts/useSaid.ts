import { replaceEqualDeep } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { Manuscript } from '../manuscript/document';
import { useComposer } from '../manuscript/store';

/** What the server says of what is written, asked for once one has paused for so many ms, and not before it is its turn; what comes late is dropped. */
export function useSaid<T>(ask: (document: Manuscript) => Promise<T>, pause: number, turn = true): T | null {
    const [said, setSaid] = useState<T | null>(null);
    useEffect(() => {
        if (!turn) {
            return;
        }
        let timer: ReturnType<typeof setTimeout>;
        let number = 0;
        const put = async () => {
            const own = ++number;
            const answer = await ask(useComposer.getState().document).catch(() => null);
            if (answer && own === number) {
                setSaid((before) => replaceEqualDeep(before, answer));
            }
        };
        void put();
        const stop = useComposer.subscribe((state, before) => {
            if (state.document !== before.document) {
                clearTimeout(timer);
                timer = setTimeout(() => void put(), pause);
            }
        });

        return () => {
            clearTimeout(timer);
            stop();
        };
    }, [ask, pause, turn]);

    return said;
}
