import { ENVELOPE, SHAPES, type Part, type Shape } from './shape';

/** A stretch of text with one look: words, a variable or a line break. All text of the composer is lists of these. */
export interface Run {
    text?: string;
    variable?: string;
    format?: string;
    /** What is said of the format, by the names of its parameters. */
    with?: Record<string, string | number>;
    fallback?: string;
    break?: true;
    bold?: boolean;
    italic?: boolean;
    underline?: boolean;
    colour?: string;
    link?: Run[];
}

/** A block, or a row, column or branch of one. */
export interface Item {
    id: string;
    type?: string;
    [part: string]: unknown;
}

export interface Block extends Item {
    type: string;
}

export interface Manuscript {
    language: string;
    envelope: Record<string, Run[] | undefined>;
    manuscript: Block[];
    translations?: Record<string, Record<string, Run[]>>;
    /** The plain text, where it was taken over by hand. */
    plain?: { of: string; blocks: Block[] };
    [member: string]: unknown;
}

/** A list of blocks: the manuscript itself or its plain text, where there is no owner, or one within a group. */
export interface Place {
    owner: string | null;
    part: string;
    index: number;
}

const NONE: Block[] = [];

/** The blocks that lie in no other: of the message, or of its own plain text. */
const rootOf = (document: Manuscript, part: string): Block[] => (part === 'plain' ? (document.plain?.blocks ?? NONE) : document.manuscript);

const withRoot = (document: Manuscript, part: string, list: Block[]): Manuscript =>
    part === 'plain' ? { ...document, plain: { of: document.plain?.of ?? '', blocks: list } } : { ...document, manuscript: list };

export const shapeOf = (type: string | undefined): Shape => SHAPES[type ?? ''] ?? { title: type ?? '', parts: [] };

export function partsOf(item: Item, kind: Part['kind'], shape: Shape): Item[] {
    return shape.parts.filter((part) => part.kind === kind).flatMap((part) => (item[part.name] as Item[] | undefined) ?? []);
}

/** What lies within an item, one level down, with its shape. */
function inside(item: Item, shape: Shape): { part: Part; list: Item[] }[] {
    return shape.parts
        .filter((part) => part.kind === 'blocks' || part.kind === 'objects')
        .map((part) => ({ part, list: (item[part.name] as Item[] | undefined) ?? [] }));
}

const shapeWithin = (part: Part, child: Item): Shape => (part.kind === 'blocks' ? shapeOf(child.type) : (part.within ?? { title: '', parts: [] }));

interface Found {
    item: Item;
    shape: Shape;
    /** The block it is, or is part of. */
    block: Block;
    place: Place;
    /** What it lies in, the outermost first. */
    around: Item[];
}

/** The item of that id, with where it stands. */
export function find(document: Manuscript, id: string): Found | null {
    const search = (list: Item[], shapes: (child: Item) => Shape, owner: string | null, part: string, block: Block | null, around: Item[]): Found | null => {
        for (const [index, item] of list.entries()) {
            const own = item.type ? (item as Block) : block;
            const shape = shapes(item);
            if (item.id === id && own) {
                return { item, shape, block: own, place: { owner, part, index }, around };
            }
            for (const within of inside(item, shape)) {
                const found = search(within.list, (child) => shapeWithin(within.part, child), item.id, within.part.name, own, [...around, item]);
                if (found) {
                    return found;
                }
            }
        }

        return null;
    };

    const top = (part: string) => search(rootOf(document, part), (child) => shapeOf(child.type), null, part, null, []);

    return top('manuscript') ?? top('plain');
}

/** The same document with one item changed; everything else is kept as it is, so that nothing else is drawn again. */
export function update(document: Manuscript, id: string, change: (item: Item) => Item): Manuscript {
    const walk = (list: Item[]): Item[] => {
        const next = list.map((item) => (item.id === id ? change(item) : deeper(item)));

        return next.some((item, index) => item !== list[index]) ? next : list;
    };
    const deeper = (item: Item): Item => {
        let after = item;
        for (const [name, value] of Object.entries(item)) {
            if (Array.isArray(value) && value.length > 0 && typeof value[0] === 'object' && 'id' in (value[0] as object)) {
                const next = walk(value as Item[]);
                if (next !== value) {
                    after = { ...after, [name]: next };
                }
            }
        }

        return after;
    };
    return ['manuscript', 'plain'].reduce((now, part) => {
        const before = rootOf(now, part);
        const after = walk(before) as Block[];

        return after === before ? now : withRoot(now, part, after);
    }, document);
}

