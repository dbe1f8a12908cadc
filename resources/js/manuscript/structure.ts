import { blocks, find, firstLine, insert, listAt, move, newText, remove, set, shapeOf, withFreshIds, type Block, type Item, type Manuscript, type Place } from './document';
import type { Part, Shape } from './shape';
import { chosen } from './store';
import { placeAfterHand } from './store';
import { useComposer } from './store';

const titleOf = (item: Item): string => shapeOf(item.type).title.toLowerCase();

const named = (verb: string, ids: string[], document: Manuscript): string => {
    const first = find(document, ids[0] ?? '')?.item;

    return ids.length === 1 && first ? `${verb} ${titleOf(first)}` : `${verb} ${ids.length} blocks`;
};

/** What becomes of the blocks in a branch or column that is taken out: gone with it, put before the group, into what stands otherwise, or into the one beside. */
export type Fate = 'gone' | 'before' | 'rest' | 'beside';

/** The list of blocks of a group that is in none of its branches: "otherwise". */
export const restOf = (shape: Shape): Part | undefined => shape.parts.find((part) => part.kind === 'blocks');

/** What can be done with blocks as such. */
export const deeds = {
    put: (items: Block[], place: Place, name = `put in ${items[0] ? titleOf(items[0]) : 'nothing'}`) => {
        const fresh = items.map(withFreshIds);
        const [first] = fresh;
        const line = first && firstLine(first);
        useComposer.getState().apply(name, (document) => insert(document, place, fresh), {
            hand: first ? { id: line?.id ?? first.id, part: line?.part ?? null, caret: 'end' } : undefined,
        });
    },
    remove: () => {
        const { document, apply } = useComposer.getState();
        const ids = chosen();
        const all = blocks(document).map((block) => block.id);
        if (ids.length === 0) {
            return;
        }
        const before = all[all.indexOf(ids[0] ?? '') - 1];
        const after = before ?? all.find((id) => !ids.includes(id));
        const next = after ? find(document, after)?.item : null;
        const line = next && firstLine(next);
        apply(named('delete', ids, document), (now) => remove(now, ids), {
            hand: next ? { id: line?.id ?? next.id, part: line?.part ?? null, caret: 'end' } : { id: 'envelope', part: 'subject', caret: 'end' },
        });
    },
    duplicate: () => {
        const { document } = useComposer.getState();
        const ids = chosen();
        const items = ids.map((id) => find(document, id)?.item as Block);
        deeds.put(items, placeAfterHand(), named('duplicate', ids, document));
    },
    /** One place up or down; at the edge of a group, out of it. */
    shift: (by: -1 | 1, ids = chosen()) => {
        const { document, apply } = useComposer.getState();
        const [first, last] = [find(document, ids[0] ?? ''), find(document, ids.at(-1) ?? '')];
        if (!first || !last) {
            return;
        }
        const { owner, part } = first.place;
        const index = by < 0 ? first.place.index - 1 : last.place.index + 2;
        let to: Place = { owner, part, index };
        if (owner !== null && (index < 0 || index > listAt(document, first.place).length)) {
            const group = find(document, find(document, owner)?.block.id ?? '');
            if (group?.shape.fixed) {
                return;
            }
            to = group ? { ...group.place, index: group.place.index + (by < 0 ? 0 : 1) } : to;
        }
        apply(named(by < 0 ? 'move up' : 'move down', ids, document), (now) => (to.index < 0 ? now : move(now, ids, to)));
    },
    move: (ids: string[], to: Place) => {
        const { document, apply } = useComposer.getState();
        apply(named('move', ids, document), (now) => move(now, ids, to));
    },
    /** Makes a group of the chosen blocks; its other parts are those of a new one. */
    group: (type: string, fresh: Record<string, unknown>) => {
        const { document, apply } = useComposer.getState();
        const ids = chosen();
        const items = ids.map((id) => find(document, id)?.item as Block);
        const first = find(document, ids[0] ?? '');
        if (!first) {
            return;
        }
        const group = filled(withFreshIds({ id: '', type, ...fresh }), items);
        apply(`put into ${shapeOf(type).title.toLowerCase()}`, (now) => insert(remove(now, ids), first.place, [group]), { hand: { id: group.id, part: null } });
    },
    /** Does away with a group; what stood in it stays, in its order. */
    ungroup: (id: string) => {
        const { document, apply } = useComposer.getState();
        const found = find(document, id);
        if (found) {
            const within = contents(found.item);
            apply(`undo ${titleOf(found.item)}`, (now) => insert(remove(now, [id]), found.place, within), { hand: within[0] ? { id: within[0].id, part: null } : null });
        }
    },
    /** Another row, column or branch beside one, empty but of the same form. */
    addBeside: (id: string) => {
        const { document, apply } = useComposer.getState();
        const found = find(document, id);
        if (found) {
            const added = withFreshIds(emptied(found.item, found.shape));
            const line = found.shape.parts.find((part) => part.kind === 'inline');
            apply(`add ${found.shape.title.toLowerCase()}`, (now) => insert(now, { ...found.place, index: found.place.index + 1 }, [added]), {
                hand: { id: added.id, part: line?.name ?? (found.shape.parts.some((part) => part.kind === 'condition') ? 'when' : null), caret: 'start' },
            });
        }
    },
    /** One branch for each value of a field: this one for the first that has none yet, unless it has one already, and new ones after it for the others. */
    branchForEach: (id: string, path: string, values: unknown[]) => {
        const { document, apply } = useComposer.getState();
        const found = find(document, id);
        if (!found) {
            return;
        }
        const valueIn = (branch: Item): unknown => {
            const when = branch['when'] as { path?: string; operator?: string; value?: unknown } | undefined;

            return when?.path === path && when.operator === 'is' ? when.value : undefined;
        };
        const taken = listAt(document, found.place).map((branch) => valueIn(branch));
        const open = values.filter((value) => !taken.includes(value));
        const own = valueIn(found.item) ?? open.shift();
        if (own === undefined) {
            return;
        }
        const when = (value: unknown) => ({ path, operator: 'is', value });
        const added = open.map((value) => withFreshIds({ ...emptied(found.item, found.shape), when: when(value) }));
        apply('a branch for each value', (now) => insert(set(now, id, 'when', when(own)), { ...found.place, index: found.place.index + 1 }, added), { hand: { id, part: 'when' } });
    },
    /** Takes a row, column or branch out, and does with the blocks in it what was chosen. */
    removeMember: (id: string, fate: Fate) => {
        const { document, apply } = useComposer.getState();
        const found = find(document, id);
        const group = found && find(document, found.block.id);
        if (!found || !group) {
            return;
        }
        const within = contents(found.item, found.shape);
        const list = listAt(document, found.place);
        const heir = list[found.place.index - 1] ?? list[found.place.index + 1];
        const rest = restOf(group.shape);
        const added = (now: Manuscript, owner: string, part: string): Manuscript => set(now, owner, part, [...((find(now, owner)?.item[part] as Block[] | undefined) ?? []), ...within]);
        apply(`remove ${found.shape.title.toLowerCase()}`, (now) => {
            const without = remove(now, [id]);

            return fate === 'before' ? insert(without, group.place, within) : fate === 'rest' && rest ? added(without, group.block.id, rest.name) : fate === 'beside' && heir ? added(without, heir.id, 'blocks') : without;
        }, { hand: { id: found.block.id, part: null } });
    },
    enter: () => deeds.put([newText()], placeAfterHand(), 'new text'),
};

