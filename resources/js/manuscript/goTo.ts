import { find, firstLine } from './document';
import { useComposer } from './store';

/** Puts a block in hand: the first text in it. */
export function goTo(id: string | null) {
    const { document, take } = useComposer.getState();
    const found = id ? find(document, id) : null;
    if (found) {
        const line = firstLine(found.item);
        take({ id: line?.id ?? found.item.id, part: line?.part ?? null, caret: 'end' });
    }
}