/** One member of an item, of the envelope, gets another value; undefined takes it away. */
export function set(document: Manuscript, id: string, part: string, value: unknown): Manuscript {
    const change = <T extends object>(item: T): T => {
        const next = { ...item, [part]: value };
        if (value === undefined) {
            Reflect.deleteProperty(next, part);
        }

        return next;
    };

    return id === 'envelope' ? { ...document, envelope: change(document.envelope) } : update(document, id, change);
}

/** What a text says; nothing where there is none. */
export function runsAt(document: Manuscript, id: string, part: string): Run[] {
    return ((id === 'envelope' ? document.envelope[part] : find(document, id)?.item[part]) as Run[] | undefined) ?? [];
}

export function listAt(document: Manuscript, place: Omit<Place, 'index'>): Item[] {
    return place.owner === null ? rootOf(document, place.part) : ((find(document, place.owner)?.item[place.part] as Item[] | undefined) ?? []);
}

function withList(document: Manuscript, place: Omit<Place, 'index'>, list: Item[]): Manuscript {
    return place.owner === null ? withRoot(document, place.part, list as Block[]) : set(document, place.owner, place.part, list);
}

export function insert(document: Manuscript, place: Place, items: Item[]): Manuscript {
    return withList(document, place, listAt(document, place).toSpliced(place.index, 0, ...items));
}

/** Without these items, and without translations of what is no longer there. */
export function remove(document: Manuscript, ids: string[]): Manuscript {
    const gone = new Set(ids);
    const places = ids.map((id) => find(document, id)?.place).filter((place) => place !== undefined);
    let next = document;
    for (const place of places) {
        next = withList(next, place, listAt(next, place).filter((item) => !gone.has(item.id)));
    }

    return next;
}

/** Takes out what translates nothing: its string is no longer in the manuscript. */
export function prune(document: Manuscript): Manuscript {
    if (!document.translations) {
        return document;
    }
    const strings = new Set(lines(document).map((line) => `${line.id}.${line.part.name}`));
    if (Object.values(document.translations).every((words) => Object.keys(words).every((string) => strings.has(string)))) {
        return document;
    }

    return {
        ...document,
        translations: Object.fromEntries(Object.entries(document.translations).map(([language, words]) => [language, Object.fromEntries(Object.entries(words).filter(([string]) => strings.has(string)))])),
    };
}

/** Moves blocks to another place, in their order; into themselves they cannot go. */
export function move(document: Manuscript, ids: string[], to: Place): Manuscript {
    const items = ids.map((id) => find(document, id)?.item).filter((item) => item !== undefined);
    const within = to.owner === null ? [] : [to.owner, ...(find(document, to.owner)?.around ?? []).map((item) => item.id)];
    if (items.length === 0 || ids.some((id) => within.includes(id))) {
        return document;
    }
    const target = listAt(document, to);
    const before = target.slice(0, to.index).filter((item) => !ids.includes(item.id)).length;

    return insert(remove(document, ids), { ...to, index: before }, items);
}

/** All blocks, outermost first, each before what lies in it. */
export function blocks(document: Manuscript): Block[] {
    const walk = (list: Block[]): Block[] =>
        list.flatMap((block) => [block, ...inside(block, shapeOf(block.type)).flatMap(({ part, list: items }) => (part.kind === 'blocks' ? walk(items as Block[]) : items.flatMap((item) => (part.within ? walk(partsOf(item, 'blocks', part.within) as Block[]) : []))))]);

    return [...walk(document.manuscript), ...walk(rootOf(document, 'plain'))];
}

interface TextLine {
    id: string;
    part: Part;
    block: Block | null;
    runs: Run[];
}

