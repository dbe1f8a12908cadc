import { del, get, set } from 'idb-keyval';
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { ProblemError } from '../api/client';
import { SOURCE } from '../api/source';
import type { Manuscript } from '../manuscript/document';
import { useComposer, useGaps, type State } from '../manuscript/store';

/** How long after a change it is sent, and how soon it is tried again without a connection, in ms. */
const [SOON, AGAIN] = [900, 4_000];

/** Answers that refuse nothing for good: it took too long, there was too much at once. */
const PASSING = [408, 429];

export type Saved = { state: 'saved'; at: string | null } | { state: 'writing' | 'saving' } | { state: 'offline' | 'refused'; why: string } | { state: 'conflict'; why: string };

/** What is kept of a document on the server: a template, a brand. */
export interface Stored {
    document: unknown;
    draft: { revision: number; by: string | null; at: string } | null;
    version: number | null;
}

/** Where a document is saved to. */
export interface Shelf {
    /** What is kept in this browser is kept under it. */
    name: string;
    put: (body: { revision: number | null; version: number | null; document: Manuscript }) => Promise<Stored>;
}

interface Kept {
    document: Manuscript;
    revision: number | null;
    version: number | null;
}

const place = (person: string, name: string) => `herald-draft ${SOURCE} ${person} ${name}`;

/** What this browser kept for a person because it could not be sent. */
const keptHere = (person: string, name: string): Promise<Kept | undefined> => get<Kept>(place(person, name)).catch(() => undefined);

/** Takes a document up to be worked on, with what this browser kept of it; null until that is done. */
export function useTakenUp(person: string, name: string, stored: Stored | undefined, mayEdit: boolean, hand: State['hand']) {
    const [begun, setBegun] = useState<{ name: string; kept: Manuscript | null; conflict: boolean } | null>(null);
    // What comes from the server later does not overrun what is being written.
    const started = useRef<string | null>(null);
    const first = useRef(hand);

    useEffect(() => {
        if (!stored || started.current === name) {
            return;
        }
        let gone = false;
        void keptHere(person, name).then((kept) => {
            if (gone) {
                return;
            }
            started.current = name;
            const document = { envelope: {}, ...(stored.document as object) } as Manuscript;
            const differs = mayEdit && kept !== undefined && JSON.stringify(kept.document) !== JSON.stringify(document);
            const conflict = differs && (kept.revision !== (stored.draft?.revision ?? null) || kept.version !== stored.version);
            useComposer.setState({ document, past: [], future: [], hand: mayEdit ? first.current : null, selected: [], mayEdit });
            useGaps.setState({}, true);
            setBegun({ name, kept: differs ? kept.document : null, conflict });
        });

        return () => {
            gone = true;
        };
    }, [stored, mayEdit, person, name]);

    return begun?.name === name ? begun : null;
}

/** Sends what is written a moment after it is, on the revision it was written on; keeps it in this browser until it has arrived. */
export function useSaving(person: string, shelf: Shelf, first: Stored, begun: { kept: Manuscript | null; conflict: boolean }) {
    const { name, put } = shelf;
    const [saved, setSaved] = useState<Saved>(
        begun.conflict ? { state: 'conflict', why: 'It was changed elsewhere while this browser kept changes of its own.' } : begun.kept ? { state: 'writing' } : { state: 'saved', at: first.draft?.at ?? null },
    );
    const revision = useRef(first.draft?.revision ?? null);
    const version = useRef(first.version);
    const sent = useRef<Manuscript>(useComposer.getState().document);
    const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
    const running = useRef<Promise<boolean> | null>(null);
    const at = useRef(first.draft?.at ?? null);
    const held = useRef(begun.conflict);
    const flushing = useRef<() => void>(() => undefined);

    const send = useCallback(async (): Promise<boolean> => {
        const { document } = useComposer.getState();
        if (held.current) {
            return false;
        }
        if (document === sent.current) {
            // Undone before it was sent: this browser need not keep anything of it either.
            await del(place(person, name)).catch(() => undefined);
            setSaved((now) => (useComposer.getState().document === document ? { state: 'saved', at: at.current } : now));

            return true;
        }
        setSaved({ state: 'saving' });
        try {
            const answer = await put({ revision: revision.current, version: version.current, document });
            revision.current = answer.draft?.revision ?? null;
            sent.current = document;
            at.current = answer.draft?.at ?? null;
            if (useComposer.getState().document === document) {
                await del(place(person, name)).catch(() => undefined);
                // What was written in that moment is not saved yet, and its own saving will say so.
                setSaved((now) => (useComposer.getState().document === document ? { state: 'saved', at: at.current } : now));
            }

            return true;
        } catch (error) {
            const { status, title, faults } = error instanceof ProblemError ? error.problem : { status: 0, title: '', faults: [] };
            const isSignedOut = status === 401 || status === 419;
            if (status === 409) {
                held.current = true;
                setSaved({ state: 'conflict', why: title });
            } else if (status >= 400 && status < 500 && !isSignedOut && !PASSING.includes(status)) {
                setSaved({ state: 'refused', why: faults?.[0] ? `${faults[0].place}: ${faults[0].reason}` : title });
            } else {
                setSaved({ state: 'offline', why: isSignedOut ? 'You are signed out. Sign in in another tab' : status === 0 ? 'No connection' : title });
                timer.current = setTimeout(() => flushing.current(), AGAIN);
            }

            return false;
        }
    }, [person, name, put]);

    /** Sends all there is, one after the other; whether everything has arrived. */
    const flush = useCallback(async (): Promise<boolean> => {
        clearTimeout(timer.current);
        timer.current = undefined;
        // Another that waited for the same may have begun to send meanwhile.
        while (running.current) {
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
            void set(place(person, name), { document: state.document, revision: revision.current, version: version.current } satisfies Kept).catch(() => undefined);
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
    }, [person, name, flush]);

    /** After a conflict was looked at: go on from what is on the server, with this document or with that. */
    const settle = useCallback(
        (now: Stored, keep: 'mine' | 'theirs') => {
            const theirs = { envelope: {}, ...(now.document as object) } as Manuscript;
            const { document: mine, past } = useComposer.getState();
            revision.current = now.draft?.revision ?? null;
            version.current = now.version;
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
    const arrived = useCallback((now: Stored) => {
        revision.current = now.draft?.revision ?? null;
        version.current = now.version;
        sent.current = useComposer.getState().document;
        at.current = null;
        setSaved({ state: 'saved', at: null });
    }, []);

    // Begins with what this browser kept: before anybody compares it with what is elsewhere.
    const { kept } = begun;
    useLayoutEffect(() => {
        if (kept) {
            useComposer.getState().apply('take up what this browser kept', () => kept);
        }
    }, [kept]);
    useEffect(() => {
        if (kept) {
            toast.info('Changes that this browser had kept were taken up.');
            timer.current ??= setTimeout(() => void flush(), SOON);
        }
    }, [kept, flush]);

    return { saved, flush, settle, arrived };
}
