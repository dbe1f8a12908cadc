import type { Editor } from '@tiptap/core';
import { create } from 'zustand';
import { find, listAt, prune, shapeOf, type Block, type Manuscript, type Place, type Run } from './document';
import type { VariableAttributes } from './writing';

/** What is being worked on: a text of an item, or, without a part, the item itself. */
export interface Hand {
    id: string;
    part: string | null;
    /** Where the caret is to stand. */
    caret?: 'start' | 'end' | 'all' | number | { left: number; top: number };
}

interface Step {
    name: string;
    before: Manuscript;
    after: Manuscript;
    hand: Hand | null;
    /** Steps of the same kind that follow each other closely are one. */
    merge?: string;
    at: number;
}

export interface State {
    document: Manuscript;
    past: Step[];
    future: Step[];
    hand: Hand | null;
    /** Blocks beside each other that are selected as such. */
    selected: string[];
    mayEdit: boolean;
    /** A change with the name it has in the history. */
    apply: (name: string, change: (document: Manuscript) => Manuscript, options?: { merge?: string; hand?: Hand | null }) => void;
    undo: () => void;
    redo: () => void;
    take: (hand: Hand | null) => void;
    select: (ids: string[]) => void;
}

/** How long one may pause while typing before a new step begins, in ms. */
const PAUSE = 900;

export const useComposer = create<State>((put, get) => ({
    document: { language: 'en', envelope: {}, manuscript: [] },
    past: [],
    future: [],
    hand: null,
    selected: [],
    mayEdit: false,
    apply: (name, change, options = {}) => {
        const { document, past, hand, mayEdit } = get();
        const after = prune(change(document));
        if (!mayEdit || after === document) {
            return;
        }
        const last = past.at(-1);
        const now = Date.now();
        const step: Step =
            last && options.merge && last.merge === options.merge && now - last.at < PAUSE
                ? { ...last, after, at: now }
                : { name, before: document, after, hand, merge: options.merge, at: now };
        put({
            document: after,
            past: step.before === last?.before && last.merge ? [...past.slice(0, -1), step] : [...past, step],
            future: [],
            ...(options.hand === undefined ? {} : { hand: options.hand, selected: [] }),
        });
    },
    undo: () => {
        const { past, future } = get();
        const step = past.at(-1);
        if (step) {
            put({ document: step.before, past: past.slice(0, -1), future: [step, ...future], hand: standing(step.before, step.hand), selected: [] });
        }
    },
    redo: () => {
        const { past, future, hand } = get();
        const [step] = future;
        if (step) {
            put({ document: step.after, past: [...past, { ...step, merge: undefined }], future: future.slice(1), hand: standing(step.after, hand), selected: [] });
        }
    },
    take: (hand) => put({ hand, selected: [] }),
    select: (ids) => put({ selected: ids, hand: ids[0] ? { id: ids[0], part: null } : null }),
}));

/** What was in hand, where it still exists. */
function standing(document: Manuscript, hand: Hand | null): Hand | null {
    return hand && (hand.id === 'envelope' || find(document, hand.id)) ? { id: hand.id, part: hand.part, caret: 'end' } : null;
}

/** Texts out of which a variable was taken while the words around it stayed: by `id.part`, the paths. What one has looked at is taken out here. */
export const useGaps = create<Record<string, string[]>>(() => ({}));

/** The editor of the text in hand; there is one at most. */
export const live: { editor: Editor | null } = { editor: null };

interface Writing {
    /** The variable that is selected. */
    chip: VariableAttributes | null;
    link: Run[] | null;
    looks: string[];
    colour: string;
    empty: boolean;
}

export const NOTHING: Writing = { chip: null, link: null, looks: [], colour: '', empty: true };

/** What the caret stands in. */
export const useWriting = create<Writing>(() => NOTHING);

/** The block in hand, or that the text in hand belongs to. */
export function blockInHand({ document, hand }: Pick<State, 'document' | 'hand'>): Block | null {
    // Every block asks at every change; it is looked for once.
    if (document !== sought.document || hand !== sought.hand) {
        sought = { document, hand, block: hand && hand.id !== 'envelope' ? (find(document, hand.id)?.block ?? null) : null };
    }

    return sought.block;
}

let sought: { document: Manuscript | null; hand: Hand | null; block: Block | null } = { document: null, hand: null, block: null };

/** The blocks that an action is about: those selected, or the one in hand. */
export function chosen(): string[] {
    const state = useComposer.getState();
    const block = blockInHand(state);
    const ids = state.selected.length > 0 ? state.selected : block ? [block.id] : [];

    return ids.filter((id) => !isFixed(state.document, id));
}

const isFixed = (document: Manuscript, id: string | null): boolean => shapeOf(find(document, id ?? '')?.item.type).fixed ?? false;

/** Selects one block more among those that stand in the same list. */
export function extend(by: -1 | 1) {
    const { document, select, selected } = useComposer.getState();
    const ids = selected.length > 0 ? selected : chosen();
    const anchor = find(document, ids[0] ?? '');
    if (!anchor) {
        return;
    }
    const list = listAt(document, anchor.place).map((item) => item.id);
    const indices = ids.map((id) => list.indexOf(id)).sort((one, other) => one - other);
    const [from = 0, to = 0] = [indices[0], indices.at(-1)];
    const next = by < 0 ? list.slice(Math.max(0, from - 1), to + 1) : list.slice(from, to + 2);
    select(next);
}

let waiting: Place | null = null;

/** Where the block goes that is about to be chosen from the list. */
export function putPlace(place: Place) {
    waiting = place;
}

/** The place that was put down, once. */
export function takePlace(): Place | null {
    const place = waiting;
    waiting = null;

    return place;
}

/** The place after what is in hand, where new blocks go. */
export function placeAfterHand(): Place {
    const state = useComposer.getState();
    const ids = chosen();
    const found = ids.length > 0 ? find(state.document, ids.at(-1) ?? '') : null;
    const frame = isFixed(state.document, state.hand?.id ?? null) ? state.hand : state.document.manuscript.find((block) => shapeOf(block.type).fixed);
    if (!found && frame) {
        return { owner: frame.id, part: 'blocks', index: 0 };
    }

    return found ? { ...found.place, index: found.place.index + 1 } : { owner: null, part: 'manuscript', index: state.hand?.id === 'envelope' ? 0 : state.document.manuscript.length };
}
