import type { Field } from './desk';
import { written, type Scope } from './document';

/** How many letters one must put in, take out or change to make one text of the other (Levenshtein's distance). */
function distance(one: string, other: string): number {
    let row = Array.from({ length: other.length + 1 }, (_, index) => index);
    for (const [i, letter] of Array.from(one).entries()) {
        const next = [i + 1];
        for (const [j, against] of Array.from(other).entries()) {
            next.push(Math.min((row[j + 1] ?? 0) + 1, (next[j] ?? 0) + 1, (row[j] ?? 0) + (letter === against ? 0 : 1)));
        }
        row = next;
    }

    return row.at(-1) ?? 0;
}

/** The field that something typed in brackets names, by its path or by its label; null where there is none, or several of that label. */
export function named(typed: string, fields: Field[], scope: Scope): string | null {
    const here = fields.flatMap((field) => {
        const path = field.single ? written(field.path, scope) : null;

        return path ? [{ path, label: field.label.toLowerCase() }] : [];
    });
    const labelled = here.filter(({ label }) => label === typed.trim().toLowerCase());

    return here.find(({ path }) => path === typed.trim())?.path ?? (labelled.length === 1 ? (labelled[0]?.path ?? null) : null);
}

/** The fields whose paths look most like one that is not there; what has little in common with it is left out. */
export function nearest(path: string, fields: Field[], scope: Scope): { path: string; field: Field }[] {
    return fields
        .flatMap((field) => {
            const here = field.single ? written(field.path, scope) : null;

            return here ? [{ path: here, field, far: Math.min(distance(path, here), distance(path.split('.').at(-1) ?? '', here.split('.').at(-1) ?? '') + 1) }] : [];
        })
        .filter(({ far }) => far <= Math.max(3, path.length / 3))
        .sort((one, other) => one.far - other.far)
        .slice(0, 3);
}