function emptied(item: Item, shape: Shape): Item {
    return {
        id: '',
        ...Object.fromEntries(
            shape.parts.flatMap((part): [string, unknown][] => (part.kind === 'blocks' ? [[part.name, [newText()]]] : part.kind === 'inline' && item[part.name] !== undefined ? [[part.name, []]] : part.kind === 'choice' && item[part.name] !== undefined ? [[part.name, item[part.name]]] : [])),
        ),
    };
}

/** All blocks that stand directly in a group, or in its branches or columns. */
export function contents(group: Item, shape = shapeOf(group.type)): Block[] {
    return shape.parts.flatMap((part) => {
        const list = (group[part.name] as Item[] | undefined) ?? [];

        return part.kind === 'blocks' ? (list as Block[]) : part.kind === 'objects' && part.within ? list.flatMap((item) => contents(item, part.within)) : [];
    });
}

/** The group with these blocks in its first list of blocks, or one in each column where they fit. */
function filled(group: Block, items: Block[]): Block {
    const part = shapeOf(group.type).parts.find((one) => one.kind === 'blocks' || (one.kind === 'objects' && one.within?.parts.some((within) => within.kind === 'blocks')));
    if (part?.kind !== 'objects') {
        return part ? { ...group, [part.name]: items } : group;
    }
    const list = group[part.name] as Item[];
    const spread = part.min !== undefined && part.min > 1 && items.length >= part.min && items.length <= (part.max ?? items.length);

    return {
        ...group,
        [part.name]: spread
            ? items.map((item, index) => ({ ...(list[index] ?? withFreshIds(list[0] as Item)), blocks: [item] }))
            : list.map((item, index) => (index === 0 ? { ...item, blocks: items } : { ...item, blocks: [] })),
        ...(shapeOf(group.type).parts.some((one) => one.kind === 'blocks') ? Object.fromEntries(shapeOf(group.type).parts.filter((one) => one.kind === 'blocks').map((one) => [one.name, []])) : {}),
    };
}

/** Every change of a setting goes through here: it is named after what it sets. */
export function change(id: string, part: string, value: unknown, name: string) {
    useComposer.getState().apply(name, (document) => set(document, id, part, value), { merge: `${id}.${part}` });
}
