import type { Editor, JSONContent } from '@tiptap/core';
import { NodeSelection } from '@tiptap/pm/state';
import { toast } from 'sonner';
import { find, firstLine, insert, listAt, newText, remove, set, update, withFreshIds, type Block, type Item, type Run } from './document';
import { named, pasteBlocks, pasteElsewhere } from './paste';
import { extend, placeAfterHand, useComposer, type Hand } from './store';
import { deeds } from './structure';
import { fromEditor, tidy, toEditor } from './writing';

/** Keys that leave the text, or make two of one and one of two. */
export function handleKey(editor: Editor, event: KeyboardEvent, rich: boolean): boolean {
    const { state, view } = editor;
    const { selection } = state;
    if (event.isComposing || event.altKey) {
        return false;
    }
    if (event.ctrlKey || event.metaKey) {
        return beyond(editor, event.key);
    }
    const atStart = selection.empty && selection.from === 1;
    const atEnd = selection.empty && selection.to === state.doc.content.size - 1;
    switch (event.key) {
        case 'ArrowUp':
            return view.endOfTextblock('up') && (event.shiftKey ? reach(-1) : goOn(-1, 'end'));
        case 'ArrowDown':
            return view.endOfTextblock('down') && (event.shiftKey ? reach(1) : goOn(1, 'start'));
        case 'ArrowLeft':
            return atStart && goOn(-1, 'end');
        case 'ArrowRight':
            return atEnd && goOn(1, 'start');
        case 'Home':
        case 'End':
            return selection instanceof NodeSelection && editor.commands.setTextSelection(event.key === 'Home' ? 1 : state.doc.content.size - 1);
        case 'Escape':
            return step();
        case 'Enter':
            if (selection instanceof NodeSelection && selection.node.type.name === 'variable') {
                document.querySelector<HTMLElement>('[data-chip-form] :is(button, select, input)')?.focus();

                return true;
            }
            if (event.shiftKey) {
                return !rich;
            }

            return split(editor);
        case 'Backspace':
            return atStart && join(-1);
        case 'Delete':
            return atEnd && join(1);
        default:
            return false;
    }
}

/** Ctrl Home and Ctrl End lead to the first and the last text; a second Ctrl A selects all blocks. */
function beyond(editor: Editor, key: string): boolean {
    const { document: manuscript, select, take } = useComposer.getState();
    if (key === 'Home' || key === 'End') {
        const stops = [...document.querySelectorAll<HTMLElement>('.line[data-stop]')];
        const { id, part } = (key === 'Home' ? stops[0] : stops.at(-1))?.dataset ?? {};
        if (id) {
            take({ id, part: part ?? null, caret: key === 'Home' ? 'start' : 'end' });
        }

        return true;
    }
    const { selection, doc } = editor.state;
    if (key === 'a' && selection.from <= 1 && selection.to >= doc.content.size - 1 && manuscript.manuscript.length > 0) {
        select(manuscript.manuscript.map((block) => block.id));

        return true;
    }

    return false;
}

/** From the edge of a text on, whole blocks are selected. */
function reach(by: -1 | 1): boolean {
    if (!step()) {
        return false;
    }
    extend(by);

    return true;
}

/** From the text to its block. */
function step(): boolean {
    const { hand, document, select } = useComposer.getState();
    const block = hand && hand.id !== 'envelope' ? find(document, hand.id)?.block : null;
    if (block) {
        select([block.id]);
    }

    return block !== null && block !== undefined;
}

/** Enter: what stands after the caret becomes a text, or a point, of its own; an empty last point ends the list. In the envelope and in other parts of blocks it leads to the next line. */
function split(editor: Editor): boolean {
    const { hand, document, apply } = useComposer.getState();
    const found = hand ? find(document, hand.id) : null;
    if (!hand || !found || hand.part !== 'text') {
        if (!goOn(1, 'start')) {
            deeds.enter();
        }

        return true;
    }
    const isBlock = found.item === found.block;
    const many = listAt(document, found.place).length;
    if (!isBlock && editor.isEmpty && many > 1 && found.place.index === many - 1) {
        const added = newText();
        const place = find(document, found.block.id)?.place ?? found.place;
        apply('new text', (now) => insert(remove(now, [hand.id]), { ...place, index: place.index + 1 }, [added]), { hand: { id: added.id, part: 'text', caret: 'start' } });

        return true;
    }
    const fresh = (runs: Run[] = []): Item => (isBlock ? newText(runs) : withFreshIds({ id: '', text: runs }));
    const name = isBlock ? 'new text' : `add ${found.shape.title.toLowerCase()}`;
    const { state } = editor;
    const [kept = [], rest = []] = [state.doc.cut(0, state.selection.from), state.doc.cut(state.selection.to)].map((part) => tidy(fromEditor(part.firstChild?.toJSON() as JSONContent | undefined)));
    if (kept.length === 0 && rest.length > 0) {
        // At the very start an empty text goes in front: what is written stays what it is, with its settings and translations.
        apply(name, (now) => insert(now, found.place, [fresh()]));

        return true;
    }
    const added = fresh(rest);
    apply(name, (now) => insert(set(now, hand.id, 'text', kept), { ...found.place, index: found.place.index + 1 }, [added]), { hand: { id: added.id, part: 'text', caret: 'start' } });

    return true;
}

