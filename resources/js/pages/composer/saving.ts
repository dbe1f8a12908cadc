import { del, get, set } from 'idb-keyval';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import type { Manuscript } from './document';
import { useComposer } from './store';

/** How long after a change it is sent, and how soon it is tried again without a connection, in ms. */
const [SOON, AGAIN] = [900, 4_000];

export type Saved = { state: 'saved'; at: string | null } | { state: 'writing' | 'saving' } | { state: 'offline' | 'refused'; why: string } | { state: 'conflict'; why: string };

interface Kept {
    document: Manuscript;
    revision: number | null;
    version: number | null;
}

const place = (person: string, template: string) => `herald-draft ${person} ${template}`;

/** What this browser kept for a person because it could not be sent. */
export const keptHere = (person: string, template: string): Promise<Kept | undefined> => get<Kept>(place(person, template)).catch(() => undefined);

/** Sends what is written a moment after it is, on the revision it was written on; keeps it in this browser until it has arrived. */
export function useSaving(person: string, template: string, first: { revision: number | null; version: number | null; at: string | null }) {
    const [saved, setSaved] = useState<Saved>({ state: 'saved', at: first.at });
    const revision = useRef(first.revision);
    const version = useRef(first.version);
    const sent = useRef<Manuscript>(useComposer.getState().document);
    const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
    const running = useRef<Promise<boolean> | null>(null);
    const at = useRef(first.at);
    const held = useRef(false);
    const flushing = useRef<() => void>(() => undefined);

    const send = useCallback(async (): Promise<boolean> => {
        const { document } = useComposer.getState();
        if (held.current) {
            return false;
        }
        if (document === sent.current) {
            // Undone before it was sent.
            setSaved({ state: 'saved', at: at.current });

            return true;
        }
        setSaved({ state: 'saving' });
        try {
            const answer = await got(api.PUT('/api/app/templates/{key}/draft', { params: { path: { key: template } }, body: { revision: revision.current, version: version.current, document } }));
            revision.current = answer.draft?.revision ?? null;
            sent.current = document;
            at.current = answer.draft?.at ?? null;
            if (useComposer.getState().document === document) {
                await del(place(person, template)).catch(() => undefined);
                setSaved({ state: 'saved', at: at.current });
            }

            return true;
        } catch (error) {
            const problem = error instanceof ProblemError ? error.problem : undefined;
            if (problem?.status === 409) {
                held.current = true;
                setSaved({ state: 'conflict', why: problem.title });
            } else if (problem?.status === 422) {
                setSaved({ state: 'refused', why: problem.faults?.[0] ? `${problem.faults[0].place}: ${problem.faults[0].reason}` : problem.title });
            } else {
                setSaved({ state: 'offline', why: problem?.status === 401 || problem?.status === 419 ? 'You are signed out. Sign in in another tab' : 'No connection' });
                timer.current = setTimeout(() => flushing.current(), AGAIN);
            }

            return false;
        }
    }, [person, template]);

    /** Sends all there is, one after the other; whether everything has arrived. */
    const flush = useCallback(async (): Promise<boolean> => {
        clearTimeout(timer.current);
        timer.current = undefined;
        if (running.current) {
            await running.current;
        }
        running.current = send();
        const done = await running.current;
        running.current = null;

        return done && useComposer.getState().document === sent.current;
    }, [send]);

    useEffect(() => {
        flushing.current = () => void flush();
        const stop = useComposer.subscribe((state, before) => {
            if (state.document === before.document || !state.mayEdit) {
                return;
            }
            void set(place(person, template), { document: state.document, revision: revision.current, version: version.current } satisfies Kept).catch(() => undefined);
            // Not put off while one goes on writing.
            timer.current ??= setTimeout(() => void flush(), SOON);
            setSaved((now) => (now.state === 'conflict' || now.state === 'writing' ? now : { state: 'writing' }));
        });
        const online = () => void flush();
        window.addEventListener('online', online);

        return () => {
            stop();
            window.removeEventListener('online', online);
            void flush();
        };
    }, [person, template, flush]);

    /** After a conflict was looked at: go on from what is on the server, with this document or with that. */
    const settle = useCallback(
        (template: Schemas['Template'], keep: 'mine' | 'theirs') => {
            const theirs = template.document as unknown as Manuscript;
            const { document: mine, past } = useComposer.getState();
            revision.current = template.draft?.revision ?? null;
            version.current = template.version;
            held.current = false;
            sent.current = theirs;
            const step = keep === 'mine' ? { name: 'keep mine', before: theirs, after: mine } : { name: 'take over theirs', before: mine, after: theirs };
            useComposer.setState({ document: step.after, past: [...past, { ...step, hand: null, at: Date.now() }], future: [], hand: null, selected: [] });
            setSaved({ state: 'writing' });
            void flush();
        },
        [flush],
    );

    /** What is on the server now is what is here: after publishing. */
    const arrived = useCallback((template: Schemas['Template']) => {
        revision.current = template.draft?.revision ?? null;
        version.current = template.version;
        sent.current = useComposer.getState().document;
        at.current = null;
        setSaved({ state: 'saved', at: null });
    }, []);

    /** Begins with what this browser kept; it belongs to another revision than that of the server when it conflicts. */
    const begin = useCallback((conflict: boolean) => {
        if (conflict) {
            held.current = true;
            setSaved({ state: 'conflict', why: 'This template was changed elsewhere while this browser kept changes of its own.' });
        }
    }, []);

    return { saved, flush, settle, arrived, begin };
}
