import { replaceEqualDeep } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { ProblemError } from '../api/client';
import type { Item, Manuscript } from '../manuscript/document';
import { useComposer } from '../manuscript/store';

export interface Fault {
    words: string;
    block: string | null;
}

/** Asks a question about what is written whenever that or the question has changed: one at a time, the newest next; what comes late is dropped. */
export function useStaged<T>(question: (document: Manuscript) => Promise<T> | null) {
    const [answer, setAnswer] = useState<T | null>(null);
    const [fault, setFault] = useState<Fault | null>(null);
    const asked = useRef({ number: 0, shown: 0, running: false, again: false, since: 0 });
    const wanted = useRef(question);

    const ask = useCallback(async (): Promise<void> => {
        const now = asked.current;
        if (now.running) {
            now.again = true;

            return;
        }
        now.running = true;
        do {
            now.again = false;
            const number = ++now.number;
            const since = now.since || performance.now();
            now.since = 0;
            const { document } = useComposer.getState();
            const coming = wanted.current(document);
            if (coming === null) {
                break;
            }
            try {
                const came = await coming;
                if (number > now.shown) {
                    now.shown = number;
                    // What is the same stays the same, so that nothing is drawn for it.
                    setAnswer((before) => replaceEqualDeep(before, came));
                    setFault(null);
                    requestAnimationFrame(() => performance.measure('herald-stage', { start: since, end: performance.now() }));
                }
            } catch (error) {
                // The last good stage stays.
                setFault(faultOf(error, document));
            }
            // It may have been asked again while this was under way.
        } while (waits(now));
        now.running = false;
    }, []);

    useEffect(() => {
        wanted.current = question;
        queueMicrotask(() => void ask());
    }, [ask, question]);

    useEffect(() => {
        return useComposer.subscribe((state, before) => {
            if (state.document !== before.document) {
                asked.current.since ||= performance.now();
                void ask();
            }
        });
    }, [ask]);

    return { answer, fault };
}

const waits = (asked: { again: boolean }): boolean => asked.again;

function faultOf(error: unknown, document: Manuscript): Fault {
    const first = error instanceof ProblemError ? error.problem.faults?.[0] : undefined;
    if (!first) {
        return { words: error instanceof Error ? error.message : String(error), block: null };
    }
    // The nearest block around the place that is named.
    let at: unknown = document;
    let block: string | null = null;
    for (const step of first.place.split('/')) {
        at = at && typeof at === 'object' ? (at as Record<string, unknown>)[step] : undefined;
        block = at && typeof at === 'object' && 'type' in at && 'id' in at ? (at as Item).id : block;
    }

    // The way to the block says where it is.
    return { words: block === null ? `${first.place}: ${first.reason}` : first.reason.replace(/^./, (letter) => letter.toUpperCase()), block };
}