/** Every text and link there is, from top to bottom. */
export function lines(document: Manuscript): TextLine[] {
    const found: TextLine[] = [];
    const take = (item: Item, shape: Shape, block: Block | null) => {
        for (const part of shape.parts) {
            const value = item[part.name];
            if ((part.kind === 'inline' || part.kind === 'link') && Array.isArray(value)) {
                found.push({ id: item.id, part, block, runs: value as Run[] });
            } else if ((part.kind === 'blocks' || part.kind === 'objects') && Array.isArray(value)) {
                (value as Item[]).forEach((child) => take(child, shapeWithin(part, child), part.kind === 'blocks' ? (child as Block) : block));
            }
        }
    };
    take({ id: 'envelope', ...document.envelope }, ENVELOPE, null);
    [...document.manuscript, ...rootOf(document, 'plain')].forEach((block) => take(block, shapeOf(block.type), block));

    return found;
}

/** The paths that a text names, those in its links among them. */
export const pathsIn = (runs: Run[]): string[] => runs.flatMap((run) => [...(run.variable ? [run.variable] : []), ...(run.link ? pathsIn(run.link) : [])]);

/** The lists that are gone through at a place, from a root, by the names of their items. */
export type Scope = Record<string, string>;

/** Where an item stands among the others: "item_number". */
const STANDING = /^(.+)_(number|first|last)$/;

/** A path as the list of fields has it: what stands on an item is found under its list. */
export function declared(path: string, scope: Scope): string {
    const [root = '', ...rest] = path.split('.');
    const [, item = '', what = ''] = STANDING.exec(root) ?? [];
    if (!scope[root] && scope[item]) {
        return `${scope[item]}.*#${what}`;
    }

    return scope[root] ? [`${scope[root]}.*`, ...rest].join('.') : path;
}

/** A declared path as one writes it here; null when it belongs to items that are not gone through here. */
export function written(path: string, scope: Scope): string | null {
    if (!path.includes('*')) {
        return path;
    }
    const [list = '', what] = path.split('.*#');
    if (what) {
        const item = Object.keys(scope).find((one) => scope[one] === list);

        return item ? `${item}_${what}` : null;
    }
    const single = path.endsWith('.*') ? Object.keys(scope).find((one) => scope[one] === path.slice(0, -2)) : undefined;
    if (single) {
        return single;
    }
    const at = path.lastIndexOf('.*.');
    const name = Object.keys(scope).find((one) => scope[one] === path.slice(0, at));

    return name ? `${name}.${path.slice(at + 3)}` : null;
}

/** A letter first: what is digits alone is taken for a number now and then. */
const freshId = () => `b${crypto.randomUUID().replaceAll('-', '').slice(0, 9)}`;

/** A copy whose ids are all its own. */
export function withFreshIds<T extends Item>(item: T): T {
    const renew = (value: unknown): unknown => {
        if (Array.isArray(value)) {
            return value.map(renew);
        }
        if (value && typeof value === 'object') {
            const entries = Object.entries(value).map(([name, member]) => [name, name === 'id' && typeof member === 'string' ? freshId() : renew(member)]);

            return Object.fromEntries(entries) as unknown;
        }

        return value;
    };

    return renew(item) as T;
}

export const newText = (runs: Run[] = []): Block => ({ id: freshId(), type: 'text', text: runs });

/** The text or link that one comes to first in a block; null where it has none. */
export function firstLine(item: Item): { id: string; part: string } | null {
    const search = (one: Item, shape: Shape): { id: string; part: string } | null => {
        for (const part of shape.parts) {
            if ((part.kind === 'inline' || part.kind === 'link' || part.kind === 'html') && one[part.name]) {
                return { id: one.id, part: part.name };
            }
            for (const child of part.kind === 'blocks' || part.kind === 'objects' ? ((one[part.name] as Item[] | undefined) ?? []) : []) {
                const found = search(child, shapeWithin(part, child));
                if (found) {
                    return found;
                }
            }
        }

        return null;
    };

    return search(item, shapeOf(item.type));
}
