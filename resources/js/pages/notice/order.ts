import type { Schemas } from '../../api/client';

type Order = Schemas['Order'];
export type Otherwise = Schemas['Otherwise'];

/** A line of who answers, with what tells it from the others while it is written on. */
export interface Row {
    id: number;
    claim: Schemas['Claim'];
}

export interface Written {
    rows: Row[];
    otherwise: Otherwise;
}

let given = 0;

/** What tells a new line from all others. */
export const newId = (): number => ++given;

export const keyed = (order: Order): Written => ({ rows: order.claims.map((claim) => ({ id: newId(), claim })), otherwise: order.otherwise });

export const plain = ({ rows, otherwise }: Written): Order => ({ claims: rows.map(({ claim }) => claim), otherwise });

/** Members in one order and none that is not said, so that what says the same reads the same. */
export const told = ({ claims, otherwise }: Order): string => JSON.stringify([otherwise, claims.map(({ template, if: when, languages, from, until, collection, on = true, remark }) => [template, when, languages, from, until, collection, on, remark])]);

/** The rows in the order in which they are asked: those of collections first, collection by collection. */
export const groups = (rows: Row[], collections: { key: string; name: string; on: boolean }[]): { collection: { key: string; name: string; on: boolean } | null; rows: Row[] }[] => [
    ...collections.map((collection) => ({ collection, rows: rows.filter((row) => row.claim.collection === collection.key) })).filter(({ rows: theirs }) => theirs.length > 0),
    { collection: null, rows: rows.filter((row) => row.claim.collection === undefined) },
];

/** Whether a claim is used for all records and all recipients. */
const isForAll = ({ if: when, languages, from, until }: Schemas['Claim']): boolean => when === undefined && languages === undefined && from === undefined && until === undefined;

/** The rows with a new one: above the others of its kind, but beneath all that ask for something where it asks for nothing. */
export function added(rows: Row[], row: Row): Row[] {
    const theirs = rows.filter((one) => one.claim.collection === row.claim.collection && one.claim.on !== false);
    const above = isForAll(row.claim) ? theirs.find((one) => isForAll(one.claim)) : theirs[0];
    const last = theirs.at(-1);

    return above ? rows.toSpliced(rows.indexOf(above), 0, row) : last ? rows.toSpliced(rows.indexOf(last) + 1, 0, row) : [row, ...rows];
}

/** The rows with one of them moved to where another of its group stands. */
export function moved(rows: Row[], id: number, to: number): Row[] {
    const [from, at] = [rows.findIndex((row) => row.id === id), rows.findIndex((row) => row.id === to)];
    const row = rows[from];
    if (!row || at < 0 || from === at || row.claim.collection !== rows[at]?.claim.collection) {
        return rows;
    }
    const next = rows.toSpliced(from, 1);

    return next.toSpliced(at, 0, row);
}

export const OTHERWISE: Record<Otherwise, { words: string; about: string }> = {
    built_in: { words: 'the built-in, as it stands', about: 'the source’s own words, plain' },
    framed: { words: 'the built-in, in the brand’s frame', about: 'the source’s own words between the brand’s header and footer' },
    silent: { words: 'nothing', about: 'no message goes out' },
};