/** Backspace at the start, or Delete at the end: two texts become one. What has no text is deleted when it is in the way of an empty one. */
function join(by: -1 | 1): boolean {
    const { hand, document, apply } = useComposer.getState();
    const found = hand ? find(document, hand.id) : null;
    if (!hand || !found || hand.part !== 'text') {
        return false;
    }
    const list = listAt(document, found.place);
    const other = list[found.place.index + by];
    const own = found.item['text'] as Run[];
    if (!other) {
        const neighbour = list[found.place.index - by];
        if (own.length === 0 && neighbour && found.item !== found.block) {
            apply(`remove ${found.shape.title.toLowerCase()}`, (now) => remove(now, [hand.id]), { hand: { id: neighbour.id, part: 'text', caret: by < 0 ? 'start' : 'end' } });

            return true;
        }
        if (own.length === 0 && (list.length > 1 || found.item !== found.block)) {
            deeds.remove();

            return true;
        }

        return goOn(by, by < 0 ? 'end' : 'start');
    }
    if (!Array.isArray(other['text'])) {
        if (own.length === 0) {
            const line = firstLine(other);
            apply('delete text', (now) => remove(now, [found.item.id]), { hand: { id: line?.id ?? other.id, part: line?.part ?? null, caret: by < 0 ? 'end' : 'start' } });

            return true;
        }

        return goOn(by, by < 0 ? 'end' : 'start');
    }
    const [first, second] = by < 0 ? [other, found.item] : [found.item, other];
    const [before, after] = [first['text'] as Run[], second['text'] as Run[]];
    // A variable or a break counts as one letter, as it does for the editor.
    const length = before.reduce((sum, run) => sum + (run.text?.length ?? 1), 0);
    apply('join texts', (now) => remove(update(now, first.id, (item) => ({ ...item, text: tidy([...before, ...after]) })), [second.id]), { hand: { id: first.id, part: 'text', caret: length } });

    return true;
}

export function handlePaste(editor: Editor, event: ClipboardEvent, rich: boolean): boolean {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    const html = event.clipboardData?.getData('text/html') ?? '';
    if (pasteBlocks(text)) {
        return true;
    }
    const { hand, document } = useComposer.getState();
    const found = hand ? find(document, hand.id) : null;
    const mayBreak = rich && found !== null && found.item === found.block;
    if (!mayBreak || (html === '' && !/[\r\n]/.test(text))) {
        editor.commands.insertContent(text === '' ? [] : { type: 'text', text: text.replace(/\s+/g, ' ') });
    } else if (html.includes('data-pm-slice')) {
        // It was copied in a text here: the editor knows it.
        return false;
    } else {
        pasteElsewhere(html, text, (blocks) => putPasted(editor, hand, blocks));
    }

    return true;
}

/** A single text goes where the caret is; blocks go after it, or in place of an empty text. */
function putPasted(editor: Editor, at: Hand | null, blocks: Block[]) {
    const { hand, document, apply } = useComposer.getState();
    const [only] = blocks;
    const stands = !editor.isDestroyed && hand?.id === at?.id && hand?.part === at?.part;
    if (stands && blocks.length === 1 && only && Array.isArray(only['text']) && only.type === 'text') {
        editor.commands.insertContent(toEditor(only['text'] as Run[]).content?.[0]?.content ?? []);

        return;
    }
    const found = hand ? find(document, hand.id) : null;
    const place = found && stands && editor.isEmpty && found.block.type === 'text' ? found.place : placeAfterHand();
    const fresh = blocks.map(withFreshIds);
    const last = fresh.at(-1);
    if (last) {
        const line = firstLine(last);
        apply(`paste ${named(fresh)}`, (now) => insert(place === found?.place ? remove(now, [found.block.id]) : now, place, fresh), {
            hand: { id: line?.id ?? last.id, part: line?.part ?? null, caret: 'end' },
        });
        toast.success(`Pasted as ${named(fresh)}.`);
    }
}

/** The line before or after in the manuscript takes over. */
function goOn(by: -1 | 1, caret: 'start' | 'end', from?: { id: string; part: string | null }): boolean {
    const { hand, take } = useComposer.getState();
    const at = from ?? hand;
    const stops = [...document.querySelectorAll<HTMLElement>('[data-stop]')];
    const index = stops.findIndex((stop) => stop.dataset['id'] === at?.id && (stop.dataset['part'] ?? null) === (at?.part ?? null));
    const next = stops[index + by];
    if (index < 0 || !next?.dataset['id']) {
        return false;
    }
    take({ id: next.dataset['id'], part: next.dataset['part'] ?? null, caret });

    return true;
}
