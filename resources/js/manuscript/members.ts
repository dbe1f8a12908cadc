import type { Schemas } from '../api/client';
import { insert, set, withFreshIds, type Block } from './document';
import { useComposer } from './store';

type Tree = Record<string, unknown>;

/** The same with another value at a place such as "logo/plate"; null or undefined takes it away. An object without members is none. */
function assoc(object: Tree, [name = '', ...rest]: string[], value: unknown): Tree {
    const within = rest.length === 0 ? value : assoc((object[name] as Tree | undefined) ?? {}, rest, value);
    const gone = within === null || within === undefined || (rest.length > 0 && Object.keys(within).length === 0);

    return gone ? Object.fromEntries(Object.entries(object).filter(([member]) => member !== name)) : { ...object, [name]: within };
}

/** A document with another value at a place of its own. */
export const withMember = <T extends object>(document: T, place: string, value: unknown): T => assoc(document as Tree, place.split('/'), value) as T;

/** Does away with a finding, as one step of the history. */
export function mend({ label, set: values, append }: Schemas['Finding']['mends'][number]) {
    useComposer.getState().apply(label.toLowerCase(), (document) => {
        const changed = values.reduce((now, { id, part, value }) => (id === null ? withMember(now, part, value) : set(now, id, part, value ?? undefined)), document);

        return append === null ? changed : insert(changed, { owner: null, part: 'manuscript', index: changed.manuscript.length }, [withFreshIds(append as unknown as Block)]);
    });
}
