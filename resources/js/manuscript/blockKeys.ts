import type { KeyboardEvent as Keys } from 'react';
import { blocks, find, firstLine, listAt, type Block } from './document';
import { asJson, named, pasteBlocks, pasteElsewhere } from './paste';
import { blockInHand, chosen, extend, live, placeAfterHand, useComposer } from './store';
import { deeds } from './structure';

/** Keys of blocks as such: while a text is written they are the text's. */
export function handleKey(event: Keys<HTMLElement>) {
    const state = useComposer.getState();
    const frame = (event.target as HTMLElement).dataset['frame'];
    if (!frame || live.editor?.isFocused) {
        return;
    }
    const all = blocks(state.document).map((block) => block.id);
    const done = () => event.preventDefault();
    switch (event.key) {
        case 'ArrowUp':
        case 'ArrowDown': {
            if (event.altKey || event.ctrlKey) {
                return;
            }
            const by = event.key === 'ArrowUp' ? -1 : 1;
            if (event.shiftKey) {
                extend(by);
            } else {
                const edge = chosen().at(by < 0 ? 0 : -1) ?? '';
                const next = all[all.indexOf(edge) + by];
                if (next) {
                    state.select([next]);
                } else if (by < 0) {
                    state.take({ id: 'envelope', part: 'subject', caret: 'end' });
                }
            }

            done(); return;
        }
        case 'Enter': {
            const block = blockInHand(state);
            const line = block && firstLine(block);
            if (line) {
                state.take({ ...line, caret: 'end' });
            } else {
                deeds.enter();
            }

            done(); return;
        }
        case 'Delete':
        case 'Backspace':
            deeds.remove();

            { done(); return; }
    }
}

/** From the block in hand to another that stands beside it. */
export function selectTo(id: string) {
    const { document, select } = useComposer.getState();
    const from = find(document, chosen()[0] ?? id);
    const to = find(document, id);
    if (from && to && from.place.owner === to.place.owner && from.place.part === to.place.part) {
        const [first, last] = [Math.min(from.place.index, to.place.index), Math.max(from.place.index, to.place.index)];
        select(listAt(document, to.place).slice(first, last + 1).map((item) => item.id));
    } else {
        select([id]);
    }
}

function isOfBlocks(): boolean {
    const { hand, selected } = useComposer.getState();
    const focused = document.activeElement;

    return (hand?.part === null || selected.length > 0) && focused instanceof HTMLElement && focused.dataset['frame'] !== undefined;
}

export function copy(event: ClipboardEvent): boolean {
    if (!isOfBlocks()) {
        return false;
    }
    const { document } = useComposer.getState();
    event.clipboardData?.setData('text/plain', asJson(chosen().map((id) => find(document, id)?.item as Block)));
    event.preventDefault();

    return true;
}

export function paste(event: ClipboardEvent) {
    if (!isOfBlocks()) {
        return;
    }
    const text = event.clipboardData?.getData('text/plain') ?? '';
    const html = event.clipboardData?.getData('text/html') ?? '';
    event.preventDefault();
    if (!pasteBlocks(text) && (html || text.trim())) {
        pasteElsewhere(html, text, (blocks) => deeds.put(blocks, placeAfterHand(), `paste ${named(blocks)}`));
    }
}
