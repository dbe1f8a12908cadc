import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { when } from '../parts/when';
import type { Saved } from './saving';
import { useComposer } from '../manuscript/store';
import { deeds } from '../manuscript/structure';

export function UndoRedo() {
    const { undo, redo } = useComposer.getState();
    const last = useComposer((state) => state.past.at(-1)?.name);
    const next = useComposer((state) => state.future[0]?.name);

    return (
        <>
            <button type="button" className="btn btn-sm btn-ghost btn-square" aria-label={last ? `Undo: ${last}` : 'Undo'} title={last ? `Undo: ${last} (Ctrl Z)` : 'Nothing to undo'} disabled={!last} onClick={undo}>
                <Undo2 size={16} aria-hidden="true" />
            </button>
            <button type="button" className="btn btn-sm btn-ghost btn-square" aria-label={next ? `Redo: ${next}` : 'Redo'} title={next ? `Redo: ${next} (Ctrl Shift Z)` : 'Nothing to redo'} disabled={!next} onClick={redo}>
                <Redo2 size={16} aria-hidden="true" />
            </button>
        </>
    );
}

/** How it stands with what is written: what it was made of, and whether it is saved. */
export function told(saved: Saved, version: number | null, touched: boolean): string {
    const since = version === null ? 'Draft, not published yet' : saved.state === 'saved' && saved.at === null && !touched ? `Version ${version}` : saved.state === 'saved' && saved.at === null ? `Version ${version}, published` : `Draft since version ${version}`;
    switch (saved.state) {
        case 'saved':
            return saved.at ? `${since}. Saved ${when(saved.at)}` : since;
        case 'writing':
        case 'saving':
            return `${since}. Saving…`;
        case 'offline':
            return `${saved.why}. Kept in this browser, and sent when it is back.`;
        case 'refused':
            return `Not saved: ${saved.why}. Kept in this browser.`;
        case 'conflict':
            return 'Not saved: changed elsewhere.';
    }
}

/** Where that is said, on one line; what went wrong is said in full. */
export function SavedState({ saved, words, children }: { saved: Saved; words: string; children: ReactNode }) {
    const isWell = saved.state === 'saved' || saved.state === 'writing' || saved.state === 'saving';

    return (
        <span className={`text-[12.5px] text-muted min-w-0 ${isWell ? 'truncate shrink-[4]' : ''}`} aria-live="polite" title={words} data-saved={saved.state}>
            {children}
        </span>
    );
}

/** Whether the halves are two sides of one sheet. */
export function useNarrow(): boolean {
    const [narrow, setNarrow] = useState(() => window.matchMedia('(width < 1200px)').matches);
    useEffect(() => {
        const media = window.matchMedia('(width < 1200px)');
        const listen = () => setNarrow(media.matches);
        media.addEventListener('change', listen);

        return () => media.removeEventListener('change', listen);
    }, []);

    return narrow;
}

interface Doing {
    save: () => void;
    publish: () => void;
    blocks: () => void;
    turn: () => void;
    sheet?: () => void;
    outline?: () => void;
    replace?: () => void;
    finding?: () => void;
    cast?: (by: number) => void;
    /** Closes what lies beside the sheet; undefined when nothing does. */
    leave?: (() => void) | undefined;
}

export function useKeys(doing: Doing) {
    const now = useRef(doing);
    useEffect(() => {
        now.current = doing;
    });
    useEffect(() => {
        const listen = (event: KeyboardEvent) => {
            if (document.querySelector('dialog[open]')) {
                return;
            }
            const control = event.ctrlKey || event.metaKey;
            // In a field these are the field's own, and in a tree the tree's.
            const inField = event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [role=tree]') !== null;
            if (inField && ((control && ['z', 'y'].includes(event.key.toLowerCase())) || (event.altKey && event.key.startsWith('Arrow')))) {
                return;
            }
            const { undo, redo } = useComposer.getState();
            const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
            const { save, publish, blocks, turn, sheet, outline, replace, finding, cast, leave } = now.current;
            const keys: [boolean, (() => void) | undefined][] = [
                [control && key === 's', save],
                [control && key === 'z', event.shiftKey ? redo : undo],
                [control && key === 'y', redo],
                [control && key === 'Enter', publish],
                [event.altKey && key === 'Enter', blocks],
                [event.altKey && event.shiftKey && key === 'ArrowDown', deeds.duplicate],
                [event.altKey && (key === 'ArrowUp' || key === 'ArrowDown'), () => deeds.shift(key === 'ArrowUp' ? -1 : 1)],
                [key === 'F2', turn],
                [key === 'F4', sheet],
                [key === 'F6', outline],
                [key === 'F7', replace],
                [key === 'F8', finding],
                [key === 'F9', cast && (() => cast(event.shiftKey ? -1 : 1))],
                // In a text and in a field it is theirs.
                [key === 'Escape' && !inField && !(event.target instanceof HTMLElement && event.target.isContentEditable), leave],
            ];
            const deed = keys.find(([pressed]) => pressed)?.[1];
            if (deed) {
                event.preventDefault();
                event.stopPropagation();
                deed();
            }
        };
        document.addEventListener('keydown', listen, true);

        return () => document.removeEventListener('keydown', listen, true);
    }, []);
}

/** Two halves with a divider that can be moved; two sides of one sheet where there is no room. */
export function Halves({ id, left, right, narrow, side, size = '49' }: { id: string; left: ReactNode; right: ReactNode; narrow: boolean; side: 'left' | 'right'; size?: string }) {
    return (
        <div className="flex-1 min-h-0">
            {narrow ? (
                <>
                    <div className={side === 'left' ? 'h-full' : 'hidden'}>{left}</div>
                    <div className={side === 'right' ? 'h-full' : 'hidden'}>{right}</div>
                </>
            ) : (
                <Group orientation="horizontal" className="h-full" id={id}>
                    <Panel defaultSize={size} minSize="30" id={`${id}-left`}>
                        {left}
                    </Panel>
                    <Separator className="divider-bar" aria-label="Divide the halves" />
                    <Panel minSize="25" id={`${id}-right`}>
                        {right}
                    </Panel>
                </Group>
            )}
        </div>
    );
}
